import { useRef, useState } from 'react';
import { Alert, Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../../api/client';
import { benchQuery } from '../../../api/queries';
import { span } from '../../../app/time';
import { BringRecord } from './BringRecord';
import { FusionDone, type Fusion } from './FusionDone';
import { FusionTrace } from './FusionTrace';
import { WhatIf } from './WhatIf';

type Sample = Schemas['FusionSample'];
type Run = Schemas['FusionRun'];
interface Props {
  bench: Schemas['Bench'];
  step: Schemas['Step'];
  guide: Schemas['FusionGuide'];
  mayEnter: boolean;
}

const POLL_MS = 400;

/** The simulated control unit and its trace, or a real one's as it sends it; or its record, brought as a file. */
export function FusePanel({ bench, step, guide, mayEnter }: Props) {
  const record = guide.record;
  const done = bench.readings[record]?.value as Fusion | undefined;
  const running = bench.fusion_run !== null && bench.fusion_run_record === record;
  const again = done !== undefined && guide.may_repeat;
  return (
    <>
      {done && <FusionDone fusion={done} bench={bench} guide={guide} />}
      {(!done || again || running) && (
        <Unit key={`${record}${guide.times}`} bench={bench} step={step} guide={guide} mayEnter={mayEnter} again={done !== undefined} />
      )}
      {guide.heat && <WhatIf given={guide.heat} />}
    </>
  );
}

function Unit({ bench, step, guide, mayEnter, again }: Props & { again: boolean }) {
  const client = useQueryClient();
  const jointId = bench.subject_id;
  const record = guide.record;
  const [speed, setSpeed] = useState(20);
  const [fault, setFault] = useState<string>('good');
  const [runId, setRunId] = useState(bench.fusion_run_record === record ? bench.fusion_run : null);
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
    mutationFn: () => answered(api.POST('/joints/{joint}/fusion-runs', { params: { path: { joint: jointId } }, body: { speed, fault, record } })),
    onSuccess: (run) => {
      last.current = -1;
      setSamples([]);
      setRunId(run.id);
    },
  });
  const at = { path: { run: runId ?? '' } };
  const stop = useMutation({ mutationFn: () => answered(api.POST('/fusion-runs/{run}/stop', { params: at })), onSuccess: (run) => take(run, true) });
  const running = useQuery({
    queryKey: ['fusion-run', runId],
    queryFn: async ({ signal }) => {
      let run = await answered(api.GET('/fusion-runs/{run}', { params: { ...at, query: { since: last.current } }, signal }));
      const whole = run.over && !run.finished; // a look writes nothing: it is written down when asked
      if (whole) run = await answered(api.POST('/fusion-runs/{run}/settle', { params: at }));
      take(run, whole);
      return { elapsed: run.elapsed_s, time: run.time_s, finished: run.finished, device: run.device };
    },
    enabled: runId !== null,
    refetchInterval: (query) => (query.state.data?.finished ? false : POLL_MS),
    staleTime: 0,
    gcTime: 0,
  });
  const going = runId !== null && !running.data?.finished;
  const before = bench.verdict.steps.slice(
    0,
    bench.verdict.steps.findIndex((s) => s.step === step.id),
  );
  const missing = before.filter((s) => s.missing.length > 0);
  const own = (f: Schemas['Finding']) => f.readings.includes(record);
  const settles = guide.settles; // what heating again is for
  const mend = bench.verdict.findings.filter((f) => f.severity === 'mend' && !f.overrule && !own(f) && !(again && settles.includes(f.rule)));
  const stopped = bench.verdict.findings.filter((f) => f.severity === 'stop' && !f.overrule && !own(f));
  const labelRead = guide.time_s !== null && guide.voltage_v !== null;
  const unready = missing.length > 0 || mend.length > 0;

  return (
    <Box sx={{ mb: 2 }}>
      {!going && (
        <>
          {again && <Typography sx={{ mb: 1, fontWeight: 640 }}>It may be heated once more:</Typography>}
          {stopped.map((f) => (
            <Alert key={f.rule} severity="error" sx={{ mb: 1 }}>
              {f.said} {f.todo}
            </Alert>
          ))}
          {unready && (
            <Alert severity="warning" sx={{ mb: 2 }}>
              Not ready to fuse. {mend.map((f) => `${f.said} ${f.todo}`).join(' ')}{' '}
              {missing.length > 0 && `Not entered yet: ${missing.map((s) => s.title).join(', ')}.`} The unit does not start before that: what is fused unseen
              can only be cut out.
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
              {bench.faults.map(({ id, title }) => (
                <MenuItem key={id} value={id}>
                  {title}
                </MenuItem>
              ))}
            </TextField>
            {/* whether it may start is asked of the rules when it is pressed: they also know what has gone stale */}
            <Button
              variant={unready ? 'outlined' : 'contained'}
              color="secondary"
              disabled={!mayEnter || !labelRead || start.isPending || stopped.length > 0}
              onClick={() => start.mutate()}
              sx={{ flex: 1, minHeight: 56 }}
            >
              {again ? `${step.title} again` : step.title === 'Preheat' ? 'Start preheat' : 'Start fusion'}
            </Button>
          </Stack>
          {!labelRead && <Typography>Read the label first: the unit takes voltage and time from it.</Typography>}
          {start.error && <Alert severity="error">{start.error.message}</Alert>}
          {mayEnter && <BringRecord joint={jointId} record={record} />}
        </>
      )}
      {going && (
        <>
          <Stack direction="row" spacing={2} sx={{ alignItems: 'center', justifyContent: 'space-between', mb: 1 }}>
            <Typography className="num" role="timer" sx={{ fontSize: '2rem', fontWeight: 700, color: 'hand' }}>
              {running.data ? span(running.data.time - running.data.elapsed) : '…'}
            </Typography>
            <Typography sx={{ flex: 1 }}>
              {running.data?.device ? 'The control unit is sending its samples. ' : ''}Fusing. Stay a metre back; hands off pipes and leads.
            </Typography>
            <Button variant="outlined" color="secondary" onClick={() => stop.mutate()} sx={{ minHeight: 60 }}>
              {running.data?.device ? 'Stop recording' : 'Stop the unit'}
            </Button>
          </Stack>
          <FusionTrace samples={samples} nominal={guide.voltage_v ?? 0} band={guide.voltage_band_percent} time={guide.time_s ?? 0} />
        </>
      )}
    </Box>
  );
}
