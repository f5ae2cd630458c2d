import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import type { Measure } from '../../app/numbers';
import { GlyphPatterns, JointGlyph } from './glyph';
import { STATES } from './states';
import { marksOf, placeOf } from './above';

const css = (name: string) => `var(--mui-palette-${name})`;
const W = 520;
const PAD = 40;
const APART = 24;

interface Props {
  line: Schemas['Line'];
  sections: Schemas['Section'][];
  selected: number | null;
  next: number | null;
  onSelect: (joint: number) => void;
  length: Measure;
}

/** The main from above as its alignment runs, north up, with its joints on it; straight where it has none. */
export function FromAbove({ line, sections, selected, next, onSelect, length }: Props) {
  const plan = line.plan.length > 1 ? line.plan : [0, line.main.length_m].map((station_m) => ({ station_m, easting_m: station_m, northing_m: 0, level_m: 0 }));
  const xs = plan.map((p) => p.easting_m);
  const ys = plan.map((p) => p.northing_m);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((W - 2 * PAD) / Math.max(1, x1 - x0), 300 / Math.max(1, y1 - y0));
  const H = Math.max(110, (y1 - y0) * scale + 2 * PAD);
  const [ox, oy] = [(W - (x1 - x0) * scale) / 2, (H - (y1 - y0) * scale) / 2];
  const put = ([x, y]: [number, number]): [number, number] => [ox + (x - x0) * scale, H - oy - (y - y0) * scale];
  const at = (station: number) => put(placeOf(plan, station));
  const marks = marksOf(line.joints, (joint) => at(joint.station_m), APART, selected);
  const bar = length.tick(Math.max(x1 - x0, y1 - y0, 1), 4);
  const few = marks.length <= 24;
  return (
    <Box component="figure" sx={{ m: 0, bgcolor: 'earth', border: 1, borderColor: 'divider' }}>
      <svg viewBox={`0 0 ${W} ${H}`} width="100%" role="group" aria-label={`${line.main.name} from above`} style={{ display: 'block', maxHeight: 380 }}>
        <GlyphPatterns />
        <polyline
          points={plan.map((p) => put([p.easting_m, p.northing_m]).join(' ')).join(' ')}
          fill="none"
          stroke={css('pipe')}
          strokeWidth="7"
          strokeLinejoin="round"
          strokeLinecap="round"
        />
        {sections.slice(1).map((section) => {
          const [x, y] = at(section.from_station_m);
          return (
            <g key={section.id}>
              <circle cx={x} cy={y} r="13" fill="none" stroke={css('text-primary')} strokeWidth="1.5" strokeDasharray="3 3" />
              <text x={x} y={y + 30} textAnchor="middle" fontSize="12" fill={css('text-primary')}>
                Section {section.name}
              </text>
            </g>
          );
        })}
        {marks.map(({ x, y, joint, of }) => (
          <g
            key={joint.id}
            transform={`translate(${x} ${y})`}
            role="button"
            tabIndex={-1}
            aria-label={`${joint.number} from above, ${STATES[joint.state].words}${of > 1 ? `, and ${of - 1} beside it` : ''}`}
            onClick={() => onSelect(joint.number)}
            style={{ cursor: 'pointer' }}
          >
            <circle r="20" fill="transparent" />
            <JointGlyph shape={joint.shape} state={joint.state} selected={joint.number === selected} scale={joint.number === selected ? 0.72 : 0.55} />
            {(few || joint.number === selected || joint.number === next) && (
              <text
                y={joint.number === selected ? -25 : -17}
                textAnchor="middle"
                fontSize="13"
                fontWeight="700"
                className="num"
                fill={css(joint.number === next ? 'hand' : 'text-primary')}
              >
                {joint.number}
              </text>
            )}
          </g>
        ))}
        {line.plan.length > 1 && (
          <g transform="translate(22 26)" role="img" aria-label="North is up">
            <path d="M0 -10L7 12L0 7L-7 12Z" fill={css('text-primary')} />
            <text y="-13" textAnchor="middle" fontSize="12" fontWeight="700" fill={css('text-primary')}>
              N
            </text>
          </g>
        )}
        <path d={`M${W - 16 - bar * scale} ${H - 14}v5h${bar * scale}v-5`} fill="none" stroke={css('text-primary')} strokeWidth="2" />
        <text x={W - 16} y={H - 20} textAnchor="end" fontSize="13" className="num" fill={css('text-primary')}>
          {length.plain(bar)} {length.symbol}
        </text>
      </svg>
    </Box>
  );
}
