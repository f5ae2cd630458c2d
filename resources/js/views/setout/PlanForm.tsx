import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, IconButton, InputAdornment, Paper, Stack, TextField, Typography } from '@mui/material';
import AddIcon from '@mui/icons-material/Add';
import CloseIcon from '@mui/icons-material/Close';
import { ApiError, type Schemas } from '../../api/client';
import type { useSetout } from './useSetout';

const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
const shown = (value: number | null | undefined) => (value === null || value === undefined ? '' : String(value));

/** Lengths on stock and the limits of the plan; what the joint system and the rulebook say stands in the fields beforehand. */
export function PlanForm({ setout, plan, rest }: { setout: Schemas['Setout']; plan: ReturnType<typeof useSetout>['plan']; rest: number | null }) {
  const last = setout.plan?.request;
  const [lengths, setLengths] = useState(() => (last?.lengths ?? [{ length_m: 12, count: null }, { length_m: 6, count: null }]).map((l) => ({ length: String(l.length_m), count: shown(l.count) })));
  const [allowed, setAllowed] = useState(() => shown(last?.allowed_source === 'entered for this plan' ? last.allowed_deg : setout.allowed_deg));
  const [share, setShare] = useState(() => String(Math.round((last?.share ?? setout.share) * 100)));
  const [band, setBand] = useState(() => String(last?.band_mm ?? setout.band_mm));
  const [cut, setCut] = useState(() => (last ? shown(last.cut_min_m) : '1'));
  const [closing, setClosing] = useState(last ? !last.cut_anywhere : true);
  const faults = plan.error instanceof ApiError ? plan.error.faults : [];
  const faultOf = (...fields: string[]) => faults.find((f) => fields.includes(f.field))?.detail;
  const go = () => {
    const percent = number(share);
    plan.mutate({
      lengths: lengths.filter((l) => l.length.trim() !== '').map((l) => ({ length_m: number(l.length) ?? NaN, count: number(l.count) })),
      allowed_deg: number(allowed) === setout.allowed_deg ? null : number(allowed),
      share: percent === null ? null : percent / 100,
      band_mm: number(band),
      cut_min_m: number(cut),
      cut_anywhere: !closing,
    });
  };
  const field = (label: string, value: string, set: (text: string) => void, unit: string, fault: string | undefined, hint?: string) => (
    <TextField label={label} value={value} onChange={(e) => set(e.target.value)} error={fault !== undefined} helperText={fault ?? hint} slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unit}</InputAdornment> } }} />
  );
  return (
    <Paper component="form" aria-label="Plan the pipes" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), go())}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {rest === null ? 'Plan the pipes' : `Plan the rest, from where joint ${rest} lies`}
      </Typography>
      <Stack spacing={1}>
        {lengths.map((row, k) => (
          <Stack key={k} direction="row" spacing={1.5} sx={{ alignItems: 'center', maxWidth: 480 }}>
            {field('Pipe length', row.length, (text) => setLengths(lengths.map((l, i) => (i === k ? { ...l, length: text } : l))), 'm', k === 0 ? faultOf('lengths') : undefined)}
            {field('On stock', row.count, (text) => setLengths(lengths.map((l, i) => (i === k ? { ...l, count: text } : l))), 'pieces', undefined)}
            {lengths.length > 1 && (
              <IconButton aria-label={`Without the length ${row.length} m`} onClick={() => setLengths(lengths.filter((_, i) => i !== k))}>
                <CloseIcon />
              </IconButton>
            )}
          </Stack>
        ))}
        <Button startIcon={<AddIcon />} onClick={() => setLengths([...lengths, { length: '', count: '' }])} sx={{ alignSelf: 'flex-start' }}>
          One more length
        </Button>
      </Stack>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))', lg: 'repeat(4, minmax(0,1fr))' }, gap: 2, mt: 1.5 }}>
        {field('Allowed deflection', allowed, setAllowed, '°', faultOf('allowed', 'allowed_deg'), setout.allowed_source ?? "The maker's: no table gives it")}
        {field('Share of it to use', share, setShare, '%', faultOf('share'), `The job's rulebook: ${Math.round(setout.share * 100)} %`)}
        {field('Band beside the alignment', band, setBand, 'mm', faultOf('band'), `The job's rulebook: ${setout.band_mm} mm`)}
        {field('Shortest cut piece (if any)', cut, setCut, 'm', faultOf('cut-min'), 'Empty: nothing is cut')}
      </Box>
      <FormControlLabel sx={{ mt: 1, minHeight: 48 }} control={<Checkbox checked={closing} onChange={(e) => setClosing(e.target.checked)} sx={{ p: 1.5 }} />} label="Cut only to close the line, not wherever a cut piece saves a pipe" />
      {plan.error && !faults.some((f) => ['lengths', 'allowed', 'allowed_deg', 'share', 'band', 'cut-min'].includes(f.field)) && <Alert severity="error">{plan.error.message}</Alert>}
      <Button type="submit" variant="contained" color={setout.plan === null || rest !== null ? 'secondary' : 'primary'} disabled={plan.isPending} sx={{ mt: 1, minHeight: 56, px: 4, display: 'flex' }}>
        {plan.isPending ? 'Planning…' : rest === null ? 'Plan the line' : 'Plan the rest'}
      </Button>
    </Paper>
  );
}
