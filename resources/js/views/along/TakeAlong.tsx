import { Alert, Button, Paper, Stack, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useWork } from '../../app/session';
import { span } from '../../app/time';
import { useAlong } from '../../app/useAlong';
import { useSignal } from '../../app/useSignal';
import { leaveHere, takeAlong } from '../../device/along';
import { HAS_RULES } from '#device-rules';
import { everyView } from './everyView';

const MB = 1e6;

/** A main for a day without signal: taken along with one press, with its size and its age. */
export function TakeAlong() {
  const { job, main, person } = useWork();
  const client = useQueryClient();
  const { mains, look } = useAlong();
  const signal = useSignal();
  const here = mains.find((one) => one.main_id === main.id);
  const take = useMutation({
    mutationFn: async () => {
      const along = await takeAlong(main, person.id);
      await everyView(client, job.id, main);
      return along;
    },
    onSettled: look,
  });
  const leave = useMutation({ mutationFn: () => leaveHere(main.id), onSettled: look });
  const age = here ? (Date.now() - here.taken_here) / 1000 : 0;
  const ago = age < 60 ? 'just now' : `${span(age)} ago`;
  return (
    <Paper component="section" aria-label="Without signal" sx={{ p: 2, borderLeft: '8px solid', borderLeftColor: here ? 'go' : 'line' }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2} sx={{ justifyContent: 'space-between', alignItems: { sm: 'center' } }}>
        <Typography role="status">
          {here ? (
            <>
              <b>{main.name} is on this device.</b> Taken along {ago}, {(here.bytes / MB).toFixed(1)} MB. Readings are{' '}
              {HAS_RULES ? 'judged here at once, and sent' : 'kept here, and sent and judged'} when there is signal. Papers, files to read in, the begin of a
              test, and units that send by themselves need signal.
            </>
          ) : (
            <>
              <b>No signal down there?</b> Take {main.name} along: its joints, its rules and every view of it stay on this device for the day.
            </>
          )}
        </Typography>
        <Stack direction="row" spacing={1.5} sx={{ flex: 'none' }}>
          <Button variant="outlined" disabled={take.isPending || !signal} onClick={() => take.mutate()} sx={{ minHeight: 56, px: 3 }}>
            {take.isPending ? 'Taking along …' : here ? 'Take along again' : 'Take along'}
          </Button>
          {here && (
            <Button disabled={leave.isPending} onClick={() => leave.mutate()} sx={{ minHeight: 56 }}>
              Leave it here
            </Button>
          )}
        </Stack>
      </Stack>
      {take.error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          Not taken along: {take.error.message} Try again while there is signal.
        </Alert>
      )}
    </Paper>
  );
}
