import { useState } from 'react';
import { Box, Button, InputAdornment, Stack, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Besides } from '../../app/Besides';
import { faultAt } from '../../app/useForm';
import { shown, stored } from '../bench/units';
import { useChange } from './useChange';

type Limit = Schemas['Limit'];

const show = (value: number, limit: Limit) => `${shown(value, limit)} ${limit.display.symbol}`.trim();

/** One limit with its source; a supervisor opens it, types the new value and the reason. */
export function LimitRow({ limit, may, under }: { limit: Limit; may: boolean; under: string }) {
  const here = limit.bites.find((bite) => bite.step === under);
  const also = limit.bites.filter((bite) => bite.step !== under).map((bite) => bite.step);
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [reason, setReason] = useState('');
  const change = useChange();
  return (
    <Box component="li" sx={{ px: 2, py: 1.25, borderBottom: 1, borderColor: 'divider' }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={{ xs: 0.5, sm: 2 }} sx={{ alignItems: { sm: 'center' } }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography sx={{ fontWeight: 640 }}>{limit.title}</Typography>
          {((here?.readings.length ?? 0) > 0 || also.length > 0) && (
            <Typography variant="body2">
              {here && here.readings.length > 0 ? `Bites on: ${here.readings.join(', ')}` : ''}
              {also.length > 0 ? `${here && here.readings.length > 0 ? '; also' : 'Also'} at ${also.join(', ')}` : ''}
            </Typography>
          )}
          <Typography variant="body2" color="text.secondary">
            [{limit.source}]
          </Typography>
          {limit.changed_by !== '' && (
            <Typography variant="body2" sx={{ color: 'watch' }}>
              Changed by {limit.changed_by}
              {limit.shipped === null || limit.shipped === limit.value ? '' : `, was ${show(limit.shipped, limit)}`}: “{limit.reason}”
            </Typography>
          )}
        </Box>
        <Typography className="num" sx={{ fontSize: '1.25rem', fontWeight: 700, minWidth: 120, textAlign: { sm: 'right' } }}>
          {show(limit.value, limit)}
        </Typography>
        {may && (
          <Button variant="outlined" onClick={() => setOpen(!open)} aria-expanded={open} aria-label={`Change: ${limit.title}`}>
            {open ? 'Leave it' : 'Change'}
          </Button>
        )}
      </Stack>
      {open && (
        <Stack
          component="form"
          spacing={1.5}
          sx={{ mt: 1.5, maxWidth: 560 }}
          onSubmit={(e) => {
            e.preventDefault();
            change.mutate({ limit: limit.id, value: stored(text, limit), reason });
          }}
        >
          <TextField
            label="New value"
            value={text}
            onChange={(e) => setText(e.target.value)}
            {...faultAt(change.error, 'value')}
            slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{limit.display.symbol}</InputAdornment> } }}
          />
          <TextField
            label="Why (stays visible for ever)"
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            multiline
            {...faultAt(change.error, 'reason')}
          />
          <Besides error={change.error} fields={['value', 'reason']} />
          <Button type="submit" variant="contained" color="secondary" disabled={change.isPending} sx={{ alignSelf: 'flex-start' }}>
            Make it the job&rsquo;s limit
          </Button>
        </Stack>
      )}
    </Box>
  );
}
