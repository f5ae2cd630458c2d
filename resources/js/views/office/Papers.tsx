import { Chip, Stack } from '@mui/material';
import type { Schemas } from '../../api/client';

/** Certificates of somebody: what for, and how long yet. */
export function Papers({ papers }: { papers: Schemas['Certificate'][] }) {
  return (
    <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.75 }}>
      {papers.map((p) => (
        <Chip
          key={p.id}
          variant="outlined"
          label={`${p.title} ${p.number}: ${p.said}`}
          sx={{ borderColor: p.severity, color: 'text.primary', borderWidth: p.severity === 'go' ? 1 : 3, borderRadius: 1, height: 'auto', py: 0.5 }}
        />
      ))}
    </Stack>
  );
}
