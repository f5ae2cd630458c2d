import { memo, useEffect, useId, useLayoutEffect, useRef, useState } from 'react';
import { Box, Button, FormHelperText, InputAdornment, MenuItem, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { padded } from '../../app/pad';
import { useWork } from '../../app/session';
import { jobNow, timeOfDay } from '../../app/time';
import { positions, shown, stored } from './units';

type Spec = Schemas['ReadingSpec'];
interface FieldProps {
  spec: Spec;
  reading: Schemas['Reading'] | undefined;
  error: string | null;
  busy: boolean;
  disabled: boolean;
  onEnter: (value: unknown) => void;
  draftKey: string;
}

/**
 * What is being typed survives a reload: it is kept on the device until it has been entered. An answer that arrives meanwhile writes over what was sent or left
 * alone, never over what somebody is typing.
 */
function useDraft(key: string, entered: string, busy: boolean): [string, (text: string) => void, boolean, (text: string) => void] {
  const [text, setText] = useState(() => sessionStorage.getItem(key) ?? entered);
  const last = useRef(entered);
  const sent = useRef<string | null>(null);
  // at once, not after the next stroke
  useLayoutEffect(() => {
    if (busy || last.current === entered) return; // the answer to what was sent last is still to come
    const isTyped = text !== last.current && text !== sent.current;
    last.current = entered;
    if (isTyped) return;
    sessionStorage.removeItem(key);
    setText(entered);
  }, [entered, key, text, busy]);
  const type = (next: string) => {
    if (next === entered) sessionStorage.removeItem(key);
    else sessionStorage.setItem(key, next);
    setText(next);
  };
  return [text, type, text !== entered, (gone) => (sent.current = gone)];
}

/** Enter and leaving the field both enter it; the same text goes only once unless it was refused. */
function useOnce(error: string | null) {
  const sent = useRef<string | null>(null);
  useEffect(() => {
    if (error !== null) sent.current = null;
  }, [error]);
  return (text: string, send: () => void) => {
    if (sent.current === text) return;
    sent.current = text;
    send();
  };
}

/** Drawn again only when something of its own has changed. */
export const ReadingField = memo(function ReadingField({ onEnter, ...rest }: Omit<FieldProps, 'onEnter'> & { onEnter: (key: string, value: unknown) => void }) {
  const props = { ...rest, onEnter: (value: unknown) => onEnter(rest.spec.key, value) };
  switch (props.spec.kind) {
    case 'number':
      return <NumberField {...props} />;
    case 'series':
      return <SeriesField {...props} />;
    case 'yes_no':
      return <YesNoField {...props} />;
    case 'choice':
      return <ChoiceField {...props} />;
    case 'equipment':
      return <EquipmentField {...props} />;
    case 'code':
      return <CodeField {...props} />;
    case 'now':
      return <NowField {...props} />;
    default:
      return null;
  }
});

const label = (spec: Spec) => (spec.required ? spec.label : `${spec.label} (if any)`);

function NumberField({ spec, reading, error, busy, disabled, onEnter, draftKey }: FieldProps) {
  const [text, type, changed, gone] = useDraft(draftKey, typeof reading?.value === 'number' ? shown(reading.value, spec) : '', busy);
  const once = useOnce(error);
  const enter = () => changed && text.trim() !== '' && once(text, () => (gone(text), onEnter(stored(text, spec))));
  return (
    <TextField
      fullWidth
      label={label(spec)}
      value={text}
      disabled={disabled}
      onChange={(e) => type(e.target.value)}
      onBlur={enter}
      onKeyDown={(e) => e.key === 'Enter' && enter()}
      error={error !== null}
      helperText={error ?? (spec.hint || undefined)}
      slotProps={{
        htmlInput: {
          ...padded(spec.display.symbol, typeof reading?.value === 'number' ? shown(reading.value, spec) : ''),
          'aria-busy': busy,
          style: { minHeight: 30 },
        },
        input: {
          endAdornment: (
            <InputAdornment position="end">
              <Typography component="span" className="num" sx={{ fontWeight: 700, color: 'text.primary' }}>
                {spec.display.symbol}
              </Typography>
            </InputAdornment>
          ),
        },
      }}
    />
  );
}

function SeriesField({ spec, reading, error, busy, disabled, onEnter, draftKey }: FieldProps) {
  const values = Array.isArray(reading?.value) ? (reading.value as number[]) : [];
  const [text, type, changed, gone] = useDraft(draftKey, values.map((v) => shown(v, spec)).join(' | '), busy);
  const parts = text === '' ? [] : text.split(' | ');
  const preferred = spec.counts[0] === 2 ? 4 : (spec.counts[0] ?? 4);
  const [count, setCount] = useState(values.length || Math.max(parts.length, preferred));
  const whole = spec.instrument !== 'roundness_dial'; // diameters go over half a turn, everything else round the whole
  const cells = Array.from({ length: count }, (_, k) => parts[k] ?? '');
  const full = cells.every((cell) => cell.trim() !== '');
  const set = (at: number, next: string) => type(cells.map((cell, k) => (k === at ? next : cell)).join(' | '));
  const once = useOnce(error);
  const enter = () => changed && full && once(text, () => (gone(text), onEnter(cells.map((cell) => stored(cell, spec)))));
  return (
    <Box role="group" aria-label={spec.label}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', mb: 1, flexWrap: 'wrap', gap: 1 }}>
        <Typography sx={{ fontWeight: 640 }}>{spec.label}</Typography>
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
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: 'repeat(2, minmax(0, 1fr))', sm: `repeat(${count > 4 ? 3 : 2}, minmax(0, 1fr))` }, gap: 1 }}
        onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && enter()}
      >
        {positions(count, whole).map((name, k) => (
          <TextField
            key={name}
            label={`${name} o'clock`}
            value={cells[k] ?? ''}
            disabled={disabled}
            error={error !== null}
            onChange={(e) => set(k, e.target.value)}
            onKeyDown={(e) => e.key === 'Enter' && enter()}
            slotProps={{
              inputLabel: { shrink: true },
              htmlInput: { ...padded(spec.display.symbol, values[k] === undefined ? '' : shown(values[k], spec)), 'aria-busy': busy },
              input: { endAdornment: <InputAdornment position="end">{spec.display.symbol}</InputAdornment> },
            }}
          />
        ))}
      </Box>
      <FormHelperText error={error !== null}>{error ?? (changed && !full ? 'Judged when all are in.' : spec.hint)}</FormHelperText>
    </Box>
  );
}

