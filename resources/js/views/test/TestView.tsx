import { useState } from 'react';
import { Link as RouterLink, useParams } from 'react-router';
import { Alert, Box, Button, Chip, CircularProgress, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { sectionTestsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { isLost } from '../../app/isLost';
import { FactsForm } from './FactsForm';
import { PlanDetails } from './PlanDetails';
import { Readiness } from './Readiness';
import { DivideSection } from './Sections';
import { outcome } from './shown';
import { TestRun } from './TestRun';
import { useMayTest, type Test } from './useTest';

type Data = Schemas['SectionTests'];

/** A section on its way to a passed test: known, ready or not, planned, run, read, proven. */
export function TestView() {
  const { main } = useWork();
  const { section: name } = useParams();
  const section = main.sections.find((s) => s.name === name) ?? main.sections[0];
  if (!section) return <Typography>This main has no sections yet.</Typography>;
  return (
    <Stack spacing={2}>
      {main.sections.length > 1 && (
        <Stack direction="row" spacing={1} component="nav" aria-label="Sections">
          {main.sections.map((s) => (
            <Button
              key={s.id}
              component={RouterLink}
              to={`/test/${s.name}`}
              variant={s.id === section.id ? 'contained' : 'outlined'}
              aria-current={s.id === section.id ? 'page' : undefined}
            >
              Section {s.name}
            </Button>
          ))}
        </Stack>
      )}
      <Section id={section.id} key={section.id} />
    </Stack>
  );
}

function Section({ id }: { id: string }) {
  const [method, setMethod] = useState<string | null>(null);
  const [options, setOptions] = useState<Record<string, string>>({});
  const query = useQuery({ ...sectionTestsQuery(id, method, options), refetchInterval: 15_000, placeholderData: (before) => before });
  if (isLost(query)) return <Alert severity="error">{query.error?.message}</Alert>;
  if (!query.data) return <CircularProgress aria-label="Loading tests" />;
  const data = query.data;
  const last = data.tests.at(-1);
  const open = last && (last.state === 'planned' || last.state === 'running');
  const choose = (next: string) => {
    setMethod(next);
    setOptions({});
  };
  const earlier = data.tests.slice(0, -1);
  return (
    <>
      {last && <TestRun key={last.id} test={last} facts={data.section.facts} />}
      {!open && <Next data={data} repeat={last} options={options} onMethod={choose} onOption={(key, value) => setOptions({ ...options, [key]: value })} />}
      {!open && <DivideSection id={id} at={data.plan?.window.splits_m[0]} />}
      {earlier.length > 0 && (
        <Paper sx={{ p: 2 }}>
          <Typography variant="h2">Earlier tests of this section</Typography>
          {earlier.map((test) => (
            <Earlier key={test.id} test={test} />
          ))}
        </Paper>
      )}
    </>
  );
}

function Earlier({ test }: { test: Test }) {
  const { job } = useWork();
  return (
    <Stack direction="row" spacing={2} sx={{ alignItems: 'center', borderTop: 1, borderColor: 'divider', py: 0.5 }}>
      <Typography sx={{ flex: 1 }}>
        <b>Test {test.number}:</b> {outcome(test)}, {test.title} {test.ended_at ? `· ${dayAndTime(test.ended_at, job.time_zone)}` : ''}
        {test.mends.map((m) => (
          <Typography key={m.seq} component="span" variant="body2" color="text.secondary" sx={{ display: 'block' }}>
            Mended{m.joint === null ? '' : ` joint ${m.joint}`}: {m.what}
          </Typography>
        ))}
      </Typography>
      <Button component="a" href={`/api/v1/tests/${test.id}/package.pdf`}>
        Package
      </Button>
    </Stack>
  );
}

interface NextProps {
  data: Data;
  repeat: Test | undefined;
  options: Record<string, string>;
  onMethod: (id: string) => void;
  onOption: (key: string, value: string) => void;
}

/** What stands between a section and its next test: its readiness first while that is what is missing, else the plan. */
function Next({ data, repeat, options, onMethod, onOption }: NextProps) {
  const [facts, setFacts] = useState(false);
  const [again, setAgain] = useState(false);
  if (repeat?.state === 'passed' && !again) {
    return (
      <Button variant="outlined" onClick={() => setAgain(true)} sx={{ alignSelf: 'flex-start', minHeight: 52 }}>
        Plan another test of this section
      </Button>
    );
  }
  const readiness = <Readiness data={data} key="readiness" />;
  const plan = <Plan key="plan" data={data} repeat={repeat} options={options} onMethod={onMethod} onOption={onOption} onFacts={() => setFacts(!facts)} />;
  return (
    <>
      {data.ready ? [plan, readiness] : [readiness, plan]}
      {facts && <FactsForm section={data.section} units={data.facts_display} onDone={() => setFacts(false)} />}
    </>
  );
}

function Plan({ data, repeat, options, onMethod, onOption, onFacts }: NextProps & { onFacts: () => void }) {
  const client = useQueryClient();
  const mayTest = useMayTest();
  const method = data.methods.find((m) => m.id === data.chosen);
  const plan = useMutation({
    mutationFn: () =>
      answered(api.POST('/sections/{section}/tests', { params: { path: { section: data.section.id } }, body: { method: data.chosen, options } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['tests'] }),
  });
  const passed = repeat?.state === 'passed';
  return (
    <Paper component="section" aria-label="Plan" sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Typography variant="h1">{repeat ? (passed ? 'Test it again' : 'Plan the repeat') : `Plan the test of section ${data.section.name}`}</Typography>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,1.4fr) repeat(auto-fit, minmax(150px, 0.6fr))' }, gap: 1.5, mt: 1.5 }}
      >
        <TextField select label="Method" value={data.chosen ?? ''} onChange={(e) => onMethod(e.target.value)}>
          {data.methods.map((m, k) => (
            <MenuItem key={m.id} value={m.id} sx={{ minHeight: 52, whiteSpace: 'normal' }}>
              {m.title}
              {k === 0 ? ' – offered first' : ''}
            </MenuItem>
          ))}
        </TextField>
        {method?.options.map((option) => (
          <TextField
            key={option.key}
            select
            label={option.label}
            value={options[option.key] ?? option.choices[0]?.value ?? ''}
            onChange={(e) => onOption(option.key, e.target.value)}
          >
            {option.choices.map((choice) => (
              <MenuItem key={choice.value} value={choice.value} sx={{ minHeight: 52 }}>
                {choice.label}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </Box>
      {method && (
        <Stack direction="row" spacing={1} sx={{ mt: 1, alignItems: 'center', flexWrap: 'wrap', rowGap: 0.5 }}>
          {method.remembered && <Chip size="small" label="remembered, not at hand" variant="outlined" />}
          {method.standing === 'advises' && <Chip size="small" label="advises only" variant="outlined" />}
          {method.standing === 'part' && <Chip size="small" label="a check within another test" variant="outlined" />}
          <Typography variant="body2" color="text.secondary">
            {method.why} [{method.source}]
          </Typography>
        </Stack>
      )}
      {data.plan_fault && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {data.plan_fault}
        </Alert>
      )}
      {plan.error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {plan.error.message}
        </Alert>
      )}
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1.5 }}>
        <Button
          variant="contained"
          color="secondary"
          disabled={!data.ready || !mayTest || plan.isPending}
          onClick={() => plan.mutate()}
          sx={{ minHeight: 60, flex: 1 }}
        >
          {!mayTest
            ? 'A tester or supervisor plans the test'
            : data.ready
              ? repeat
                ? 'Plan a repeat test'
                : 'Plan this test'
              : 'Opens when every line of the readiness holds'}
        </Button>
        <Button variant="outlined" onClick={onFacts} sx={{ minHeight: 60 }}>
          {data.section.facts_written ? 'What is known of the section' : 'Write down the section’s facts'}
        </Button>
      </Stack>
      {data.plan && <PlanDetails plan={data.plan} display={data.display} facts={data.section.facts} />}
    </Paper>
  );
}
