import { useState } from 'react';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { systemsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { SystemForm } from './SystemForm';
import { isLost } from '../../app/isLost';

type System = Schemas['JointSystem'];

/** The catalogue of gasketed joints: what ships, what was added, and the way to add a product with its maker's own figures. */
export function JointSystems({ may }: { may: boolean }) {
  const { job } = useWork();
  const systems = useQuery(systemsQuery(job.id));
  const [from, setFrom] = useState<System | null>(null);
  if (isLost(systems)) return <Alert severity="error">{systems.error?.message}</Alert>;
  if (!systems.data) return <CircularProgress aria-label="Loading the joint systems" />;
  if (from) return <SystemForm catalogue={systems.data} from={from} onDone={() => setFrom(null)} />;
  return (
    <Stack spacing={1.5}>
      <Typography>
        A product&rsquo;s insertion depth, bell depth, deflection, loops and segments are its maker&rsquo;s. Start from the kind it belongs to and enter them:
        it works on the bench, on the line and in set-out at once.
      </Typography>
      <Paper component="ul" aria-label="Joint systems" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {systems.data.systems.map((system) => (
          <Box
            component="li"
            key={system.key}
            sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: 'divider', display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}
          >
            <Box sx={{ flex: '1 1 20rem', minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>
                {system.title}
                {system.version > 1 ? ` · version ${system.version}` : ''}
              </Typography>
              <Typography variant="body2">
                Home when {system.home_said}. Lubricate: {system.lubricate_where}. Never: {system.forbidden}.
              </Typography>
              <Typography variant="body2" color="text.secondary">
                {system.feeler ? 'Feeler sweep. ' : 'No feeler sweep. '}
                {system.locking ? 'Locking segments counted. ' : ''}
                {system.sides === 2 ? 'Both sides made on site. ' : ''}
                {system.sizes.length === 0
                  ? 'No sizes of its own'
                  : `Sizes: ${system.sizes.map((s) => `DN ${s.dn_mm}${s.pn_bar === null ? '' : ` PN ${s.pn_bar}`}`).join(', ')}`}{' '}
                · [{system.source}]
              </Typography>
            </Box>
            {may && (
              <Button variant="outlined" onClick={() => setFrom(system)} aria-label={`Add from ${system.title}`}>
                {system.shipped ? 'Add a product of this kind' : 'Change or copy'}
              </Button>
            )}
          </Box>
        ))}
      </Paper>
    </Stack>
  );
}
