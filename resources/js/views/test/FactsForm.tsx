import { useState } from 'react';
import { Alert, Box, Button, FormControlLabel, MenuItem, Paper, Stack, Switch, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, ApiError, type Schemas } from '../../api/client';
import { shownNumber, typedNumber } from '../../app/numbers';
import { ProfileChart } from '../../instruments/profile/ProfileChart';
import { FactRows } from './FactRows';
import { pointsOf, rowsOf, typedRows, type TableName, type Units } from './facts';
import { useMayTest } from './useTest';

type Section = Schemas['SectionTests']['section'];

const NUMBERS: { key: keyof Schemas['SectionFacts']; label: string; unit?: keyof Units; plain?: string; help?: string }[] = [
  { key: 'working_kpa', label: 'Greatest working pressure', unit: 'pressure', help: 'MDP of a water main, MAOP of a gas main; 0 in a gravity sewer' },
  { key: 'owner_test_kpa', label: "Owner's test pressure, low point", unit: 'pressure', help: 'where the method leaves it to the owner' },
  { key: 'gauge_level_m', label: 'Level of the gauge', unit: 'length' },
  { key: 'water_c', label: 'Water or ground', unit: 'temperature' },
  { key: 'gauge_resolution_kpa', label: 'Gauge reads to', unit: 'pressure' },
  { key: 'groundwater_m', label: 'Groundwater above the invert', unit: 'length' },
  { key: 'chamber_area_m2', label: 'Wetted manholes', plain: 'm²', help: 'for a sewer tested with its manholes' },
  { key: 'hdb_psi', label: 'HDB', plain: 'psi', help: 'plastic gas mains, with DR and design factor' },
  { key: 'dr', label: 'DR' },
  { key: 'design_factor', label: 'Design factor' },
];

/** What is known of a section, written down in the journal. Levels and stations decide the gauge, ratings the pressure. */
export function FactsForm({ section, units, onDone }: { section: Section; units: Units; onDone: () => void }) {
  const client = useQueryClient();
  const mayTest = useMayTest();
  const { facts } = section;
  const [rows, setRows] = useState(() => rowsOf(facts, units));
  const [numbers, setNumbers] = useState(() =>
    Object.fromEntries(NUMBERS.map(({ key, unit }) => [key, typeof facts[key] === 'number' ? shownNumber(facts[key], unit && units[unit]) : ''])),
  );
  const [rest, setRest] = useState({
    surge: facts.surge,
    restraint: facts.restraint,
    cement_lined: facts.cement_lined,
    branches: facts.branches,
    steel_cylinder: facts.steel_cylinder,
    welded: facts.welded,
  });
  const told = (key: 'steel_cylinder' | 'welded', label: string) => (
    <TextField
      select
      label={label}
      value={rest[key] === null ? '' : rest[key] ? 'yes' : 'no'}
      onChange={(e) => setRest({ ...rest, [key]: e.target.value === '' ? null : e.target.value === 'yes' })}
    >
      <MenuItem value="">not said</MenuItem>
      <MenuItem value="yes">yes</MenuItem>
      <MenuItem value="no">no</MenuItem>
    </TextField>
  );
  const save = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/sections/{section}/facts', {
          params: { path: { section: section.id } },
          body: {
            facts: {
              ...Object.fromEntries(NUMBERS.map(({ key, unit }) => [key, typedNumber(numbers[key], unit && units[unit])])),
              ...rest,
              ...typedRows(rows, units),
            },
          },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['tests'] });
      onDone();
    },
  });
  const faults = save.error instanceof ApiError ? save.error.faults : [];
  const wrong = (key: string) => faults.find((f) => [`facts.${key}`, key].includes(f.field))?.detail;
  const table = (name: TableName) => (
    <FactRows
      table={name}
      rows={rows[name]}
      units={units}
      fault={(row, column) => faults.find((f) => [`facts.${name}.${row}.${column}`, `${name}.${row}.${column}`].includes(f.field))?.detail}
      onChange={(next) => setRows({ ...rows, [name]: next })}
    />
  );
  const points = pointsOf(rows.profile, units);
  const length = (m: number) => `${shownNumber(Number(m.toFixed(2)), units.length)} ${units.length.symbol}`;
  return (
    <Paper component="form" aria-label="Facts of the section" sx={{ p: { xs: 1.5, sm: 2.5 } }} onSubmit={(e) => (e.preventDefault(), save.mutate())}>
      <Typography variant="h1">What is known of section {section.name}</Typography>
      <Typography sx={{ mb: 2 }}>The plan follows from it. What is written here stays in the journal; a later version replaces it, none is lost.</Typography>
      {points.length > 1 && (
        <ProfileChart
          points={points}
          vents={[]}
          fill={null}
          gauge={{ level: facts.gauge_level_m }}
          lowSaid="low"
          highSaid="high"
          gaugeSaid="gauge"
          splits={[]}
          length={length}
        />
      )}
      <Stack spacing={2.5}>
        {table('profile')}
        {table('parts')}
        {table('ratings')}
        {table('fittings')}
      </Stack>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(3, minmax(0,1fr))' }, gap: 2, mt: 2 }}>
        {NUMBERS.map(({ key, label, unit, plain, help }) => (
          <TextField
            key={key}
            label={[label, unit ? units[unit].symbol : plain].filter(Boolean).join(', ')}
            value={numbers[key] ?? ''}
            error={wrong(key) !== undefined}
            helperText={wrong(key) ?? help}
            onChange={(e) => setNumbers({ ...numbers, [key]: e.target.value })}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        ))}
        <TextField select label="Surge" value={rest.surge} onChange={(e) => setRest({ ...rest, surge: e.target.value })}>
          <MenuItem value="assumed">assumed in the pressure</MenuItem>
          <MenuItem value="calculated">calculated</MenuItem>
        </TextField>
        <TextField select label="Ends and bends are held" value={rest.restraint} onChange={(e) => setRest({ ...rest, restraint: e.target.value })}>
          <MenuItem value="joined">by the joined pipe</MenuItem>
          <MenuItem value="blocks">by thrust blocks</MenuItem>
          <MenuItem value="none">not yet</MenuItem>
        </TextField>
        {told('steel_cylinder', 'Concrete: has a steel cylinder')}
        {told('welded', 'Steel: joints welded')}
        <Stack>
          <FormControlLabel
            control={<Switch checked={rest.cement_lined} onChange={(e) => setRest({ ...rest, cement_lined: e.target.checked })} />}
            label="Lined with cement"
          />
          <FormControlLabel
            control={<Switch checked={rest.branches} onChange={(e) => setRest({ ...rest, branches: e.target.checked })} />}
            label="Has branches: no pig"
          />
        </Stack>
      </Box>
      {save.error && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {save.error.message}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={save.isPending || !mayTest} sx={{ minHeight: 56, px: 4 }}>
          {mayTest ? 'Write it down' : 'A tester writes it down'}
        </Button>
        <Button onClick={onDone} sx={{ minHeight: 56 }}>
          Close
        </Button>
      </Stack>
    </Paper>
  );
}
