import { Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { Lit } from '../clock/Lit';

export type Dial = Schemas['Dial'];

const css = (name: string) => `var(--mui-palette-${name})`;
const R = 92;
/** Rounded up, as the verdict prints it: a figure here never looks better than the one judged. */
const up = (value: number) => (Math.ceil(value * 100 - 1e-7) / 100).toFixed(2);

interface Props {
  title: string;
  dial: Dial | null;
  allowed: number;
  count: number;
  lit: number | null;
}

/**
 * The pipe end seen from the front: its shape exaggerated, the long axis, and where the clamp squeezes. Figures come from the procedure; its fields stand
 * round it, `lit` is the clock angle of the next one.
 */
export function RoundnessDial({ title, dial, allowed, count, lit }: Props) {
  const { small } = useUnits();
  const [oval, most] = dial ? small.pair(dial.ovality_mm, allowed) : ['–', small.plain(allowed)];
  const axis = dial?.long_axis_deg ?? null;
  const over = dial !== null && dial.ovality_mm > allowed;
  const point = (deg: number, r: number) => [r * Math.sin((deg * Math.PI) / 180), -r * Math.cos((deg * Math.PI) / 180)] as const;
  const stretch = dial?.amplitude_mm && allowed > 0 ? Math.min(12, (16 * dial.amplitude_mm) / allowed) : 0;
  const shape = Array.from({ length: 73 }, (_, k) => {
    const deg = k * 5;
    const [x, y] = point(deg, R - 14 + (axis === null ? 0 : stretch * Math.cos((2 * (deg - axis) * Math.PI) / 180)));
    return `${k === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`;
  }).join('');
  const colour = over ? 'mend' : 'pipe';

  return (
    <svg
      viewBox="-124 -124 248 248"
      width="100%"
      style={{ maxWidth: 300 }}
      role="img"
      aria-label={`${title}: ${dial ? `out of round by ${oval} ${small.symbol}${dial.clock ? `, long axis ${dial.clock}` : ''}` : 'not measured yet'}`}
    >
      <circle r={R - 14} fill="none" stroke={css('line')} strokeDasharray="3 5" />
      {Array.from({ length: count }, (_, k) => {
        const [x1, y1] = point((k * 180) / count, 103);
        const [x2, y2] = point((k * 180) / count + 180, 103);
        return <path key={k} d={`M${x1} ${y1}L${x2} ${y2}`} stroke={css('line')} strokeWidth="1" strokeDasharray="2 4" />;
      })}
      <path d={shape} fill={css('earth')} stroke={css(colour)} strokeWidth="9" strokeLinejoin="round" />
      {axis !== null && (
        <g transform={`rotate(${axis})`}>
          <path d="M0 -60V60" stroke={css(colour)} strokeWidth="2" />
          {over && (
            <g fill={css('hand')}>
              {[0, 180].map((turn) => (
                <g key={turn} transform={`rotate(${turn}) translate(0 ${-(R - 14 + stretch + 7)})`}>
                  <path d="M0 0l-11 -14h22z" />
                  <rect x="-26" y="-21" width="52" height="7" />
                </g>
              ))}
            </g>
          )}
        </g>
      )}
      <Lit at={lit} r={106} />
      <rect x="-54" y="-28" width="108" height="58" rx="3" fill={css('background-paper')} stroke={css('divider')} />
      <text y="-1" textAnchor="middle" fontSize="26" fontWeight="700" className="num" fill={css(over ? 'mend' : 'text-primary')}>
        {oval}
      </text>
      <text y="21" textAnchor="middle" fontSize="17" fill={css('text-secondary')}>
        of {most} {small.symbol}
      </text>
    </svg>
  );
}

/** What the dial comes to, in words. */
export function RoundnessSaid({ dial, allowed }: { dial: Dial | null; allowed: number }) {
  const { small } = useUnits();
  if (!dial) return null;
  const over = dial.ovality_mm > allowed;
  return (
    <>
      {over && dial.clock && <Typography sx={{ fontWeight: 640 }}>Clamp across {dial.clock}</Typography>}
      <Typography variant="body2" color="text.secondary" className="num">
        mean {small.fixed(dial.mean_mm)} {small.symbol} · {up(dial.ovality_percent)} % of dn, {up(dial.ovality_percent_of_mean)} % of mean
        {dial.not_oval && dial.residual_mm !== null ? ` · ${small.fixed(dial.residual_mm)} ${small.symbol} is not oval: look for a flat` : ''}
      </Typography>
    </>
  );
}
