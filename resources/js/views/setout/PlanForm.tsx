import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, IconButton, InputAdornment, Paper, Stack, TextField, Typography } from '@mui/material';
import AddIcon from '@mui/icons-material/Add';
import CloseIcon from '@mui/icons-material/Close';
import { ApiError, type Schemas } from '../../api/client';
import { shownNumber, typedNumber } from '../../app/numbers';
import { useUnits } from '../../app/useUnits';
import type { useSetout } from './useSetout';

const shown = (value: number | null | undefined, display?: Schemas['Display']) => (value === null || value === undefined ? '' : shownNumber(value, display));

/** Lengths on stock and the limits of the plan; what the joint system and the rulebook say stands in the fields beforehand. */
export function PlanForm({ setout, plan, rest }: { setout: Schemas['Setout']; plan: ReturnType<typeof useSetout>['plan']; rest: number | null }) {
  const last = setout.plan?.request;
  const { display, small } = useUnits();
  const [lengths, setLengths] = useState(() =>
    (
      last?.lengths ?? [
        { length_m: 12, count: null },
        { length_m: 6, count: null },
      ]
    ).map((l) => ({ length: shown(l.length_m, display.length), count: shown(l.count) })),
  );
  const [allowed, setAllowed] = useState(() => shown(last?.allowed_source === 'entered for this plan' ? last.allowed_deg : setout.allowed_deg));
  const [share, setShare] = useState(() => String(Math.round((last?.share ?? setout.share) * 100)));
  const [band, setBand] = useState(() => shown(last?.band_mm ?? setout.band_mm, display.small));
  const [cut, setCut] = useState(() => (last ? shown(last.cut_min_m, display.length) : shown(display.length.symbol === 'm' ? 1 : 0.9144, display.length)));
  const [closing, setClosing] = useState(last ? !last.cut_anywhere : true);
  const faults = plan.error instanceof ApiError ? plan.error.faults : [];
  const faultOf = (...fields: string[]) => faults.find((f) => fields.some((field) => f.field === field || f.field.startsWith(`${field}.`)))?.detail;
  const go = () => {
    const [percent, most] = [typedNumber(share), typedNumber(allowed)];
    plan.mutate({
      lengths: lengths.filter((l) => l.length.trim() !== '').map((l) => ({ length_m: typedNumber(l.length, display.length), count: typedNumber(l.count) })),
      allowed_deg: most === setout.allowed_deg ? null : most,
      share: typeof percent === 'number' ? percent / 100 : percent,
      band_mm: typedNumber(band, display.small),
      cut_min_m: typedNumber(cut, display.length),
      cut_anywhere: !closing,
    });
  };
  const field = (label: string, value: string, set: (text: string) => void, unit: string, fault: string | undefined, hint?: string) => (
    <TextField
      label={label}
      value={value}
      onChange={(e) => set(e.target.value)}
      error={fault !== undefined}
      helperText={fault ?? hint}
      slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } }}
    />
  );
  return (
    <Paper component="form" aria-label="Plan the pipes" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), go())}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {rest === null ? 'Plan the pipes' : `Plan the rest, from where joint ${rest} lies`}
      </Typography>
      <Stack spacing={1}>
        {lengths.map((row, k) => (
          <Stack key={k} direction="row" spacing={1.5} sx={{ alignItems: 'center', maxWidth: 480 }}>
            {field(
              'Pipe length',
              row.length,
              (text) => setLengths(lengths.map((l, i) => (i === k ? { ...l, length: text } : l))),
              display.length.symbol,
              faultOf(`lengths.${k}.length_m`) ?? (k === 0 ? faults.find((f) => f.field === 'lengths')?.detail : undefined),
            )}
            {field(
              'On stock',
              row.count,
              (text) => setLengths(lengths.map((l, i) => (i === k ? { ...l, count: text } : l))),
              'pieces',
              faultOf(`lengths.${k}.count`),
            )}
            {lengths.length > 1 && (
              <IconButton
                aria-label={`Without the length ${row.length} ${display.length.symbol}`}
                onClick={() => setLengths(lengths.filter((_, i) => i !== k))}
              >
                <CloseIcon />
              </IconButton>
            )}
          </Stack>
        ))}
        <Button startIcon={<AddIcon />} onClick={() => setLengths([...lengths, { length: '', count: '' }])} sx={{ alignSelf: 'flex-start' }}>
          One more length
        </Button>
      </Stack>
      <Box
        sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))', lg: 'repeat(4, minmax(0,1fr))' }, gap: 2, mt: 1.5 }}
      >
        {field('Allowed deflection', allowed, setAllowed, '°', faultOf('allowed', 'allowed_deg'), setout.allowed_source ?? "The maker's: no table gives it")}
        {field('Share of it to use', share, setShare, '%', faultOf('share'), `The job's rulebook: ${Math.round(setout.share * 100)} %`)}
        {field(
          'Band beside the alignment',
          band,
          setBand,
          display.small.symbol,
          faultOf('band', 'band_mm'),
          `The job's rulebook: ${small.plain(setout.band_mm)} ${small.symbol}`,
        )}
        {field('Shortest cut piece (if any)', cut, setCut, display.length.symbol, faultOf('cut-min', 'cut_min_m'), 'Empty: nothing is cut')}
      </Box>
      <FormControlLabel
        sx={{ mt: 1, minHeight: 48 }}
        control={<Checkbox checked={closing} onChange={(e) => setClosing(e.target.checked)} sx={{ p: 1.5 }} />}
        label="Cut only to close the line, not wherever a cut piece saves a pipe"
      />
      {plan.error && faultOf('lengths', 'allowed', 'allowed_deg', 'share', 'band', 'band_mm', 'cut-min', 'cut_min_m') === undefined && (
        <Alert severity="error">{plan.error.message}</Alert>
      )}
      <Button
        type="submit"
        variant="contained"
        color={setout.plan === null || rest !== null ? 'secondary' : 'primary'}
        disabled={plan.isPending}
        sx={{ mt: 1, minHeight: 56, px: 4, display: 'flex' }}
      >
        {plan.isPending ? 'Planning…' : rest === null ? 'Plan the line' : 'Plan the rest'}
      </Button>
    </Paper>
  );
}
