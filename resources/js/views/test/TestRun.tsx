import { useMemo, useRef, useState } from 'react';
import { Alert, Box, Button, MenuItem, Paper, Stack, Table, TableBody, TableCell, TableRow, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { get, post, type Schemas } from '../../api/client';
import { sectionTestsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime, span } from '../../app/time';
import { TraceChart, type Band } from '../../instruments/trace/TraceChart';
import { Findings } from '../bench/Findings';
import { PlanTable } from './PlanTable';

type Test = Schemas['PressureTest'];
type Sample = Schemas['TestTrace']['samples'][number];

const FAULTS = [
  ['none', 'tight'],
  ['leak', 'with a leak'],
  ['air', 'with air in it'],
  ['warming', 'with sun on it'],
] as const;

/** One test: started, watched, judged. */
export function TestRun({ test, section }: { test: Test; section: string }) {
  const { person, job } = useWork();
  const client = useQueryClient();
  const refresh = () => client.invalidateQueries({ queryKey: sectionTestsQuery(section).queryKey });
  const mayTest = ['tester', 'supervisor', 'admin'].includes(person.role);
  return (
    <Paper component="section" aria-label={`Test ${test.number}`} sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: test.state === 'passed' ? 'go' : test.state === 'failed' ? 'stop' : 'hand' }}>
      <Typography variant="h1">
        Test {test.number}: {{ planned: 'planned', running: 'running', passed: 'passed', failed: 'not passed' }[test.state]}
      </Typography>
      {test.started_at && (
        <Typography color="text.secondary">
          {dayAndTime(test.started_at, job.time_zone)}
          {test.ended_at ? ` to ${dayAndTime(test.ended_at, job.time_zone)}` : ''}
        </Typography>
      )}
      <Alert severity="warning" icon={false} sx={{ my: 1.5, bgcolor: 'earth', color: 'text.primary', borderLeft: '6px solid', borderLeftColor: 'hand' }}>
        Stored energy: nobody in line with an end, nobody tightens anything under pressure. Lower the pressure first.
      </Alert>
      {test.state === 'planned' ? <Begin test={test} mayTest={mayTest} onDone={refresh} /> : <Trace test={test} onDone={refresh} />}
      {test.verdict && <Verdict verdict={test.verdict} />}
      {test.verdict && (
        <Button component="a" href={`/api/v1/tests/${test.id}/certificate.pdf`} variant="outlined" sx={{ mt: 2 }}>
          Test certificate as PDF
        </Button>
      )}
    </Paper>
  );
}

function Begin({ test, mayTest, onDone }: { test: Test; mayTest: boolean; onDone: () => Promise<void> }) {
  const [speed, setSpeed] = useState(1200);
  const [fault, setFault] = useState<string>('none');
  const start = useMutation({ mutationFn: () => post<Test>(`/tests/${test.id}/run`, { speed, fault }), onSuccess: onDone });
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.set('file', file);
      return post<Test>(`/tests/${test.id}/trace`, form);
    },
    onSuccess: onDone,
  });
  return (
    <>
      <PlanTable plan={test.plan} />
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField select label="Speed" value={speed} onChange={(e) => setSpeed(Number(e.target.value))} sx={{ minWidth: 130 }}>
          {[1, 60, 600, 1200, 6000].map((s) => (
            <MenuItem key={s} value={s}>
              {s === 1 ? 'real time' : `${s} times`}
            </MenuItem>
          ))}
        </TextField>
        <TextField select label="Simulated section" value={fault} onChange={(e) => setFault(e.target.value)} sx={{ minWidth: 170 }}>
          {FAULTS.map(([id, name]) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <Button variant="contained" color="secondary" disabled={!mayTest || start.isPending} onClick={() => start.mutate()} sx={{ flex: 1, minHeight: 56 }}>
          Start with the simulated logger
        </Button>
        <Button component="label" variant="outlined" disabled={!mayTest} sx={{ minHeight: 56 }}>
          Bring a CSV
          <input type="file" accept=".csv,text/csv" hidden aria-label="Pressure trace file" onChange={(e) => (e.target.files?.[0] && bring.mutate(e.target.files[0]), (e.target.value = ''))} />
        </Button>
      </Stack>
      <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
        CSV columns: time_s or time, pressure_kpa or pressure_bar or pressure_psi, temperature_c where logged; comma or semicolon, decimal point or comma.
      </Typography>
      {(start.error ?? bring.error) && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {(start.error ?? bring.error)?.message}
        </Alert>
      )}
    </>
  );
}

