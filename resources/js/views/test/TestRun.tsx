import { Alert, Chip, Paper, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { After } from './After';
import { Begin } from './Begin';
import { Live } from './Live';
import { outcome } from './shown';
import { Whole } from './Whole';
import { Verdict } from './Verdict';
import { useBegun } from './useHere';
import type { Test } from './useTest';

const EDGE: Record<Test['state'], string> = { passed: 'go', failed: 'stop', planned: 'hand', running: 'hand', advised: 'watch' };

/** One test: begun, watched, judged, proven. */
export function TestRun({ test: told, facts }: { test: Test; facts: Schemas['SectionFacts'] }) {
  const { job } = useWork();
  const test = useBegun(told);
  return (
    <Paper component="section" aria-label={`Test ${test.number}`} sx={{ p: { xs: 1.5, sm: 2.5 }, borderLeft: '8px solid', borderLeftColor: EDGE[test.state] }}>
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', flexWrap: 'wrap' }}>
        <Typography variant="h1">
          Test {test.number}: {outcome(test)}
        </Typography>
        {test.remembered && <Chip size="small" label="method remembered, not at hand" variant="outlined" />}
        {test.standing !== 'proves' && (
          <Chip size="small" label={test.standing === 'advises' ? 'advises only' : 'a check within another test'} variant="outlined" />
        )}
      </Stack>
      <Typography color="text.secondary">
        {test.title} [{test.source}]{test.repeat_of === null ? '' : ` · repeats test ${test.repeat_of}`}
        {test.started_at ? ` · ${dayAndTime(test.started_at, job.time_zone)}` : ''}
        {test.ended_at ? ` to ${dayAndTime(test.ended_at, job.time_zone)}` : ''}
      </Typography>
      {(test.state === 'planned' || test.state === 'running') &&
        test.plan.cautions.map((caution) => (
          <Alert
            key={caution}
            severity="warning"
            icon={false}
            sx={{ my: 1.5, bgcolor: 'earth', color: 'text.primary', borderLeft: '6px solid', borderLeftColor: 'hand' }}
          >
            {caution}
          </Alert>
        ))}
      {test.state === 'planned' && <Begin test={test} facts={facts} />}
      {test.state === 'running' && <Live key={told.state} test={test} />}
      {test.verdict && <Whole test={test} />}
      {test.verdict && <Verdict test={test} />}
      {test.verdict && <After test={test} />}
    </Paper>
  );
}
