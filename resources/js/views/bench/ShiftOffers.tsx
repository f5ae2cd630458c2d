import { Link as RouterLink } from 'react-router';
import { Button, Link, Paper, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { timeOfDay } from '../../app/time';

interface Props {
  shift: NonNullable<Schemas['Bench']['shift']>;
  /** number of the joint that somebody comes back to */
  joint: number | undefined;
  busy: boolean;
  /** taken over without a connection: it is kept on the device */
  kept: boolean;
  /** step in sight, and the steps by their titles: what is offered stands where the first of it is asked */
  at: string;
  steps: Schemas['Step'][];
  onGo: (step: string) => void;
  onTake: (sheet: string, keys: string[]) => void;
}

/** What the shift sheet says for this joint: read, then taken over with one press. Where it says nothing fresh, the way to it. */
export function ShiftOffers({ shift, joint, busy, kept, at, steps, onGo, onTake }: Props) {
  const { job } = useWork();
  const { sheet, title, offers, asks } = shift;
  if (sheet === null || offers.length === 0)
    return asks === 0 ? null : (
      <Typography variant="body2">
        {asks} of these answers hold for every joint of the shift:{' '}
        <RouterLink to="/shift" state={{ joint }}>
          {sheet === null ? 'Shift sheet' : 'Shift sheet, answer it again'}
        </RouterLink>
      </Typography>
    );
  const { step } = shift;
  if (step !== at)
    return (
      <Typography variant="body2">
        {offers.length === 1 ? 'One answer waits' : `${offers.length} answers wait`} on the shift sheet:{' '}
        <Link component="button" variant="body2" onClick={() => step !== null && onGo(step)} sx={{ color: 'inherit', verticalAlign: 'baseline' }}>
          {steps.find((one) => one.id === step)?.title}
        </Link>
      </Typography>
    );
  const said = offers.map((o) => (o.value === true ? o.label : `${o.label}: ${o.said}`));
  const first = offers.map((o) => o.at).sort()[0] ?? '';
  return (
    <Paper component="section" aria-label="From the shift sheet" sx={{ p: { xs: 1.5, sm: 2 }, borderLeft: '8px solid', borderLeftColor: 'hand' }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ alignItems: { sm: 'center' } }}>
        <Typography sx={{ flex: 1 }}>
          <b>
            <RouterLink to="/shift" state={{ joint }}>
              {title}
            </RouterLink>
            , {timeOfDay(first, job.time_zone)}:
          </b>{' '}
          {said.join(' · ')}
        </Typography>
        <Button
          variant="contained"
          color="secondary"
          disabled={busy || kept}
          onClick={() =>
            onTake(
              sheet,
              offers.map((o) => o.key),
            )
          }
          sx={{ minHeight: 60, px: 3, flex: 'none' }}
        >
          {kept ? 'Kept on this device' : `Still so: take over ${offers.length}`}
        </Button>
      </Stack>
    </Paper>
  );
}
