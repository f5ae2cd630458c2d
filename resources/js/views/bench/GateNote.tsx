import { Paper, Stack, Typography } from '@mui/material';
import LockIcon from '@mui/icons-material/Lock';
import type { Schemas } from '../../api/client';
import { ForwardButton } from '../../app/ClocksRail';
import { useWork } from '../../app/session';
import { span, timeOfDay, useJobNow } from '../../app/time';

export const isShut = (gate: Schemas['Gate'] | null, now: number) =>
  gate !== null && (gate.shuts_at === null ? gate.opens_at === null || now < Date.parse(gate.opens_at) : now >= Date.parse(gate.shuts_at));

/** Why a step is shut and until when; nothing once it is open. */
export function GateNote({ gate }: { gate: Schemas['Gate'] }) {
  const { job } = useWork();
  const now = useJobNow();
  const opens = gate.opens_at === null ? null : Date.parse(gate.opens_at);
  if (!isShut(gate, now)) return null;
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
    </Paper>
  );
}
