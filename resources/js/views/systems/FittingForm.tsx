import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, ApiError, type Schemas } from '../../api/client';
import { cardsQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';

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
  const [texts, setTexts] = useState<Texts>({
    ...Object.fromEntries(TEXTS.map(([key]) => [key, String(from[key])])),
    ...(from.shipped ? { title: '', key: '', source: '' } : {}),
    kit: from.kit.join('; '),
    passes: from.passes_percent.join(' '),
    retorque: String(from.retorque_percent),
  });
  const [lists, setLists] = useState({ lubricated: from.lubricated, media: from.media });
  const [grips, setGrips] = useState(from.grips);
  const [rows, setRows] = useState<Texts[]>(
    from.rows.length === 0
      ? [empty]
      : from.rows.map((r) => ({ ...empty, ...Object.fromEntries(Object.entries(r as Record<string, string | number>).map(([k, v]) => [k, String(v)])) })),
  );
  const add = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/cards', {
          params: { path: { job: job.id } },
          body: {
            title: texts.title ?? '',
            key: texts.key ?? '',
            source: texts.source ?? '',
            gasket: texts.gasket ?? '',
            turns: from.turns,
            kind: from.kind,
            grips,
            passes_percent: (texts.passes ?? '')
              .split(/[\s;]+/)
              .filter((part) => part !== '')
              .map((part) => typedNumber(part) as number),
            retorque_percent: typedNumber(texts.retorque) as number,
            ...lists,
            kit: (texts.kit ?? '').split(';').flatMap((part) => (part.trim() === '' ? [] : [part.trim()])),
            rows: rows
              .filter((r) => Object.values(r).some((v) => v.trim() !== ''))
              .map((r) => ({ size: r.size, ...Object.fromEntries(fields.map((f) => [f.id, typedNumber(r[f.id])])) })),
          },
        }),
      ),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: cardsQuery.queryKey });
      onDone();
    },
  });
  const faults = add.error instanceof ApiError ? add.error.faults : [];
  const faultOf = (field: string) => faults.find((f) => f.field === field)?.detail;
  const set = (row: number, key: string, value: string) => setRows(rows.map((r, k) => (k === row ? { ...r, [key]: value } : r)));
  return (
    <Paper component="form" aria-label="Fitting" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), add.mutate())}>
      <Typography variant="h2">
        {from.shipped ? `A product of the kind “${from.title}”` : `${from.title}: a new version, or a copy under another short name`}
      </Typography>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        Joints made before keep the version they were made by. Figures in mm, N·m and kPa, as the maker states them; what he does not state stays empty and is
        read off the label.
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
        {(['media', 'lubricated'] as const).map((list) => (
          <TextField
            key={list}
            select
            label={list === 'media' ? 'What may flow through it' : 'Lubricate on pipe of'}
            value={lists[list]}
            onChange={(e) => setLists({ ...lists, [list]: e.target.value as unknown as string[] })}
            slotProps={{ select: { multiple: true } }}
            error={faultOf(list) !== undefined}
            helperText={faultOf(list)}
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
            <TextField
              label="Passes, % of the torque; the last goes round"
              value={texts.passes}
              onChange={(e) => setTexts({ ...texts, passes: e.target.value })}
              error={faultOf('passes_percent') !== undefined}
              helperText={faultOf('passes_percent')}
            />
            <TextField
              label="Once more where it weeps, % (0: never)"
              value={texts.retorque}
              onChange={(e) => setTexts({ ...texts, retorque: e.target.value })}
              error={faultOf('retorque_percent') !== undefined}
              helperText={faultOf('retorque_percent')}
            />
          </>
        )}
        {from.kit.length > 0 && (
          <TextField
            label="Kit, one after another with ; between"
            value={texts.kit}
            onChange={(e) => setTexts({ ...texts, kit: e.target.value })}
            multiline
            sx={{ gridColumn: '1 / -1' }}
          />
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
                error={faultOf(`rows.${row}.size`) !== undefined}
                helperText={faultOf(`rows.${row}.size`)}
              />
              {fields.map((f) => (
                <TextField
                  key={f.id}
                  label={f.unit === '' ? f.label : `${f.label}, ${f.unit}`}
                  value={r[f.id] ?? ''}
                  onChange={(e) => set(row, f.id, e.target.value)}
                  error={faultOf(`rows.${row}.${f.id}`) !== undefined}
                  helperText={faultOf(`rows.${row}.${f.id}`)}
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