function Trace({ test, onDone }: { test: Test; onDone: () => Promise<void> }) {
  const [samples, setSamples] = useState<Sample[]>([]);
  const last = useRef(-1);
  const client = useQueryClient();
  const running = useQuery({
    queryKey: ['test-trace', test.id, test.state],
    queryFn: async ({ signal }) => {
      const trace = await get<Schemas['TestTrace']>(`/tests/${test.id}/trace?since=${last.current}`, signal);
      setSamples((before) => [...before, ...trace.samples]);
      last.current = trace.samples.at(-1)?.t ?? last.current;
      if (test.state === 'running' && trace.test.state !== 'running') {
        await onDone();
        await client.invalidateQueries({ queryKey: ['clocks'] });
        await client.invalidateQueries({ queryKey: ['job'] });
      }
      return { elapsed: trace.elapsed_s, state: trace.test.state };
    },
    refetchInterval: (query) => (query.state.data?.state === 'running' ? 700 : false),
    staleTime: 0,
    gcTime: 0,
  });
  const minutes = test.plan.phases.reduce((sum, phase) => sum + phase.minutes, 0);
  const bands = useMemo<Band[]>(() => {
    const titles = new Map(test.plan.phases.map((phase) => [phase.id, phase.title]));
    if (test.verdict && test.verdict.phases.length > 0) return test.verdict.phases.map((p) => ({ from: p.from_s / 60, to: p.to_s / 60, name: titles.get(p.id) ?? p.id }));
    return test.plan.phases.map((phase, k) => {
      const from = test.plan.phases.slice(0, k).reduce((sum, p) => sum + p.minutes, 0);
      return { from, to: from + phase.minutes, name: phase.title };
    });
  }, [test]);
  const x = useMemo(() => samples.map((s) => s.t / 60), [samples]);
  const temperatures = samples.flatMap((s) => (s.c === null ? [] : [s.c]));
  const curves = useMemo(
    () => [
      { label: 'gauge pressure', unit: 'bar', colour: 'hand', scale: 'p', values: samples.map((s) => s.p / 100) },
      { label: 'water', unit: '°C', colour: 'pipe', scale: 'c', values: samples.map((s) => s.c) },
    ],
    [samples],
  );
  const top = Math.ceil((test.plan.gauge_expansion_kpa / 100) * 1.1);
  const middle = temperatures[0] ?? 12;
  const at = (running.data?.elapsed ?? 0) / 60;
  const phase = test.plan.phases.find((_, k) => at < test.plan.phases.slice(0, k + 1).reduce((sum, p) => sum + p.minutes, 0));
  return (
    <Box sx={{ my: 1.5 }}>
      {test.state === 'running' && (
        <Stack direction="row" spacing={2} sx={{ alignItems: 'baseline', flexWrap: 'wrap' }}>
          <Typography className="num" role="timer" sx={{ fontSize: '1.8rem', fontWeight: 700, color: 'hand' }}>
            {span(minutes * 60 - at * 60)}
          </Typography>
          <Typography>
            <b>{phase?.title}</b> {phase?.do}
          </Typography>
        </Stack>
      )}
      <TraceChart label="Pressure trace with its phases" x={x} curves={curves} bands={bands} xTitle="time, min" xMax={Math.max(minutes, x.at(-1) ?? 0)} ranges={{ p: [0, top], c: [middle - 15, middle + 15] }} height={300} />
    </Box>
  );
}

function Verdict({ verdict }: { verdict: NonNullable<Test['verdict']> }) {
  return (
    <>
      <Typography variant="h2">{verdict.passed ? 'Passed, because' : 'Not passed, because'}</Typography>
      <Findings findings={verdict.findings} label="Findings of this test" />
      {verdict.diagnosis && <Meaning meaning={verdict.diagnosis} />}
      <Typography variant="h2" sx={{ mt: 2 }}>
        Arithmetic
      </Typography>
      <Box sx={{ overflowX: 'auto' }}>
        <Table size="small" aria-label="Arithmetic">
          <TableBody>
            {verdict.arithmetic.map((row) => (
              <TableRow key={row.title}>
                <TableCell>{row.title}</TableCell>
                <TableCell>{row.formula}</TableCell>
                <TableCell align="right" className="num">
                  {row.value}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  );
}

const CAUSES: Record<string, string> = { tight: 'tight', leak: 'a leak', trapped_air: 'trapped air', pe_creep: 'the wall stretching on', temperature_drift: 'a change of temperature', gauge_fault: 'a fault of the gauge, or a disturbance' };

/** What the test hour most looks like, and what to do; advice beside the verdict, never instead of it. */
function Meaning({ meaning }: { meaning: Schemas['TraceMeaning'] }) {
  return (
    <Box component="section" aria-label="What the trace means" sx={{ mt: 2 }}>
      <Typography variant="h2">It looks most like {meaning.looks_like.map((l) => CAUSES[l.cause] ?? l.cause).join(', and ')}</Typography>
      {meaning.looks_like.map((l) => (
        <Typography key={l.cause} sx={{ mt: 0.5 }}>
          {l.evidence} <b>{l.todo}</b>
        </Typography>
      ))}
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.5 }}>
        {Math.round(meaning.confidence * 100)} % sure. Advice from the trace alone, by a model whose figures are from memory: it neither passes nor fails a test.
      </Typography>
    </Box>
  );
}
