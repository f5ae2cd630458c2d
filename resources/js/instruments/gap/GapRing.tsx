import { useUnits } from '../../app/useUnits';
import { Lit } from '../clock/Lit';

const css = (name: string) => `var(--mui-palette-${name})`;

/**
 * The gap by clock position, exaggerated: bars past the dashed ring are over the limit. `even` counts from the narrowest gap, for joints that must close
 * evenly. Its fields stand round it; `lit` is the clock angle of the next one.
 */
export function GapRing({
  title,
  gaps: measured,
  limit,
  even = false,
  lit,
}: {
  title: string;
  gaps: number[] | null;
  limit: number;
  even?: boolean;
  lit: number | null;
}) {
  const gaps = even && measured ? measured.map((gap) => gap - Math.min(...measured)) : measured;
  const { small } = useUnits();
  const [most, allowed] = gaps ? small.pair(Math.max(...gaps), limit) : ['–', small.plain(limit)];
  const inner = 62;
  const reach = 30;
  const taken = measured ? `gaps ${measured.map(small.plain).join(', ')} ${small.symbol}` : 'not measured yet';
  return (
    <svg
      viewBox="-124 -124 248 248"
      width="100%"
      style={{ maxWidth: 240 }}
      role="img"
      aria-label={`${title}: ${taken}; ${even ? 'uneven by ' : ''}${allowed} ${small.symbol} allowed`}
    >
      <circle r={inner} fill={css('earth')} stroke={css('pipe')} strokeWidth="6" />
      <circle r={inner + 4 + reach} fill="none" stroke={css('text-secondary')} strokeDasharray="4 4" />
      {(gaps ?? []).map((gap, k) => {
        const over = gap > limit;
        const h = Math.min(46, (gap / limit) * reach);
        return (
          <g key={k} transform={`rotate(${(k * 360) / (gaps?.length ?? 1)})`}>
            <rect x="-9" y={-inner - 4 - h} width="18" height={h} fill={css(over ? 'mend' : 'pipe')} />
          </g>
        );
      })}
      <Lit at={lit} r={102} />
      <text y="2" textAnchor="middle" fontSize="32" fontWeight="700" className="num" fill={css('text-primary')}>
        {most}
      </text>
      <text y="26" textAnchor="middle" fontSize="18" fill={css('text-secondary')}>
        {even ? 'uneven, ' : ''}of {allowed} {small.symbol}
      </text>
    </svg>
  );
}
