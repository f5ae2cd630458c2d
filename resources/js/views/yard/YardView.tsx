import { Link as RouterLink, useParams } from 'react-router';
import { Alert, Button, CircularProgress, Stack } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { yardQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { isLost } from '../../app/isLost';
import { Deliveries } from './Deliveries';
import { Rejects } from './Rejects';
import { Stock } from './Stock';

const ROOMS = [
  ['stock', 'Stock'],
  ['deliveries', 'Deliveries'],
  ['rejects', 'Rejects'],
] as const;

/** The yard: what lies there against what the lines need, what came, and what goes back. */
export function YardView() {
  const { job } = useWork();
  const { room = 'stock', work } = useParams();
  const yard = useQuery(yardQuery(job.id));
  if (isLost(yard)) return <Alert severity="error">{yard.error?.message}</Alert>;
  if (!yard.data) return <CircularProgress aria-label="Loading the yard" />;
  return (
    <Stack spacing={2}>
      <Stack component="nav" aria-label="Yard" direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
        {ROOMS.map(([id, name]) => (
          <Button
            key={id}
            component={RouterLink}
            to={`/yard/${id}`}
            aria-current={room === id ? 'page' : undefined}
            sx={{ minHeight: 48, px: 2, borderRadius: 0, borderBottom: '4px solid', borderBottomColor: room === id ? 'hand' : 'divider' }}
          >
            {name}
          </Button>
        ))}
      </Stack>
      {room === 'stock' && <Stock yard={yard.data} />}
      {room === 'deliveries' && <Deliveries yard={yard.data} chosen={work ?? null} />}
      {room === 'rejects' && <Rejects />}
    </Stack>
  );
}
