import { useState } from 'react';
import { Alert, Box, Button, InputAdornment, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { answered, api, ApiError, ConnectionLost, type Schemas } from '../../api/client';
import { hasAlong } from '../../device/store';
import { askRules } from '#device-rules';
import { Columns } from '../../instruments/columns/Columns';
import { FromCard } from './FromCard';

type Calculation = Schemas['Calculation'];
type Input = Calculation['inputs'][number];

/** “od_before_mm” → “od before”: the unit stands at the end of the field. */
const plain = (name: string) =>
  name.replace(/_(m3_per_m|kn_m2|kn_m3|t_m3|mm2|mm|m3|m|in|ft|pcf|tsf|s|min|v|ohm|c|k|kpa|psi|mpa|w_m2|kg_m3|percent|per_c|per_k)$/, '').replaceAll('_', ' ');

/** What was typed as the calculation takes it; text that is no number goes as it is, so that the server can say so. */
function given(input: Input, text: string): unknown {
  const number = (part: string) => {
    const value = Number(part.trim().replace(',', '.'));
    return part.trim() === '' || Number.isNaN(value) ? part : value;
  };
  if (input.kind === 'number') return number(text);
  if (input.kind === 'numbers')
    return text
      .split(/[;\s]+/)
      .filter((part) => part !== '')
      .map(number);
  if (input.kind === 'several') return text.split(/[;,\s]+/).filter((part) => part !== '');
  if (input.kind === 'gapped')
    return text
      .split(/[;\s]+/)
      .filter((part) => part !== '')
      .map((part) => (part === '-' ? null : number(part)));
  if (input.kind === 'pairs')
    return text
      .split(/[;\s]+/)
      .filter((part) => part !== '')
      .map((part) => part.split(':').map(number));
  if (input.kind === 'rows')
    return text
      .split(/[;\n]+/)
      .filter((part) => part.trim() !== '')
      .map((part) => {
        const [name, ...numbers] = part.split(':');
        return Object.fromEntries(input.choices.map((column, k) => [column, k === 0 ? (name ?? '').trim() : number(numbers[k - 1] ?? '')]));
      });
  return text;
}

const show = (value: unknown, figures = 7): string => {
  if (value === null) return '–';
  if (typeof value === 'number') return String(Number(value.toPrecision(figures)));
  if (Array.isArray(value))
    return value.length > 24
      ? `${value.length} values`
      : value.map((v) => (typeof v === 'object' && v !== null ? JSON.stringify(v) : show(v, value.length > 8 ? 4 : figures))).join(' · ');
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([k, v]) => `${k.replaceAll('_', ' ')}: ${typeof v === 'object' && v !== null && 'value' in v ? show((v as { value: unknown }).value) : show(v)}`)
      .join('; ');
  return typeof value === 'string' ? value : JSON.stringify(value);
};

/** Worked out by the server, or by the same rules on this device where there is no signal and a main was taken along. */
async function reckoned(id: string, inputs: Record<string, unknown>): Promise<Schemas['Reckoned']> {
  try {
    return await answered(api.POST('/reckoner/{id}', { params: { path: { id } }, body: inputs }));
  } catch (fault) {
    const here = fault instanceof ConnectionLost && hasAlong() ? await askRules<Schemas['Reckoned'] | { refused: Refused }>('reckon', { id, inputs }) : null;
    if (here === null) throw fault;
    if ('refused' in here) throw new ApiError(422, here.refused.said, here.refused.errors);
    return here;
  }
}

interface Refused {
  said: string;
  errors: Schemas['Problem']['errors'];
}

/** One calculation: its inputs with units, its result, and where it comes from. */
export function CalculationForm({ calculation }: { calculation: Calculation }) {
  const [texts, setTexts] = useState<Record<string, string>>({});
  const reckon = useMutation({
    mutationFn: () =>
      reckoned(
        calculation.id,
        Object.fromEntries(calculation.inputs.filter((i) => (texts[i.name] ?? '').trim() !== '').map((i) => [i.name, given(i, texts[i.name] ?? '')])),
      ),
  });
  const faults = reckon.error instanceof ApiError ? reckon.error.faults : [];
  const columns = calculation.columns.flatMap(({ output, called }) => {
    const values = reckon.data?.result[output];
    return Array.isArray(values) && values.every((v) => typeof v === 'number') ? [{ called, values: values }] : [];
  });
  const faultOf = (name: string) => faults.find((f) => f.field === name)?.detail;
  return (
    <Stack
      component="form"
      spacing={2}
      aria-label={calculation.title}
      onSubmit={(e) => {
        e.preventDefault();
        reckon.mutate();
      }}
    >
      <Box>
        <Typography variant="h1">{calculation.title}</Typography>
        <Typography variant="body2" color="text.secondary" className="num">
          {calculation.id}
        </Typography>
      </Box>
      <FromCard calculation={calculation} onFill={(filled) => setTexts({ ...texts, ...filled })} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        {calculation.inputs.map((input) => (
          <TextField
            key={input.name}
            select={input.kind === 'choice'}
            label={`${plain(input.name)}${input.required ? '' : ' (if any)'}`}
            value={texts[input.name] ?? ''}
            onChange={(e) => setTexts({ ...texts, [input.name]: e.target.value })}
            error={faultOf(input.name) !== undefined}
            helperText={
              faultOf(input.name) ??
              (input.default === null
                ? ({
                    numbers: 'several, with spaces between',
                    several: `any of: ${input.choices.join(', ')}`,
                    gapped: 'several, with spaces between; - where there was none',
                    rows: `one after another with ; between, each ${input.choices.join(':').replaceAll('_mm', '')}`,
                    pairs: 'pairs such as 10:980, with spaces between',
                  }[input.kind] ?? '')
                : `${input.default} when left out`)
            }
            slotProps={{
              htmlInput: { inputMode: input.kind === 'number' ? 'decimal' : 'text' },
              input: { endAdornment: input.unit === '' ? null : <InputAdornment position="end">{input.unit.split(/[,;]/)[0]}</InputAdornment> },
            }}
          >
            {input.choices.map((choice) => (
              <MenuItem key={choice} value={choice}>
                {choice.replaceAll('_', ' ')}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </Box>
      <Button type="submit" variant="contained" color="secondary" disabled={reckon.isPending} sx={{ alignSelf: 'flex-start', minHeight: 56, px: 4 }}>
        Reckon
      </Button>
      {reckon.error && faults.every((f) => !calculation.inputs.some((i) => i.name === f.field)) && <Alert severity="error">{reckon.error.message}</Alert>}
      {columns.length > 0 && <Columns series={columns} />}
      {reckon.data && (
        <Box
          component="table"
          aria-label="Result"
          sx={{ borderCollapse: 'collapse', '& td': { py: 0.75, pr: 3, borderBottom: '1px solid', borderColor: 'divider', verticalAlign: 'top' } }}
        >
          <tbody>
            {Object.entries(reckon.data.result).map(([name, value]) => (
              <tr key={name}>
                <td>{name.replaceAll('_', ' ')}</td>
                <td className="num">
                  <b>{show(value)}</b>
                </td>
              </tr>
            ))}
          </tbody>
        </Box>
      )}
      <Typography variant="body2" color="text.secondary">
        [{calculation.sources.join('; ')}] Makers&rsquo; instructions, the owner&rsquo;s specification and local code govern.
      </Typography>
    </Stack>
  );
}
