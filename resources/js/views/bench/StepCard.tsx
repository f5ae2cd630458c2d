import { useCallback, useEffect, useLayoutEffect, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Alert, Box, Paper, Typography } from '@mui/material';
import { notifyManager, type QueryKey } from '@tanstack/react-query';
import { ApiError, type Schemas } from '../../api/client';
import { forget } from '../../api/outbox';
import { useWork } from '../../app/session';
import { usePace } from '../../app/pace';
import { typed } from '../../app/typed';
import { dayAndTime, jobNow, span, timeOfDay, useByTime } from '../../app/time';
import { useRefused } from '../../app/useOutbox';
import { AskSize, unusualOf, type Unusual } from './AskSize';
import { Cautions } from './Cautions';
import { ringOf } from './clock/ringOf';
import { Findings } from './Findings';
import { FromPaper } from './FromPaper';
import { GateNote, isShut } from './GateNote';
import { Listed } from './Listed';
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
  /** where the code of a fitting is scanned */
  scan?: ReactNode;
  footer?: ReactNode;
  heading: string;
  /** several stand below one another: what is in order says nothing, so that what comes next does not move under a finger */
  quiet?: boolean;
}

/** Fields that are typed into. A list has an input of its own that nobody sees and that takes no key. */
const BOXES = 'input:not([type=hidden]):not([aria-hidden=true]):not(:disabled)';

/** What must be the first thing seen. */
const bad = (finding: Schemas['Finding']) => finding.severity === 'mend' || finding.severity === 'stop';

