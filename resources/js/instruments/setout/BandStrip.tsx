import { Box, Typography } from '@mui/material';
import { useUnits } from '../../app/useUnits';
import type { Schemas } from '../../api/client';

const css = (name: string) => `var(--mui-palette-${name})`;
const W = 900;

/** Along the line: above, how far each joint lies off the alignment within the band; below, how much of its share each joint turns. */
export function BandStrip({ plan }: { plan: Schemas['SetoutPlan'] }) {
  const { joints, limits } = plan;
  const { tenth, metre } = useUnits();
  const [off, band] = tenth.pair(plan.greatest_offset_mm, limits.band_mm);
  const from = joints[0]?.station_m ?? 0;
  const to = joints[joints.length - 1]?.station_m ?? 1;
  const x = (station: number) => 46 + ((station - from) / Math.max(1e-6, to - from)) * (W - 60);
  const y = (mm: number) => 56 - (mm / limits.band_mm) * 40;
  const bar = (deg: number) => (deg / limits.joint_deg) * 60;
  const wide = Math.max(1.5, Math.min(12, ((W - 60) / Math.max(1, joints.length)) * 0.6));
  const turn = `${plan.greatest_deflection_deg.toFixed(2)} of ${limits.joint_deg.toFixed(2)} degrees`;
  return (
    <Box component="figure" tabIndex={0} sx={{ m: 0, overflowX: 'auto' }}>
      <svg
        viewBox={`0 0 ${W} 206`}
        width="100%"
        style={{ minWidth: 560 }}
        role="img"
        aria-label={`Furthest off the alignment ${off} of ${band} ${tenth.symbol}; greatest deflection ${turn}`}
      >
        <rect x="46" y={y(limits.band_mm)} width={W - 60} height={y(-limits.band_mm) - y(limits.band_mm)} fill={css('earth')} />
        <path d={`M46 ${y(0)}H${W - 14}`} stroke={css('line')} strokeDasharray="6 4" />
        <polyline
          points={joints.map((j) => `${x(j.station_m).toFixed(1)},${y(j.offset_right_mm).toFixed(1)}`).join(' ')}
          fill="none"
          stroke={css('pipe')}
          strokeWidth="3"
          strokeLinejoin="round"
        />
        <text x="42" y={y(limits.band_mm) + 11} textAnchor="end" fontSize="12" className="num" fill={css('text-secondary')}>
          {tenth.plain(limits.band_mm)}
        </text>
        <text x="42" y={y(0) + 4} textAnchor="end" fontSize="12" className="num" fill={css('text-secondary')}>
          {tenth.symbol}
        </text>
        <text x="42" y={y(-limits.band_mm)} textAnchor="end" fontSize="12" className="num" fill={css('text-secondary')}>
          −{tenth.plain(limits.band_mm)}
        </text>
        <path d={`M46 ${186 - bar(limits.joint_deg)}H${W - 14}`} stroke={css('mend')} strokeDasharray="3 4" />
        <path d={`M46 186H${W - 14}`} stroke={css('line')} />
        <text x="42" y={190 - bar(limits.joint_deg)} textAnchor="end" fontSize="12" className="num" fill={css('text-secondary')}>
          {limits.joint_deg.toFixed(2)}°
        </text>
        {joints.map((j, k) =>
          j.deflection_deg > 0.001 ? (
            <rect
              key={k}
              x={x(j.station_m) - wide / 2}
              y={186 - bar(j.deflection_deg)}
              width={wide}
              height={bar(j.deflection_deg)}
              fill={css(j.deflection_deg > limits.joint_deg * 0.98 ? 'watch' : 'pipe')}
            />
          ) : null,
        )}
        {plan.obstacles.map((o) => (
          <rect
            key={o.from_station_m}
            x={x(o.from_station_m) - 3}
            y="8"
            width={Math.max(6, x(o.to_station_m) - x(o.from_station_m))}
            height="180"
            fill={css('stop')}
            opacity="0.3"
          />
        ))}
        <text x="46" y="203" fontSize="12" className="num" fill={css('text-secondary')}>
          {metre.plain(Math.abs(from))} {metre.symbol}
        </text>
        <text x={W - 14} y="203" textAnchor="end" fontSize="12" className="num" fill={css('text-secondary')}>
          {metre.plain(to)} {metre.symbol}
        </text>
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        Above: joints right (+) or left (−) of the alignment within the band. Below: deflection of each joint, dotted line the share.
      </Typography>
    </Box>
  );
}
