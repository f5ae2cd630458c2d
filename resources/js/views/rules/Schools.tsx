import { useState } from 'react';
import { Alert, Box, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { SeverityMark } from '../../instruments/severity/SeverityMark';
import { useChange } from './useChange';

/** Where practitioners disagree: the school the job works by, and the others. */
export function Schools({ rulebook, may }: { rulebook: Schemas['RulebookPage']; may: boolean }) {
  const [open, setOpen] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const change = useChange();
  return (
    <Paper component="ul" aria-label="Schools" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {rulebook.schools.map((school) => (
        <Box component="li" key={school.id} sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: 'divider' }}>
          <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
            <Box sx={{ width: 28 }}>{school.chosen && <SeverityMark severity="go" />}</Box>
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: school.chosen ? 700 : 400 }}>{school.title}</Typography>
              <Typography variant="body2" color="text.secondary">
                {school.chosen ? 'The job works by this. ' : ''}[{school.source}]
              </Typography>
            </Box>
            {may && !school.chosen && (
              <Button variant="outlined" onClick={() => setOpen(open === school.id ? null : school.id)} aria-label={`Choose: ${school.title}`}>
                Choose
              </Button>
            )}
          </Stack>
          {open === school.id && (
            <Stack spacing={1.5} sx={{ mt: 1.5, maxWidth: 560 }}>
              <TextField label="Why (stays visible for ever)" value={reason} onChange={(e) => setReason(e.target.value)} multiline />
              {change.error && <Alert severity="error">{change.error.message}</Alert>}
              <Button
                variant="contained"
                color="secondary"
                disabled={change.isPending}
                onClick={() => change.mutate({ school: school.id, reason })}
                sx={{ alignSelf: 'flex-start' }}
              >
                Work by it from now on
              </Button>
            </Stack>
          )}
        </Box>
      ))}
    </Paper>
  );
}
