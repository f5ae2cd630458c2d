import { useState } from 'react';
import { Box, ToggleButton, ToggleButtonGroup } from '@mui/material';
import type { Schemas } from '../../api/client';

type Setout = Schemas['Setout'];
const css = (name: string) => `var(--mui-palette-${name})`;
const W = 900;
const H = 300;
const PAD = 34;
const reach = (values: number[]): [number, number] => values.reduce<[number, number]>(([a, b], v) => [Math.min(a, v), Math.max(b, v)], [Infinity, -Infinity]);

/**
 * The alignment from above or from the side, with the planned pipes on it. Pipes are drawn to scale; how far they lie off is shown in the band strip, where it
 * can be seen.
 */
export function PlanPicture({ setout, laid }: { setout: Setout; laid: number }) {
  const [side, setSide] = useState(false);
  const points = setout.alignment?.points ?? [];
  const joints = setout.plan?.joints ?? [];
  const at = (p: { station_m: number; easting_m: number; northing_m: number; level_m: number }): [number, number] =>
    side ? [p.station_m, p.level_m] : [p.easting_m, p.northing_m];
  const all = [...points, ...joints].map(at);
  const xs = all.map(([x]) => x);
  const ys = all.map(([, y]) => y);
  const [x0, x1, y0, y1] = [...reach(xs), ...reach(ys)];
  const sx = (W - 2 * PAD) / Math.max(1e-6, x1 - x0);
  const sy = (H - 2 * PAD) / Math.max(side ? 0.5 : 1e-6, y1 - y0);
  const [kx, ky] = side ? [sx, sy] : [Math.min(sx, sy), Math.min(sx, sy)];
  const [ox, oy] = [(W - (x1 - x0) * kx) / 2, (H - (y1 - y0) * ky) / 2];
  const put = (p: Parameters<typeof at>[0]) => {
    const [x, y] = at(p);
    return `${(ox + (x - x0) * kx).toFixed(1)} ${(H - oy - (y - y0) * ky).toFixed(1)}`;
  };
  const pipes = setout.plan?.pipes ?? [];
  const few = joints.length <= 60;
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', alignItems: 'center', mb: 0.5 }}>
        <ToggleButtonGroup exclusive size="small" value={side} onChange={(_, next: boolean | null) => next !== null && setSide(next)} aria-label="Seen from">
          <ToggleButton value={false} sx={{ minHeight: 44, px: 2 }}>
            From above
          </ToggleButton>
          <ToggleButton value={true} sx={{ minHeight: 44, px: 2 }}>
            From the side
          </ToggleButton>
        </ToggleButtonGroup>
        {!side && (
          <svg width="34" height="40" viewBox="-17 -22 34 40" aria-label="North is up" role="img">
            <path d="M0 -8L7 14L0 9L-7 14Z" fill={css('text-primary')} />
            <text y="-11" textAnchor="middle" fontSize="12" fontWeight="700" fill={css('text-primary')}>
              N
            </text>
          </svg>
        )}
      </Box>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        width="100%"
        role="img"
        aria-label={`${side ? 'Profile' : 'Plan'} of ${setout.main.name}: ${pipes.length} pipes`}
        style={{ background: css('background-paper'), border: `1px solid ${css('divider')}` }}
      >
        <polyline points={points.map(put).join(' ')} fill="none" stroke={css('line')} strokeWidth="10" strokeLinejoin="round" opacity="0.35" />
        {pipes.map((pipe) => {
          const [a, b] = [joints[pipe.joint], joints[pipe.joint + 1]];
          if (!a || !b) return null;
          return (
            <path
              key={pipe.number}
              d={`M${put(a)}L${put(b)}`}
              stroke={css(pipe.number <= laid ? 'text-primary' : pipe.cut ? 'hand' : 'pipe')}
              strokeWidth={pipe.number <= laid ? 6 : 4}
              strokeDasharray={pipe.cut ? '7 3' : undefined}
            />
          );
        })}
        {joints.map((joint, k) => {
          const [x, y] = put(joint).split(' ').map(Number) as [number, number];
          if (joint.kind === 'bend')
            return <path key={k} d={`M${x - 9} ${y - 9}h18v18h-18z`} fill={css('background-paper')} stroke={css('stop')} strokeWidth="3" />;
          return few || joint.kind !== 'joint' ? (
            <circle
              key={k}
              cx={x}
              cy={y}
              r={joint.kind === 'joint' ? 4.5 : 7}
              fill={css(joint.kind === 'joint' ? 'background-paper' : 'text-primary')}
              stroke={css('text-primary')}
              strokeWidth="2"
            />
          ) : null;
        })}
        {few &&
          joints
            .filter((joint, k) => joint.kind === 'joint' && k % Math.max(1, Math.ceil(joints.length / 18)) === 0)
            .map((joint) => {
              const [x, y] = put(joint).split(' ').map(Number) as [number, number];
              return (
                <text key={joint.number} x={x} y={y - 10} textAnchor="middle" fontSize="13" className="num" fill={css('text-secondary')}>
                  {joint.number}
                </text>
              );
            })}
      </svg>
    </Box>
  );
}
