import { memo, useEffect, useRef, useState } from 'react';
import { Box, IconButton, Stack } from '@mui/material';
import AddIcon from '@mui/icons-material/Add';
import RemoveIcon from '@mui/icons-material/Remove';
import type { Schemas } from '../../api/client';
import type { Measure } from '../../app/numbers';
import { marksOf } from './above';
import { JointGlyph, GlyphPatterns } from './glyph';
import { STATES } from './states';

interface Props {
  line: Schemas['Line'];
  sections: Schemas['Section'][];
  selected: number | null;
  next: number | null;
  onSelect: (joint: number) => void;
  length: Measure;
  tall?: boolean;
}

/** A line of more joints than that shows the worst of each heap. */
const CROWDED = 200;

const css = (name: string) => `var(--mui-palette-${name})`;

/** The main drawn to station: pipes as bars, joints as glyphs. Drag to pan, wheel or buttons to zoom; the selected joint stays in sight. */
export const LineStrip = memo(function LineStrip({ line, sections, selected, next, onSelect, length, tall = false }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  const [perMetre, setPerMetre] = useState(7.5);
  const [left, setLeft] = useState(0);
  const drag = useRef<{ x: number; left: number } | null>(null);
  const height = tall ? 190 : 104;
  const axis = tall ? 92 : 50;
  const span = width / perMetre;
  const clamp = (station: number) => Math.min(Math.max(station, -4), Math.max(-4, line.main.length_m + 4 - span));

  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  useEffect(() => {
    setPerMetre(Math.min(40, Math.max(7.5, width / (line.main.length_m + 8)))); // a short main fills the strip
  }, [line.main.id, line.main.length_m, width]);

  const station = line.joints.find((joint) => joint.number === selected)?.station_m;
  useEffect(() => {
    if (station === undefined) return;
    setLeft((now) => (station < now + span * 0.12 || station > now + span * 0.88 ? clamp(station - span / 2) : clamp(now)));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a new selection or size moves the view
  }, [station, width, perMetre]);

  const x = (m: number) => (m - left) * perMetre;
  const isInSight = (from: number, to = from) => x(to) > -60 && x(from) < width + 60;
  const zoom = (factor: number, about = width / 2) => {
    const at = left + about / perMetre;
    const scale = Math.min(Math.max(perMetre * factor, width / (line.main.length_m + 8)), 40);
    setPerMetre(scale);
    setLeft(Math.max(-4, at - about / scale));
  };
  // numbers that would stand on one another are left out, the selected and the next one never
  const named = new Set<number>();
  let free = Number.NEGATIVE_INFINITY;
  for (const joint of line.joints) {
    const wide = String(joint.number).length * (tall ? 10 : 8) + 6;
    const kept = joint.number === selected || joint.number === next;
    if (kept || joint.station_m * perMetre - wide / 2 > free) {
      named.add(joint.number);
      free = joint.station_m * perMetre + wide / 2;
    }
  }
  // where glyphs would lie on one another, the worst of them is drawn
  const inSight = marksOf(
    line.joints.filter((joint) => isInSight(joint.station_m)),
    (joint) => [x(joint.station_m), 0],
    line.joints.length > CROWDED ? 14 : 0,
    selected,
  ).map((mark) => mark.joint);
  const tick = length.tick(span, width / 100);
  const wrong = new Set(line.nonconformances.map((one) => one.joint_id));
  const ticks = Array.from({ length: Math.floor(line.main.length_m / tick) + 1 }, (_, k) => k * tick).filter((m) => isInSight(m));

  return (
    <Box sx={{ display: 'flex', bgcolor: 'earth', borderBottom: 1, borderColor: 'divider' }}>
      <Box
        ref={box}
        sx={{ flex: 1, minWidth: 0, overflow: 'hidden', touchAction: 'pan-y', cursor: 'grab' }}
        onWheel={(e) =>
          e.ctrlKey || Math.abs(e.deltaY) > Math.abs(e.deltaX)
            ? zoom(e.deltaY < 0 ? 1.2 : 1 / 1.2, e.nativeEvent.offsetX)
            : setLeft(clamp(left + e.deltaX / perMetre))
        }
        onPointerDown={(e) => (drag.current = { x: e.clientX, left })}
        onPointerMove={(e) => drag.current && setLeft(clamp(drag.current.left - (e.clientX - drag.current.x) / perMetre))}
        onPointerUp={() => (drag.current = null)}
        onPointerLeave={() => (drag.current = null)}
      >
        <svg width={width} height={height} role="group" aria-label={`${line.main.name}, drawn to station`} style={{ display: 'block' }}>
          <GlyphPatterns />
          {sections.map((section, k) => (
            <g key={section.id}>
              <rect
                x={x(section.from_station_m)}
                width={(section.to_station_m - section.from_station_m) * perMetre}
                y={0}
                height={height}
                fill={css('background-paper')}
                opacity={k % 2 === 0 ? 0.35 : 0}
              />
              {tall && (
                <text x={Math.max(12, x(section.from_station_m) + 10)} y={24} fontSize="14" fontWeight="640" fill={css('text-primary')}>
                  Section {section.name}
                </text>
              )}
            </g>
          ))}
          {line.pipes
            .filter((pipe) => isInSight(pipe.from_station_m, pipe.to_station_m))
            .map((pipe) => (
              <g key={pipe.number}>
                <rect
                  x={x(pipe.from_station_m) + 1}
                  y={axis - 10}
                  width={Math.max(1, (pipe.to_station_m - pipe.from_station_m) * perMetre - 2)}
                  height={20}
                  fill={css('pipe')}
                />
                <rect
                  x={x(pipe.from_station_m) + 1}
                  y={axis - 7}
                  width={Math.max(1, (pipe.to_station_m - pipe.from_station_m) * perMetre - 2)}
                  height={3}
                  fill={css('background-paper')}
                  opacity="0.35"
                />
                {tall && perMetre > 5 && (
                  <text
                    x={(x(pipe.from_station_m) + x(pipe.to_station_m)) / 2}
                    y={axis + 30}
                    textAnchor="middle"
                    fontSize="12"
                    className="num"
                    fill={css('text-secondary')}
                  >
                    {pipe.number}
                  </text>
                )}
              </g>
            ))}
          {line.spans.slice(1).map((s) => (
            <g key={s.from_station_m}>
              <path d={`M${x(s.from_station_m)} ${axis - 16}v32`} stroke={css('text-primary')} strokeWidth="2" strokeDasharray="3 2" />
              <text x={x(s.from_station_m) + 5} y={axis + 24} fontSize="12" fontWeight="640" fill={css('text-primary')}>
                {s.pipe}
              </text>
            </g>
          ))}
          {line.branches.map((b) => (
            <path key={b.main_id} d={`M${x(b.station_m ?? 0) + 19} ${axis + 10}v14l-5 -6m5 6l5 -6`} fill="none" stroke={css('pipe')} strokeWidth="4">
              <title>{b.name} leaves here</title>
            </path>
          ))}
          {ticks.map((m) => (
            <g key={m}>
              <path d={`M${x(m)} ${height - 24}v6`} stroke={css('text-secondary')} />
              <text x={x(m)} y={height - 5} textAnchor="middle" fontSize="12" className="num" fill={css('text-secondary')}>
                {length.plain(m)} {length.symbol}
              </text>
            </g>
          ))}
          {inSight.map((joint) => (
            <g
              key={joint.id}
              transform={`translate(${x(joint.station_m)} ${axis})`}
              role="button"
              tabIndex={-1}
              aria-label={`Joint ${joint.number}, ${STATES[joint.state].words}${wrong.has(joint.id) ? ', nonconformance open' : ''}`}
              onClick={() => onSelect(joint.number)}
              style={{ cursor: 'pointer' }}
            >
              <rect x="-24" y="-34" width="48" height="68" fill="transparent" />
              {wrong.has(joint.id) && (
                <path d="M12 -30v20M12 -30h13l-4 5 4 5h-13" fill={css('stop')} stroke={css('stop')} strokeWidth="2">
                  <title>Nonconformance</title>
                </path>
              )}
              {joint.number === next && <path d="M0 -24l-9 -14h18z" fill={css('hand')} />}
              <JointGlyph shape={joint.shape} state={joint.state} selected={joint.number === selected} scale={tall ? 1.15 : 0.92} />
              <text
                y={tall ? 52 : -31}
                x={tall ? 0 : joint.number === next ? 12 : 0}
                textAnchor={!tall && joint.number === next ? 'start' : 'middle'}
                fontSize={tall ? 16 : 13}
                fontWeight="700"
                className="num"
                fill={css('text-primary')}
              >
                {named.has(joint.number) ? joint.number : ''}
              </text>
            </g>
          ))}
        </svg>
      </Box>
      <Stack sx={{ justifyContent: 'center', bgcolor: 'background.paper', borderLeft: 1, borderColor: 'divider' }}>
        <IconButton aria-label="Zoom out" size="small" onClick={() => zoom(1 / 1.5)}>
          <RemoveIcon />
        </IconButton>
        <IconButton aria-label="Zoom in" size="small" onClick={() => zoom(1.5)}>
          <AddIcon />
        </IconButton>
      </Stack>
    </Box>
  );
});
