import { useState } from 'react';
import { Alert, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import LockIcon from '@mui/icons-material/Lock';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { ForwardButton } from '../../app/ClocksRail';
import { useWork } from '../../app/session';
import { span, timeOfDay, useJobNow } from '../../app/time';
import { useEntry } from './useEntry';

export const isShut = (gate: Schemas['Gate'] | null, now: number) =>
  gate !== null && (gate.shuts_at === null ? gate.opens_at === null || now < Date.parse(gate.opens_at) : now >= Date.parse(gate.shuts_at));

/** Why a step is shut and until when; nothing once it is open. */
export function GateNote({ gate, bench, queryKey }: { gate: Schemas['Gate']; bench: Schemas['Bench']; queryKey: QueryKey }) {
  const { job, person } = useWork();
  const now = useJobNow();
  const opens = gate.opens_at === null ? null : Date.parse(gate.opens_at);
  if (!isShut(gate, now))
    return gate.shuts_at === null ? null : (
      <Typography role="status" sx={{ mb: 1.5 }}>
        Open until <b className="num">{timeOfDay(gate.shuts_at, job.time_zone)}</b>. [{gate.source}]
      </Typography>
    );
  return (
    <Paper role="status" aria-label="This step is shut" sx={{ p: 2, mb: 1.5, borderLeft: '8px solid', borderLeftColor: 'stop' }}>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
        <LockIcon sx={{ color: 'stop', fontSize: 34 }} />
        <Stack sx={{ flex: 1 }}>
          <Typography sx={{ fontWeight: 700 }}>{opens === null ? 'Shut.' : `Shut until ${timeOfDay(gate.opens_at ?? '', job.time_zone)}.`}</Typography>
          <Typography>{gate.said}</Typography>
          <Typography variant="body2" color="text.secondary">
            [{gate.source}]
          </Typography>
        </Stack>
        {opens !== null && (
          <Typography className="num" sx={{ fontSize: '1.8rem', fontWeight: 700 }}>
            {span((opens - now) / 1000)}
          </Typography>
        )}
      </Stack>
      {gate.opens_at !== null && <ForwardButton to={gate.opens_at} />}
      {gate.rule !== '' && person.may.includes('readiness.overrule') && <OnMyWord rule={gate.rule} bench={bench} queryKey={queryKey} />}
    </Paper>
  );
}

/** A supervisor opens it, with a reason that stays. */
function OnMyWord({ rule, bench, queryKey }: { rule: string; bench: Schemas['Bench']; queryKey: QueryKey }) {
  const entry = useEntry(bench, queryKey);
  const [reason, setReason] = useState('');
  return (
    <Stack spacing={1} sx={{ mt: 1.5 }}>
      <TextField label="Why it may go on (stays visible for ever)" value={reason} onChange={(e) => setReason(e.target.value)} multiline />
      {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
      <Button
        variant="outlined"
        color="secondary"
        disabled={entry.isPending}
        onClick={() => entry.mutate({ kind: 'overrule', payload: { rule, reason } })}
        sx={{ alignSelf: 'flex-start' }}
      >
        Open it, on my word
      </Button>
    </Stack>
  );
}
