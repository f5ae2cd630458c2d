import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';

type Setting = NonNullable<Schemas['MechanicalGuide']['setting']>;
const css = (name: string) => `var(--mui-palette-${name})`;
const MIDDLE = 330;
const AXIS = 118;

/** Two pipe ends inside a coupling, to scale along the pipe: the gap, the marks, where the body stands, and how far each end is in. */
export function SettingGap({ setting }: { setting: Setting }) {
  const { whole, tenth } = useUnits();
  const { length_mm: length, gap_mm: gap, nominal_mm: nominal } = setting;
  if (length === null || gap === null || nominal === null)
    return <Typography>Read length and setting gap off the label first: the marks follow from them.</Typography>;
  const pairs = setting.sides.length > 2 ? [setting.sides.slice(0, 2), setting.sides.slice(2)] : [setting.sides];
  const said = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  return (
    <>
      {pairs.map((sides) => (
        <Box key={sides.map((s) => s.side).join('')} component="figure" sx={{ m: 0 }}>
          <Ends setting={setting} sides={sides} />
          <Typography component="figcaption" variant="body2">
            Each side in by {said(nominal)}: half of {said(length)} less the gap of {said(gap)}.
            {setting.least_mm !== null && ` At least ${said(setting.least_mm)}, to be past the gasket.`}
            {sides.some((s) => s.od_mm !== null) &&
              ` Outside: ${sides
                .filter((s) => s.od_mm !== null)
                .map((s) => `${s.side.toUpperCase()} ${tenth.plain(s.od_mm ?? 0)} ${tenth.symbol}`)
                .join(', ')}.`}
          </Typography>
        </Box>
      ))}
    </>
  );
}

function Ends({ setting, sides }: { setting: Setting; sides: Setting['sides'] }) {
  const { whole } = useUnits();
  const said = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  const measured = setting.measured_gap_mm === null ? '' : `, measured ${said(setting.measured_gap_mm)}`;
  const length = setting.length_mm ?? 1;
  const gap = setting.measured_gap_mm ?? setting.gap_mm ?? 0;
  const nominal = setting.nominal_mm ?? 0;
  const px = 380 / length;
  const tall = Math.max(...sides.map((s) => s.od_mm ?? 1), 1);
  const high = (od: number | null) => Math.max(26, Math.min(52, (52 * (od ?? tall)) / tall));
  const half = (gap / 2) * px;
  const end = (k: number) => (k === 0 ? MIDDLE - half : MIDDLE + half);
  const sign = (k: number) => (k === 0 ? -1 : 1);
  const ins = sides.map((s) => s.inserted_mm);
  const known = ins.every((i) => i !== null);
  // the body where the faces say it is; in the middle until they were read
  const left = known ? end(0) - (ins[0] ?? 0) * px : MIDDLE - (length / 2) * px;
  const right = known && sides[1] ? end(1) + (ins[1] ?? 0) * px : left + length * px;
  return (
    <svg
      viewBox="0 0 660 236"
      width="100%"
      role="img"
      aria-label={`Setting gap ${said(setting.gap_mm ?? 0)}${measured}; marks at ${said(nominal)} from each end`}
    >
      {sides.map((s, k) => {
        const h = high(s.od_mm);
        const x = k === 0 ? 8 : end(1);
        const w = k === 0 ? end(0) - 8 : 652 - end(1);
        const mark = end(k) + sign(k) * (s.mark_mm ?? nominal) * px;
        return (
          <g key={s.side}>
            <rect x={x} y={AXIS - h} width={w} height={2 * h} fill={css('earth')} />
            <path d={`M${x} ${AXIS - h}h${w}M${x} ${AXIS + h}h${w}`} stroke={css('pipe')} strokeWidth="9" />
            <path d={`M${end(k)} ${AXIS - h}V${AXIS + h}`} stroke={css('pipe')} strokeWidth="3" />
            <path
              d={`M${mark} ${AXIS - h - 20}V${AXIS + h + 20}`}
              stroke={css('hand')}
              strokeWidth="4"
              strokeDasharray={s.mark_mm === null ? '6 5' : undefined}
            />
            <text x={mark} y={AXIS + 108} textAnchor="middle" fontSize="16" fontWeight="700" className="num" fill={css('hand')}>
              {whole.plain(s.mark_mm ?? nominal)}
            </text>
            <text x={k === 0 ? 22 : 638} y={AXIS + 8} textAnchor={k === 0 ? 'start' : 'end'} fontSize="24" fontWeight="700" fill={css('text-primary')}>
              {s.side.toUpperCase()}
            </text>
          </g>
        );
      })}
      <rect x={left} y={AXIS - 80} width={right - left} height="160" rx="10" fill={css('text-primary')} opacity="0.1" />
      <path
        d={`M${left} ${AXIS - 62}v-16q0 -8 8 -8h${right - left - 16}q8 0 8 8v16M${left} ${AXIS + 62}v16q0 8 8 8h${right - left - 16}q8 0 8 -8v-16`}
        fill="none"
        stroke={css('text-primary')}
        strokeWidth="6"
        strokeDasharray={known ? undefined : '10 7'}
      />
      <path d={`M${end(0)} 20V${AXIS - 56}M${end(1)} 20V${AXIS - 56}`} stroke={css('text-secondary')} strokeDasharray="4 4" />
      <text x={MIDDLE} y="16" textAnchor="middle" fontSize="17" fontWeight="700" className="num" fill={css('text-primary')}>
        gap {whole.plain(gap)} {whole.symbol}
      </text>
    </svg>
  );
}
