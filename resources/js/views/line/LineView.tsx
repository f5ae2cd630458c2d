import { lazy, Suspense } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { benchQuery } from '../../api/queries';
import { useSelection } from '../../app/selection';
import { useLine, useWork } from '../../app/session';
import { useUnits } from '../../app/useUnits';
import { timeOfDay } from '../../app/time';
import { STATES } from '../../instruments/line/states';
import { WaitsForMe } from './WaitsForMe';
import { SeverityMark } from '../../instruments/severity/SeverityMark';

/** Wanted by whoever keeps the line, at its end: the first view comes without it. */
const LayJoints = lazy(async () => ({ default: (await import('./LayJoints')).LayJoints }));
const TakeAlong = lazy(async () => ({ default: (await import('../along/TakeAlong')).TakeAlong }));
const NumbersForm = lazy(async () => ({ default: (await import('./NumbersForm')).NumbersForm }));
const StepsOf = lazy(async () => ({ default: (await import('./StepsOf')).StepsOf }));
const JointsByState = lazy(async () => ({ default: (await import('./JointsByState')).JointsByState }));
const FromAbove = lazy(async () => ({ default: (await import('../../instruments/line/FromAbove')).FromAbove }));
const JointList = lazy(async () => ({ default: (await import('./JointList')).JointList }));

/** What stands on the line: the selected joint, how the main is doing, and the one thing to do next. */
export function LineView() {
  const { job, main, person, chooseMain } = useWork();
  const line = useLine();
  const { length } = useUnits();
  const { joint, next, select } = useSelection();
  const bench = useQuery({ ...benchQuery(joint?.id ?? ''), enabled: joint !== null });
  if (!joint)
    return (
      <Stack spacing={2}>
        <Typography variant="h1">This main has no joints yet.</Typography>
        <Suspense fallback={null}>
          <LayJoints first />
          <JointList />
          {main.id !== '' && <TakeAlong />}
        </Suspense>
        <Button component={RouterLink} to="/setout" variant="outlined" sx={{ minHeight: 60, px: 4, alignSelf: 'flex-start' }}>
          Set it out
        </Button>
      </Stack>
    );
  const verdict = bench.data?.verdict;
  const bad = verdict?.findings.filter((f) => f.severity === 'mend' || f.severity === 'stop' || f.overrule) ?? [];

  return (
    <Stack spacing={2.5}>
      <WaitsForMe />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: 'minmax(0,5fr) minmax(0,6fr)' },
          gridTemplateAreas: { xs: '"joint" "table" "above"', lg: '"joint table" "above table"' },
          gridTemplateRows: { lg: 'auto 1fr' },
          gap: 2,
          alignItems: 'start',
        }}
      >
        <Stack spacing={2} sx={{ gridArea: 'joint' }}>
          <Paper sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: joint.number === next ? 'hand' : 'pipe' }}>
            <Stack
              direction={{ xs: 'column', sm: 'row', lg: 'column' }}
              spacing={2}
              sx={{ justifyContent: 'space-between', alignItems: { sm: 'center', lg: 'stretch' } }}
            >
              <Box>
                <Typography variant="h1">
                  Joint {joint.label}
                  {joint.number === next ? ' – next' : ''}
                </Typography>
                <Typography>
                  {joint.method_title}, {STATES[joint.state].words}
                  {joint.to_do === '' ? '' : `; to do: ${joint.to_do}`} · {joint.pipe_a === joint.pipe_b ? 'on ' : ''}
                  <span className="num">{joint.pipe_a}</span>
                  {joint.pipe_a === joint.pipe_b ? (
                    ''
                  ) : (
                    <>
                      {' '}
                      to <span className="num">{joint.pipe_b}</span>
                    </>
                  )}{' '}
                  · station{' '}
                  <span className="num">
                    {length.plain(joint.station_m)} {length.symbol}
                  </span>
                </Typography>
                {line.spans.length > 1 && (
                  <Typography>
                    {line.spans
                      .filter((s) => joint.station_m >= s.from_station_m && joint.station_m <= s.to_station_m)
                      .map((s) => s.pipe)
                      .join(' to ')}
                  </Typography>
                )}
                {line.branches
                  .filter((b) => b.joint === joint.number)
                  .map((b) => (
                    <Button key={b.main_id} variant="text" onClick={() => chooseMain(b.main_id)} sx={{ px: 0 }}>
                      {b.name} leaves here
                    </Button>
                  ))}
                {line.leaves && (
                  <Typography>
                    {line.main.name} leaves {line.leaves.name} at joint <span className="num">{line.leaves.joint}</span>.
                  </Typography>
                )}
                {joint.release_at && (
                  <Typography sx={{ fontWeight: 640 }}>
                    Release at <span className="num">{timeOfDay(joint.release_at, job.time_zone)}</span>, test from{' '}
                    <span className="num">{joint.test_at ? timeOfDay(joint.test_at, job.time_zone) : '–'}</span>
                  </Typography>
                )}
              </Box>
              <Button
                component={RouterLink}
                to={`/bench/${joint.number}`}
                size="large"
                variant="contained"
                color={joint.number === next ? 'secondary' : 'primary'}
                sx={{ minHeight: 60, px: 4, flex: 'none' }}
              >
                {joint.state === 'planned' ? 'Make this joint' : 'Open on the bench'}
              </Button>
            </Stack>
            {line.nonconformances
              .filter((one) => one.joint_id === joint.id)
              .map((one) => (
                <Typography key={one.number} sx={{ mt: 1, pl: 1.5, borderLeft: '6px solid', borderLeftColor: 'stop' }}>
                  <RouterLink to="/office/nonconformances">Nonconformance {one.number}</RouterLink> is open: {one.what}
                </Typography>
              ))}
            {bad.map((finding) => (
              <Stack key={finding.rule} direction="row" spacing={1.5} sx={{ mt: 2 }}>
                <SeverityMark severity={finding.severity} />
                <Box>
                  <Typography>
                    <b>{finding.said}</b> {finding.todo}
                  </Typography>
                  {finding.overrule && (
                    <Typography color="text.secondary">
                      Overruled by {finding.overrule.by} ({finding.overrule.role}): {finding.overrule.reason}
                    </Typography>
                  )}
                </Box>
              </Stack>
            ))}
          </Paper>
          {next !== null && joint.number !== next && (
            <Button variant="outlined" color="secondary" onClick={() => select(next)} sx={{ alignSelf: 'flex-start' }}>
              Go to the next joint to make: {next}
            </Button>
          )}
        </Stack>
        <Box sx={{ gridArea: 'above' }}>
          <Suspense fallback={null}>
            <FromAbove line={line} sections={main.sections} selected={joint.number} next={next} onSelect={select} length={length} />
          </Suspense>
        </Box>
        <Box sx={{ gridArea: 'table' }}>
          <Suspense fallback={null}>
            <JointsByState joints={line.joints} selected={joint.number} next={next} onSelect={select} />
          </Suspense>
        </Box>
      </Box>
      <Suspense fallback={null}>
        {verdict && joint.state !== 'planned' && <StepsOf verdict={verdict} joint={joint.number} />}
        <TakeAlong />
        <NumbersForm key={joint.id} joint={joint} />
      </Suspense>
      {joint.id === line.joints.at(-1)?.id && (
        <Suspense fallback={null}>
          <LayJoints first={false} />
          {person.may.includes('joints.keep') && <JointList />}
        </Suspense>
      )}
      <Button component="a" href={`/api/v1/jobs/${job.id}/joint-log.csv`} variant="text" sx={{ alignSelf: 'flex-start' }}>
        Joint log as CSV
      </Button>
    </Stack>
  );
}
