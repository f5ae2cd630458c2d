import { useState } from 'react';
import { Box, Button, Checkbox, FormControlLabel, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { systemsQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { faultOf, useForm } from '../../app/useForm';
import { ProductForm } from './ProductForm';

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
  const form = useForm({
    ...Object.fromEntries(TEXTS.map(([key]) => [key, from[key]])),
    ...(from.shipped ? { title: '', key: '', source: '' } : {}),
    chamfer_deg: from.chamfer_deg === null ? '' : String(from.chamfer_deg),
    chamfer_mm: from.chamfer_mm === null ? '' : String(from.chamfer_mm),
    pressure_kpa: from.pressure_kpa === null ? '' : String(from.pressure_kpa),
  });
  const { texts } = form;
  const [flags, setFlags] = useState<Record<string, boolean>>(Object.fromEntries(FLAGS.map(([key]) => [key, from[key]])));
  const [home, setHome] = useState(from.home);
  const [media, setMedia] = useState(from.media);
  const [sizes, setSizes] = useState<Record<keyof Size, string>[]>(
    from.sizes.length === 0
      ? [EMPTY]
      : from.sizes.map((s) => Object.fromEntries(SIZES.map(([key]) => [key, s[key] === null ? '' : String(s[key])])) as Record<keyof Size, string>),
  );
  const add = useMutation({
    mutationFn: (forAll: boolean) =>
      answered(
        api.POST('/jobs/{job}/joint-systems', {
          params: { path: { job: job.id } },
          body: {
            for_all: forAll,
            ...texts,
            ...flags,
            home,
            material: from.material,
            sides: from.sides,
            insertion_deg: from.insertion_deg,
            table: from.table,
            deflection_cap_deg: from.deflection_cap_deg,
            chamfer_deg: typedNumber(texts.chamfer_deg),
            chamfer_mm: typedNumber(texts.chamfer_mm),
            pressure_kpa: typedNumber(texts.pressure_kpa),
            media,
            sizes: sizes
              .filter((s) => Object.values(s).some((v) => v.trim() !== ''))
              .map((s) => Object.fromEntries(SIZES.map(([key]) => [key, typedNumber(s[key])]))),
          },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: systemsQuery(job.id).queryKey });
      onDone();
    },
  });
  return (
    <ProductForm name="Joint system" from={from} adding={add} onDone={onDone}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '1fr 1fr' }, gap: 2 }}>
        {TEXTS.map(([key, label]) => (
          <TextField key={key} label={label} {...form.field(key, add.error)} />
        ))}
        <TextField label="Chamfer of a cut spigot, °" {...form.field('chamfer_deg', add.error)} />
        <TextField label="its length along the pipe, mm" {...form.field('chamfer_mm', add.error)} />
        <TextField
          select
          label="Service"
          value={media}
          onChange={(e) => setMedia(e.target.value as unknown as System['media'])}
          slotProps={{ select: { multiple: true } }}
          error={faultOf(add.error, 'media') !== undefined}
          helperText={faultOf(add.error, 'media')}
        >
          {catalogue.media.map((word) => (
            <MenuItem key={word} value={word} sx={{ minHeight: 52 }}>
              {word.replaceAll('_', ' ')}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Maximum working pressure, kPa" {...form.field('pressure_kpa', add.error)} />
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
                  error={faultOf(add.error, `sizes.${row}.${key}`) !== undefined}
                  helperText={faultOf(add.error, `sizes.${row}.${key}`)}
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
    </ProductForm>
  );
}
