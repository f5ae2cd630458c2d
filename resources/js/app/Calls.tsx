import { Button, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { clocksQuery } from '../api/queries';
import { whose, type Clock } from './ClocksRail';
import { useWork } from './session';
import { useCalls } from './useCalls';

const mayAsk = () => 'Notification' in window && Notification.permission === 'default';

/** What has just ended and calls for a hand: said large, with the way to it. */
export function Calls({ onGo }: { onGo: (clock: Clock) => void }) {
  const { job } = useWork();
  const { data } = useQuery(clocksQuery(job.id));
  const [calling, seen] = useCalls(data?.clocks);
  return calling.map((clock) => (
    <Paper
      key={`${clock.joint_id} ${clock.id} ${clock.due_at}`}
      role="status"
      aria-live="assertive"
      aria-label="It is time"
      square
      sx={{ px: 2, py: 1.25, bgcolor: 'hand', color: 'background.paper', borderBottom: 1, borderColor: 'background.paper' }}
    >
      <Stack spacing={1}>
        <Typography sx={{ fontWeight: 700 }}>
          {whose(clock)}: {clock.title} is over. {clock.then.replace(/\.$/, '')}.
        </Typography>
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1 }}>
          <Button variant="contained" onClick={() => (seen(clock), onGo(clock))} sx={{ flex: 1, minHeight: 52 }}>
            Go there
          </Button>
          <Button onClick={() => seen(clock)} sx={{ color: 'inherit', minHeight: 52 }}>
            Seen
          </Button>
          {mayAsk() && (
            <Button onClick={() => void Notification.requestPermission()} sx={{ color: 'inherit', minHeight: 52 }}>
              Notify me too
            </Button>
          )}
        </Stack>
      </Stack>
    </Paper>
  ));
}
