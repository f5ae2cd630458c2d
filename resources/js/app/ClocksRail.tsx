import type { ReactNode } from 'react';
import { Box, Button, Stack, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../api/client';
import { clocksQuery } from '../api/queries';
import { useWork } from './session';
import { dayAndTime, setJobNow, span, timeOfDay, useJobNow } from './time';

export type Clock = Schemas['Clock'];

/** A joint, or the test of a section. */
export const whose = (clock: Clock) =>
  clock.work ?? (clock.joint_number === null ? `Section ${clock.section ?? ''}, test ${clock.test ?? ''}` : `Joint ${clock.joint_number}`);

/** On a simulated job nobody need wait: puts its clock forward, on record. */
export function ForwardButton({ to }: { to: string }) {
  const { job } = useWork();
  const client = useQueryClient();
  const forward = useMutation({
    mutationFn: () => answered(api.POST('/jobs/{job}/clock', { params: { path: { job: job.id } }, body: { to } })),
    onSuccess: (clocks) => {
      setJobNow(clocks.now);
      void client.invalidateQueries();
    },
  });
  if (!job.simulated) return null;
  return (
    <Button size="small" variant="outlined" fullWidth disabled={forward.isPending} onClick={() => forward.mutate()} sx={{ mt: 0.5 }}>
      Simulated: put clock to {timeOfDay(to, job.time_zone)}
    </Button>
  );
}

/** Every running wait, the next to need a hand first. */
export function ClocksRail({ onGo, calls }: { onGo: (clock: Clock) => void; calls?: ReactNode }) {
  const { job } = useWork();
  const now = useJobNow();
  const { data } = useQuery(clocksQuery(job.id));
  const clocks = data?.clocks ?? [];

  return (
    <Box
      component="aside"
      aria-label="Clocks"
      sx={{
        borderLeft: { md: '1px solid var(--mui-palette-divider)' },
        borderTop: { xs: '1px solid var(--mui-palette-divider)', md: 'none' },
        bgcolor: 'background.paper',
      }}
    >
      <Stack direction="row" sx={{ alignItems: 'baseline', justifyContent: 'space-between', px: 2, pt: 1.5 }}>
        <Typography variant="h2">Clocks</Typography>
        <Typography className="num" sx={{ fontWeight: 700 }} aria-label="Time on the job">
          {timeOfDay(now, job.time_zone)}
        </Typography>
      </Stack>
      {calls}
      {clocks.length === 0 && <Typography sx={{ px: 2, py: 1 }}>Nothing is waiting.</Typography>}
      <Stack component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {clocks.map((clock) => {
          const left = (Date.parse(clock.due_at) - now) / 1000;
          const due = left <= 0;
          const whole = (Date.parse(clock.due_at) - Date.parse(clock.starts_at)) / 1000;
          return (
            <Box component="li" key={clock.joint_id + clock.id} sx={{ px: 2, py: 1.25, borderBottom: 1, borderColor: 'divider' }}>
              <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
                <Button size="small" variant="text" onClick={() => onGo(clock)} sx={{ minHeight: 40, px: 0.5, ml: -0.5, minWidth: 0 }}>
                  {whose(clock)}
                </Button>
                <Typography className="num" sx={{ fontSize: '1.35rem', fontWeight: 700, color: due ? 'hand' : 'text.primary' }}>
                  {due ? 'now' : span(left)}
                </Typography>
              </Stack>
              <Box sx={{ height: 6, bgcolor: 'earth', my: 0.5 }} aria-hidden>
                <Box sx={{ height: 6, width: `${Math.min(100, Math.max(0, 100 - (100 * left) / whole))}%`, bgcolor: due ? 'hand' : 'pipe' }} />
              </Box>
              <Typography variant="body2" sx={{ fontWeight: 640 }}>
                {clock.title}, until {left > 43_200 ? dayAndTime(clock.due_at, job.time_zone) : timeOfDay(clock.due_at, job.time_zone)}
              </Typography>
              <Typography variant="body2" color={due ? 'hand' : 'text.secondary'}>
                {clock.then}
              </Typography>
              <Typography variant="caption" color="text.secondary">
                [{clock.source}]
              </Typography>
              {!due && clock.kind !== 'test_phase' && clock.kind !== 'age' && <ForwardButton to={clock.due_at} />}
            </Box>
          );
        })}
      </Stack>
    </Box>
  );
}

/** On a phone the rail lies below the work: this line keeps the next wait in sight. */
export function NextClock({ onGo }: { onGo: (clock: Clock) => void }) {
  const { job } = useWork();
  const now = useJobNow();
  const { data } = useQuery(clocksQuery(job.id));
  const clock = data?.clocks[0];
  if (!clock) return null;
  const left = (Date.parse(clock.due_at) - now) / 1000;
  return (
    <Button
      onClick={() => onGo(clock)}
      sx={{ borderRadius: 0, justifyContent: 'space-between', px: 2, bgcolor: 'background.paper', borderBottom: 1, borderColor: 'divider' }}
    >
      <span>
        {whose(clock)}: {clock.title}
      </span>
      <Box component="span" className="num" sx={{ fontWeight: 700, color: left <= 0 ? 'hand' : 'text.primary' }}>
        {left <= 0 ? 'now' : span(left)}
      </Box>
    </Button>
  );
}
