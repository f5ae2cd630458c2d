import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../../api/client';
import { SeverityMark } from '../../../instruments/severity/SeverityMark';

export type Diagnosis = Schemas['Diagnosis'];

/** What the trace most looks like, how sure, by what, and what to do. */
export function DiagnosisCard({ found }: { found: Diagnosis }) {
  return (
    <Box
      component="section"
      aria-label="Diagnosis of the trace"
      sx={{ p: 2, mb: 1.5, bgcolor: 'background.default', borderLeft: '8px solid', borderLeftColor: found.severity }}
    >
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center' }}>
        <SeverityMark severity={found.severity} />
        <Typography variant="h2" component="p" sx={{ flex: 1 }}>
          The trace looks: {found.title}
        </Typography>
        <Typography className="num" sx={{ fontWeight: 700 }}>
          {Math.round(found.confidence * 100)} % sure
        </Typography>
      </Stack>
      <Typography sx={{ my: 0.5 }}>{found.advice}</Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
        {found.evidence.map((line) => (
          <Typography key={line} component="li" variant="body2">
            {line}
          </Typography>
        ))}
      </Box>
      <Typography variant="body2" color="text.secondary">
        [{found.source}]
      </Typography>
    </Box>
  );
}
