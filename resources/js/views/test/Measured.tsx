import { Box, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { stored } from '../bench/units';
import type { Test } from './useTest';

/** What the tester measured besides the trace, as typed; see `typed`. */
export type Typed = Record<string, string | boolean>;

/** What was typed, in stored units; what was left empty is left out. */
export function typed(asks: Test['asks'], values: Typed): Record<string, unknown> {
  return Object.fromEntries(
    asks.flatMap((spec) => {
      const value = values[spec.key];
      return value === undefined || value === '' ? [] : [[spec.key, typeof value === 'string' ? stored(value, spec) : value]];
    }),
  );
}

/** The fields a method asks for, drawn from its own description. */
export function Measured({ asks, values, onChange }: { asks: Test['asks']; values: Typed; onChange: (values: Typed) => void }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 1.5 }}>
      {asks.map((spec) =>
        spec.kind === 'yes_no' ? (
          <Box key={spec.key}>
            <Typography variant="body2">{spec.label}</Typography>
            <ToggleButtonGroup
              exclusive
              value={values[spec.key] ?? null}
              onChange={(_, next: boolean | null) => onChange({ ...values, [spec.key]: next ?? '' })}
              aria-label={spec.label}
            >
              <ToggleButton value={false} sx={{ px: 3 }}>
                No
              </ToggleButton>
              <ToggleButton value sx={{ px: 3 }}>
                Yes
              </ToggleButton>
            </ToggleButtonGroup>
          </Box>
        ) : (
          <TextField
            key={spec.key}
            label={`${spec.label}, ${spec.display.symbol}`}
            value={values[spec.key] ?? ''}
            onChange={(e) => onChange({ ...values, [spec.key]: e.target.value })}
            helperText={spec.hint}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
          />
        ),
      )}
    </Box>
  );
}
