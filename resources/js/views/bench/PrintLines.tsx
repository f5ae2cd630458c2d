import { Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';

/** What the yard says of the pipes that are joined, beside the question for their print lines. */
export function PrintLines({ pipes }: { pipes: Schemas['Bench']['pipes_from_yard'] }) {
  return (
    <Stack spacing={1} role="group" aria-label="Pipes from the yard">
      {pipes.map((pipe) => (
        <Typography
          key={pipe.number}
          sx={{ pl: 1.5, borderLeft: '4px solid', borderLeftColor: pipe.fits ? 'pipe' : 'stop', fontWeight: pipe.fits ? undefined : 700 }}
        >
          Pipe {pipe.number}: {pipe.said}
          {pipe.delivery === '' ? '' : ` It came with “${pipe.delivery}”.`}
        </Typography>
      ))}
    </Stack>
  );
}
