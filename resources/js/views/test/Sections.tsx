import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Button, InputAdornment, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { JOB } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { besides, faultAt } from '../../app/useForm';
import { useUnits } from '../../app/useUnits';

/** Splits a section at a station, where the window of pressures asks for it or the crew wants to test in parts; joins it to the next. */
export function DivideSection({ id, at }: { id: string; at: number | undefined }) {
  const { main, person } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { length, display } = useUnits();
  const [open, setOpen] = useState(false);
  const sections = main.sections;
  const here = sections.findIndex((s) => s.id === id);
  const section = sections[here];
  const next = sections[here + 1];
  const [station, setStation] = useState(at === undefined ? '' : length.fixed(at));
  const [name, setName] = useState(`${section?.name ?? ''}2`);
  const known = async () => {
    setOpen(false);
    await Promise.all([['line'], ['tests'], JOB].map((queryKey) => client.invalidateQueries({ queryKey })));
  };
  const split = useMutation({
    mutationFn: () =>
      answered(api.POST('/sections/{section}/split', { params: { path: { section: id } }, body: { station_m: typedNumber(station, display.length), name } })),
    onSuccess: known,
  });
  const join = useMutation({
    mutationFn: (other: Schemas['Section']) => answered(api.POST('/sections/{section}/join', { params: { path: { section: id } }, body: { with: other.id } })),
    onSuccess: async () => {
      await known();
      void navigate(`/test/${section?.name ?? ''}`);
    },
  });
  if (!section || !person.may.includes('sections.keep')) return null;
  const error = besides(split.error ?? join.error, 'station_m', 'name');
  if (!open)
    return (
      <Button variant={at === undefined ? 'text' : 'outlined'} onClick={() => setOpen(true)} sx={{ alignSelf: 'flex-start', minHeight: 52 }}>
        {at === undefined ? 'Split or join sections' : `Split it at ${length.fixed(at)} ${length.symbol}`}
      </Button>
    );
  return (
    <Paper component="form" aria-label="Split the section" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), split.mutate())}>
      <Typography variant="h2">Split section {section.name}</Typography>
      <Typography sx={{ mb: 1.5 }}>Both parts keep its levels until they are measured: the window they leave is the narrower one.</Typography>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField
          label="At station"
          value={station}
          onChange={(e) => setStation(e.target.value)}
          {...faultAt(split.error, 'station_m')}
          slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{length.symbol}</InputAdornment> } }}
        />
        <TextField label="Name of the second part" value={name} onChange={(e) => setName(e.target.value)} {...faultAt(split.error, 'name')} />
        <Button type="submit" variant="contained" color="secondary" sx={{ minHeight: 56, px: 3 }}>
          Split it
        </Button>
        {next && (
          <Button variant="outlined" onClick={() => join.mutate(next)} sx={{ minHeight: 56 }}>
            Join it to {next.name}
          </Button>
        )}
        <Button onClick={() => setOpen(false)} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
      {error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {error}
        </Alert>
      )}
    </Paper>
  );
}
