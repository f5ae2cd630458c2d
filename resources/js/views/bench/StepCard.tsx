import { useState, type ReactNode } from 'react';
import { Alert, Box, Paper, Typography } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import { ApiError, type Schemas } from '../../api/client';
import { forget } from '../../api/outbox';
import { span, useJobNow } from '../../app/time';
import { useRefused } from '../../app/useOutbox';
import { Cautions } from './Cautions';
import { Findings } from './Findings';
import { GateNote, isShut } from './GateNote';
import { ReadingField } from './ReadingField';
import { RowsField } from './RowsField';
import { Sign } from './Sign';
import { StepPictures } from './StepPictures';
import { useEntry } from './useEntry';

interface Props {
  bench: Schemas['Bench'];
  step: Schemas['Step'];
  queryKey: QueryKey;
  mayEnter: boolean;
  instrument?: ReactNode;
  footer?: ReactNode;
  heading: string;
}

/** What must be the first thing seen. */
const bad = (finding: Schemas['Finding']) => finding.severity === 'mend' || finding.severity === 'stop';

/** One step: what to do, its cautions, its instrument, its readings, and the verdict of each as it is entered. */
export function StepCard({ bench, step, queryKey, mayEnter, instrument, footer, heading }: Props) {
  const entry = useEntry(bench, queryKey);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const refused = useRefused(bench.subject_id);
  const [kept, setKept] = useState<Record<string, true>>({});
  const enter = (key: string, value: unknown) => {
    entry.mutate(
      { kind: 'reading', payload: { key, value } },
      {
        onSuccess: (written) => {
          setErrors((all) => Object.fromEntries(Object.entries(all).filter(([k]) => k !== key)));
          setKept((all) => (written ? {} : { ...all, [key]: true }));
          if (refused[key]) void forget(refused[key].draft.id); // entered anew
        },
        onError: (error) => setErrors((all) => ({ ...all, [key]: error instanceof ApiError ? error.message : 'Not entered yet. It is kept here; try again.' })),
      },
    );
  };
  const now = useJobNow();
  const shut = isShut(step.gate, now);
  const findings = bench.verdict.findings.filter((f) => f.step === step.id);
  const fields = step.readings.filter((spec) => spec.kind !== 'record' && spec.kind !== 'signature' && spec.kind !== 'row');
  const signed = step.readings.filter((spec) => spec.kind === 'signature');
  const listed = step.readings.filter((spec) => spec.kind === 'row' && spec.instrument === '');
  const beside = (key: string) => findings.filter((f) => (f.readings.find((k) => fields.some((spec) => spec.key === k)) ?? '') === key);
  const loose = findings.filter((f) => !f.readings.some((k) => fields.some((spec) => spec.key === k)));

  const tapped = step.readings.some((spec) => spec.kind === 'row' && spec.instrument !== '');
  const wrong = loose.some(bad) && <Findings findings={loose.filter(bad)} bench={bench} queryKey={queryKey} label="What is wrong" />;
  return (
    <Paper component="section" aria-label={step.title} sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Typography variant="overline" component="p" color="text.secondary">
        {heading}
      </Typography>
      <Typography variant="h1">{step.title}</Typography>
      <Typography sx={{ mb: 1.5 }}>{step.instruction}</Typography>
      <Cautions cautions={step.cautions} />
      {step.gate && <GateNote gate={step.gate} bench={bench} queryKey={queryKey} />}
      {step.not_needed !== '' && (
        <Alert severity="info" sx={{ mb: 1.5 }}>
          {step.not_needed}
        </Alert>
      )}
      {/* what is tapped fast must not move under the finger when its verdict arrives */}
      {!tapped && wrong}
      {instrument && <Box sx={{ my: 2 }}>{instrument}</Box>}
      {tapped && wrong}
      {listed.map((spec) => (
        <RowsField key={spec.key} bench={bench} spec={spec} queryKey={queryKey} disabled={!mayEnter || shut} />
      ))}
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2, my: 2 }}>
        {fields.map((spec) => (
          <Box
            key={spec.key}
            sx={spec.kind === 'code' || spec.kind === 'now' || (spec.kind === 'series' && Math.max(...spec.counts) >= 12) ? { gridColumn: '1 / -1' } : {}}
          >
            <ReadingField
              spec={spec}
              reading={step.stale.includes(spec.key) ? undefined : bench.readings[spec.key]}
              error={errors[spec.key] ?? refused[spec.key]?.said ?? null}
              busy={entry.isPending && entry.variables.payload.key === spec.key}
              disabled={!mayEnter || shut}
              onEnter={(value) => enter(spec.key, value)}
              draftKey={`draft:${bench.subject_id}:${spec.key}`}
            />
            {beside(spec.key).length > 0 && <Findings plain findings={beside(spec.key)} bench={bench} queryKey={queryKey} label={`Verdict: ${spec.label}`} />}
            {bench.readings[spec.key]?.late_min != null && (
              <Typography variant="body2" color="text.secondary">
                Sent {span(60 * bench.readings[spec.key]!.late_min!)} after it was taken.
              </Typography>
            )}
            {kept[spec.key] && (
              <Typography variant="body2" color="hand" role="status">
                Kept on this device; judged when the connection is back.
              </Typography>
            )}
          </Box>
        ))}
        {signed.map((spec) => (
          <Sign key={spec.key} bench={bench} step={step} spec={spec} queryKey={queryKey} />
        ))}
      </Box>
      {!mayEnter && fields.length > 0 && <Alert severity="info">You may read this, not enter readings.</Alert>}
      {footer}
      <StepPictures bench={bench} step={step} queryKey={queryKey} />
      {loose.some((f) => !bad(f)) && <Findings findings={loose.filter((f) => !bad(f))} bench={bench} queryKey={queryKey} label="Findings of this step" />}
    </Paper>
  );
}
