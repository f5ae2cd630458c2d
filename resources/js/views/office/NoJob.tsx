import { Alert, Box, Button, Stack, Typography } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { endSession } from '../../app/endSession';
import { Account } from './Account';
import { Everybody } from './Everybody';
import { JobForm } from './JobForm';

/** Somebody who is on no job yet: an administrator sets one up, anybody else waits for a supervisor. */
export function NoJob({ person, onJob }: { person: Schemas['Person']; onJob: (id: string) => void }) {
  const client = useQueryClient();
  return (
    <Box component="main" sx={{ p: { xs: 1.5, sm: 3 }, maxWidth: 1000, mx: 'auto' }}>
      <Stack spacing={3}>
        <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
          <Typography sx={{ fontWeight: 700 }}>{person.name}</Typography>
          <Button onClick={() => void endSession(client)}>Sign out</Button>
        </Stack>
        {person.administrator ? (
          <>
            <JobForm onMade={(job) => onJob(job.id)} />
            <Everybody zone="UTC" />
          </>
        ) : (
          <Alert severity="info">You are on no job yet. Ask a supervisor to put you on theirs, then load this page again.</Alert>
        )}
        <Account person={person} zone="UTC" />
      </Stack>
    </Box>
  );
}
