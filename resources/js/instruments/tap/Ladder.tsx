import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Drawing } from '../Drawing';

type Guide = Schemas['MechanicalGuide'];
const css = (name: string) => `var(--mui-palette-${name})`;

/** The stages of a live tap in their order: what is done, where the crew stands, what is shut. */
export function Ladder({ stages }: { stages: NonNullable<Guide['ladder']> }) {
  const here = stages.findIndex((s) => s.here);
  const open = stages.findIndex((s) => !s.done);
  return (
    <Box
      component="ol"
      aria-label="Stages in their order"
      sx={{
        listStyle: 'none',
        m: 0,
        p: 0,
        display: 'grid',
        gridTemplateColumns: { xs: 'repeat(3, minmax(0,1fr))', sm: 'repeat(5, minmax(0,1fr))' },
        gap: 0.75,
      }}
    >
      {stages.map((stage, k) => (
        <Box
          key={stage.id}
          component="li"
          aria-current={stage.here ? 'step' : undefined}
          sx={{
            border: 2,
            borderColor: stage.here ? 'text.primary' : 'divider',
            borderStyle: open >= 0 && k > open ? 'dashed' : 'solid',
            bgcolor: stage.done ? 'pipe' : 'background.paper',
            color: stage.done ? 'background.paper' : open >= 0 && k > open ? 'text.secondary' : 'text.primary',
            px: 1,
            py: 0.5,
            minHeight: 44,
            display: 'flex',
            alignItems: 'center',
          }}
        >
          <Typography variant="body2" sx={{ fontWeight: k === here ? 700 : 500 }}>
            {stage.done ? '✓ ' : open >= 0 && k > open ? '⊘ ' : ''}
            {stage.title}
          </Typography>
        </Box>
      ))}
    </Box>
  );
}

/** What the main pushes the rod out with, against what a hand holds. */
export function EjectionForce({ ejection }: { ejection: NonNullable<Guide['ejection']> }) {
  const force = ejection.force_n;
  const top = Math.max(force ?? 0, ejection.hand_n) * 1.15;
  const h = (n: number) => (120 * n) / top;
  const over = ejection.beyond_hand;
  const says =
    force === null
      ? 'Enter the pressure in the main: the force follows'
      : `The rod is pushed out with ${Math.round(force)} N; by hand at most ${ejection.hand_n} N`;
  return (
    <Drawing size={[420, 170]} maxWidth={520} says={says}>
      <path d={`M20 ${150 - h(ejection.hand_n)}H400`} stroke={css('text-secondary')} strokeDasharray="6 5" strokeWidth="2" />
      <text x="396" y={142 - h(ejection.hand_n)} textAnchor="end" fontSize="14" fill={css('text-secondary')}>
        by hand at most {ejection.hand_n} N
      </text>
      {force !== null && <rect x="60" y={150 - h(force)} width="60" height={h(force)} fill={css(over ? 'stop' : 'pipe')} />}
      <path d="M20 150H400" stroke={css('text-primary')} strokeWidth="3" />
      <text x="140" y="120" fontSize="38" fontWeight="700" className="num" fill={css(over ? 'stop' : 'text-primary')}>
        {force === null ? '– N' : `${Math.round(force)} N`}
      </text>
      <text x="140" y="142" fontSize="14" fill={css('text-secondary')}>
        pushes the rod out
      </text>
    </Drawing>
  );
}
