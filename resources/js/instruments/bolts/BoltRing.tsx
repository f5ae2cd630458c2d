import type { Schemas } from '../../api/client';
import { measure } from '../../app/numbers';
import { Drawing } from '../Drawing';
import { place } from './next';

type Wheel = Schemas['BoltWheel'];
const css = (name: string) => `var(--mui-palette-${name})`;
const RADIUS = 150;

interface RingProps {
  wheel: Wheel;
  at: { pass: number; bolt: number } | null;
  torque: number | null;
  pending: { pass: number; bolt: number }[];
  say: (nm: number) => string;
  onChoose: ((bolt: number) => void) | null;
}

/** The circle of bolts as it lies: the next one lit, a wedge on each nut for every pass that it has had. */
export function BoltRing({ wheel, at, torque, pending, say, onChoose }: RingProps) {
  const n = wheel.bolts;
  const r = Math.max(11, Math.min(27, (Math.PI * RADIUS) / n - 2));
  const had = (bolt: number) => [...wheel.read, ...pending].filter((x) => x.bolt === bolt).map((x) => x.pass);
  return (
    <svg viewBox="-200 -200 400 400" width="100%" style={{ maxWidth: 440 }} role="group" aria-label={`${wheel.name}: ${n} bolts`}>
      <circle r={RADIUS + r + 8} fill={css('earth')} stroke={css('line')} strokeWidth="2" />
      <circle r={RADIUS - r - 8} fill={css('background-paper')} stroke={css('line')} strokeWidth="2" />
      <text y="-26" textAnchor="middle" fontSize="16" fill={css('text-secondary')}>
        {at ? `pass ${at.pass} of ${wheel.passes.length}` : 'all done'}
      </text>
      <text y="24" textAnchor="middle" fontSize="58" fontWeight="700" className="num" fill={css(at ? 'hand' : 'pipe')}>
        {at ? at.bolt : '✓'}
      </text>
      <text y="56" textAnchor="middle" fontSize="20" fontWeight="700" className="num" fill={css('text-primary')}>
        {torque === null ? `${wheel.mean_nm === null ? '' : say(wheel.mean_nm)}` : say(torque)}
      </text>
      {Array.from({ length: n }, (_, k) => k + 1).map((bolt) => {
        const { x, y } = place(bolt - 1, n, RADIUS);
        const isLit = at?.bolt === bolt;
        const wrong = wheel.under.includes(bolt) || wheel.over.includes(bolt);
        const passes = had(bolt);
        return (
          <g
            key={bolt}
            transform={`translate(${x} ${y})`}
            role="button"
            tabIndex={onChoose ? 0 : -1}
            aria-label={`Bolt ${bolt}${isLit ? ', next' : ''}, ${new Set(passes).size} of ${wheel.passes.length} passes${wrong ? ', to mend' : ''}`}
            style={{ cursor: onChoose ? 'pointer' : undefined }}
            onClick={() => onChoose?.(bolt)}
            onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onChoose?.(bolt)}
          >
            <circle r={Math.max(r, 20)} fill="transparent" />
            <polygon
              points={nut(r)}
              fill={css(isLit ? 'hand' : 'background-paper')}
              stroke={css(wrong ? 'mend' : 'text-primary')}
              strokeWidth={wrong ? 5 : 2.5}
            />
            {wheel.passes.map((_p, p) =>
              passes.includes(p + 1) ? (
                <path key={p} d={wedge(p, wheel.passes.length, r - 2)} fill={css(wrong ? 'mend' : 'pipe')} opacity={0.45 + 0.15 * p} />
              ) : null,
            )}
            <circle r={r * 0.52} fill={css(isLit ? 'hand' : 'background-paper')} />
            <text y={r * 0.24} textAnchor="middle" fontSize={r * 0.72} fontWeight="700" className="num" fill={css(isLit ? 'background-paper' : 'text-primary')}>
              {bolt}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

const nut = (r: number) => Array.from({ length: 6 }, (_, k) => `${r * Math.cos((k * Math.PI) / 3)},${r * Math.sin((k * Math.PI) / 3)}`).join(' ');

function wedge(k: number, of: number, r: number) {
  if (of === 1) return `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;
  const [a, b] = [place(k, of, r), place(k + 1, of, r)];
  return `M0 0L${a.x} ${a.y}A${r} ${r} 0 0 1 ${b.x} ${b.y}z`;
}

/** The last reading of every bolt in the last pass, between the ends of the band. */
export function BoltBand({ wheel }: { wheel: Wheel }) {
  const unit = measure(wheel.display);
  const last = wheel.read.filter((x) => x.pass === wheel.passes.length && x.torque_nm !== null);
  const top = Math.max(wheel.high_nm * 1.08, wheel.maximum_nm ?? 0, ...last.map((x) => x.torque_nm ?? 0)) * 1.02;
  const bottom = Math.min(wheel.low_nm * 0.92, ...last.map((x) => x.torque_nm ?? wheel.low_nm));
  const x = (nm: number) => 10 + (400 * (nm - bottom)) / (top - bottom);
  const said = (nm: number) => `${unit.plain(nm)} ${unit.symbol}`;
  const band = `Band ${said(wheel.low_nm)} to ${said(wheel.high_nm)}`;
  const most = wheel.maximum_nm === null ? '' : `, greatest ${said(wheel.maximum_nm)}`;
  const done = `${last.length} of ${wheel.bolts} bolts`;
  const scatter = wheel.scatter_percent === null ? '' : `, they differ by ${wheel.scatter_percent.toFixed(1)} % of their mean`;
  const caption = `Last pass: ${done}${scatter}.${wheel.maximum_nm === null ? '' : ` Never above ${said(wheel.maximum_nm)}.`}`;
  return (
    <Drawing size={[420, 74]} says={`${band}${most}; ${done} in the last pass`} caption={caption}>
      <rect x={x(wheel.low_nm)} y="18" width={x(wheel.high_nm) - x(wheel.low_nm)} height="26" fill={css('pipe')} opacity="0.28" />
      <path d={`M10 44H410M${x(wheel.target_nm)} 12V50`} stroke={css('text-primary')} strokeWidth="2" />
      {wheel.maximum_nm !== null && <path d={`M${x(wheel.maximum_nm)} 8V50`} stroke={css('stop')} strokeWidth="4" />}
      {last.map((r) => (
        <path
          key={r.bolt}
          d={`M${x(r.torque_nm ?? 0)} 20V42`}
          stroke={css(wheel.under.includes(r.bolt) || wheel.over.includes(r.bolt) ? 'mend' : 'text-primary')}
          strokeWidth="3"
        />
      ))}
      <text x={x(wheel.low_nm)} y="66" textAnchor="middle" fontSize="15" className="num" fill={css('text-secondary')}>
        {unit.plain(wheel.low_nm)}
      </text>
      <text x={x(wheel.high_nm)} y="66" textAnchor="middle" fontSize="15" className="num" fill={css('text-secondary')}>
        {unit.plain(wheel.high_nm)}
      </text>
      <text x={x(wheel.target_nm)} y="66" textAnchor="middle" fontSize="15" fontWeight="700" className="num" fill={css('text-primary')}>
        {unit.plain(wheel.target_nm)}
      </text>
    </Drawing>
  );
}
