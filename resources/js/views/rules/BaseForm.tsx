import { useState } from 'react';
import { Alert, Button, MenuItem, Stack, TextField } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Besides } from '../../app/Besides';
import { faultAt } from '../../app/useForm';
import { useChange } from './useChange';

/** The rulebook a job starts from: its standards and its units. What the job changed for itself is reset to the one chosen. */
export function BaseForm({ rulebook }: { rulebook: Schemas['RulebookPage'] }) {
  const [base, setBase] = useState(rulebook.base);
  const [reason, setReason] = useState('');
  const change = useChange();
  return (
    <Stack spacing={1.5} sx={{ maxWidth: 560 }}>
      <TextField select label="The job works by" value={base} onChange={(e) => setBase(e.target.value)} {...faultAt(change.error, 'rulebook')}>
        {rulebook.bases.map((b) => (
          <MenuItem key={b.id} value={b.id} sx={{ minHeight: 52 }}>
            {b.title}
          </MenuItem>
        ))}
      </TextField>
      {base !== rulebook.base && (
        <>
          <Alert severity="warning">
            Units and limits change for everyone on this job, and what was changed for it before is reset. Finished joints keep what they were judged under.
          </Alert>
          <TextField
            label="Why (stays visible for ever)"
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            multiline
            {...faultAt(change.error, 'reason')}
          />
          <Besides error={change.error} fields={['rulebook', 'reason']} />
          <Button
            variant="contained"
            color="secondary"
            disabled={change.isPending}
            onClick={() => change.mutate({ rulebook: base, reason })}
            sx={{ alignSelf: 'flex-start', minHeight: 56 }}
          >
            Work by this rulebook
          </Button>
        </>
      )}
    </Stack>
  );
}
