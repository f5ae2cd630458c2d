import { MenuItem, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { cardsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { shownNumber } from '../../app/numbers';

type Row = Record<string, number | string>;
const ranges = (row: Row) =>
  [
    ['in', row.min_mm, row.max_mm],
    ['out', row.upper_min_mm, row.upper_max_mm],
  ]
    .filter((r) => r[1] !== undefined && r[2] !== undefined)
    .map((r) => r.join(':'))
    .join('; ');

/** A card is kept in stored units, a field is typed in those of the job: 30 mm is not 30 in. */
export const filled = (inputs: Schemas['Calculation']['inputs'], row: Row, units: 'metric' | 'us'): Record<string, string> =>
  Object.fromEntries(
    inputs.flatMap((input) => {
      const value = row[input.card];
      const text = input.card === 'ranges' ? ranges(row) : typeof value === 'number' ? shownNumber(value, input.display?.[units]) : (value ?? '');
      return text === '' ? [] : [[input.name, text]];
    }),
  );

interface Props {
  calculation: Schemas['Calculation'];
  units: 'metric' | 'us';
  onFill: (texts: Record<string, string>) => void;
}

/** The figures of a card's size, typed in for a calculation that works by them. */
export function FromCard({ calculation, units, onFill }: Props) {
  const suits = calculation.inputs.some((input) => input.card !== '');
  const { job } = useWork();
  const cards = useQuery({ ...cardsQuery(job.id), enabled: suits });
  const sizes = (cards.data?.cards ?? []).flatMap((card) =>
    card.rows.map((row) => ({ name: `${card.title}, ${String((row as Row).size)}`, texts: filled(calculation.inputs, row as Row, units) })),
  );
  const useful = sizes.filter((s) => Object.keys(s.texts).length > 0);
  if (useful.length === 0) return null;
  return (
    <TextField select label="Fill in from a card" value="" onChange={(e) => onFill(useful[Number(e.target.value)]?.texts ?? {})}>
      {useful.map((s, k) => (
        <MenuItem key={s.name} value={String(k)} sx={{ minHeight: 52 }}>
          {s.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
