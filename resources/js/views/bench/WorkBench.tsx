import { memo, useCallback, useEffect, useRef, useState, type ReactNode } from 'react';
import { Alert, Box, Button, Paper, Stack, Typography, useMediaQuery, useTheme } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { STATES } from '../../instruments/line/states';
import { SeverityMark } from '../../instruments/severity/SeverityMark';
import { PHONE_BAR } from '../../app/phone';
import { usePace } from '../../app/pace';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { FusePanel } from './fuse/FusePanel';
import { JudgedUnder } from './JudgedUnder';
import { lines } from './lines';
import { ShiftOffers } from './ShiftOffers';
import { StepCard } from './StepCard';
import { BeforeAll, StepInstrument } from './StepInstrument';
import { StepList } from './StepList';
import { TodoLine } from './TodoLine';
import { useEntry } from './useEntry';
import { WorkTable } from './WorkTable';

interface Props {
  bench: Schemas['Bench'];
  queryKey: QueryKey;
  /** what it is called: “Joint 7” */
  name: string;
  mayEnter: boolean;
  /** what stands in place of the next step behind the last one */
  last: ReactNode;
  /** papers of it */
  below: ReactNode;
}

/** Brings what the step still asks for into sight: its list, its first empty field, or why it is shut. */
function toMissing(bench: HTMLElement | null) {
  const first = bench?.querySelector<HTMLElement>(
    '[aria-label="This step is shut"], [aria-label="Is this so?"] button, [data-missing] input:not([type=hidden]), [data-missing] button, [data-missing]',
  );
  first?.scrollIntoView({ block: 'center' });
  first?.focus({ preventScroll: true });
}

/** Nothing is put right at its steps any more: it is cut out, or was, or somebody answers for it. */
const isToCut = ({ todo }: Schemas['Bench']) => todo.acts.includes('cut_out') || todo.acts.includes('make_again');

