import { useState } from 'react';
import { Alert, Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { Account } from '../../app/Account';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { useEntry } from './useEntry';

/** A name under what was seen: whose, or why not yet. */
export function Sign({ bench, step, spec, queryKey }: { bench: Schemas['Bench']; step: Schemas['Step']; spec: Schemas['ReadingSpec']; queryKey: QueryKey }) {
  const { job, person } = useWork();
  const entry = useEntry(bench, queryKey);
  const client = useQueryClient();
  const [remark, setRemark] = useState('');
  const reading = bench.readings[spec.key];
  const signed = reading?.value as { name?: string; role?: string; remark?: string; together?: number; account?: string } | undefined;
  const isStale = step.stale.includes(spec.key);
  const refusal = bench.signatures[spec.key];
  return (
    <Stack spacing={1.5} sx={{ gridColumn: '1 / -1' }}>
      {reading && (
        <Typography sx={{ pl: 1.5, borderLeft: '6px solid', borderLeftColor: isStale ? 'watch' : 'pipe' }}>
          {isStale ? 'Signed for what stood before' : 'Signed'} by <b>{signed?.name}</b>, {signed?.role}, {dayAndTime(reading.at, job.time_zone)}
          {signed?.remark ? `: “${signed.remark}”` : '.'} {signed?.together ? `Confirmed with ${signed.together - 1} more.` : ''}
          {isStale ? ' Something that was seen has been read again: sign again.' : ''}
          <Account of={signed?.account} />
        </Typography>
      )}
      {refusal !== undefined && refusal !== null && (
        <Alert severity="info" role="status">
          {refusal}
        </Alert>
      )}
      {refusal === null && (
        <Box component="form" aria-label={`Sign: ${spec.label}`} onSubmit={(e) => (e.preventDefault(), send())}>
          <TextField fullWidth multiline label="Remark (may stay empty)" value={remark} onChange={(e) => setRemark(e.target.value)} helperText={spec.hint} />
          {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
          <Button type="submit" variant="contained" color="secondary" disabled={entry.isPending} sx={{ mt: 1.5, minHeight: 60, px: 4 }}>
            Seen: sign as {person.name}
          </Button>
        </Box>
      )}
    </Stack>
  );

  function send() {
    entry.mutate({ kind: 'signature', payload: { key: spec.key, remark } }, { onSuccess: () => void client.invalidateQueries({ queryKey: ['hold-points'] }) });
  }
}
