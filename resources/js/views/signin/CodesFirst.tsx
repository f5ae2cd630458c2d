import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Codes } from '../office/Account';

/** Whoever watches over others, or lets them in, shows twice who they are before they see anything. */
export function CodesFirst({ person }: { person: Schemas['Person'] }) {
  return (
    <Box component="main" sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', p: 2 }}>
      <Box sx={{ width: 'min(44rem, 100%)' }}>
        <Typography variant="h1">One thing first, {person.name}</Typography>
        <Typography sx={{ mb: 2 }}>
          On this installation administrators and inspectors sign in with a one-time code besides their password: what they sign must be theirs.
        </Typography>
        <Codes person={person} />
      </Box>
    </Box>
  );
}
