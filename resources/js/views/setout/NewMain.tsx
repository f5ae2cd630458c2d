import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Box, Button, InputAdornment, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, post, type Schemas } from '../../api/client';
import { jobQuery, systemsQuery } from '../../api/queries';
import { useWork } from '../../app/session';

const SERVICES = [
  ['water', 'Water'],
  ['sewer_rising', 'Rising main'],
  ['sewer_gravity', 'Gravity sewer'],
  ['gas', 'Gas'],
] as const;
const FIELDS = [
  ['dn_mm', 'DN', 'mm', true],
  ['pn_bar', 'Class PN', 'bar', false],
  ['od_mm', 'Outside diameter', 'mm', true],
  ['wall_mm', 'Wall', 'mm', true],
  ['design_bar', 'Design pressure', 'bar', false],
] as const;

const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** A main to be set out: its name, joint system and pipe. */
export function NewMain() {
  const { job, chooseMain } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const systems = useQuery(systemsQuery);
  const [name, setName] = useState('');
  const [service, setService] = useState<(typeof SERVICES)[number][0]>('water');
  const [system, setSystem] = useState('grp_coupling');
  const [texts, setTexts] = useState<Record<string, string>>({});
  const create = useMutation({
    mutationFn: () => {
      const v = (key: string) => number(texts[key] ?? '');
      const design = v('design_bar');
      return post<Schemas['Setout']>(`/jobs/${job.id}/mains`, { name, service, system, dn_mm: v('dn_mm'), pn_bar: v('pn_bar'), od_mm: v('od_mm'), wall_mm: v('wall_mm'), design_pressure_kpa: design === null ? null : design * 100 });
    },
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: jobQuery.queryKey });
      chooseMain(made.main.id);
      void navigate('/setout');
    },
  });
  const faults = create.error instanceof ApiError ? create.error.faults : [];
  const faultOf = (field: string) => faults.find((f) => f.field === field)?.detail;
  return (
    <Paper component="form" aria-label="New main" sx={{ p: 2.5, maxWidth: 760 }} onSubmit={(e) => (e.preventDefault(), create.mutate())}>
      <Typography variant="h1">New main</Typography>
      <Typography sx={{ mb: 2 }}>Name it and say what pipe it is made of; its alignment comes next.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField label="Name of the main" value={name} onChange={(e) => setName(e.target.value)} error={faultOf('name') !== undefined} helperText={faultOf('name')} />
        <TextField select label="What flows in it" value={service} onChange={(e) => setService(e.target.value as typeof service)}>
          {SERVICES.map(([id, words]) => (
            <MenuItem key={id} value={id} sx={{ minHeight: 52 }}>
              {words}
            </MenuItem>
          ))}
        </TextField>
        <TextField select label="Joint system" value={systems.data ? system : ''} onChange={(e) => setSystem(e.target.value)} helperText={faultOf('system') ?? 'A product of its own is added under Rules, Joint systems.'} sx={{ gridColumn: '1 / -1' }}>
          {(systems.data?.systems ?? []).map((s) => (
            <MenuItem key={s.key} value={s.key} sx={{ minHeight: 52 }}>
              {s.title}
            </MenuItem>
          ))}
        </TextField>
        {FIELDS.map(([key, label, unit, required]) => (
          <TextField key={key} label={required ? label : `${label} (if any)`} value={texts[key] ?? ''} onChange={(e) => setTexts({ ...texts, [key]: e.target.value })} error={faultOf(key) !== undefined} helperText={faultOf(key)} slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } }} />
        ))}
      </Box>
      {create.error && faults.length === 0 && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {create.error.message}
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
