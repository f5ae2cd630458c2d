import { useState } from 'react';
import { Alert, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { dayAndTime } from '../../app/time';
import { SquareCode } from './SquareCode';

/** A way in for somebody, shown once: to copy, or to read from the screen with their own telephone. */
export function LinkShown({ link, zone, onDone }: { link: Schemas['Link']; zone: string; onDone: () => void }) {
  const [copied, setCopied] = useState(false);
  const { name } = link;
  return (
    <Paper role="region" aria-label={`Link for ${name}`} sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: 'hand' }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2.5}>
        <SquareCode rows={link.code} name={`Link for ${name} as a square code`} />
        <Stack spacing={1.5} sx={{ flex: 1, minWidth: 0 }}>
          <Typography variant="h2">Let {name} in</Typography>
          <Typography>
            {name} reads the square code with a telephone, or opens this link, and chooses a password. It is good once, until{' '}
            {dayAndTime(link.expires_at, zone)}.{link.mailed ? ' It was sent by e-mail too.' : ''}
          </Typography>
          <TextField label="Link" value={link.url} slotProps={{ input: { readOnly: true } }} onFocus={(e) => e.target.select()} />
          {copied && <Alert severity="success">Copied.</Alert>}
          <Stack direction="row" spacing={1.5}>
            <Button
              variant="outlined"
              onClick={() =>
                void navigator.clipboard.writeText(link.url).then(
                  () => setCopied(true),
                  () => setCopied(false),
                )
              }
            >
              Copy the link
            </Button>
            <Button onClick={onDone}>Done</Button>
          </Stack>
        </Stack>
      </Stack>
    </Paper>
  );
}
