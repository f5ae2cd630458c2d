import { Fragment, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Alert, Box, ButtonBase, CircularProgress, Paper, Stack, TextField, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { calculationsQuery } from '../../api/queries';
import { CalculationForm } from './CalculationForm';
import { isMeant } from './typed';
import { RecordReader } from './RecordReader';
import { isLost } from '../../app/isLost';

const RECORD = 'fusion-record';

/** Any single calculation of the trade, and the reading of a fusion record, without a joint. */
export function ReckonView() {
  const all = useQuery(calculationsQuery);
  const navigate = useNavigate();
  const { calculation: named } = useParams();
  const chosen = named ?? RECORD;
  const choose = (id: string) => void navigate(`/reckon/${id}`);
  const [find, setFind] = useState('');
  if (isLost(all)) return <Alert severity="error">{all.error?.message}</Alert>;
  if (!all.data) return <CircularProgress aria-label="Loading the calculations" />;
  const record = {
    id: RECORD,
    title: 'Read the record of a fusion and say what its trace looks like',
    craft: 'Electrofusion',
    words: 'csv control unit log curve diagnosis',
    inputs: [],
  };
  const rows = [record, ...all.data.calculations].filter((c) => isMeant(c, find.trim()));
  const crafts = [...new Set(all.data.calculations.map((c) => c.craft))].filter((craft) => rows.some((c) => c.craft === craft));
  const calculation = all.data.calculations.find((c) => c.id === chosen);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', lg: '300px minmax(0,1fr)' }, gap: 2, alignItems: 'start' }}>
      <Stack spacing={1}>
        <TextField label="Find a calculation" value={find} onChange={(e) => setFind(e.target.value)} />
        <Stack component="nav" aria-label="Calculations" sx={{ maxHeight: { xs: 240, lg: 'calc(100dvh - 300px)' }, overflowY: 'auto' }}>
          {crafts.map((craft) => (
            <Fragment key={craft}>
              <Typography variant="overline" component="h2" color="text.secondary" sx={{ px: 1, pt: 1 }}>
                {craft}
              </Typography>
              {rows
                .filter((c) => c.craft === craft)
                .map((c) => (
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
            </Fragment>
          ))}
          {rows.length === 0 && <Typography sx={{ p: 1 }}>Nothing is called that. Try “gap”, “thrust” or “test”.</Typography>}
        </Stack>
      </Stack>
      <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>{calculation ? <CalculationForm key={calculation.id} calculation={calculation} /> : <RecordReader />}</Paper>
    </Box>
  );
}
