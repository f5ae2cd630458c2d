import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { SeverityMark } from '../../instruments/severity/SeverityMark';

/** How far each step of a joint is. */
export function StepsOf({ verdict, joint }: { verdict: Schemas['Bench']['verdict']; joint: number }) {
  return (
    <Box
      component="ol"
      aria-label={`Steps of joint ${joint}`}
      sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))', gap: 1 }}
    >
      {verdict.steps.map((s) => (
        <Stack
          component="li"
          key={s.step}
          direction="row"
          spacing={1}
          sx={{ alignItems: 'center', minHeight: 36, px: 1, bgcolor: 'background.paper', border: 1, borderColor: 'divider' }}
        >
          {s.severity ? <SeverityMark severity={s.severity} size={20} /> : <Box sx={{ width: 20, textAlign: 'center' }}>{s.skipped ? '–' : '·'}</Box>}
          <Typography variant="body2" sx={{ flex: 1 }}>
            {s.title}
          </Typography>
          {s.missing.length > 0 && (
            <Typography variant="body2" className="num" aria-label={`${s.missing.length} missing`}>
              {s.missing.length}
            </Typography>
          )}
        </Stack>
      ))}
    </Box>
  );
}
