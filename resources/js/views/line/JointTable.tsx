import { useEffect, useRef } from 'react';
import { Box, Typography } from '@mui/material';
import { useVirtualizer } from '@tanstack/react-virtual';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { GlyphPatterns, JointGlyph } from '../../instruments/line/glyph';
import { STATES } from '../../instruments/line/states';

type Joint = Schemas['Joint'];

const ROW = 52;
const COLUMNS = { xs: '5.2rem minmax(0,1fr)', sm: '5.6rem minmax(0,2fr) minmax(0,2.4fr) minmax(0,2.4fr)' };

interface Props {
  joints: Joint[];
  selected: number | null;
  next: number | null;
  onSelect: (joint: number) => void;
}

/** The joints of the main as a table: as many rows are drawn as are in sight. */
export function JointTable({ joints, selected, next, onSelect }: Props) {
  const { job } = useWork();
  const box = useRef<HTMLDivElement>(null);
  const at = joints.findIndex((joint) => joint.number === selected);
  const rows = useVirtualizer({
    count: joints.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 6,
    initialOffset: Math.max(0, (at - 3) * ROW),
  });
  useEffect(() => {
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only another joint moves the table
  }, [at]);
  const cell = { px: 1, minWidth: 0 } as const;
  return (
    <Box role="table" aria-label="Joints" aria-rowcount={joints.length + 1} sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'divider' }}>
      <Box role="rowgroup">
        <Box
          role="row"
          sx={{
            display: 'grid',
            gridTemplateColumns: COLUMNS,
            py: 0.75,
            borderBottom: 2,
            borderColor: 'divider',
            borderLeft: '6px solid',
            borderLeftColor: 'transparent',
            fontWeight: 640,
          }}
        >
          <Box role="columnheader" sx={cell}>
            Joint
          </Box>
          <Box role="columnheader" sx={cell}>
            Stands
          </Box>
          <Box role="columnheader" sx={{ ...cell, display: { xs: 'none', sm: 'block' } }}>
            Next to do
          </Box>
          <Box role="columnheader" sx={{ ...cell, display: { xs: 'none', sm: 'block' } }}>
            Since, by
          </Box>
        </Box>
      </Box>
      <Box
        ref={box}
        role="rowgroup"
        tabIndex={0}
        aria-label="Rows"
        sx={{ height: { xs: 'min(52dvh, 420px)', lg: 'max(300px, calc(100dvh - 350px))' }, overflowY: 'auto' }}
      >
        <Box role="presentation" sx={{ height: rows.getTotalSize(), position: 'relative' }}>
          {rows.getVirtualItems().map((row) => {
            const joint = joints[row.index];
            if (!joint) return null;
            return (
              <Box
                key={joint.id}
                role="row"
                aria-rowindex={row.index + 2}
                onClick={() => onSelect(joint.number)}
                sx={{
                  position: 'absolute',
                  top: row.start,
                  left: 0,
                  right: 0,
                  height: ROW,
                  display: 'grid',
                  gridTemplateColumns: COLUMNS,
                  alignItems: 'center',
                  cursor: 'pointer',
                  borderBottom: 1,
                  borderColor: 'divider',
                  borderLeft: '6px solid',
                  borderLeftColor: joint.number === next ? 'hand' : 'transparent',
                  bgcolor: joint.number === selected ? 'earth' : 'transparent',
                }}
              >
                <Box role="cell" sx={{ ...cell, display: 'flex', alignItems: 'center', gap: 0.75 }}>
                  <svg width="28" height="36" viewBox="-22 -24 44 46" aria-hidden>
                    <GlyphPatterns />
                    <JointGlyph shape={joint.shape} state={joint.state} selected={false} scale={0.9} />
                  </svg>
                  <Box
                    component="button"
                    type="button"
                    aria-current={joint.number === selected || undefined}
                    aria-label={`Joint ${joint.label}: ${STATES[joint.state].words}`}
                    onClick={(e) => (e.stopPropagation(), onSelect(joint.number))}
                    className="num"
                    sx={{
                      font: 'inherit',
                      fontWeight: 700,
                      color: 'text.primary',
                      bgcolor: 'transparent',
                      border: 0,
                      p: 0,
                      minHeight: 44,
                      minWidth: 34,
                      textAlign: 'left',
                    }}
                  >
                    {joint.label}
                  </Box>
                </Box>
                <Box role="cell" sx={cell}>
                  <Typography noWrap>{STATES[joint.state].words}</Typography>
                  <Typography noWrap variant="body2" color="text.secondary" sx={{ display: { sm: 'none' } }}>
                    {joint.to_do}
                  </Typography>
                </Box>
                <Box role="cell" sx={{ ...cell, display: { xs: 'none', sm: 'block' } }}>
                  <Typography sx={{ fontWeight: joint.number === next ? 700 : 400, lineHeight: 1.2, maxHeight: '2.4em', overflow: 'hidden' }}>
                    {joint.to_do}
                  </Typography>
                </Box>
                <Box role="cell" sx={{ ...cell, display: { xs: 'none', sm: 'block' } }}>
                  {joint.last_at && (
                    <>
                      <Typography noWrap className="num" variant="body2">
                        {dayAndTime(joint.last_at, job.time_zone)}
                      </Typography>
                      <Typography noWrap variant="body2" color="text.secondary">
                        {joint.last_by}
                      </Typography>
                    </>
                  )}
                </Box>
              </Box>
            );
          })}
        </Box>
      </Box>
    </Box>
  );
}
