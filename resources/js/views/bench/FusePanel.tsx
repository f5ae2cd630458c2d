import { useEffect, useMemo, useRef, useState } from 'react';
import { Alert, Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { get, post, type Schemas } from '../../api/client';
import { benchQuery, fusionTraceQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { jobNow, span, timeOfDay } from '../../app/time';
import { TraceChart } from '../../instruments/trace/TraceChart';

type Sample = Schemas['FusionSample'];
type Run = Schemas['FusionRun'];

const FAULTS = [
  ['none', 'as it should be'],
  ['droop', 'supply droops'],
  ['early_stop', 'stopped early'],
  ['wrong_resistance', 'wrong resistance'],
] as const;
const POLL_MS = 400;

interface Fusion {
  duration_s: number;
  energy_kj: number;
  end_code: string;
  started_at: string;
  ended_at: string;
  trace: string;
  simulated: boolean;
}

/** The simulated control unit and its trace; or the record of a real one, brought as a file. */
export function FusePanel({ bench, step, mayEnter }: { bench: Schemas['Bench']; step: Schemas['Step']; mayEnter: boolean }) {
  const done = bench.readings.fusion?.value as Fusion | undefined;
  return done ? <Done fusion={done} bench={bench} step={step} /> : <Unit bench={bench} step={step} mayEnter={mayEnter} />;
}

function FusionTrace({ samples, nominal, time }: { samples: Sample[]; nominal: number; time: number }) {
  const x = useMemo(() => samples.map((s) => s.t), [samples]);
  const peak = Math.max(10, ...samples.map((s) => s.i));
  const top = Math.ceil(peak / 20) * 20;
  const curves = useMemo(
    () => [
      { label: 'voltage', unit: 'V', colour: 'pipe', scale: 'v', values: samples.map((s) => s.v) },
      { label: 'low', unit: 'V', colour: 'line', scale: 'v', values: samples.map(() => nominal * 0.95), dash: [4, 6] },
      { label: 'high', unit: 'V', colour: 'line', scale: 'v', values: samples.map(() => nominal * 1.05), dash: [4, 6] },
      { label: 'current', unit: 'A', colour: 'hand', scale: 'i', values: samples.map((s) => s.i) },
    ],
    [samples, nominal],
  );
  return <TraceChart label="Fusion trace: voltage and current over time" x={x} curves={curves} xTitle="time, s" xMax={Math.max(time, x.at(-1) ?? 0) * 1.02} ranges={{ v: [nominal * 0.5, nominal * 1.1], i: [0, top] }} height={260} />;
}

function Done({ fusion, bench, step }: { fusion: Fusion; bench: Schemas['Bench']; step: Schemas['Step'] }) {
  const { job } = useWork();
  const trace = useQuery(fusionTraceQuery(fusion.trace));
  const release = bench.verdict.clocks.find((c) => c.id === 'release') ?? null;
  const test = bench.verdict.clocks.find((c) => c.id === 'test') ?? null;
  return (
    <Box sx={{ mb: 2 }}>
      <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 4, rowGap: 1, mb: 1 }}>
        {[
          ['ran', `${fusion.duration_s} s`],
          ['energy', `${fusion.energy_kj.toFixed(0)} kJ`],
          ['ended', `${timeOfDay(fusion.ended_at, job.time_zone)}, ${fusion.end_code.replaceAll('_', ' ')}`],
          ...(release ? [['release at', timeOfDay(release.due_at, job.time_zone)]] : []),
          ...(test ? [['test from', timeOfDay(test.due_at, job.time_zone)]] : []),
        ].map(([name, value]) => (
          <Box key={name}>
            <Typography variant="body2" color="text.secondary">
              {name}
            </Typography>
            <Typography className="num" sx={{ fontWeight: 700, fontSize: '1.15rem' }}>
              {value}
            </Typography>
          </Box>
        ))}
      </Stack>
      {trace.data && <FusionTrace samples={trace.data.samples} nominal={Number(step.guide.voltage_v)} time={Number(step.guide.time_s)} />}
      {fusion.simulated && (
        <Typography variant="body2" color="text.secondary">
          Record of the simulated control unit.
        </Typography>
      )}
    </Box>
  );
}

