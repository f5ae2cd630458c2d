import { lazy, Suspense } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { benchQuery } from '../../api/queries';
import { useSelection } from '../../app/selection';
import { useWork } from '../../app/session';
import { useUnits } from '../../app/useUnits';
import { timeOfDay } from '../../app/time';
import { GlyphPatterns, JointGlyph, STATES, type JointState } from '../../instruments/line/glyph';
import { WaitsForMe } from './WaitsForMe';
import { SeverityMark } from '../../instruments/severity/SeverityMark';

/** Wanted by whoever keeps the line, at its end: the first view comes without it. */
const LayJoints = lazy(async () => ({ default: (await import('./LayJoints')).LayJoints }));
const TakeAlong = lazy(async () => ({ default: (await import('../along/TakeAlong')).TakeAlong }));
const NumbersForm = lazy(async () => ({ default: (await import('./NumbersForm')).NumbersForm }));
const JointList = lazy(async () => ({ default: (await import('./JointList')).JointList }));

/** What stands on the line: the selected joint, how the main is doing, and the one thing to do next. */
export function LineView() {
  const { job, line, person, chooseMain } = useWork();
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
        </Suspense>
        <Button component={RouterLink} to="/setout" variant="outlined" sx={{ minHeight: 60, px: 4, alignSelf: 'flex-start' }}>
          Set it out
        </Button>
      </Stack>
    );
  const verdict = bench.data?.verdict;
  const step = verdict?.steps.find((s) => s.step === verdict.current_step);
  const bad = verdict?.findings.filter((f) => f.severity === 'mend' || f.severity === 'stop' || f.overrule) ?? [];
  const counts = Object.keys(STATES).map((state) => [state as JointState, line.joints.filter((j) => j.state === state).length] as const);

  return (
    <Stack spacing={2.5}>
      <WaitsForMe />
      <Paper sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: joint.number === next ? 'hand' : 'pipe' }}>
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2} sx={{ justifyContent: 'space-between', alignItems: { sm: 'center' } }}>
          <Box>
            <Typography variant="h1">
              Joint {joint.label}
              {joint.number === next ? ' – next' : ''}
            </Typography>
            <Typography>
              {joint.method_title}, {STATES[joint.state].words}
              {step ? `; to do: ${step.title}` : ''} · {joint.pipe_a === joint.pipe_b ? 'on ' : ''}
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
      {verdict && joint.state !== 'planned' && (
        <Box
          component="ol"
          aria-label={`Steps of joint ${joint.number}`}
          sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1 }}
        >
          {verdict.steps.map((s) => (
            <Stack
              component="li"
              key={s.step}
              direction="row"
              spacing={1}
              sx={{ alignItems: 'center', minHeight: 36, px: 1, bgcolor: 'background.paper', border: 1, borderColor: 'divider' }}
            >
              {s.severity ? <SeverityMark severity={s.severity} size={20} /> : <Box sx={{ width: 20, textAlign: 'center' }}>{s.skipped ? '–' : '·'}</Box>}
              <Typography variant="body2" sx={{ flex: 1 }}>
                {s.title}
              </Typography>
              {s.missing.length > 0 && (
                <Typography variant="body2" className="num" aria-label={`${s.missing.length} missing`}>
                  {s.missing.length}
                </Typography>
              )}
            </Stack>
          ))}
        </Box>
      )}
      <Suspense fallback={null}>
        <TakeAlong />
        <NumbersForm key={joint.id} joint={joint} />
      </Suspense>
      {next !== null && joint.number !== next && (
        <Button variant="outlined" color="secondary" onClick={() => select(next)} sx={{ alignSelf: 'flex-start' }}>
          Go to the next joint to make: {next}
        </Button>
      )}
      <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 3, rowGap: 1 }} role="list" aria-label="Joints by state">
        {counts.map(([state, count]) => (
          <Stack key={state} role="listitem" direction="row" spacing={1} sx={{ alignItems: 'center', opacity: count === 0 ? 0.75 : 1 }}>
            <svg width="30" height="40" viewBox="-17 -24 34 44" aria-hidden>
              <GlyphPatterns />
              <JointGlyph shape={joint.shape} state={state} selected={false} scale={0.85} />
            </svg>
            <Typography>
              <b className="num">{count}</b> {STATES[state].words}
            </Typography>
          </Stack>
        ))}
      </Stack>
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
