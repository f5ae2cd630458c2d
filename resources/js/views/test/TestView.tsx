import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { post, type Schemas } from '../../api/client';
import { sectionTestsQuery } from '../../api/queries';
import { ForwardButton } from '../../app/ClocksRail';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { StepCard } from '../bench/StepCard';
import { PlanTable } from './PlanTable';
import { TestRun } from './TestRun';

/** A section on its way to a passed pressure test: ready or not, planned, run, read. */
export function TestView() {
  const { main } = useWork();
  const { section: name } = useParams();
  const section = main.sections.find((s) => s.name === name) ?? main.sections[0];
  const tests = useQuery({ ...sectionTestsQuery(section?.id ?? ''), enabled: section !== undefined, refetchInterval: 15_000 });
  if (!section) return <Typography>This main has no sections yet.</Typography>;
  return (
    <Stack spacing={2}>
      <Stack direction="row" spacing={1} component="nav" aria-label="Sections">
        {main.sections.map((s) => (
          <Button key={s.id} component={RouterLink} to={`/test/${s.name}`} variant={s.id === section.id ? 'contained' : 'outlined'} aria-current={s.id === section.id ? 'page' : undefined}>
            Section {s.name}
          </Button>
        ))}
      </Stack>
      {tests.error ? <Alert severity="error">{tests.error.message}</Alert> : tests.data ? <Section data={tests.data} key={section.id} /> : <CircularProgress aria-label="Loading tests" />}
    </Stack>
  );
}

function Section({ data }: { data: Schemas['SectionTests'] }) {
  const last = data.tests.at(-1);
  const open = last && (last.state === 'planned' || last.state === 'running');
  return (
    <>
      {last && <TestRun key={last.id} test={last} section={data.section.id} />}
      {!open && <Ready data={data} repeat={last !== undefined} />}
      {data.tests.length > 1 && (
        <Paper sx={{ p: 2 }}>
          <Typography variant="h2">Earlier tests of this section</Typography>
          {data.tests.slice(0, -1).map((test) => (
            <Earlier key={test.id} test={test} />
          ))}
        </Paper>
      )}
    </>
  );
}

function Earlier({ test }: { test: Schemas['PressureTest'] }) {
  const { job } = useWork();
  return (
    <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
      <Typography sx={{ flex: 1 }}>
        Test {test.number}: {test.state} {test.ended_at ? dayAndTime(test.ended_at, job.time_zone) : ''}
      </Typography>
      <Button component="a" href={`/api/v1/tests/${test.id}/certificate.pdf`}>
        Certificate
      </Button>
    </Stack>
  );
}

function Ready({ data, repeat }: { data: Schemas['SectionTests']; repeat: boolean }) {
  const { person, job } = useWork();
  const client = useQueryClient();
  const queryKey = sectionTestsQuery(data.section.id).queryKey;
  const mayTest = ['tester', 'supervisor', 'admin'].includes(person.role);
  const [shown, setShown] = useState<string | null>(null);
  const plan = useMutation({
    mutationFn: () => post<Schemas['PressureTest']>(`/sections/${data.section.id}/tests`, { method: 'f2164' }),
    onSuccess: () => client.invalidateQueries({ queryKey }),
  });
  const steps = data.bench.procedure.steps;
  return (
    <>
      <Paper component="section" aria-label="Readiness" sx={{ p: 2.5 }}>
        <Typography variant="h1">{data.ready ? 'Ready to test' : 'Not ready to test'}</Typography>
        <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {data.gates.map((gate) => {
            const step = steps.findIndex((s) => s.id === gate.id);
            return (
              <Stack component="li" key={gate.id} direction="row" spacing={1.5} sx={{ alignItems: 'center', py: 0.75, borderTop: 1, borderColor: 'divider' }}>
                <GateMark holds={gate.holds} />
                <Box sx={{ flex: 1 }}>
                  <Typography sx={{ fontWeight: 640 }}>{gate.title}</Typography>
                  <Typography>
                    {gate.said}
                    {gate.until ? ` Until ${dayAndTime(gate.until, job.time_zone)}.` : ''}
                  </Typography>
                  {gate.id === 'rest' && gate.until && <ForwardButton to={gate.until} />}
                </Box>
                {step >= 0 && (
                  <Button variant={gate.holds ? 'text' : 'outlined'} color={gate.holds ? 'primary' : 'secondary'} aria-expanded={shown === gate.id} onClick={() => setShown(shown === gate.id ? null : gate.id)}>
                    {shown === gate.id ? 'Close' : gate.holds ? 'Look' : 'Answer'}
                  </Button>
                )}
              </Stack>
            );
          })}
        </Stack>
      </Paper>
      {steps.map((step, k) => step.id === shown && <StepCard key={step.id} bench={data.bench} step={step} queryKey={queryKey} mayEnter={mayTest} heading={`Making section ${data.section.name} ready · ${k + 1} of ${steps.length}`} />)}
      <Paper component="section" aria-label="Plan" sx={{ p: 2.5 }}>
        <Typography variant="h2">
          {data.methods[0]?.title} [{data.methods[0]?.source}]
        </Typography>
        <PlanTable plan={data.plan} section={data.section} />
        {plan.error && <Alert severity="error">{plan.error.message}</Alert>}
        <Button variant="contained" color="secondary" disabled={!data.ready || !mayTest || plan.isPending} onClick={() => plan.mutate()} sx={{ minHeight: 60, mt: 1 }} fullWidth>
          {!mayTest ? 'A tester or supervisor plans the test' : data.ready ? (repeat ? 'Plan a repeat test' : 'Plan this test') : 'Opens when every line above holds'}
        </Button>
      </Paper>
    </>
  );
}

function GateMark({ holds }: { holds: boolean }) {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" role="img" aria-label={holds ? 'holds' : 'does not hold'}>
      <rect x="2" y="2" width="22" height="22" fill={holds ? 'var(--mui-palette-pipe)' : 'none'} stroke={`var(--mui-palette-${holds ? 'pipe' : 'hand'})`} strokeWidth="3" />
      {holds ? <path d="M7 13l4 4 8-9" fill="none" stroke="var(--mui-palette-background-paper)" strokeWidth="3" /> : <path d="M8 13h10" stroke="var(--mui-palette-hand)" strokeWidth="3" />}
    </svg>
  );
}
