import { MenuItem, TextField } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { cardsQuery } from '../../api/queries';

type Row = Record<string, number | string>;
/** Which inputs a size of a card fills in, and from which of its figures. */
const FILLS: Record<string, Record<string, string>> = {
  'coupling.insertion': { length_mm: 'length_mm', gap_mm: 'gap_mm' },
  'repair.spool': { gap_mm: 'gap_mm' },
  'repair.wrap': { length_mm: 'length_mm', seal_margin_mm: 'seal_margin_mm' },
  'repair.second-cut': { collapsed_mm: 'collapsed_mm', extended_mm: 'extended_mm', stab_mm: 'stab_mm' },
  'bolting.passes': { target_nm: 'torque_nm', bolts: 'bolts' },
  'bolting.judge': { target_nm: 'torque_nm', maximum_nm: 'maximum_nm' },
  'bolting.retorque': { label_nm: 'torque_nm' },
  'bolting.star': { bolts: 'bolts' },
  'tapping.ejection': { rod_mm: 'rod_mm' },
};

const ranges = (row: Row) =>
  [
    ['in', row.min_mm, row.max_mm],
    ['out', row.upper_min_mm, row.upper_max_mm],
  ]
    .filter((r) => r[1] !== undefined && r[2] !== undefined)
    .map((r) => r.join(':'))
    .join('; ');

const filled = (id: string, row: Row): Record<string, string> =>
  id === 'coupling.fit'
    ? { ranges: ranges(row) }
    : Object.fromEntries(Object.entries(FILLS[id] ?? {}).flatMap(([input, field]) => (row[field] === undefined ? [] : [[input, String(row[field])]])));

/** The figures of a card's size, typed in for a calculation that works by them. */
export function FromCard({ calculation, onFill }: { calculation: Schemas['Calculation']; onFill: (texts: Record<string, string>) => void }) {
  const suits = calculation.id === 'coupling.fit' || calculation.id in FILLS;
  const cards = useQuery({ ...cardsQuery, enabled: suits });
  const sizes = (cards.data?.cards ?? []).flatMap((card) =>
    card.rows.map((row) => ({ name: `${card.title}, ${String((row as Row).size)}`, texts: filled(calculation.id, row as Row) })),
  );
  const useful = sizes.filter((s) => Object.values(s.texts).some((text) => text !== ''));
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
