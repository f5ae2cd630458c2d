import { useState, type ClipboardEvent } from 'react';
import { Box, Button, FormHelperText, InputAdornment, MenuItem, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import { ApiError, type Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { tableSx } from '../../app/tableSx';
import { dayAndTime } from '../../app/time';
import { NotTaken } from '../../app/NotTaken';
import { cellsOf, laid } from '../../app/paste';
import { besides, faultOf } from '../../app/useForm';
import { useNext } from '../../app/useNext';
import { AskSize, unusualOf } from './AskSize';
import { shown, stored } from './units';
import { RowsFile, useRowsFile } from './RowsFile';
import { useEntry } from './useEntry';

type Spec = Schemas['ReadingSpec'];

interface Props {
  bench: Schemas['Bench'];
  spec: Spec;
  queryKey: QueryKey;
  disabled: boolean;
  /** when it was done, where it was written on paper first */
  doneAt?: string | null;
}

/** A series of rows: those that were entered, and one more. */
export function RowsField({ bench, spec, queryKey, disabled, doneAt = null }: Props) {
  const { job } = useWork();
  const entry = useEntry(bench, queryKey);
  const simulated = useEntry(bench, queryKey);
  const columns = spec.columns ?? [];
  const rows = bench.rows[spec.key] ?? [];
  // what is said by a word stays: the next row is mostly compacted by the same plant
  const next = useNext(
    `row:${bench.subject_id}:${spec.key}`,
    columns.filter((c) => c.kind === 'choice').map((c) => c.key),
  );
  const { texts, fault } = next;
  const [kept, setKept] = useState(false);
  const value = (column: Spec) => {
    const text = texts[column.key] ?? '';
    if (column.kind === 'yes_no') return text === 'yes';
    return column.kind === 'number' ? stored(text, column) : text;
  };
  const given = columns.filter((column) => (texts[column.key] ?? '').trim() !== '');
  const whole = columns.every((column) => !column.required || given.includes(column));
  const suggested = bench.stand_in[spec.key] ?? [];
  const give = (row: Record<string, unknown>, isKept: boolean) =>
    entry.mutateAsync({ kind: 'row', payload: { key: spec.key, row, ...(isKept ? { kept: true } : {}), ...(doneAt === null ? {} : { done_at: doneAt }) } });
  const send = (isKept = false) =>
    next.hand(give(Object.fromEntries(given.map((column) => [column.key, value(column)])), isKept).then((written) => setKept(written === null)));
  const ask = unusualOf(fault);
  const askedOf = columns.find((c) => c.key === (fault instanceof ApiError ? fault.faults[0]?.field : ''));
  const bring = useRowsFile(bench, spec.key, queryKey);
  /** A table from a spreadsheet is brought as a file of rows is: all of it or none. */
  const onPaste = (e: ClipboardEvent<HTMLFormElement>) => {
    const cells = cellsOf(e.clipboardData.getData('text/plain'));
    if (!cells || disabled) return;
    e.preventDefault();
    const names = columns.map((c) => ({ key: c.key, label: c.label, ...(c.kind === 'choice' ? { choices: c.choices } : {}) }));
    const table = laid([], names, cells, { row: 0, column: columns[0]?.key ?? '' }, {});
    const cell = (row: Record<string, string>, c: Spec) => String((c.kind === 'number' ? stored(row[c.key] ?? '', c) : row[c.key]) ?? '');
    const lines = [columns.map((c) => c.key), ...table.map((row) => columns.map((c) => cell(row, c)))];
    bring.mutate(new File([lines.map((line) => line.join('\t')).join('\n')], 'pasted.csv', { type: 'text/csv' }));
  };
  const error = besides(fault ?? simulated.error, ...columns.map((c) => c.key));
  return (
    <Box sx={{ my: 2 }}>
      <Box component="form" aria-label={`${spec.label}: one more`} onSubmit={(e) => (e.preventDefault(), whole && send())} onPaste={onPaste} sx={{ mt: 1 }}>
        <Typography sx={{ fontWeight: 640, mb: 1 }}>
          {spec.label} {rows.length + 1}
        </Typography>
        <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'repeat(2, minmax(0,1fr))', md: 'repeat(3, minmax(0,1fr))' }, gap: 1.5 }}>
          {columns.map((column) => (
            <Field
              key={column.key}
              column={column}
              text={texts[column.key] ?? ''}
              disabled={disabled}
              fault={faultOf(fault, column.key)}
              onText={(text) => next.set(column.key, text)}
            />
          ))}
        </Box>
        {ask && askedOf ? <AskSize spec={askedOf} ask={ask} onKeep={() => send(true)} /> : error && <FormHelperText error>{error}</FormHelperText>}
        <NotTaken next={next} fields={columns.map((c) => c.key)} />
        {kept && (
          <Typography variant="body2" color="hand" role="status">
            Kept on this device; judged when the connection is back.
          </Typography>
        )}
        <Stack direction="row" sx={{ mt: 1.5, gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
          <Button type="submit" variant="contained" color="secondary" disabled={disabled || !whole} sx={{ minHeight: 56, px: 4 }}>
            Enter
          </Button>
          {!disabled && suggested.length > 0 && (
            <Button
              variant="outlined"
              disabled={simulated.isPending}
              onClick={() => simulated.mutate({ kind: 'row', payload: { key: spec.key, row: suggested[0] } })}
              sx={{ minHeight: 56 }}
            >
              Simulated: read one
            </Button>
          )}
          {!disabled && <RowsFile series={spec.key} bring={bring} />}
        </Stack>
      </Box>
      {rows.length > 0 && (
        <Box sx={{ overflowX: 'auto', mt: 2 }} tabIndex={0} role="region" aria-label={`${spec.label}: rows`}>
          <Box component="table" aria-label={`${spec.label}: entered`} sx={tableSx}>
            <thead>
              <tr>
                <th>{spec.label}</th>
                {columns.map((c) => (
                  <th key={c.key}>
                    <Typography component="span" variant="body2" color="text.secondary">
                      {c.label}
                      {c.display.symbol === '' ? '' : `, ${c.display.symbol}`}
                    </Typography>
                  </th>
                ))}
                <th />
              </tr>
            </thead>
            <tbody>
              {/* the newest first: it is what the next one goes on from */}
              {rows
                .map((r, k) => ({ ...r, k }))
                .reverse()
                .map(({ row, at, by, k }) => (
                  <tr key={`${at}${k}`}>
                    <td className="num">
                      <b>{k + 1}</b>
                    </td>
                    {columns.map((c) => (
                      <td key={c.key} className={c.kind === 'number' ? 'num' : undefined}>
                        {said(row[c.key], c)}
                      </td>
                    ))}
                    <td>
                      <Typography variant="body2" color="text.secondary" noWrap>
                        {by}, {dayAndTime(at, job.time_zone)}
                      </Typography>
                    </td>
                  </tr>
                ))}
            </tbody>
          </Box>
        </Box>
      )}
    </Box>
  );
}

const said = (value: unknown, column: Spec) =>
  typeof value === 'number' ? shown(value, column) : typeof value === 'boolean' ? (value ? 'yes' : 'no') : typeof value === 'string' ? value : '–';

interface FieldProps {
  column: Spec;
  text: string;
  disabled: boolean;
  fault: string | undefined;
  onText: (text: string) => void;
}

function Field({ column, text, disabled, fault, onText }: FieldProps) {
  if (column.kind === 'yes_no')
    return (
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography id={`row-${column.key}`}>{column.label}</Typography>
        <ToggleButtonGroup
          exclusive
          value={text}
          disabled={disabled}
          onChange={(_, next: string | null) => next !== null && onText(next)}
          aria-labelledby={`row-${column.key}`}
        >
          <ToggleButton value="yes" sx={{ minWidth: 64 }}>
            Yes
          </ToggleButton>
          <ToggleButton value="no" sx={{ minWidth: 64 }}>
            No
          </ToggleButton>
        </ToggleButtonGroup>
      </Stack>
    );
  const isChoice = column.kind === 'choice';
  return (
    <TextField
      select={isChoice}
      label={column.required ? column.label : `${column.label} (if any)`}
      value={text}
      disabled={disabled}
      onChange={(e) => onText(e.target.value)}
      error={fault !== undefined}
      helperText={fault ?? (column.hint || undefined)}
      slotProps={
        isChoice
          ? {}
          : {
              htmlInput: { inputMode: column.kind === 'number' ? 'decimal' : 'text' },
              input: { endAdornment: column.display.symbol === '' ? null : <InputAdornment position="end">{column.display.symbol}</InputAdornment> },
            }
      }
    >
      {column.choices.map((choice) => (
        <MenuItem key={choice} value={choice} sx={{ minHeight: 52 }}>
          {choice}
        </MenuItem>
      ))}
    </TextField>
  );
}
