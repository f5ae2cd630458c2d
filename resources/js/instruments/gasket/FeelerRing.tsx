import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { positions } from '../../views/bench/units';

export type Sweep = Schemas['FeelerSweep'];

const css = (name: string) => `var(--mui-palette-${name})`;
const MEDIAN = 74;

/**
 * The joint seen from its face: how deep the feeler went at each clock position, the median as a dashed ring, and the arc where the gasket is not where it
 * belongs.
 */
export function FeelerRing({ title, sweep, tolerance, count }: { title: string; sweep: Sweep | null; tolerance: number; count: number }) {
  const { tenth } = useUnits();
  const n = sweep?.depths_mm.length ?? count;
  const names = positions(n, true);
  const at = (k: number, r: number) => [r * Math.sin((2 * Math.PI * k) / n), -r * Math.cos((2 * Math.PI * k) / n)] as const;
  const perMm = 26 / (2 * tolerance); // one tolerance is 13 px
  const reach = (depth: number) => Math.max(30, Math.min(112, MEDIAN + (depth - (sweep?.median_mm ?? 0)) * perMm));
  const points = sweep?.depths_mm.map((depth, k) => at(k, reach(depth))) ?? [];
  const said = sweep ? (sweep.deep.length > 0 ? `rolled or displaced at ${sweep.deep.map((k) => names[k]).join(', ')} o'clock` : 'seated') : 'not swept yet';
  return (
    <Box component="figure" sx={{ m: 0, textAlign: 'center' }}>
      <svg viewBox="-150 -142 300 284" width="100%" style={{ maxWidth: 270 }} role="img" aria-label={`${title}: ${said}`}>
        <circle r="30" fill={css('earth')} stroke={css('pipe')} strokeWidth="4" />
        <circle r={MEDIAN + tolerance * perMm} fill="none" stroke={css('mend')} strokeDasharray="3 4" />
        {sweep?.deep.map((k) => {
          const [x1, y1] = at(k - 0.5, 124);
          const [x2, y2] = at(k + 0.5, 124);
          return <path key={k} d={`M0 0L${x1} ${y1}A124 124 0 0 1 ${x2} ${y2}Z`} fill={css('stop')} opacity="0.16" />;
        })}
        {sweep ? (
          <path
            d={`M${points.map(([x, y]) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`}
            fill="none"
            stroke={css('pipe')}
            strokeWidth="5"
            strokeLinejoin="round"
          />
        ) : (
          <circle r={MEDIAN} fill="none" stroke={css('line')} strokeDasharray="3 5" />
        )}
        {sweep && <circle r={MEDIAN} fill="none" stroke={css('text-secondary')} strokeDasharray="6 4" />}
        {points.map(([x, y], k) => {
          const deep = sweep?.deep.includes(k) ?? false;
          return deep ? (
            <path key={k} d={`M${x - 8} ${y - 8}L${x + 8} ${y + 8}M${x + 8} ${y - 8}L${x - 8} ${y + 8}`} stroke={css('stop')} strokeWidth="4" />
          ) : (
            <circle key={k} cx={x} cy={y} r="5" fill={css('pipe')} />
          );
        })}
        {names.map((name, k) => {
          const [x, y] = at(k, 134);
          return (
            <text
              key={name}
              x={x}
              y={y + 5}
              textAnchor="middle"
              fontSize="13"
              className="num"
              fontWeight={sweep?.deep.includes(k) ? 700 : 400}
              fill={css(sweep?.deep.includes(k) ? 'stop' : 'text-secondary')}
            >
              {name}
            </text>
          );
        })}
        <text y="5" textAnchor="middle" fontSize="17" fontWeight="700" className="num" fill={css('text-primary')}>
          {sweep ? tenth.fixed(sweep.median_mm) : '–'}
        </text>
      </svg>
      <Typography component="figcaption" sx={{ fontWeight: sweep?.deep.length ? 700 : 640, color: sweep?.deep.length ? 'stop' : 'text.primary' }}>
        {sweep ? said.charAt(0).toUpperCase() + said.slice(1) : title}
      </Typography>
      <Typography variant="body2" color="text.secondary" className="num">
        {sweep
          ? `median ${tenth.fixed(sweep.median_mm)} ${tenth.symbol}; more than ${tenth.plain(tolerance)} ${tenth.symbol} deeper is not seated`
          : `each within ${tenth.plain(tolerance)} ${tenth.symbol} of the median is seated`}
      </Typography>
    </Box>
  );
}
