import { useState } from 'react';
import { Box, Button, Checkbox, FormControlLabel, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { cardsQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { faultOf, useForm } from '../../app/useForm';
import { ProductForm } from './ProductForm';

type Texts = Record<string, string>;
const TEXTS = [
  ['title', 'Name of the product'],
  ['key', 'Short name (small letters, digits, _)'],
  ['source', 'Where its figures come from'],
  ['gasket', 'Gasket material (if stated)'],
] as const;

/** A fitting as its maker's card states it; begins as a copy of the kind it belongs to. */
export function FittingForm({ catalogue, from, onDone }: { catalogue: Schemas['Cards']; from: Schemas['Card']; onDone: () => void }) {
  const { job } = useWork();
  const client = useQueryClient();
  const fields = catalogue.kinds.find((k) => k.id === from.kind)?.fields ?? [];
  const empty: Texts = Object.fromEntries(['size', ...fields.map((f) => f.id)].map((key) => [key, '']));
  const form = useForm({
    ...Object.fromEntries(TEXTS.map(([key]) => [key, String(from[key])])),
    ...(from.shipped ? { title: '', key: '', source: '' } : {}),
    kit: from.kit.join('; '),
    passes_percent: from.passes_percent.join(' '),
    retorque_percent: String(from.retorque_percent),
  });
  const { texts } = form;
  const [lists, setLists] = useState({ lubricated: from.lubricated, media: from.media });
  const [grips, setGrips] = useState(from.grips);
  const [rows, setRows] = useState<Texts[]>(
    from.rows.length === 0
      ? [empty]
      : from.rows.map((r) => ({ ...empty, ...Object.fromEntries(Object.entries(r as Record<string, string | number>).map(([k, v]) => [k, String(v)])) })),
  );
  const add = useMutation({
    mutationFn: (forAll: boolean) =>
      answered(
        api.POST('/jobs/{job}/cards', {
          params: { path: { job: job.id } },
          body: {
            for_all: forAll,
            title: texts.title ?? '',
            key: texts.key ?? '',
            source: texts.source ?? '',
            gasket: texts.gasket ?? '',
            kind: from.kind,
            grips,
            passes_percent: (texts.passes_percent ?? '')
              .split(/[\s;]+/)
              .filter((part) => part !== '')
              .map((part) => typedNumber(part) as number),
            retorque_percent: typedNumber(texts.retorque_percent) as number,
            ...lists,
            kit: (texts.kit ?? '').split(';').flatMap((part) => (part.trim() === '' ? [] : [part.trim()])),
            rows: rows
              .filter((r) => Object.values(r).some((v) => v.trim() !== ''))
              .map((r) => ({ size: r.size, ...Object.fromEntries(fields.map((f) => [f.id, typedNumber(r[f.id])])) })),
          },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: cardsQuery(job.id).queryKey });
      onDone();
    },
  });
  const set = (row: number, key: string, value: string) => setRows(rows.map((r, k) => (k === row ? { ...r, [key]: value } : r)));
  return (
    <ProductForm
      name="Fitting"
      from={from}
      note="Figures in mm, N·m and kPa, as the maker states them; what he does not state stays empty and is read off the label."
      adding={add}
      onDone={onDone}
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: '1fr 1fr' }, gap: 2 }}>
        {TEXTS.map(([key, label]) => (
          <TextField key={key} label={label} {...form.field(key, add.error)} />
        ))}
        {(['media', 'lubricated'] as const).map((list) => (
          <TextField
            key={list}
            select
            label={list === 'media' ? 'Service' : 'Lubricate on pipe of'}
            value={lists[list]}
            onChange={(e) => setLists({ ...lists, [list]: e.target.value as unknown as string[] })}
            slotProps={{ select: { multiple: true } }}
            error={faultOf(add.error, list) !== undefined}
            helperText={faultOf(add.error, list)}
          >
            {(list === 'media' ? catalogue.media : catalogue.materials).map((word) => (
              <MenuItem key={word} value={word} sx={{ minHeight: 52 }}>
                {word}
              </MenuItem>
            ))}
          </TextField>
        ))}
        {fields.some((f) => f.id === 'torque_nm') && (
          <>
            <TextField label="Passes, % of the torque; the last goes round" {...form.field('passes_percent', add.error)} />
            <TextField label="Once more where it weeps, % (0: never)" {...form.field('retorque_percent', add.error)} />
          </>
        )}
        {from.kit.length > 0 && (
          <TextField label="Kit, one after another with ; between" multiline sx={{ gridColumn: '1 / -1' }} {...form.field('kit', add.error)} />
        )}
      </Box>
      <FormControlLabel
        sx={{ minHeight: 48 }}
        control={<Checkbox checked={grips} onChange={(e) => setGrips(e.target.checked)} sx={{ p: 1.5 }} />}
        label="It holds the pipes against being pulled out"
      />
      <Stack spacing={2} sx={{ mt: 1 }}>
        {rows.map((r, row) => (
          <Box key={row} sx={{ border: 1, borderColor: 'divider', p: 1.5 }}>
            <Typography variant="h3" sx={{ mb: 1 }}>
              Size {row + 1}
            </Typography>
            <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr 1fr', md: 'repeat(4, minmax(0,1fr))' }, gap: 1.5 }}>
              <TextField
                label="Size as on the label"
                value={r.size}
                onChange={(e) => set(row, 'size', e.target.value)}
                error={faultOf(add.error, `rows.${row}.size`) !== undefined}
                helperText={faultOf(add.error, `rows.${row}.size`)}
              />
              {fields.map((f) => (
                <TextField
                  key={f.id}
                  label={f.unit === '' ? f.label : `${f.label}, ${f.unit}`}
                  value={r[f.id] ?? ''}
                  onChange={(e) => set(row, f.id, e.target.value)}
                  error={faultOf(add.error, `rows.${row}.${f.id}`) !== undefined}
                  helperText={faultOf(add.error, `rows.${row}.${f.id}`)}
                  slotProps={{ htmlInput: { inputMode: 'decimal' } }}
                />
              ))}
            </Box>
          </Box>
        ))}
      </Stack>
      <Button onClick={() => setRows([...rows, empty])} sx={{ mt: 1 }}>
        One more size
      </Button>
    </ProductForm>
  );
}
