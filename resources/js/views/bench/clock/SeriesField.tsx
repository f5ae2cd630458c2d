import { useState } from 'react';
import { Box, FormHelperText, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { visuallyHidden } from '@mui/utils';
import { padded } from '../../../app/pad';
import type { FieldProps } from '../ReadingField';
import { positions, shown, stored } from '../units';
import { useDraft } from '../useDraft';
import { angleOf, places, type Place } from './place';

/** The next one to be measured, told from the others in any light. */
const LIT = { '& .MuiOutlinedInput-notchedOutline, & .Mui-focused .MuiOutlinedInput-notchedOutline': { borderColor: 'hand', borderWidth: 3 } };

/** Where the picture lies: in the middle of fields that go all round it, else beside those on its right. */
const MIDDLE = { gridColumn: 2, gridRow: '2 / 5', textAlign: 'center' };
const LEFT = { gridColumn: '1 / 3', gridRow: '2 / 6', textAlign: 'center' };

const cellOf = ({ row, column }: Place, whole: boolean) => ({
  gridRow: row,
  gridColumn: column === 2 && !whole ? '1 / 3' : column, // above the middle of its picture
  justifySelf: column === 2 ? 'center' : 'stretch',
  maxWidth: 112,
});

/** Readings round the clock: each field where it is measured, round the picture of what they come to, the next one lit. */
export function SeriesField({ spec, reading, error, busy, disabled, onEnter, draftKey, ring }: FieldProps) {
  const values = Array.isArray(reading?.value) ? (reading.value as number[]) : [];
  const draft = useDraft({ key: draftKey, entered: values.map((v) => shown(v, spec)).join(' | '), busy, error });
  const { text, type, changed } = draft;
  const parts = text === '' ? [] : text.split(' | ');
  const preferred = spec.counts[0] === 2 ? 4 : (spec.counts[0] ?? 4);
  const [count, setCount] = useState(values.length || Math.max(parts.length, preferred));
  const whole = spec.instrument !== 'roundness_dial'; // diameters go over half a turn, everything else round the whole
  const cells = Array.from({ length: count }, (_, k) => parts[k] ?? '');
  const full = cells.every((cell) => cell.trim() !== '');
  const set = (at: number, next: string) => type(cells.map((cell, k) => (k === at ? next : cell)).join(' | '));
  const enter = (again = false) => full && draft.enter(() => onEnter(cells.map((cell) => stored(cell, spec))), again);
  const next = disabled ? -1 : cells.findIndex((cell) => cell.trim() === '');
  const lit = next < 0 ? null : angleOf(next, count, whole);
  const round = ring ? places(count, whole) : null;
  const picture = ring?.picture(lit, count);
  return (
    <Box role="group" aria-label={spec.label}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', mb: 1.75, flexWrap: 'wrap', gap: 1 }}>
        <Typography sx={{ fontWeight: 640 }}>
          {spec.label}, {spec.display.symbol}
        </Typography>
        {spec.counts.length > 1 && (
          <ToggleButtonGroup
            exclusive
            size="small"
            value={count}
            onChange={(_, n: number | null) =>
              n &&
              (setCount(n),
              type(
                cells
                  .slice(0, n)
                  .concat(Array(Math.max(0, n - cells.length)).fill(''))
                  .join(' | '),
              ))
            }
            aria-label="How many readings"
          >
            {[...spec.counts]
              .sort((a, b) => a - b)
              .map((n) => (
                <ToggleButton key={n} value={n} sx={{ minWidth: 48, minHeight: 40 }}>
                  {n}
                </ToggleButton>
              ))}
          </ToggleButtonGroup>
        )}
      </Stack>
      {picture && !round && <Box sx={{ textAlign: 'center', mb: 1.5 }}>{picture}</Box>}
      <Box
        sx={
          round
            ? {
                display: 'grid',
                gridTemplateColumns: '100px minmax(0, 1fr) 100px',
                columnGap: 1,
                rowGap: 0.75,
                maxWidth: 460,
                mx: 'auto',
                alignItems: 'center',
              }
            : {
                display: 'grid',
                gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', sm: `repeat(${count > 4 ? 3 : 2}, minmax(0, 1fr))` },
                gap: 1,
              }
        }
        onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && enter()}
      >
        {positions(count, whole).map((name, k) => (
          <TextField
            key={name}
            label={
              <>
                {name}
                <span style={visuallyHidden}> o&rsquo;clock</span>
              </>
            }
            value={cells[k] ?? ''}
            disabled={disabled}
            error={error !== null}
            onChange={(e) => set(k, e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && enter(k === count - 1)}
            sx={{
              ...(round?.[k] && cellOf(round[k], whole)),
              ...(k === next && LIT),
            }}
            slotProps={{
              inputLabel: { shrink: true },
              htmlInput: {
                ...padded(spec.display.symbol, values[k] === undefined ? '' : shown(values[k], spec)),
                'aria-busy': busy,
                ...(round && { style: { textAlign: 'center', paddingInline: 6 } }),
              },
            }}
          />
        ))}
        {picture && round && <Box sx={whole ? MIDDLE : LEFT}>{picture}</Box>}
      </Box>
      {ring?.said && <Box sx={{ mt: 1 }}>{ring.said}</Box>}
      <FormHelperText error={error !== null}>{error ?? (changed && !full ? 'Judged when all are in.' : spec.hint)}</FormHelperText>
    </Box>
  );
}
