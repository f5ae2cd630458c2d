import { Link as RouterLink, Navigate, useParams } from 'react-router';
import { Box, Button, Stack } from '@mui/material';
import { useWork } from '../../app/session';
import { Account } from './Account';
import { Crew } from './Crew';
import { Differences } from './Differences';
import { Everybody } from './Everybody';
import { HoldPoints } from './HoldPoints';
import { Instruments } from './Instruments';
import { JobCard } from './JobCard';
import { Nonconformances } from './Nonconformances';

/** What is set up once and kept: the job, its people and instruments, the installation, one's own account. */
export function OfficeView() {
  const { person, job } = useWork();
  const { room } = useParams();
  const rooms = [
    { id: 'job', name: 'Job', at: <JobCard key={job.id} /> },
    { id: 'people', name: 'People', at: <Crew /> },
    { id: 'instruments', name: 'Instruments', at: <Instruments /> },
    { id: 'hold-points', name: 'Hold points', at: <HoldPoints /> },
    { id: 'nonconformances', name: 'Nonconformances', at: <Nonconformances /> },
    ...(person.administrator ? [{ id: 'everybody', name: 'Everybody', at: <Everybody zone={job.time_zone} /> }] : []),
    { id: 'account', name: 'Account', at: <Account person={person} zone={job.time_zone} /> },
  ];
  const here = rooms.find((r) => r.id === room);
  if (!here) return <Navigate to="/office/job" replace />;
  return (
    <Box sx={{ maxWidth: 980 }}>
      <Stack component="nav" aria-label="Office" direction="row" sx={{ mb: 2, overflowX: 'auto', borderBottom: 1, borderColor: 'divider' }}>
        {rooms.map((r) => (
          <Button
            key={r.id}
            component={RouterLink}
            to={`/office/${r.id}`}
            aria-current={r.id === here.id ? 'page' : undefined}
            sx={{ flex: 'none', px: 2, borderRadius: 0, borderBottom: '4px solid', borderBottomColor: r.id === here.id ? 'hand' : 'transparent' }}
          >
            {r.name}
          </Button>
        ))}
      </Stack>
      {here.at}
      {here.id === 'job' && person.may.includes('rulebook.change') && <Differences />}
    </Box>
  );
}