/** One step: what to do, its cautions, its instrument, its readings, and the verdict of each as it is entered. */
export function StepCard({ bench, step, queryKey, mayEnter, instrument, scan, footer, heading, quiet = false }: Props) {
  const entry = useEntry(bench, queryKey);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [asked, setAsked] = useState<Record<string, Unusual>>({});
  const [meant, setMeant] = useState<Record<string, number>>({}); // how often each was asked about and taken as it was meant
  const draftOf = (key: string) => `draft:${bench.subject_id}:${key}`;
  const [doneAt, setDoneAt] = useState<string | null>(null);
  const paper = doneAt === null ? {} : { done_at: doneAt };
  const refused = useRefused(bench.subject_id);
  const [kept, setKept] = useState<Record<string, true>>({});
  const [pace] = usePace();
  const [apart, setApart] = useState<string[]>([]); // answered by themselves though they stand on the list
  const [unlisted, setUnlisted] = useState<string | null>(null);
  const card = useRef<HTMLDivElement>(null);
  const rows = pace === 'list' ? step.list.filter((row) => !apart.includes(row.key) && !kept[row.key]) : [];
  const allSo = () =>
    entry.mutate(
      { kind: 'list', payload: { step: step.id, values: rows.map(({ key, value }) => ({ key, value })), ...paper } },
      {
        onSuccess: (written) => {
          setUnlisted(null);
          if (!written) setKept((all) => ({ ...all, ...Object.fromEntries(rows.map((row) => [row.key, true as const])) }));
        },
        onError: (error) => setUnlisted(error instanceof ApiError ? error.message : 'Not confirmed yet. Try again.'),
      },
    );
  const notSo = (row: Schemas['Listed']) => {
    setApart([...apart, row.key]);
    if (row.value === true) enter(row.key, false);
  };
  const [onWay, setOnWay] = useState<Record<string, number>>({}); // entries of each reading whose answer is still to come
  const without = <T,>(all: Record<string, T>, key: string) => (key in all ? Object.fromEntries(Object.entries(all).filter(([k]) => k !== key)) : all);
  const enter = (key: string, value: unknown, isKept = false) => {
    const count = (by: number) => setOnWay((all) => ({ ...all, [key]: (all[key] ?? 0) + by }));
    count(1);
    last.current[key] = value;
    // each has its own answer, however many are entered before it comes
    entry
      .mutateAsync({ kind: 'reading', payload: { key, value, ...(isKept ? { kept: true } : {}), ...paper } })
      .then(
        (written) => {
          setErrors((all) => without(all, key));
          setAsked((all) => without(all, key));
          setKept((all) => (!written ? { ...all, [key]: true } : Object.keys(all).length > 0 ? {} : all));
          if (refused[key]) void forget(refused[key].draft.id); // entered again
        },
        (error: unknown) => {
          const ask = unusualOf(error);
          setAsked((all) => (ask ? { ...all, [key]: ask } : without(all, key)));
          setErrors((all) => ({
            ...all,
            [key]: ask ? 'Is that right?' : error instanceof ApiError ? error.message : 'Not entered yet. It is kept here; try again.',
          }));
        },
      )
      .finally(() => notifyManager.schedule(() => count(-1))); // after what it says has been drawn
  };
  /** What was asked about is what stands on the way: the field keeps it until it has been entered. */
  const last = useRef<Record<string, unknown>>({});
  const sentLast = (spec: Schemas['ReadingSpec']) => last.current[spec.key] ?? asked[spec.key]?.value;
  const { job, person } = useWork();
  const latest = useRef(enter);
  useLayoutEffect(() => {
    latest.current = enter;
  });
  const onEnter = useCallback((key: string, value: unknown) => latest.current(key, value), []);
  const shut = useByTime((now) => isShut(step.gate, now));
  const findings = bench.verdict.findings.filter((f) => f.step === step.id);
  const listedKeys = rows.map((row) => row.key);
  const fields = step.readings.filter((spec) => spec.kind !== 'record' && spec.kind !== 'signature' && spec.kind !== 'row' && !listedKeys.includes(spec.key));
  const missing = bench.verdict.steps.find((s) => s.step === step.id)?.missing ?? [];
  const signed = step.readings.filter((spec) => spec.kind === 'signature');
  const listed = step.readings.filter((spec) => spec.kind === 'row' && spec.instrument === '');
  const told = quiet ? findings.filter((f) => f.severity !== 'go') : findings;
  const beside = (key: string) => told.filter((f) => (f.readings.find((k) => fields.some((spec) => spec.key === k)) ?? '') === key);
  const loose = findings.filter((f) => !f.readings.some((k) => fields.some((spec) => spec.key === k)));

  /** Enter goes on to the next empty field of the step: at once, so that no key that is pressed after it lands in a field on the way. */
  const goOn = (e: KeyboardEvent<HTMLDivElement>) => {
    if (e.key !== 'Enter' || !(e.target instanceof HTMLInputElement)) return;
    const boxes = [...e.currentTarget.querySelectorAll<HTMLInputElement>(BOXES)];
    const next = boxes.slice(boxes.indexOf(e.target) + 1).find((box) => box.value === '');
    if (!next) return;
    e.preventDefault();
    next.focus();
  };
  useEffect(() => {
    // a keyboard begins at the first empty field; a finger is not surprised by a keyboard that comes up
    if (pace !== 'list' || !window.matchMedia('(pointer: fine)').matches) return;
    [...(card.current?.querySelectorAll<HTMLInputElement>(`[data-missing] ${BOXES}`) ?? [])].find((box) => box.value === '')?.focus({ preventScroll: true });
  }, [pace, step.id]);
  const isInput = step.readings.some((spec) => spec.kind === 'row');
  const tapped = step.readings.some((spec) => spec.kind === 'row' && spec.instrument !== '');
  const wrong = loose.some(bad) && <Findings findings={loose.filter(bad)} bench={bench} queryKey={queryKey} label="What is wrong" />;
  // what was typed goes: the field shows what was meant
  const takeMeant = (key: string, value: number) => {
    typed(person.id, draftOf(key)).remove();
    setMeant((old) => ({ ...old, [key]: (old[key] ?? 0) + 1 }));
    enter(key, value);
  };
  const onPaper = mayEnter && step.readings.some((spec) => spec.kind !== 'record' && spec.kind !== 'signature') && (
    <FromPaper doneAt={doneAt} onDoneAt={setDoneAt} now={jobNow()} />
  );
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
      {doneAt !== null && onPaper}
      {/* what is tapped fast must not move under the finger when its verdict arrives */}
      {!tapped && wrong}
      {mayEnter && !shut && scan}
      {rows.length > 0 && (
        <Listed
          rows={rows}
          steps={bench.procedure.steps}
          own={step.id}
          disabled={!mayEnter || shut || entry.isPending}
          error={unlisted}
          onAllSo={allSo}
          onNotSo={notSo}
        />
      )}
      {instrument && isInput && <Box sx={{ my: 2 }}>{instrument}</Box>}
      {tapped && wrong}
      {listed.map((spec) => (
        <RowsField key={spec.key} bench={bench} spec={spec} queryKey={queryKey} disabled={!mayEnter || shut} doneAt={doneAt} />
      ))}
      <Box sx={instrument && !isInput && fields.length > 0 ? { display: { xl: 'grid' }, gridTemplateColumns: 'minmax(0,1fr) minmax(0,1fr)', gap: 3 } : {}}>
        <Box
          ref={card}
          onKeyDown={goOn}
          sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2, my: 2, alignContent: 'start' }}
        >
          {fields.map((spec) => (
            <Box
              key={spec.key}
              data-missing={missing.includes(spec.key) || undefined}
              sx={
                spec.kind === 'code' || spec.kind === 'now' || (spec.kind === 'series' && Math.max(...spec.counts) >= 12)
                  ? { gridColumn: '1 / -1' }
                  : spec.kind === 'series'
                    ? { gridColumn: { sm: '1 / -1', lg: 'auto' } } // a ring wants the width of a hand
                    : {}
              }
            >
              <ReadingField
                key={meant[spec.key] ?? 0}
                spec={spec}
                reading={step.stale.includes(spec.key) ? undefined : bench.readings[spec.key]}
                error={errors[spec.key] ?? refused[spec.key]?.said ?? null}
                busy={(onWay[spec.key] ?? 0) > 0}
                disabled={!mayEnter || shut}
                onEnter={onEnter}
                draftKey={draftOf(spec.key)}
                ring={spec.kind === 'series' ? ringOf(bench, step, spec) : null}
              />
              {asked[spec.key] && (
                <AskSize
                  spec={spec}
                  ask={asked[spec.key]!}
                  onKeep={() => enter(spec.key, sentLast(spec), true)}
                  {...(spec.kind === 'number' ? { onMeant: (value: number) => takeMeant(spec.key, value) } : {})}
                />
              )}
              {beside(spec.key).length > 0 && <Findings plain findings={beside(spec.key)} bench={bench} queryKey={queryKey} label={`Verdict: ${spec.label}`} />}
              <HowSaid reading={bench.readings[spec.key]} />
              {bench.readings[spec.key]?.entered_at && (
                <Typography variant="body2" color="text.secondary">
                  From paper: done {timeOfDay(bench.readings[spec.key]!.at, job.time_zone)}, entered{' '}
                  {dayAndTime(bench.readings[spec.key]!.entered_at!, job.time_zone)}.
                </Typography>
              )}
              {bench.readings[spec.key]?.late_min != null && (
                <Typography variant="body2" color="text.secondary">
                  Sent {span(60 * bench.readings[spec.key]!.late_min!)} after it was taken.
                </Typography>
              )}
              {bench.readings[spec.key]?.rights && (
                <Typography variant="body2" color="text.secondary">
                  {bench.readings[spec.key]!.rights}
                </Typography>
              )}
              {bench.readings[spec.key]?.over && (
                <Typography variant="body2" color="text.secondary">
                  {bench.readings[spec.key]!.by} answered this after {bench.readings[spec.key]!.over!.by} (
                  {timeOfDay(bench.readings[spec.key]!.over!.at, job.time_zone)}); the later one stands.
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
        {instrument && !isInput && <Box sx={{ my: 2 }}>{instrument}</Box>}
      </Box>
      {!mayEnter && fields.length > 0 && <Alert severity="info">You may read this, not enter readings.</Alert>}
      {footer}
      {doneAt === null && onPaper}
      <StepPictures bench={bench} step={step} queryKey={queryKey} />
      {loose.some((f) => !bad(f)) && <Findings findings={loose.filter((f) => !bad(f))} bench={bench} queryKey={queryKey} label="Findings of this step" />}
    </Paper>
  );
}

/** How an answer came about, where it was not by itself. */
function HowSaid({ reading }: { reading: Schemas['Reading'] | undefined }) {
  const { job } = useWork();
  if (!reading || reading.how === 'by_itself') return null;
  return (
    <Typography variant="body2" color="text.secondary">
      {reading.from ? `From the shift sheet: ${reading.from.by}, ${timeOfDay(reading.from.at, job.time_zone)}.` : 'Confirmed as a list.'}
    </Typography>
  );
}
