import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';
import { Drawing } from '../Drawing';

type Guide = Schemas['MechanicalGuide'];
const css = (name: string) => `var(--mui-palette-${name})`;

/** The ranges of the fitting, and where each measured end lies in them. */
export function FitStrip({ ends, ranges }: { ends: NonNullable<Guide['ends']>; ranges: NonNullable<Guide['ranges']> }) {
  const { tenth } = useUnits();
  if (ranges.length === 0) return null;
  const ods = ends.flatMap((e) => (e.od_mm === null ? [] : [e.od_mm]));
  const low = Math.min(...ranges.map((r) => r.min_mm), ...ods);
  const high = Math.max(...ranges.map((r) => r.max_mm), ...ods);
  const room = Math.max(1, (high - low) * 0.08);
  const x = (mm: number) => 20 + (620 * (mm - low + room)) / (high - low + 2 * room);
  const said = (mm: number) => `${tenth.plain(mm)} ${tenth.symbol}`;
  const layer = (r: (typeof ranges)[number]) => (ranges.length > 1 ? ` with the inner layer ${r.layer}` : '');
  const takes = ranges.map((r) => `${said(r.min_mm)} to ${said(r.max_mm)}${layer(r)}`).join('; ');
  const named = (side: string) => (side === '' ? 'Pipe' : `End ${side.toUpperCase()}`);
  const measured = ends.map((e) => `${named(e.side)}: ${e.od_mm === null ? 'not measured' : said(e.od_mm)}`).join('; ');
  return (
    <Drawing size={[660, 44 + 46 * ranges.length]} says={`${takes}. ${measured}`} caption="What this fitting takes, and the mean outside diameter of each end.">
      {ranges.map((r, k) => (
        <g key={r.layer} transform={`translate(0 ${36 + 46 * k})`}>
          <rect x={x(r.min_mm)} width={x(r.max_mm) - x(r.min_mm)} height="26" fill={css('pipe')} opacity={k === 0 ? 0.3 : 0.5} />
        </g>
      ))}
      {ends.map(
        (e, k) =>
          e.od_mm !== null && (
            <g key={e.side}>
              <path d={`M${x(e.od_mm)} 26V${36 + 46 * ranges.length}`} stroke={css('hand')} strokeWidth="4" />
              <text
                x={x(e.od_mm)}
                y="20"
                textAnchor={k === 0 ? 'end' : 'start'}
                dx={k === 0 ? -4 : 4}
                fontSize="16"
                fontWeight="700"
                className="num"
                fill={css('hand')}
              >
                {e.side.toUpperCase()} {tenth.plain(e.od_mm)}
              </text>
            </g>
          ),
      )}
      {ranges.map((r, k) => (
        <text
          key={`said ${r.layer}`}
          x={x(r.min_mm) + 8}
          y={55 + 46 * k}
          stroke={css('background-paper')}
          strokeWidth="5"
          paintOrder="stroke"
          fontSize="15"
          className="num"
          fill={css('text-primary')}
        >
          {tenth.plain(r.min_mm)} – {tenth.plain(r.max_mm)}
          {ranges.length > 1 ? ` · inner layer ${r.layer}` : ''}
        </text>
      ))}
    </Drawing>
  );
}
