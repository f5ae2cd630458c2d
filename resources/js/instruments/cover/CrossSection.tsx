import type { Schemas } from '../../api/client';
import { measure } from '../../app/numbers';
import { Drawing } from '../Drawing';

const css = (name: string) => `var(--mui-palette-${name})`;
const [WIDE, MOST, EDGE, LEFT, RIGHT] = [490, 280, 30, 88, 118];

/** A trench across, to scale: its sides, the pipe on its bed, the layers that lie, and what may stand over the crown. */
export function CrossSection({ cross }: { cross: Schemas['CrossGuide']['cross'] }) {
  const unit = measure(cross.length_display, cross.length_display.symbol === 'mm' ? 0 : 1);
  const say = (mm: number) => `${unit.plain(mm)} ${unit.symbol}`;
  const depth = Math.max(cross.depth_mm, cross.bedding_mm + cross.od_mm, 300);
  const top = cross.bottom_mm + 2 * cross.slope * depth;
  const scale = Math.min(MOST / depth, (WIDE - LEFT - RIGHT) / Math.max(top, 1));
  const middle = LEFT + (WIDE - LEFT - RIGHT) / 2;
  const high = depth * scale + EDGE + 12;
  const y = (up: number) => high - EDGE - up * scale;
  const half = (up: number) => (cross.bottom_mm / 2 + cross.slope * up) * scale;
  const slab = (from: number, to: number) =>
    `M${middle - half(from)} ${y(from)}L${middle + half(from)} ${y(from)}L${middle + half(to)} ${y(to)}L${middle - half(to)} ${y(to)}z`;
  const crown = cross.bedding_mm + cross.od_mm;
  const reached = Math.max(0, ...cross.layers.map((l) => l.to_mm));
  const pipe = cross.od_mm / 2;
  const marks = [
    [crown, 'crown'],
    [crown + cross.light_mm, 'light plant below'],
    [crown + cross.heavy_mm, 'heavy from here'],
  ] as const;
  const ground = `${cross.soil ?? 'soil not read yet'}${cross.protection ? `, ${cross.protection}` : ''}`;
  const size = `Trench ${say(cross.depth_mm)} deep, ${say(cross.bottom_mm)} wide at the bottom (${say(cross.least_mm)} at the least)`;
  const rules = `Least width ${say(cross.least_mm)}: ${cross.width_rule}. Stones up to ${say(cross.stone_mm)} beside the pipe.`;
  const words = `${size}, ${ground}; ${cross.layers.length} layers in`;
  return (
    <Drawing maxWidth={560} size={[WIDE, high]} says={words} caption={`${ground.charAt(0).toUpperCase()}${ground.slice(1)}. ${rules}`}>
      <rect x="0" y={y(depth)} width={WIDE} height={high} fill={css('earth')} />
      <path
        d={slab(0, depth)}
        fill={css('background-paper')}
        stroke={css('text-primary')}
        strokeWidth="2.5"
        strokeDasharray={cross.is_dug ? undefined : '7 6'}
      />
      {cross.bedding_mm > 0 && <path d={slab(0, cross.bedding_mm)} fill={css('line')} opacity="0.55" />}
      {cross.haunched && reached === 0 && <path d={slab(cross.bedding_mm, cross.bedding_mm + pipe / 2)} fill={css('line')} opacity="0.4" />}
      {cross.layers.map((layer) => (
        <g key={`${layer.where} ${layer.number}`}>
          <path
            d={slab(layer.from_mm, layer.to_mm)}
            fill={css(layer.short ? 'mend' : 'line')}
            opacity={layer.percent === null ? 0.22 : 0.38}
            stroke={css('text-secondary')}
            strokeWidth="1"
          />
          {(layer.to_mm - layer.from_mm) * scale > 11 && half(layer.from_mm) - (layer.where === 'side' ? pipe * scale : 0) > 62 && (
            <text
              x={middle - half(layer.from_mm) + 6}
              y={(y(layer.from_mm) + y(layer.to_mm)) / 2 + 4.5}
              fontSize="13"
              className="num"
              fontWeight={layer.short ? 700 : 400}
              fill={css(layer.short ? 'mend' : 'text-primary')}
            >
              {layer.percent === null ? 'no test' : `${layer.percent.toFixed(1)} %`}
            </text>
          )}
        </g>
      ))}
      <circle cx={middle} cy={y(cross.bedding_mm + pipe)} r={pipe * scale} fill={css('background-paper')} stroke={css('pipe')} strokeWidth="5" />
      {marks
        .filter(([at]) => at < depth - 20)
        .map(([at, said], k) => (
          <g key={said}>
            <path
              d={`M${middle - half(at) - 8} ${y(at)}H${middle + half(at) + 8}`}
              stroke={css(k === 0 ? 'text-secondary' : 'hand')}
              strokeWidth="1.5"
              strokeDasharray="5 4"
            />
            <text x={middle + half(at) + 12} y={y(at) + 4} fontSize="14" fill={css('text-primary')}>
              {said}
            </text>
          </g>
        ))}
      <path
        d={`M${middle - half(depth) - 22} ${y(0)}V${y(depth)}m-5 0h10M${middle - half(depth) - 27} ${y(0)}h10`}
        stroke={css('text-primary')}
        strokeWidth="1.5"
        fill="none"
      />
      <text x={middle - half(depth) - 30} y={(y(0) + y(depth)) / 2} textAnchor="end" fontSize="15" className="num" fontWeight="700" fill={css('text-primary')}>
        {unit.plain(cross.depth_mm)}
      </text>
      <text x={middle} y={high - 8} textAnchor="middle" fontSize="15" className="num" fontWeight="700" fill={css('text-primary')}>
        {say(cross.bottom_mm)}
      </text>
    </Drawing>
  );
}
