import type { Schemas } from '../../api/client';
import { measure } from '../../app/numbers';
import { Drawing } from '../Drawing';

const css = (name: string) => `var(--mui-palette-${name})`;
const [WIDE, HIGH, LEFT, RIGHT, TOP, BOTTOM] = [640, 290, 54, 150, 18, 34];
const DASHES = ['', '8 4', '3 3', '10 3 2 3'];

/** How far the pipe is off round at each place, from stage to stage, between its limits and beside what the formula predicts. */
export function BoreChart({ bores }: { bores: Schemas['BoresGuide']['bores'] }) {
  const places = [...new Set(bores.stages.flatMap((s) => s.places.map((p) => p.station_m)))].sort((a, b) => a - b);
  const length = measure(bores.length_display);
  const all = bores.stages.flatMap((s) => s.places.map((p) => p.percent));
  const most = Math.max(bores.limit_percent, bores.late_percent, bores.predicted_late_percent ?? 0, ...all) * 1.1;
  const least = Math.min(-bores.rise_percent * 1.5, ...all.map((p) => p * 1.1));
  const x = (stage: number) => LEFT + ((WIDE - LEFT - RIGHT) * (stage + 0.5)) / bores.stages.length;
  const y = (percent: number) => TOP + ((most - percent) / (most - least)) * (HIGH - TOP - BOTTOM);
  const line = (percent: number, said: string, color: string, from = LEFT, to = WIDE - RIGHT) => (
    <g key={said}>
      <path d={`M${from} ${y(percent)}H${to}`} stroke={css(color)} strokeWidth="2.5" strokeDasharray="9 5" />
      <text x={WIDE - RIGHT + 6} y={y(percent) + 4.5} fontSize="13" fill={css(color)}>
        {said}
      </text>
    </g>
  );
  const last = bores.stages.filter((s) => s.places.length > 0).at(-1);
  const says = last
    ? `${last.title}: ${last.places.map((p) => `${length.plain(p.station_m)} ${length.symbol} ${p.percent.toFixed(2)} %`).join(', ')}`
    : 'Nothing read yet';
  return (
    <Drawing
      size={[WIDE, HIGH]}
      says={`${says}. ${bores.advice}`}
      maxWidth={760}
      caption={
        <>
          <b>{bores.advice}</b>{' '}
          {bores.predicted_percent === null ? '' : `Predicted after years: ${(bores.predicted_late_percent ?? 0).toFixed(2)} %. [${bores.source}]`}
        </>
      }
    >
      {line(bores.limit_percent, `limit ${bores.limit_percent} %`, 'stop')}
      {bores.late_percent !== bores.limit_percent && line(bores.late_percent, `${bores.late_percent} % in 30 days`, 'mend', x(2.5), WIDE - RIGHT)}
      {line(-bores.rise_percent, `crown up ${bores.rise_percent} %`, 'mend', LEFT, x(1.5))}
      <path d={`M${LEFT} ${y(0)}H${WIDE - RIGHT}M${LEFT} ${TOP}V${HIGH - BOTTOM}`} stroke={css('text-primary')} strokeWidth="2" />
      <text x={LEFT - 8} y={y(0) + 5} textAnchor="end" fontSize="14" className="num" fill={css('text-secondary')}>
        0 %
      </text>
      {bores.stages.map((stage, k) => (
        <g key={stage.key}>
          <path d={`M${x(k)} ${TOP}V${HIGH - BOTTOM}`} stroke={css('divider')} strokeWidth="1" />
          <text x={x(k)} y={HIGH - 10} textAnchor="middle" fontSize="14" fontWeight={stage === last ? 700 : 400} fill={css('text-primary')}>
            {stage.title}
          </text>
        </g>
      ))}
      {bores.predicted_percent !== null && (
        <g>
          <path d={`M${x(2) - 26} ${y(bores.predicted_percent)}h52`} stroke={css('pipe')} strokeWidth="7" opacity="0.45" />
          <text x={x(2) + 32} y={y(bores.predicted_percent) + 4} fontSize="12.5" fill={css('pipe')}>
            predicted {bores.predicted_percent.toFixed(2)} %
          </text>
        </g>
      )}
      {places.map((place, p) => {
        const at = bores.stages.flatMap((s, k) => s.places.filter((q) => q.station_m === place).map((q) => ({ k, percent: q.percent })));
        return (
          <g key={place}>
            <polyline
              points={at.map((q) => `${x(q.k)},${y(q.percent)}`).join(' ')}
              fill="none"
              stroke={css('pipe')}
              strokeWidth="2.5"
              strokeDasharray={DASHES[p % DASHES.length]}
            />
            {at.map((q) => (
              <circle key={q.k} cx={x(q.k)} cy={y(q.percent)} r="5" fill={css('pipe')} stroke={css('background-paper')} strokeWidth="2" />
            ))}
            {at.slice(-1).map((q) => (
              <text key="at" x={x(q.k) + 9} y={y(q.percent) - 7} fontSize="12.5" className="num" fill={css('text-primary')}>
                {length.plain(place)}: {q.percent.toFixed(1)} %
              </text>
            ))}
          </g>
        );
      })}
    </Drawing>
  );
}
