import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, ApiError, type Schemas } from '../../api/client';
import { systemsQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';

type System = Schemas['JointSystem'];
type Size = System['sizes'][number];

const TEXTS = [
  ['title', 'Name of the product'],
  ['key', 'Short name (small letters, digits, _)'],
  ['source', 'Where its figures come from'],
  ['lubricate_where', 'Lubricate where'],
  ['forbidden', 'Never with'],
  ['gasket_seat', 'The gasket is seated when'],
  ['look', 'Without a feeler: look for'],
] as const;
const FLAGS = [
  ['lubricated', 'Lubricated'],
  ['feeler', 'A feeler sweep verifies it'],
  ['locking', 'Has locking segments'],
  ['loops', 'Gasket folded in loops'],
  ['graded', 'Checked for grade'],
  ['top_mark', 'Has a top mark'],
  ['cuttable', 'Spigots may be cut'],
  ['sealant', 'Closed with sealant, not a gasket'],
  ['turns', 'May be deflected'],
] as const;
const SIZES: [keyof Size, string][] = [
  ['dn_mm', 'DN'],
  ['pn_bar', 'up to PN'],
  ['insertion_mm', 'Mark mm'],
  ['second_line_mm', '2nd line mm'],
  ['bell_mm', 'Bell mm'],
  ['allowed_deg', 'Turn °'],
  ['gap_mm', 'Gap mm'],
  ['loops', 'Loops'],
  ['segments', 'Segments'],
];
const EMPTY = Object.fromEntries(SIZES.map(([key]) => [key, ''])) as Record<keyof Size, string>;

/** A product as its maker describes it; begins as a copy of the kind it belongs to. */
export function SystemForm({ catalogue, from, onDone }: { catalogue: Schemas['JointSystems']; from: System; onDone: () => void }) {
  const { job } = useWork();
  const client = useQueryClient();
  const [texts, setTexts] = useState<Record<string, string>>({
    ...Object.fromEntries(TEXTS.map(([key]) => [key, from[key]])),
    ...(from.shipped ? { title: '', key: '', source: '' } : {}),
  });
  const [flags, setFlags] = useState<Record<string, boolean>>(Object.fromEntries(FLAGS.map(([key]) => [key, from[key]])));
  const [home, setHome] = useState(from.home);
  const [chamfer, setChamfer] = useState({
    deg: from.chamfer_deg === null ? '' : String(from.chamfer_deg),
    mm: from.chamfer_mm === null ? '' : String(from.chamfer_mm),
  });
  const [sizes, setSizes] = useState<Record<keyof Size, string>[]>(
    from.sizes.length === 0
      ? [EMPTY]
      : from.sizes.map((s) => Object.fromEntries(SIZES.map(([key]) => [key, s[key] === null ? '' : String(s[key])])) as Record<keyof Size, string>),
  );
  const add = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/joint-systems', {
          params: { path: { job: job.id } },
          body: {
            ...texts,
            ...flags,
            home,
            material: from.material,
            sides: from.sides,
            insertion_deg: from.insertion_deg,
            table: from.table,
            deflection_cap_deg: from.deflection_cap_deg,
            chamfer_deg: typedNumber(chamfer.deg),
            chamfer_mm: typedNumber(chamfer.mm),
            sizes: sizes
              .filter((s) => Object.values(s).some((v) => v.trim() !== ''))
              .map((s) => Object.fromEntries(SIZES.map(([key]) => [key, typedNumber(s[key])]))),
          },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: systemsQuery.queryKey });
      onDone();
    },
  });
  const faults = add.error instanceof ApiError ? add.error.faults : [];
  const faultOf = (field: string) => faults.find((f) => f.field === field)?.detail;
  return (
    <Paper component="form" aria-label="Joint system" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), add.mutate())}>
      <Typography variant="h2">
        {from.shipped ? `A product of the kind “${from.title}”` : `${from.title}: a new version, or a copy under another short name`}
      </Typography>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        Joints made before keep the version they were made by.
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '1fr 1fr' }, gap: 2 }}>
        {TEXTS.map(([key, label]) => (
          <TextField
            key={key}
            label={label}
            value={texts[key] ?? ''}
            onChange={(e) => setTexts({ ...texts, [key]: e.target.value })}
            error={faultOf(key) !== undefined}
            helperText={faultOf(key)}
          />
        ))}
        <TextField
          label="Chamfer of a cut spigot, °"
          value={chamfer.deg}
          onChange={(e) => setChamfer({ ...chamfer, deg: e.target.value })}
          error={faultOf('chamfer_deg') !== undefined}
          helperText={faultOf('chamfer_deg')}
        />
        <TextField
          label="its length along the pipe, mm"
          value={chamfer.mm}
          onChange={(e) => setChamfer({ ...chamfer, mm: e.target.value })}
          error={faultOf('chamfer_mm') !== undefined}
          helperText={faultOf('chamfer_mm')}
        />
        <TextField select label="Home when" value={home} onChange={(e) => setHome(e.target.value)} sx={{ gridColumn: '1 / -1' }}>
          {catalogue.homes.map((h) => (
            <MenuItem key={h.id} value={h.id} sx={{ minHeight: 52 }}>
              {h.said}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', lg: 'repeat(3, 1fr)' }, my: 1 }}>
        {FLAGS.map(([key, label]) => (
          <FormControlLabel
            key={key}
            sx={{ minHeight: 48 }}
            control={<Checkbox checked={flags[key] ?? false} onChange={(e) => setFlags({ ...flags, [key]: e.target.checked })} sx={{ p: 1.5 }} />}
            label={label}
          />
        ))}
      </Box>
      <Typography variant="h3" sx={{ mb: 1 }}>
        Sizes: what the maker does not state stays empty
      </Typography>
      <Box tabIndex={0} sx={{ overflowX: 'auto' }}>
        <Stack spacing={1} sx={{ minWidth: 840, pt: 1 }}>
          {sizes.map((size, row) => (
            <Stack key={row} direction="row" spacing={1}>
              {SIZES.map(([key, label]) => (
                <TextField
                  key={key}
                  size="small"
                  label={label}
                  value={size[key]}
                  onChange={(e) => setSizes(sizes.map((s, k) => (k === row ? { ...s, [key]: e.target.value } : s)))}
                  error={faultOf(`sizes.${row}.${key}`) !== undefined}
                  helperText={faultOf(`sizes.${row}.${key}`)}
                  slotProps={{ htmlInput: { inputMode: 'decimal', 'aria-label': `${label}, size ${row + 1}` } }}
                />
              ))}
            </Stack>
          ))}
        </Stack>
      </Box>
      <Button onClick={() => setSizes([...sizes, EMPTY])} sx={{ mt: 1 }}>
        One more size
      </Button>
      {add.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {add.error.message}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={add.isPending} sx={{ minHeight: 56, px: 4 }}>
          Add to the catalogue
        </Button>
        <Button onClick={onDone} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}