/** The steps of a work, one at a time: what it is called, who may enter, and what stands below is told by whoever shows it. */
export const WorkBench = memo(function WorkBench({ bench, queryKey, name, mayEnter, last, below }: Props) {
  const phone = useMediaQuery(useTheme().breakpoints.down('lg'));
  const entry = useEntry(bench, queryKey);
  const { job } = useWork();
  const steps = bench.procedure.steps;
  const top = useRef<HTMLDivElement>(null);
  const [at, show] = useState(() =>
    Math.max(
      0,
      steps.findIndex((s) => s.id === bench.verdict.current_step),
    ),
  );
  const [pace, setPace] = usePace();
  const [done, setDone] = useState('');
  const [isLookedAt, lookAt] = useState(!isToCut(bench)); // what came stopped shows what to do about it, and a step when one is wanted
  const setAt = useCallback((next: number) => {
    setDone('');
    lookAt(true);
    show(next);
    if ((top.current?.getBoundingClientRect().top ?? 0) < 0) top.current?.scrollIntoView({ block: 'start' });
  }, []);
  const goTo = (id: string | undefined) =>
    setAt(
      Math.max(
        0,
        steps.findIndex((s) => s.id === id),
      ),
    );
  const step = steps[at];
  const missing = bench.verdict.steps[at]?.missing ?? [];
  const isOpen = bench.verdict.findings.some((f) => f.step === step?.id && !f.overrule && (f.severity === 'stop' || f.severity === 'mend'));
  const next = steps.findIndex((s) => s.id === bench.verdict.current_step);
  const was = useRef({ step: step?.id, left: missing.length });
  useEffect(() => {
    const { step: before, left } = was.current;
    was.current = { step: step?.id, left: missing.length };
    if (pace !== 'list' || before !== step?.id || left === 0 || missing.length > 0 || isOpen || next <= at) return;
    show(next); // what was asked here is in order: on to what comes next
    setDone(step?.title ?? '');
    if ((top.current?.getBoundingClientRect().top ?? 0) < 0) top.current?.scrollIntoView({ block: 'start' });
  }, [step?.id, step?.title, missing.length, pace, isOpen, next, at]);
  if (!step) return null;
  const standing = bench.verdict.steps[at];
  const listed = lines(bench);
  const here = listed.findIndex((line) => at >= line.from && at <= line.to);
  const table = bench.procedure.tables.find((one) => one.rows.some((row) => row.steps.includes(step.id)));
  const stepDone = standing?.missing.length === 0;
  const isStopped = bench.todo.acts.length > 0;
  const isShut = isToCut(bench) && !isLookedAt;
  const state = bench.joint?.state ?? bench.work?.state ?? 'planned';
  const badElsewhere = bench.verdict.findings.filter((f) => (isShut || f.step !== step.id) && !f.overrule && (f.severity === 'stop' || f.severity === 'mend'));
  const made = table && <WorkTable table={table} at={step.id} onGo={goTo} />;

  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: '212px minmax(0,1fr)' }, gap: 2, alignItems: 'start' }}>
      {!phone && <StepList bench={bench} at={isShut ? -1 : at} onGo={setAt} />}
      <Stack spacing={1.5} ref={top} sx={{ scrollMarginTop: 12 }}>
        <JudgedUnder bench={bench} />
        <TodoLine
          bench={bench}
          onOverrule={() => goTo(steps.find((s) => bench.verdict.findings.some((f) => f.step === s.id && f.severity === 'stop' && !f.overrule))?.id)}
        />
        {badElsewhere.length > 0 && (
          <Paper
            role="status"
            aria-label={isShut ? 'What stopped it' : 'Open elsewhere'}
            sx={{ px: 2, py: 1, borderLeft: '8px solid', borderLeftColor: badElsewhere.some((f) => f.severity === 'stop') ? 'stop' : 'mend' }}
          >
            {badElsewhere.map((f) => (
              <Stack key={f.rule} direction="row" spacing={1.5} sx={{ alignItems: 'center', py: 0.5 }}>
                <SeverityMark severity={f.severity} />
                <Typography sx={{ flex: 1 }}>{f.said}</Typography>
                <Button size="small" onClick={() => goTo(f.step)}>
                  {bench.verdict.steps.find((s) => s.step === f.step)?.title}
                </Button>
              </Stack>
            ))}
          </Paper>
        )}
        {mayEnter && !isStopped && bench.shift && (
          <ShiftOffers
            shift={bench.shift}
            joint={bench.joint?.number}
            at={step.id}
            steps={steps}
            onGo={goTo}
            busy={entry.isPending}
            kept={entry.data === null && entry.variables?.kind === 'shift'}
            onTake={(sheet, keys) => entry.mutate({ kind: 'shift', payload: { sheet, values: keys.map((key) => ({ key })) } })}
          />
        )}
        {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
        {!phone && !isShut && made}
        {!isShut && (
          <StepCard
            key={step.id}
            bench={bench}
            step={step}
            queryKey={queryKey}
            mayEnter={mayEnter}
            heading={`${name} · ${bench.procedure.title}${step.group === '' ? '' : ` · ${step.group}`} · step ${here + 1} of ${listed.length}`}
            instrument={
              <StepInstrument
                bench={bench}
                step={step}
                queryKey={queryKey}
                mayEnter={mayEnter}
                onScan={(key, code) => entry.mutate({ kind: 'reading', payload: { key, value: code } })}
              />
            }
            scan={<BeforeAll bench={bench} step={step} onScan={(key, code) => entry.mutate({ kind: 'reading', payload: { key, value: code } })} />}
            footer={step.guide && 'record' in step.guide ? <FusePanel bench={bench} step={step} guide={step.guide} mayEnter={mayEnter} /> : null}
          />
        )}
        {done !== '' && (
          <Typography role="status" sx={{ order: -1, fontWeight: 640, color: 'go' }}>
            ✓ {done}: in order
          </Typography>
        )}
        {!isShut && (
          <Stack
            data-sticky
            direction="row"
            spacing={1.5}
            sx={{ position: 'sticky', bottom: { xs: PHONE_BAR, sm: 0 }, bgcolor: 'background.default', py: 1, zIndex: 1 }}
          >
            <Button variant="outlined" disabled={at === 0} onClick={() => setAt(at - 1)} sx={{ minHeight: 56 }}>
              Back
            </Button>
            {isStopped ? null : !stepDone ? (
              <>
                <Button fullWidth variant="contained" onClick={() => toMissing(top.current)} sx={{ minHeight: 56 }}>
                  Go to what is missing ({missing.length})
                </Button>
                {at < steps.length - 1 && (
                  <Button onClick={() => setAt(at + 1)} sx={{ flex: 'none', fontWeight: 400 }}>
                    Skip for now
                  </Button>
                )}
              </>
            ) : at < steps.length - 1 ? (
              <Button
                fullWidth
                variant="contained"
                color={bench.verdict.severity !== 'stop' ? 'secondary' : 'primary'}
                onClick={() => setAt(at + 1)}
                sx={{ minHeight: 56 }}
              >
                Next: {steps[at + 1]?.title}
              </Button>
            ) : (
              last
            )}
          </Stack>
        )}
        {phone && !isShut && made}
        {bench.remarks
          .filter((remark) => remark.kind === 'note')
          .map((note) => (
            <Typography key={`${note.at}${note.by}`} variant="body2" sx={{ pl: 1.5, borderLeft: '4px solid', borderLeftColor: 'pipe' }}>
              {note.by}, {dayAndTime(note.at, job.time_zone)}: {note.text}
            </Typography>
          ))}
        <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', flexWrap: 'wrap' }}>
          <Typography variant="body2" color="text.secondary">
            {STATES[state].words} · judged by {bench.rulebook.title}, version {bench.rulebook.version}. Makers&rsquo; instructions, the owner&rsquo;s
            specification and local code govern.
          </Typography>
          <Stack direction="row">
            <Button variant="text" aria-pressed={pace === 'each'} onClick={() => setPace(pace === 'each' ? 'list' : 'each')}>
              {pace === 'each' ? 'Lists and on by itself' : 'Each answer by itself'}
            </Button>
            {below}
          </Stack>
        </Stack>
        {phone && <StepList bench={bench} at={isShut ? -1 : at} onGo={setAt} />}
      </Stack>
    </Box>
  );
});
