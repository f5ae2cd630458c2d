import { Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { Lit } from '../clock/Lit';
import { positions } from '../../views/bench/units';

export type Sweep = Schemas['FeelerSweep'];

const css = (name: string) => `var(--mui-palette-${name})`;
const MEDIAN = 80;
const MIDDLE = 44;

const saidOf = (sweep: Sweep | null) =>
  sweep
    ? sweep.deep.length > 0
      ? `rolled or displaced at ${sweep.deep.map((k) => positions(sweep.depths_mm.length, true)[k]).join(', ')} o'clock`
      : 'seated'
    : 'not swept yet';

/**
 * The joint seen from its face: how deep the feeler went at each clock position, the median as a dashed ring, and the arc where the gasket is not where it
 * belongs. Its fields stand round it; `lit` is the clock angle of the next one.
 */
export function FeelerRing({ title, sweep, tolerance, lit }: { title: string; sweep: Sweep | null; tolerance: number; lit: number | null }) {
  const { tenth } = useUnits();
  const n = sweep?.depths_mm.length ?? 1;
  const at = (k: number, r: number) => [r * Math.sin((2 * Math.PI * k) / n), -r * Math.cos((2 * Math.PI * k) / n)] as const;
  const perMm = 26 / (2 * tolerance); // one tolerance is 13 px
  const reach = (depth: number) => Math.max(MIDDLE, Math.min(112, MEDIAN + (depth - (sweep?.median_mm ?? 0)) * perMm));
  const points = sweep?.depths_mm.map((depth, k) => at(k, reach(depth))) ?? [];
  return (
    <svg viewBox="-128 -128 256 256" width="100%" style={{ maxWidth: 260 }} role="img" aria-label={`${title}: ${saidOf(sweep)}`}>
      <circle r={MIDDLE} fill={css('earth')} stroke={css('pipe')} strokeWidth="4" />
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
      <Lit at={lit} r={108} />
      <text y="11" textAnchor="middle" fontSize="26" fontWeight="700" className="num" fill={css('text-primary')}>
        {sweep ? tenth.fixed(sweep.median_mm) : '–'}
      </text>
    </svg>
  );
}

/** What the sweep comes to, in words. */
export function FeelerSaid({ sweep, tolerance }: { sweep: Sweep | null; tolerance: number }) {
  const { tenth } = useUnits();
  const said = saidOf(sweep);
  return (
    <>
      {sweep && (
        <Typography sx={{ fontWeight: sweep.deep.length > 0 ? 700 : 640, color: sweep.deep.length > 0 ? 'stop' : 'text.primary' }}>
          {said.charAt(0).toUpperCase() + said.slice(1)}
        </Typography>
      )}
      <Typography variant="body2" color="text.secondary" className="num">
        {sweep
          ? `median ${tenth.fixed(sweep.median_mm)} ${tenth.symbol}; more than ${tenth.plain(tolerance)} ${tenth.symbol} deeper is not seated`
          : `each within ${tenth.plain(tolerance)} ${tenth.symbol} of the median is seated`}
      </Typography>
    </>
  );
}
