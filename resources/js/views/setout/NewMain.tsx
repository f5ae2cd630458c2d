import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Box, Button, InputAdornment, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { JOB } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { besides, faultOf } from '../../app/useForm';
import { noPipe, PipeFields, usePipe } from './PipeFields';

const SERVICES = [
  ['water', 'Water'],
  ['sewer_rising', 'Rising main'],
  ['sewer_gravity', 'Gravity sewer'],
  ['gas', 'Gas'],
] as const;

/** A main to be set out: its name, joint system and pipe; and where it leaves another. */
export function NewMain() {
  const { job, chooseMain } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const pipe = usePipe();
  const [name, setName] = useState('');
  const [service, setService] = useState<(typeof SERVICES)[number][0]>('water');
  const [texts, setTexts] = useState(noPipe);
  const [design, setDesign] = useState('');
  const [leaves, setLeaves] = useState('');
  const create = useMutation({
    mutationFn: () => {
      const bar = typedNumber(design);
      return answered(
        api.POST('/jobs/{job}/mains', {
          params: { path: { job: job.id } },
          body: {
            name,
            service,
            ...pipe(texts),
            design_pressure_kpa: typeof bar === 'number' ? bar * 100 : bar,
            ...(leaves.trim() === '' ? {} : { leaves_joint: typedNumber(leaves) }),
          },
        }),
      );
    },
    onSuccess: async (made) => {
      await Promise.all([JOB, ['line']].map((queryKey) => client.invalidateQueries({ queryKey })));
      chooseMain(made.main.id);
      void navigate('/setout');
    },
  });
  const wrong = (field: string) => faultOf(create.error, field);
  const rest = besides(create.error, 'name', 'design_pressure_kpa', 'leaves_joint', ...Object.keys(texts));
  return (
    <Paper component="form" aria-label="New main" sx={{ p: 2.5, maxWidth: 760 }} onSubmit={(e) => (e.preventDefault(), create.mutate())}>
      <Typography variant="h1">New main</Typography>
      <Typography sx={{ mb: 2 }}>Name it and say what pipe it is made of; its alignment comes next. The pipe may change farther along.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField
          label="Name of the main"
          value={name}
          onChange={(e) => setName(e.target.value)}
          error={wrong('name') !== undefined}
          helperText={wrong('name')}
        />
        <TextField select label="What flows in it" value={service} onChange={(e) => setService(e.target.value as typeof service)}>
          {SERVICES.map(([id, words]) => (
            <MenuItem key={id} value={id} sx={{ minHeight: 52 }}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <PipeFields texts={texts} onChange={setTexts} fault={wrong} />
        <TextField
          label="Design pressure (if any)"
          value={design}
          onChange={(e) => setDesign(e.target.value)}
          error={wrong('design_pressure_kpa') !== undefined}
          helperText={wrong('design_pressure_kpa')}
          slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">bar</InputAdornment> } }}
        />
        <TextField
          label="Leaves another main at joint (if it does)"
          value={leaves}
          onChange={(e) => setLeaves(e.target.value)}
          error={wrong('leaves_joint') !== undefined}
          helperText={wrong('leaves_joint') ?? 'Number of the tee or saddle.'}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
      </Box>
      {rest && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {besides(create.error, ...Object.keys(texts))}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={create.isPending} sx={{ minHeight: 56, px: 4 }}>
          Make this main
        </Button>
        <Button onClick={() => void navigate('/setout')} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}
