import { Dialog, DialogContent, DialogTitle, Stack, Typography } from '@mui/material';

const HELP: [string, string][] = [
  ['← →', 'walk from joint to joint'],
  ['digits, Enter', 'go to that joint'],
  ['/', 'find a joint'],
  ['Enter', 'open the joint on the bench'],
  ['g l · g b · g s · g y', 'Line · Bench · Set-out · Yard'],
  ['g c · g t · g r · g k · g o', 'Cover · Test · Rules · Calculations · Office'],
  ['?', 'this list'],
];

/** The keys, for whoever has a keyboard. */
export function Help({ onClose }: { onClose: () => void }) {
  return (
    <Dialog open onClose={onClose}>
      <DialogTitle>Keys</DialogTitle>
      <DialogContent>
        {HELP.map(([key, does]) => (
          <Stack key={key} direction="row" spacing={2} sx={{ py: 0.5 }}>
            <Typography className="num" sx={{ width: '9rem' }}>
              {key}
            </Typography>
            <Typography>{does}</Typography>
          </Stack>
        ))}
      </DialogContent>
    </Dialog>
  );
}
