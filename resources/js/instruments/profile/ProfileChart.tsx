import { Box } from '@mui/material';

export interface ProfilePoint {
  station: number;
  level: number;
}
interface Props {
  points: ProfilePoint[];
  /** where air leaves */
  vents: ProfilePoint[];
  fill: ProfilePoint | null;
  gauge: { level: number };
  /** pressures written at the low and the high point */
  lowSaid: string;
  highSaid: string;
  gaugeSaid: string;
  splits: number[];
  length: (metres: number) => string;
}

const WIDTH = 720;
const HEIGHT = 236;
const [LEFT, RIGHT, TOP, BOTTOM] = [76, 64, 76, 64];

/** The section drawn to station and level: where to fill, where to vent, what each end sees. */
export function ProfileChart({ points, vents, fill, gauge, lowSaid, highSaid, gaugeSaid, splits, length }: Props) {
  const stations = points.map((p) => p.station);
  const levels = [...points.map((p) => p.level), gauge.level];
  const [s0, s1, z0, z1] = [Math.min(...stations), Math.max(...stations), Math.min(...levels), Math.max(...levels)];
  const x = (station: number) => LEFT + ((station - s0) / Math.max(1e-9, s1 - s0)) * (WIDTH - LEFT - RIGHT);
  const y = (level: number) => HEIGHT - BOTTOM - ((level - z0) / Math.max(0.5, z1 - z0)) * (HEIGHT - TOP - BOTTOM);
  const low = points.reduce((a, b) => (b.level < a.level ? b : a));
  const high = points.reduce((a, b) => (b.level > a.level ? b : a));
  const level = (station: number) => {
    const k = Math.max(
      1,
      points.findIndex((p) => p.station >= station),
    );
    const [a, b] = [points[k - 1] ?? low, points[k] ?? high];
    return a.level + ((station - a.station) / Math.max(1e-9, b.station - a.station)) * (b.level - a.level);
  };
  const colour = (name: string) => `var(--mui-palette-${name})`;
  const anchor = (station: number) => (x(station) < 160 ? 'start' : x(station) > WIDTH - 160 ? 'end' : 'middle');
  return (
    <Box sx={{ overflowX: 'auto' }} tabIndex={0}>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={`Profile: ${lowSaid} at the low point, ${highSaid} at the high point, vents at ${vents.map((v) => length(v.station)).join(', ')}`}
        sx={{ width: '100%', minWidth: 520, maxWidth: 900, display: 'block', fontSize: 14, fill: colour('text-primary') }}
      >
        <polygon
          points={[`${x(s0)},${HEIGHT - BOTTOM + 12}`, ...points.map((p) => `${x(p.station)},${y(p.level)}`), `${x(s1)},${HEIGHT - BOTTOM + 12}`].join(' ')}
          fill={colour('earth')}
        />
        <polyline
          points={points.map((p) => `${x(p.station)},${y(p.level)}`).join(' ')}
          fill="none"
          stroke={colour('pipe')}
          strokeWidth="9"
          strokeLinejoin="round"
        />
        {vents.map((v) => (
          <g key={v.station}>
            <path d={`M${x(v.station)} ${y(v.level) - 4} v-20`} stroke={colour('pipe')} strokeWidth="3" />
            <path d={`M${x(v.station) - 9} ${y(v.level) - 36} h18 l-9 12 z`} fill={colour('background-paper')} stroke={colour('pipe')} strokeWidth="2.5" />
            <text x={x(v.station) + (v.station === s1 ? -15 : 15)} y={y(v.level) - 25} textAnchor={v.station === s1 ? 'end' : 'start'}>
              vent
            </text>
          </g>
        ))}
        {fill && (
          <g>
            <path d={`M${x(fill.station)} ${y(fill.level) + 34} v-20`} stroke={colour('hand')} strokeWidth="4" />
            <path d={`M${x(fill.station) - 8} ${y(fill.level) + 18} h16 l-8 -12 z`} fill={colour('hand')} />
            <text x={x(fill.station) + 12} y={y(fill.level) + 33} fill={colour('hand')} fontWeight="640">
              fill
            </text>
          </g>
        )}
        {splits.map((s) => (
          <g key={s}>
            <path d={`M${x(s)} ${TOP - 30} V${HEIGHT - 16}`} stroke={colour('stop')} strokeWidth="2.5" strokeDasharray="7 5" />
            <text x={x(s) + 5} y={HEIGHT - 6} fill={colour('stop')} fontWeight="640">
              split {length(s)}
            </text>
          </g>
        ))}
        <g className="num">
          <circle cx={x(high.station)} cy={y(high.level)} r="6" fill={colour('background-paper')} stroke={colour('hand')} strokeWidth="3" />
          <text
            x={x(high.station)}
            y={Math.max(16, y(high.level) - (vents.some((v) => v.station === high.station) ? 46 : 14))}
            textAnchor={anchor(high.station)}
            fontWeight="700"
            fontFamily='"B612 Mono", monospace'
          >
            {highSaid}
          </text>
          <circle cx={x(low.station)} cy={y(low.level)} r="6" fill={colour('background-paper')} stroke={colour('hand')} strokeWidth="3" />
          <text
            x={x(low.station) + (x(low.station) > WIDTH / 2 ? -14 : 44)}
            y={y(low.level) + 33}
            textAnchor={x(low.station) > WIDTH / 2 ? 'end' : 'start'}
            fontWeight="700"
            fontFamily='"B612 Mono", monospace'
          >
            {lowSaid}
          </text>
        </g>
        <path d={`M${LEFT - 12} ${y(gauge.level)} H${x(s0) - 7}`} stroke={colour('line')} strokeDasharray="3 3" />
        <text x="0" y={y(gauge.level) - 8} fontSize="12.5">
          gauge
        </text>
        <text x="0" y={y(gauge.level) + 12} fontSize="12.5" fontWeight="700" fontFamily='"B612 Mono", monospace'>
          {gaugeSaid}
        </text>
        {points.map((p) =>
          p.station === s0 || p.station === s1 ? (
            <text
              key={p.station}
              x={x(p.station)}
              y={HEIGHT - 4}
              textAnchor={p.station === s0 ? 'start' : 'end'}
              fontSize="12.5"
              fill={colour('text-secondary')}
            >
              {length(p.station)} · level {length(level(p.station))}
            </text>
          ) : null,
        )}
      </Box>
    </Box>
  );
}
