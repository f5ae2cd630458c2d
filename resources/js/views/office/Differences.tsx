import { Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { differencesQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';

/** Where a device and the server judged the same entries differently. The server is right; whoever keeps the program must know. */
export function Differences() {
  const { job } = useWork();
  const differences = useQuery(differencesQuery(job.id)).data?.differences ?? [];
  if (differences.length === 0) return null;
  return (
    <Paper component="section" aria-label="Device and server differ" sx={{ p: 2.5, mt: 2, borderLeft: '8px solid', borderLeftColor: 'stop' }}>
      <Typography variant="h2">A device judged otherwise than the server</Typography>
      <Typography sx={{ mb: 1.5 }}>What the server says holds. Tell whoever keeps this program, with the lines below; go on working.</Typography>
      <Stack spacing={1.5}>
        {differences.map((one) => (
          <Typography key={one.id} variant="body2">
            {dayAndTime(one.seen_at, job.time_zone)}, {one.by}: {one.subject_type} <span className="num">{one.subject_id}</span>,{' '}
            <span className="num">{one.at}</span>: device <span className="num">{one.device.slice(0, 120)}</span>, server{' '}
            <span className="num">{one.server.slice(0, 120)}</span> ({one.rules})
          </Typography>
        ))}
      </Stack>
    </Paper>
  );
}
