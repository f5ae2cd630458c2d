import { useState } from 'react';
import { Alert, Box, ButtonBase, CircularProgress, Paper, Stack, TextField, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { calculationsQuery } from '../../api/queries';
import { CalculationForm } from './CalculationForm';
import { RecordReader } from './RecordReader';

const RECORD = 'fusion-record';

/** Any single calculation of the trade, and the reading of a fusion record, without a joint. */
export function ReckonView() {
  const all = useQuery(calculationsQuery);
  const [chosen, choose] = useState(RECORD);
  const [find, setFind] = useState('');
  if (all.error) return <Alert severity="error">{all.error.message}</Alert>;
  if (!all.data) return <CircularProgress aria-label="Loading the calculations" />;
  const words = find.trim().toLowerCase();
  const rows = [{ id: RECORD, title: 'Read the record of a fusion and say what its trace looks like' }, ...all.data.calculations].filter(
    (c) => words === '' || `${c.id} ${c.title}`.toLowerCase().includes(words),
  );
  const calculation = all.data.calculations.find((c) => c.id === chosen);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: '300px minmax(0,1fr)' }, gap: 2, alignItems: 'start' }}>
      <Stack spacing={1}>
        <TextField label="Find a calculation" value={find} onChange={(e) => setFind(e.target.value)} />
        <Stack component="nav" aria-label="Calculations" sx={{ maxHeight: { xs: 240, lg: 'calc(100dvh - 300px)' }, overflowY: 'auto' }}>
          {rows.map((c) => (
            <ButtonBase
              key={c.id}
              onClick={() => choose(c.id)}
              aria-current={c.id === chosen ? 'true' : undefined}
              sx={{
                minHeight: 52,
                flexShrink: 0,
                px: 1.5,
                py: 0.75,
                justifyContent: 'flex-start',
                textAlign: 'left',
                borderLeft: '5px solid',
                borderLeftColor: c.id === chosen ? 'hand' : 'divider',
                bgcolor: c.id === chosen ? 'background.paper' : 'transparent',
              }}
            >
              <Typography sx={{ fontWeight: c.id === chosen ? 700 : 400, lineHeight: 1.25 }}>{c.title}</Typography>
            </ButtonBase>
          ))}
        </Stack>
      </Stack>
      <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>{calculation ? <CalculationForm key={calculation.id} calculation={calculation} /> : <RecordReader />}</Paper>
    </Box>
  );
}
