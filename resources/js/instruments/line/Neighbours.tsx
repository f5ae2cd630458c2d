import { ButtonBase, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { JointGlyph, GlyphPatterns } from './glyph';
import { STATES } from './states';

/** The line on a phone: the selected joint and those beside it, side by side. */
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
    <Stack component="nav" aria-label="Neighbouring joints" direction="row" sx={{ bgcolor: 'earth', borderBottom: 1, borderColor: 'divider' }}>
      {shown.map((joint) => (
        <ButtonBase
          key={joint.id}
          onClick={() => onSelect(joint.number)}
          aria-current={joint.number === selected}
          aria-label={`Joint ${joint.number}, ${STATES[joint.state].words}, ${joint.station_m} m`}
          sx={{
            minHeight: 52,
            px: 1,
            gap: 0.5,
            flex: joint.number === selected ? 2 : 1,
            bgcolor: joint.number === selected ? 'background.paper' : 'transparent',
            borderBottom: '5px solid',
            borderBottomColor: joint.number === selected ? 'hand' : 'pipe',
          }}
        >
          <svg width="34" height="40" viewBox="-17 -24 34 44" aria-hidden>
            <GlyphPatterns />
            <JointGlyph shape={joint.shape} state={joint.state} selected={false} scale={0.9} />
          </svg>
          <Typography className="num" sx={{ fontWeight: 700 }}>
            {joint.number}
          </Typography>
          {joint.number === selected && <Typography variant="body2">{STATES[joint.state].words}</Typography>}
        </ButtonBase>
      ))}
    </Stack>
  );
}
