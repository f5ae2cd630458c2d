import { memo, useId } from 'react';
import { Box, Button, FormHelperText, InputAdornment, MenuItem, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { padded } from '../../app/pad';
import { useWork } from '../../app/session';
import { jobNow, timeOfDay } from '../../app/time';
import type { Ring } from './clock/ringOf';
import { SeriesField } from './clock/SeriesField';
import { shown, stored } from './units';
import { useDraft } from './useDraft';

type Spec = Schemas['ReadingSpec'];
export interface FieldProps {
  spec: Spec;
  reading: Schemas['Reading'] | undefined;
  error: string | null;
  busy: boolean;
  disabled: boolean;
  onEnter: (value: unknown) => void;
  draftKey: string;
  /** of a series: the picture that its fields stand round */
  ring?: Ring | null;
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
  const entered = typeof reading?.value === 'number' ? shown(reading.value, spec) : '';
  const draft = useDraft({ key: draftKey, entered, busy, error });
  const enter = (again = false) => draft.enter(() => onEnter(stored(draft.text, spec)), again);
  return (
    <TextField
      fullWidth
      label={label(spec)}
      value={draft.text}
      disabled={disabled}
      onChange={(e) => draft.type(e.target.value)}
      onBlur={() => enter()}
      onKeyDown={(e) => e.key === 'Enter' && enter(true)}
      error={error !== null}
      helperText={error ?? (spec.hint || undefined)}
      slotProps={{
        inputLabel: { shrink: true }, // a long one never lies under the unit
        htmlInput: {
          ...padded(spec.display.symbol, entered),
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

function YesNoField({ spec, reading, error, busy, disabled, onEnter }: FieldProps) {
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
          onChange={(_, next: boolean | null) => !busy && onEnter(next ?? value)} // the same once more: looked at again
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
        <MenuItem key={choice} value={choice} onClick={() => choice === reading?.value && onEnter(choice)} sx={{ minHeight: 52 }}>
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
        <MenuItem key={item.id} value={item.id} onClick={() => item.id === value?.id && onEnter(item.id)} sx={{ minHeight: 52 }}>
          {item.name} ({item.serial})
        </MenuItem>
      ))}
    </TextField>
  );
}

function CodeField({ spec, reading, error, busy, disabled, onEnter, draftKey }: FieldProps) {
  const { text, type, enter } = useDraft({ key: draftKey, entered: typeof reading?.value === 'string' ? reading.value : '', busy, error });
  const digits = text.replace(/\D/g, '').length;
  const send = (again = false) => enter(() => onEnter(text), again);
  return (
    <TextField
      fullWidth
      label={label(spec)}
      value={text}
      disabled={disabled}
      onChange={(e) => type(e.target.value)}
      onKeyDown={(e) => e.key === 'Enter' && send(true)}
      onBlur={() => send()}
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
