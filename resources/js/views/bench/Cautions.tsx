import { Stack, Typography } from '@mui/material';
import WarningAmberIcon from '@mui/icons-material/WarningAmber';

/** What can hurt at this step. */
export const Cautions = ({ cautions }: { cautions: string[] }) =>
  cautions.map((caution) => (
    <Stack key={caution} direction="row" spacing={1} sx={{ mb: 1, px: 1.5, py: 0.75, bgcolor: 'earth', borderLeft: '6px solid', borderLeftColor: 'hand' }}>
      <WarningAmberIcon fontSize="small" sx={{ color: 'hand', mt: 0.25 }} />
      <Typography variant="body2">{caution}</Typography>
    </Stack>
  ));
