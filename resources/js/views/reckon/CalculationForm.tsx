import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { Alert, Box, Button, InputAdornment, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { answered, api, ApiError, ConnectionLost, type Schemas } from '../../api/client';
import { hasAlong } from '../../device/store';
import { useWork } from '../../app/session';
import { askRules } from '#device-rules';
import { Columns } from '../../instruments/columns/Columns';
import { FromCard } from './FromCard';
import { Picture } from './Picture';
import { PinIt } from './PinIt';
import { given, unitOf } from './typed';

type Calculation = Schemas['Calculation'];
type System = 'metric' | 'us';

/** A note is no longer. */
const LONGEST_NOTE = 500;

/** A result without its unit, which stands behind the figure. */
const plain = (name: string) => name.replace(/_[a-z0-9]+$/, '').replaceAll('_', ' ');

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

/** What is pinned: what was reckoned, from what, by which formula, and where it comes from. */
function pinned(calculation: Calculation, texts: Record<string, string>, units: System, reckoned: Schemas['Reckoned']): string {
  const given = calculation.inputs
    .filter((i) => (texts[i.name] ?? '').trim() !== '')
    .map((i) => `${i.label} ${texts[i.name]} ${unitOf(i, units)}`.trim())
    .join(', ');
  const found = Object.entries(reckoned.result)
    .map(([name, value]) => `${name.replaceAll('_', ' ')} ${reckoned.shown[name] ?? show(value)}`)
    .join('; ');
  const source = ` [${reckoned.sources.join('; ')}]`.slice(0, LONGEST_NOTE / 2);
  const whole = `Calculated: ${calculation.title}. From ${given}: ${found}.`;
  const room = LONGEST_NOTE - source.length;
  return (whole.length > room ? `${whole.slice(0, room - 1)}…` : whole) + source; // where it comes from is never what is cut
}

/** Worked out by the server, or by the same rules on this device where there is no signal and a main was taken along. */
async function reckoned(id: string, inputs: Record<string, unknown>, units: System): Promise<Schemas['Reckoned']> {
  try {
    return await answered(api.POST('/reckoner/{id}', { params: { path: { id }, query: { units } }, body: inputs }));
  } catch (fault) {
    const here =
      fault instanceof ConnectionLost && hasAlong() ? await askRules<Schemas['Reckoned'] | { refused: Refused }>('reckon', { id, inputs, units }) : null;
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
  const { job } = useWork();
  const units: System = job.display.small.symbol === 'mm' ? 'metric' : 'us';
  const [address, setAddress] = useSearchParams();
  const [texts, setTexts] = useState<Record<string, string>>(() =>
    Object.fromEntries(calculation.inputs.flatMap((i) => (address.has(i.name) ? [[i.name, address.get(i.name) ?? '']] : []))),
  );
  const reckon = useMutation({
    mutationFn: () =>
      reckoned(
        calculation.id,
        Object.fromEntries(calculation.inputs.filter((i) => (texts[i.name] ?? '').trim() !== '').map((i) => [i.name, given(i, texts[i.name] ?? '', units)])),
        units,
      ),
  });
  const begin = () => {
    reckon.mutate();
    // with what was typed, so that the address can be shared; the units it was typed in go along
    setAddress({ ...Object.fromEntries(Object.entries(texts).filter(([, text]) => text.trim() !== '')), in: units }, { replace: true });
  };
  const asked = useRef(false);
  useEffect(() => {
    // an address that brings what is needed brings the answer
    if (asked.current || !calculation.inputs.every((i) => !i.required || address.has(i.name)) || calculation.inputs.length === 0) return;
    asked.current = true;
    if ((address.get('in') ?? units) === units) reckon.mutate();
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, as it was opened
  }, []);
  const foreign = address.has('in') && address.get('in') !== units;
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
        begin();
      }}
    >
      <Box>
        <Typography variant="h1">{calculation.title}</Typography>
        <Typography variant="body2" color="text.secondary">
          {calculation.craft}
        </Typography>
      </Box>
      {foreign && <Alert severity="info">These figures were typed in other units than this job's. Read them again before you reckon.</Alert>}
      <FromCard calculation={calculation} units={units} onFill={(filled) => setTexts({ ...texts, ...filled })} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        {calculation.inputs.map((input) => (
          <TextField
            key={input.name}
            select={input.kind === 'choice'}
            label={`${input.label}${input.required ? '' : ' (if any)'}`}
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
                : `${input.default} ${input.unit.split(/[,;]/)[0] ?? ''} when left out`)
            }
            slotProps={{
              htmlInput: { inputMode: input.kind === 'number' ? 'decimal' : 'text' },
              input: { endAdornment: unitOf(input, units) === '' ? null : <InputAdornment position="end">{unitOf(input, units)}</InputAdornment> },
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
        Calculate
      </Button>
      {reckon.error && faults.every((f) => !calculation.inputs.some((i) => i.name === f.field)) && <Alert severity="error">{reckon.error.message}</Alert>}
      {columns.length > 0 && <Columns series={columns} />}
      {reckon.data && (
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: { xs: 'minmax(0,1fr)', md: reckon.data.picture ? 'minmax(0,1fr) minmax(0,1fr)' : 'minmax(0,1fr)' },
            gap: 2,
          }}
        >
          <Box
            component="table"
            aria-label="Result"
            sx={{
              borderCollapse: 'collapse',
              alignSelf: 'start',
              '& td': { py: 0.75, pr: 3, borderBottom: '1px solid', borderColor: 'divider', verticalAlign: 'top' },
            }}
          >
            <tbody>
              {Object.entries(reckon.data.result).map(([name, value]) => (
                <tr key={name}>
                  <td>{reckon.data.shown[name] ? plain(name) : name.replaceAll('_', ' ')}</td>
                  <td className="num" style={{ fontSize: '1.15rem' }}>
                    <b>{reckon.data.shown[name] ?? show(value)}</b>
                  </td>
                </tr>
              ))}
            </tbody>
          </Box>
          {reckon.data.picture && <Picture picture={reckon.data.picture} title={calculation.title} />}
        </Box>
      )}
      {reckon.data && reckon.data.formula.length > 0 && (
        <Box component="section" aria-label="How it was worked out" sx={{ pl: 1.5, borderLeft: '6px solid', borderLeftColor: 'pipe' }}>
          {reckon.data.formula.map((line) => (
            <Box key={line.said} sx={{ mb: 1 }}>
              <Typography variant="body2" color="text.secondary">
                {line.said}
              </Typography>
              <Typography className="num">{line.with}</Typography>
            </Box>
          ))}
        </Box>
      )}
      {reckon.data && <PinIt text={pinned(calculation, texts, units, reckon.data)} />}
      <Typography variant="body2" color="text.secondary">
        [{calculation.sources.join('; ')}] Makers&rsquo; instructions, the owner&rsquo;s specification and local code govern.
      </Typography>
    </Stack>
  );
}