function YesNoField({ spec, reading, error, disabled, onEnter }: FieldProps) {
  const id = useId();
  const value = typeof reading?.value === 'boolean' ? reading.value : null;
  return (
    <Box>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
        <Typography id={id} sx={{ flex: 1 }}>
          {label(spec)}
        </Typography>
        <ToggleButtonGroup
          exclusive
          value={value}
          disabled={disabled}
          onChange={(_, next: boolean | null) => next !== null && onEnter(next)}
          aria-labelledby={id}
        >
          <ToggleButton value={true} sx={{ minWidth: 72, '&.Mui-selected, &.Mui-selected:hover': { bgcolor: 'pipe', color: 'background.paper' } }}>
            Yes
          </ToggleButton>
          <ToggleButton value={false} sx={{ minWidth: 72, '&.Mui-selected, &.Mui-selected:hover': { bgcolor: 'mend', color: 'background.paper' } }}>
            No
          </ToggleButton>
        </ToggleButtonGroup>
      </Stack>
      {error && <FormHelperText error>{error}</FormHelperText>}
    </Box>
  );
}

function ChoiceField({ spec, reading, error, disabled, onEnter }: FieldProps) {
  return (
    <TextField
      select
      fullWidth
      label={label(spec)}
      value={typeof reading?.value === 'string' ? reading.value : ''}
      disabled={disabled}
      onChange={(e) => onEnter(e.target.value)}
      error={error !== null}
      helperText={error ?? (spec.hint || undefined)}
    >
      {spec.choices.map((choice) => (
        <MenuItem key={choice} value={choice} sx={{ minHeight: 52 }}>
          {choice}
        </MenuItem>
      ))}
    </TextField>
  );
}

function EquipmentField({ spec, reading, error, disabled, onEnter }: FieldProps) {
  const { job } = useWork();
  const kinds = job.equipment.filter((item) => item.kind === spec.choices[0]);
  const value = reading?.value as { id?: string } | undefined;
  return (
    <TextField
      select
      fullWidth
      label={label(spec)}
      value={value?.id ?? ''}
      disabled={disabled}
      onChange={(e) => onEnter(e.target.value)}
      error={error !== null}
      helperText={error ?? undefined}
    >
      {kinds.map((item) => (
        <MenuItem key={item.id} value={item.id} sx={{ minHeight: 52 }}>
          {item.name} ({item.serial})
        </MenuItem>
      ))}
    </TextField>
  );
}

function CodeField({ spec, reading, error, busy, disabled, onEnter, draftKey }: FieldProps) {
  const [text, type, changed, gone] = useDraft(draftKey, typeof reading?.value === 'string' ? reading.value : '', busy);
  const digits = text.replace(/\D/g, '').length;
  const once = useOnce(error);
  const enter = () => changed && text.trim() !== '' && once(text, () => (gone(text), onEnter(text)));
  return (
    <TextField
      fullWidth
      label={label(spec)}
      value={text}
      disabled={disabled}
      onChange={(e) => type(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && enter()}
      onBlur={enter}
      error={error !== null}
      helperText={error ?? (spec.label.includes('24') ? `${digits} of 24 digits. ${spec.hint}` : spec.hint)}
      slotProps={{ htmlInput: { inputMode: spec.instrument === '' ? 'text' : 'numeric', autoComplete: 'off' } }}
    />
  );
}

function NowField({ spec, reading, error, disabled, onEnter }: FieldProps) {
  const { job } = useWork();
  const at = typeof reading?.value === 'string' ? reading.value : null;
  return (
    <Box>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
        <Button
          variant={at ? 'outlined' : 'contained'}
          color={at ? 'primary' : 'secondary'}
          disabled={disabled}
          onClick={() => onEnter(new Date(jobNow()).toISOString())}
          sx={{ minHeight: 56, minWidth: 150 }}
        >
          {spec.label} – now
        </Button>
        <Typography className="num">{at ? timeOfDay(at, job.time_zone) : spec.hint || 'Press when done.'}</Typography>
      </Stack>
      {error && <FormHelperText error>{error}</FormHelperText>}
    </Box>
  );
}
