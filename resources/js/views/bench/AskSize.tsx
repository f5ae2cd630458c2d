import { Alert, Button, Stack, Typography } from '@mui/material';
import { ApiError, type Fault, type Schemas } from '../../api/client';
import { shown } from './units';

type Spec = Schemas['ReadingSpec'];

/** A number beyond what is usual for the work at hand, as whoever refuses it says it. */
export interface Unusual {
  value: number;
  instead: { value: number; said: string }[];
  said: string;
}

const isUnusual = (fault: Fault | undefined): fault is Fault & { instead: Unusual['instead']; value: number } => fault?.detail === 'unusual';

/** What was asked instead of taken; null where it was refused for another reason. */
export function unusualOf(error: unknown): Unusual | null {
  const fault = error instanceof ApiError ? error.faults[0] : undefined;
  return error instanceof ApiError && isUnusual(fault) ? { value: fault.value, instead: fault.instead, said: error.message } : null;
}

interface Props {
  spec: Spec;
  ask: Unusual;
  /** it is so, however unusual */
  onKeep: () => void;
  /** one of the numbers that may have been meant; left out where it cannot be put in the place of the other by itself */
  onMeant?: (value: number) => void;
}

/** Asks before a number is taken that is probably another: in another unit, or with its point in another place. */
export function AskSize({ spec, ask, onKeep, onMeant }: Props) {
  const keep = `${shown(ask.value, spec)} ${spec.display.symbol}`.trim();
  return (
    <Alert severity="warning" role="alertdialog" aria-label={`Is that right? ${spec.label}`} sx={{ mt: 1 }}>
      <Typography sx={{ fontWeight: 640 }}>{ask.said}</Typography>
      <Stack direction="row" sx={{ mt: 1, gap: 1, flexWrap: 'wrap' }}>
        {onMeant &&
          ask.instead.map((meant) => (
            <Button key={meant.said} variant="contained" color="secondary" onClick={() => onMeant(meant.value)} sx={{ minHeight: 56 }}>
              {meant.said}
            </Button>
          ))}
        <Button variant="outlined" color="inherit" onClick={onKeep} sx={{ minHeight: 56 }}>
          Keep {keep}
        </Button>
      </Stack>
    </Alert>
  );
}
