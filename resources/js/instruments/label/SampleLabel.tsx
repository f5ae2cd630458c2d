import { useEffect, useState } from 'react';
import { Box, Button, Paper, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';

/** The label of a sample fitting, with real bars, for a simulated job where nobody holds one. */
export function SampleLabel({ label, waits, onScan }: { label: Schemas['SampleLabel']; waits: string; onScan: (code: string) => void }) {
  const [bars, setBars] = useState('');
  useEffect(() => {
    let gone = false;
    void import('bwip-js/browser').then((bwip) => {
      if (!gone) setBars(bwip.toSVG({ bcid: 'interleaved2of5', text: label.code, height: 12, scale: 2 }));
    });
    return () => {
      gone = true;
    };
  }, [label.code]);
  const fits = `dn ${label.dn_mm} · ${label.material} · SDR ${label.sdr_from}–${label.sdr_to}`;
  return (
    <Paper sx={{ p: 2, bgcolor: '#fff', color: '#111' }} role="group" aria-label="Label of the sample fitting">
      <Typography variant="overline" component="p">
        Simulated job: the sample fitting in your hand says
      </Typography>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={3} sx={{ alignItems: 'center' }}>
        <Box sx={{ width: 300, maxWidth: '100%', '& svg': { width: '100%', height: 64 } }} dangerouslySetInnerHTML={{ __html: bars }} aria-hidden />
        <Typography className="num" sx={{ flex: 1, letterSpacing: '-0.02em' }}>
          {label.code.replace(/(\d{6})(?=\d)/g, '$1 ')}
        </Typography>
        <Button variant="outlined" onClick={() => onScan(label.code)} sx={{ color: '#111', borderColor: '#111', flex: 'none' }}>
          Scan it
        </Button>
      </Stack>
      <Typography className="num" sx={{ mt: 1 }}>
        {fits} · {label.voltage_v} V · {label.fusion_time_s} s · {waits} {label.cooling_min} min · {label.resistance_ohm} Ω · length {label.length_mm} mm. The
        unit then shows {label.voltage_v} V and {label.fusion_time_s} s.
      </Typography>
    </Paper>
  );
}