function Unit({ bench, step, mayEnter }: { bench: Schemas['Bench']; step: Schemas['Step']; mayEnter: boolean }) {
  const client = useQueryClient();
  const jointId = bench.subject_id;
  const [speed, setSpeed] = useState(20);
  const [fault, setFault] = useState<string>('none');
  const [runId, setRunId] = useState(bench.fusion_run);
  const [samples, setSamples] = useState<Sample[]>([]);
  const last = useRef(-1);
  const take = (run: Run, whole = false) => {
    setSamples((before) => (whole ? run.samples : [...before, ...run.samples]));
    last.current = run.samples.at(-1)?.t ?? last.current;
    if (run.finished) {
      void client.invalidateQueries({ queryKey: benchQuery(jointId).queryKey });
      void client.invalidateQueries({ queryKey: ['line'] });
      void client.invalidateQueries({ queryKey: ['clocks'] });
      void client.invalidateQueries({ queryKey: ['job'] });
    }
  };
  const start = useMutation({
    mutationFn: () => post<Run>(`/joints/${jointId}/fusion-runs`, { speed, fault }),
    onSuccess: (run) => {
      last.current = -1;
      setSamples([]);
      setRunId(run.id);
    },
  });
  const stop = useMutation({ mutationFn: () => post<Run>(`/fusion-runs/${runId}/stop`), onSuccess: (run) => take(run, true) });
  const running = useQuery({
    queryKey: ['fusion-run', runId],
    queryFn: async ({ signal }) => {
      const run = await get<Run>(`/fusion-runs/${runId}?since=${last.current}`, signal);
      take(run);
      return { elapsed: run.elapsed_s, time: run.time_s, finished: run.finished };
    },
    enabled: runId !== null,
    refetchInterval: (query) => (query.state.data?.finished ? false : POLL_MS),
    staleTime: 0,
    gcTime: 0,
  });
  const going = runId !== null && !running.data?.finished;
  const [warned, setWarned] = useState(false);
  const before = bench.verdict.steps.slice(0, bench.verdict.steps.findIndex((s) => s.step === 'fuse'));
  const missing = before.filter((s) => s.missing.length > 0);
  const mend = bench.verdict.findings.filter((f) => f.severity === 'mend' && !f.overrule);
  const stopped = bench.verdict.findings.filter((f) => f.severity === 'stop' && !f.overrule);
  const labelRead = typeof step.guide.time_s === 'number' && typeof step.guide.voltage_v === 'number' && typeof step.guide.resistance_ohm === 'number';
  const unready = missing.length > 0 || mend.length > 0;
  useEffect(() => setWarned(false), [unready]);

  return (
    <Box sx={{ mb: 2 }}>
      {!going && (
        <>
          {stopped.map((f) => (
            <Alert key={f.rule} severity="error" sx={{ mb: 1 }}>
              {f.said} {f.todo}
            </Alert>
          ))}
          {(missing.length > 0 || mend.length > 0) && (
            <Alert severity="warning" sx={{ mb: 1 }}>
              Not ready to fuse. {mend.map((f) => `${f.said} ${f.todo}`).join(' ')} {missing.length > 0 && `Not entered yet: ${missing.map((s) => s.title).join(', ')}.`} What is fused like this can only be cut out.
            </Alert>
          )}
          <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mb: 1.5 }}>
            <TextField select label="Speed" value={speed} onChange={(e) => setSpeed(Number(e.target.value))} sx={{ minWidth: 130 }}>
              {[1, 5, 20, 60, 200].map((s) => (
                <MenuItem key={s} value={s}>
                  {s === 1 ? 'real time' : `${s} times`}
                </MenuItem>
              ))}
            </TextField>
            <TextField select label="Simulated unit: let it run" value={fault} onChange={(e) => setFault(e.target.value)} sx={{ minWidth: 210 }}>
              {FAULTS.map(([id, name]) => (
                <MenuItem key={id} value={id}>
                  {name}
                </MenuItem>
              ))}
            </TextField>
            {unready && !warned ? (
              <Button variant="outlined" color="secondary" disabled={!mayEnter || !labelRead || stopped.length > 0} onClick={() => setWarned(true)} sx={{ flex: 1, minHeight: 56 }}>
                Fuse all the same …
              </Button>
            ) : (
              <Button variant="contained" color="secondary" disabled={!mayEnter || !labelRead || start.isPending || stopped.length > 0} onClick={() => start.mutate()} sx={{ flex: 1, minHeight: 56 }}>
                {unready ? 'Yes, start it unready' : 'Start fusion'}
              </Button>
            )}
          </Stack>
          {!labelRead && <Typography>Read the label first: the unit takes voltage, time and resistance from it.</Typography>}
          {start.error && <Alert severity="error">{start.error.message}</Alert>}
          {mayEnter && <BringRecord joint={jointId} />}
        </>
      )}
      {going && (
        <>
          <Stack direction="row" spacing={2} sx={{ alignItems: 'center', justifyContent: 'space-between', mb: 1 }}>
            <Typography className="num" role="timer" sx={{ fontSize: '2rem', fontWeight: 700, color: 'hand' }}>
              {running.data ? span(running.data.time - running.data.elapsed) : '…'}
            </Typography>
            <Typography sx={{ flex: 1 }}>Fusing. Stay a metre back; hands off pipes and leads.</Typography>
            <Button variant="outlined" color="secondary" onClick={() => stop.mutate()} sx={{ minHeight: 60 }}>
              Stop the unit
            </Button>
          </Stack>
          <FusionTrace samples={samples} nominal={Number(step.guide.voltage_v)} time={Number(step.guide.time_s)} />
        </>
      )}
    </Box>
  );
}

function BringRecord({ joint }: { joint: string }) {
  const client = useQueryClient();
  const [minutesAgo, setMinutesAgo] = useState('10');
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.set('file', file);
      form.set('started_at', new Date(jobNow() - Number(minutesAgo.replace(',', '.')) * 60_000).toISOString());
      return post<Schemas['Bench']>(`/joints/${joint}/fusion-records`, form);
    },
    onSuccess: () => void client.invalidateQueries(),
  });
  return (
    <Box component="details" sx={{ mt: 1 }}>
      <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', py: 1 }}>
        Fused with a real unit? Bring its record
      </Box>
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', flexWrap: 'wrap', rowGap: 1 }}>
        <TextField label="Began, minutes ago" value={minutesAgo} onChange={(e) => setMinutesAgo(e.target.value)} sx={{ width: 180 }} />
        <Button component="label" variant="outlined">
          Choose CSV
          <input type="file" accept=".csv,text/csv" hidden aria-label="Fusion record file" onChange={(e) => e.target.files?.[0] && bring.mutate(e.target.files[0])} />
        </Button>
        <Typography variant="body2" color="text.secondary">
          Columns time_s, voltage_v, current_a; joint, label, end_code where known.
        </Typography>
      </Stack>
      {bring.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {bring.error.message}
        </Alert>
      )}
    </Box>
  );
}
