import { ButtonBase, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { JointGlyph, GlyphPatterns, STATES } from './glyph';

/** The line on a phone: the selected joint and those beside it, one under the other. */
export function Neighbours({
  line,
  selected,
  onSelect,
  around = 1,
}: {
  line: Schemas['Line'];
  selected: number | null;
  onSelect: (joint: number) => void;
  around?: number;
}) {
  const at = Math.max(
    0,
    line.joints.findIndex((joint) => joint.number === selected),
  );
  const shown = line.joints.slice(Math.max(0, at - around), at + around + 1);
  return (
    <Stack component="nav" aria-label="Neighbouring joints" sx={{ bgcolor: 'earth', borderBottom: 1, borderColor: 'divider' }}>
      {shown.map((joint) => (
        <ButtonBase
          key={joint.id}
          onClick={() => onSelect(joint.number)}
          aria-current={joint.number === selected}
          sx={{
            minHeight: 52,
            px: 2,
            gap: 1.5,
            justifyContent: 'flex-start',
            bgcolor: joint.number === selected ? 'background.paper' : 'transparent',
            borderLeft: '6px solid',
            borderLeftColor: joint.number === selected ? 'hand' : 'pipe',
          }}
        >
          <svg width="34" height="40" viewBox="-17 -24 34 44" aria-hidden>
            <GlyphPatterns />
            <JointGlyph shape={joint.shape} state={joint.state} selected={false} scale={0.9} />
          </svg>
          <Typography className="num" sx={{ fontWeight: 700, minWidth: 32, textAlign: 'left' }}>
            {joint.number}
          </Typography>
          <Typography sx={{ flex: 1, textAlign: 'left' }}>{STATES[joint.state].words}</Typography>
          <Typography className="num" variant="body2" color="text.secondary">
            {joint.station_m} m
          </Typography>
        </ButtonBase>
      ))}
    </Stack>
  );
}
