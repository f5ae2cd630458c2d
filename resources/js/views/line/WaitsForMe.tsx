import { Link as RouterLink } from 'react-router';
import { Alert, Button } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { holdPointsQuery } from '../../api/queries';
import { useWork } from '../../app/session';

/** A crew stands still until whoever is looking here has signed. */
export function WaitsForMe() {
  const { job, person } = useWork();
  const page = useQuery({ ...holdPointsQuery(job.id), enabled: person.may.includes('hold_points.sign') });
  const mine = page.data?.waiting.filter((one) => one.refusal === null) ?? [];
  if (mine.length === 0) return null;
  return (
    <Alert
      severity="warning"
      action={
        <Button component={RouterLink} to="/office/hold-points" variant="contained" color="secondary" sx={{ minHeight: 52 }}>
          Look and sign
        </Button>
      }
      sx={{ alignItems: 'center' }}
    >
      {mine.length === 1 ? `${mine[0]?.name} waits` : `${mine.length} wait`} for your signature at a hold point.
    </Alert>
  );
}
