import { Box, Typography } from '@mui/material';
import { useUnits } from '../../app/useUnits';

interface Props {
  mark: number | null;
  second: number | null;
  /** null where the kind of pipe has none, or none is known yet */
  chamfer: { length_mm: number; depth_mm: number } | null;
  cut: boolean;
  wall: number;
  od: number;
  measured: { label: string; at: number }[];
  home: string;
}

const css = (name: string) => `var(--mui-palette-${name})`;

/** The spigot's end cut lengthwise, to scale along it: where its lines belong, where they were measured, and the chamfer of a cut end. */
export function SpigotRuler({ mark, second, chamfer, cut, wall, od, measured, home }: Props) {
  const { whole, tenth } = useUnits();
  const said = (at: number) => `${whole.plain(at)} ${whole.symbol}`;
  const furthest = Math.max(mark ?? 0, second ?? 0, ...measured.map((m) => m.at), 3 * (chamfer?.length_mm ?? 0), 60);
  const length = furthest * 1.35;
  const px = 610 / length;
  const top = 66;
  const w = Math.min(34, Math.max(14, wall * px));
  const slope = Math.max(3, cut && chamfer ? Math.min(chamfer.length_mm * px, 140) : 8);
  const step = whole.tick(length, 8);
  const lines = [
    [mark, second === null ? 'mark' : 'first line'],
    [second, 'second line'],
  ] as const;
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg
        viewBox="0 0 660 196"
        width="100%"
        role="img"
        aria-label={
          mark === null
            ? 'Where the mark belongs is not known yet'
            : `Mark at ${said(mark)} from the end${second === null ? '' : `, second line at ${said(second)}`}`
        }
      >
        <g transform="translate(24 0)">
          <path d={`M0 ${top + w / 2}L${slope} ${top}H${length * px}l-8 ${w / 2}l8 ${w / 2}H0z`} fill={css('pipe')} />
          <rect x="0" y={top + w} width={length * px - 4} height="34" fill={css('earth')} />
          <text x={(length * px) / 2} y={top + w + 22} textAnchor="middle" fontSize="14" fill={css('text-secondary')}>
            inside of the pipe, OD {tenth.plain(od)} {tenth.symbol}, wall {tenth.plain(wall)} {tenth.symbol}
          </text>
          {cut && chamfer && (
            <text x={slope + 8} y={top + 14} fontSize="13" className="num" fill={css('background-paper')}>
              chamfer {tenth.fixed(chamfer.length_mm)} {tenth.symbol} long, {tenth.fixed(chamfer.depth_mm)} deep
            </text>
          )}
          {lines.map(([at, name], k) =>
            at === null ? null : (
              <g key={name}>
                <path d={`M${at * px} ${k === 0 && second !== null ? top - 46 : top - 26}V${top + w + 8}`} stroke={css('hand')} strokeWidth="4" />
                <text
                  x={at * px - 6}
                  y={k === 0 && second !== null ? top - 30 : top - 10}
                  textAnchor="end"
                  fontSize="17"
                  fontWeight="700"
                  className="num"
                  fill={css('hand')}
                >
                  {name} {said(at)}
                </text>
              </g>
            ),
          )}
          {measured.map((m) => (
            <g key={m.label + m.at} transform={`translate(${m.at * px} ${top - 4})`}>
              <path d="M0 0l-7 -13h14z" fill={css('text-primary')} />
              {m.label !== '' && (
                <text y="-17" textAnchor="middle" fontSize="13" fontWeight="700" fill={css('text-primary')}>
                  {m.label}
                </text>
              )}
            </g>
          ))}
          {Array.from({ length: Math.floor(length / step) + 1 }, (_, k) => (
            <g key={k}>
              <path d={`M${k * step * px} ${top + w + 40}v8`} stroke={css('text-secondary')} />
              <text x={k * step * px} y={top + w + 64} textAnchor="middle" fontSize="13" className="num" fill={css('text-secondary')}>
                {whole.plain(k * step)}
              </text>
            </g>
          ))}
        </g>
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        To scale along the pipe, {whole.symbol} from the end{measured.length > 0 ? '; the pointer is what was measured' : ''}. Home when {home}.
      </Typography>
    </Box>
  );
}
