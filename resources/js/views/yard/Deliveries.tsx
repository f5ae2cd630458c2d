import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { Alert, Box, Button, CircularProgress, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { workQuery, yardQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { uuid } from '../../app/time';
import { besides, faultOf } from '../../app/useForm';
import { isLost } from '../../app/isLost';
import { STATES } from '../../instruments/line/states';
import { WorkBench } from '../bench/WorkBench';

/** What trucks brought: each held against its order, signed for, stacked and entered piece by piece. */
export function Deliveries({ yard, chosen }: { yard: Schemas['Yard']; chosen: string | null }) {
  const { person } = useWork();
  const one = yard.deliveries.find((d) => d.id === chosen);
  return (
    <Stack spacing={2}>
      {person.may.includes('day.read') && !one && <NewDelivery yard={yard} />}
      {one && <DeliveryBench key={one.id} id={one.id} title={one.title} />}
      <Typography variant="h2">Deliveries</Typography>
      {yard.deliveries.length === 0 && <Typography>None so far.</Typography>}
      <Stack component="ul" aria-label="Deliveries" spacing={1} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {yard.deliveries.map((d) => (
          <Box component="li" key={d.id}>
            <Button
              component={RouterLink}
              to={`/yard/deliveries/${d.id}`}
              aria-current={d.id === chosen ? 'true' : undefined}
              sx={{
                justifyContent: 'flex-start',
                width: '100%',
                maxWidth: 820,
                minHeight: 52,
                bgcolor: 'background.paper',
                borderRadius: 0,
                borderLeft: '6px solid',
                borderLeftColor: d.id === chosen ? 'hand' : 'divider',
              }}
            >
              {d.title}: {STATES[d.state].words}
            </Button>
          </Box>
        ))}
      </Stack>
    </Stack>
  );
}

function NewDelivery({ yard }: { yard: Schemas['Yard'] }) {
  const { job } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [title, setTitle] = useState('');
  const open = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/works', {
          params: { path: { job: job.id } },
          body: { id: uuid(), kind: 'delivery', procedure: yard.procedure, title, facts: {} },
        }),
      ),
    onSuccess: async (bench) => {
      await client.invalidateQueries({ queryKey: yardQuery(job.id).queryKey });
      void navigate(`/yard/deliveries/${bench.subject_id}`);
    },
  });
  return (
    <Paper component="form" aria-label="Record a delivery" sx={{ p: 2.5, maxWidth: 820 }} onSubmit={(e) => (e.preventDefault(), open.mutate())}>
      <Typography variant="h1">Record a delivery</Typography>
      <Typography sx={{ mb: 1.5 }}>Count it against the order and sign before anything is lifted off.</Typography>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField
          label="Delivery note and supplier"
          value={title}
          onChange={(e) => setTitle(e.target.value)}
          error={faultOf(open.error, 'title') !== undefined}
          helperText={faultOf(open.error, 'title')}
          sx={{ flex: 1 }}
        />
        <Button type="submit" variant="contained" color="secondary" disabled={open.isPending} sx={{ minHeight: 56, px: 4 }}>
          Receive it
        </Button>
      </Stack>
      {besides(open.error, 'title') && <Alert severity="error">{besides(open.error, 'title')}</Alert>}
    </Paper>
  );
}

function DeliveryBench({ id, title }: { id: string; title: string }) {
  const { person } = useWork();
  const bench = useQuery(workQuery(id));
  if (isLost(bench)) return <Alert severity="error">{bench.error?.message}</Alert>;
  if (!bench.data) return <CircularProgress aria-label="Loading the delivery" />;
  return (
    <WorkBench
      bench={bench.data}
      queryKey={workQuery(id).queryKey}
      name={title}
      mayEnter={person.may.includes('day.read')}
      last={
        <Button fullWidth variant="contained" color="secondary" component={RouterLink} to="/yard/stock" sx={{ minHeight: 56 }}>
          {bench.data.verdict.complete ? 'To the stock' : 'Evidence still missing: to the stock all the same'}
        </Button>
      }
      below={null}
    />
  );
}
