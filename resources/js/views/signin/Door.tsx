import type { ReactNode } from 'react';
import { Alert, Box, Button, Paper, Stack, Typography } from '@mui/material';

interface Props {
  said: string;
  error: Error | null;
  busy: boolean;
  act: string;
  onSend: () => void;
  children: ReactNode;
}

/** What stands before somebody who is not inside yet: one form, one button. */
export function DoorForm({ said, error, busy, act, onSend, children }: Props) {
  return (
    <Box component="main" sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', p: 2 }}>
      <Paper
        component="form"
        onSubmit={(event) => {
          event.preventDefault();
          onSend();
        }}
        sx={{ p: 4, width: 'min(28rem, 100%)', borderTop: '6px solid', borderTopColor: 'hand' }}
      >
        <Stack spacing={2.5}>
          <Box>
            <Typography variant="h1">Diastoma</Typography>
            <Typography color="text.secondary">{said}</Typography>
          </Box>
          {children}
          {error && <Alert severity="error">{error.message}</Alert>}
          <Button type="submit" variant="contained" size="large" disabled={busy}>
            {act}
          </Button>
          <Typography variant="body2" color="text.secondary">
            Makers&rsquo; instructions, the owner&rsquo;s specification and local code govern over every figure shown here. Qualified people decide.
          </Typography>
        </Stack>
      </Paper>
    </Box>
  );
}
