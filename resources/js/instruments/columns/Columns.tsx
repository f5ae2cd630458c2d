import { Drawing } from '../Drawing';

const css = (name: string) => `var(--mui-palette-${name})`;
const FILLS = ['pipe', 'text-secondary'];
const [LEFT, TOP, WIDE, HIGH] = [46, 14, 640, 170];

/** Series of one length beside each other, place by place. */
export function Columns({ series }: { series: { called: string; values: number[] }[] }) {
  const most = Math.max(1e-9, ...series.flatMap((s) => s.values));
  const count = Math.max(1, ...series.map((s) => s.values.length));
  const unit = 10 ** Math.floor(Math.log10(most));
  const tick = most / unit > 5 ? 2 * unit : most / unit > 2 ? unit : unit / 2;
  const ticks = Array.from({ length: Math.floor((most / tick) * (1 + 1e-9)) + 1 }, (_, k) => k * tick);
  const y = (value: number) => TOP + HIGH * (1 - value / (most * 1.04));
  const slot = (WIDE - LEFT) / count;
  const bar = (0.8 * slot) / series.length;
  const said = series.map((s) => `${s.called}: from ${Math.min(...s.values).toPrecision(3)} to ${Math.max(...s.values).toPrecision(3)}`).join('; ');
  return (
    <Drawing size={[WIDE + 4, TOP + HIGH + 44]} says={said} maxWidth={760}>
      {ticks.map((t) => (
        <g key={t}>
          <path d={`M${LEFT} ${y(t)}H${WIDE}`} stroke={css('line')} strokeWidth={t === 0 ? 2.5 : 1} />
          <text x={LEFT - 8} y={y(t) + 5} textAnchor="end" fontSize="15" className="num" fill={css('text-secondary')}>
            {Number(t.toPrecision(6))}
          </text>
        </g>
      ))}
      {series.map((s, k) =>
        s.values.map((value, at) => (
          <rect
            key={`${s.called} ${at}`}
            x={LEFT + at * slot + 0.1 * slot + k * bar}
            y={y(Math.max(0, value))}
            width={Math.max(1, bar - 1.5)}
            height={y(0) - y(Math.max(0, value))}
            fill={k === 0 ? css(FILLS[0] ?? '') : 'none'}
            stroke={css(FILLS[k % 2] ?? '')}
            strokeWidth="1.5"
          />
        )),
      )}
      {count <= 40 &&
        Array.from({ length: count }, (_, at) => (
          <text key={at} x={LEFT + (at + 0.5) * slot} y={TOP + HIGH + 17} textAnchor="middle" fontSize="13" className="num" fill={css('text-secondary')}>
            {at + 1}
          </text>
        ))}
      {series.map((s, k) => (
        <g key={s.called} transform={`translate(${LEFT + k * 220} ${TOP + HIGH + 36})`}>
          <rect y="-12" width="14" height="14" fill={k === 0 ? css(FILLS[0] ?? '') : 'none'} stroke={css(FILLS[k % 2] ?? '')} strokeWidth="1.5" />
          <text x="22" fontSize="15" fill={css('text-primary')}>
            {s.called}
          </text>
        </g>
      ))}
    </Drawing>
  );
}
