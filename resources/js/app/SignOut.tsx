import { Button, Dialog, DialogActions, DialogContent, DialogTitle, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { endSession } from './endSession';
import { useWork } from './session';
import { useAlong } from './useAlong';

/** The end of a sign-in: what was taken along leaves this device with it. */
export function SignOut({ waiting, onStay }: { waiting: number; onStay: () => void }) {
  const { person } = useWork();
  const { mains } = useAlong();
  const client = useQueryClient();
  const end = useMutation({ mutationFn: () => endSession(client) });
  return (
    <Dialog open onClose={onStay}>
      <DialogTitle>Sign out {person.name}?</DialogTitle>
      <DialogContent>
        {waiting > 0 && (
          <Typography sx={{ mb: 1, fontWeight: 640 }}>
            {waiting === 1 ? 'One entry of yours has' : `${waiting} entries of yours have`} not been sent. {waiting === 1 ? 'It stays' : 'They stay'} on this
            device, for your next sign-in here alone.
          </Typography>
        )}
        <Typography>
          {mains.length > 0
            ? `${mains.map((main) => main.name).join(' and ')} leaves this device. Without signal nobody can sign in again or see it.`
            : 'Nothing of the job stays on this device.'}
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button variant={waiting > 0 ? 'contained' : 'text'} color={waiting > 0 ? 'secondary' : 'primary'} onClick={onStay} sx={{ minHeight: 56, px: 3 }}>
          Stay
        </Button>
        <Button
          variant={waiting > 0 ? 'outlined' : 'contained'}
          color={waiting > 0 ? 'primary' : 'secondary'}
          disabled={end.isPending}
          onClick={() => end.mutate()}
          sx={{ minHeight: 56 }}
        >
          Sign out
        </Button>
      </DialogActions>
    </Dialog>
  );
}
