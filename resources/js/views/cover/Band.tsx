import type { ReactNode } from 'react';
import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { measure } from '../../app/numbers';
import { STATES } from '../../instruments/line/states';

const css = (name: string) => `var(--mui-palette-${name})`;
const [WIDE, HIGH, BAR] = [560, 70, 38];

interface Props {
  page: Schemas['CoverPage'];
  chosen: string | null;
  onChoose: (id: string) => void;
  /** what can be done about it, beside its name */
  children: ReactNode;
}

/** The main from end to end: how far up each stretch is filled. */
export function Band({ page, chosen, onChoose, children }: Props) {
  const unit = measure(page.length_display, 0);
  const x = (m: number) => (WIDE * m) / Math.max(page.length_m, 1);
  const one = page.stretches.find((s) => s.id === chosen);
  return (
    <Stack direction={{ xs: 'column', md: 'row' }} sx={{ alignItems: { md: 'center' }, gap: 2 }}>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" role="group" aria-label="Stretches of this main">
          <rect y="10" width={WIDE} height={BAR} fill="none" stroke={css('line')} strokeWidth="1.5" strokeDasharray="6 5" />
          {page.stretches.map((s) => {
            const [left, wide] = [x(s.from_m ?? 0), x((s.to_m ?? 0) - (s.from_m ?? 0))];
            const is = s.id === chosen;
            return (
              <g
                key={s.id}
                role="button"
                tabIndex={0}
                aria-label={`${s.title}: ${s.stage}, ${STATES[s.state].words}`}
                aria-current={is ? 'true' : undefined}
                style={{ cursor: 'pointer' }}
                onClick={() => onChoose(s.id)}
                onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onChoose(s.id)}
              >
                <rect x={left} y="10" width={wide} height={BAR} fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="1.5" />
                <rect
                  x={left}
                  y={10 + BAR * (1 - s.share)}
                  width={wide}
                  height={BAR * s.share}
                  fill={css(['stop', 'mend'].includes(s.state) ? s.state : 'pipe')}
                  opacity="0.6"
                />
                {is && <rect x={left - 1} y="5" width={wide + 2} height={BAR + 10} fill="none" stroke={css('hand')} strokeWidth="5" />}
              </g>
            );
          })}
          <text y={HIGH - 2} fontSize="15" className="num" fill={css('text-secondary')}>
            0
          </text>
          <text x={WIDE} y={HIGH - 2} textAnchor="end" fontSize="15" className="num" fill={css('text-secondary')}>
            {unit.plain(page.length_m)} {unit.symbol}
          </text>
        </svg>
      </Box>
      <Typography sx={{ width: { md: 210 } }}>
        {one ? (
          <>
            <b>{one.title}</b>: {unit.plain(one.from_m ?? 0)} to {unit.plain(one.to_m ?? 0)} {unit.symbol}, <b>{one.stage}</b>.
            {one.open_joints > 0 ? ` ${one.open_joints === 1 ? 'One joint is' : `${one.open_joints} joints are`} not accepted yet.` : ''}
          </>
        ) : (
          'No stretch is opened yet.'
        )}
      </Typography>
      <Stack direction="row">{children}</Stack>
    </Stack>
  );
}
