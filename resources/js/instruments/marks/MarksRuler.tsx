import { Box, Typography } from '@mui/material';
import { useUnits } from '../../app/useUnits';

const css = (name: string) => `var(--mui-palette-${name})`;

interface Props {
  stab: number;
  scrape: number;
  dn: number;
  wall: number;
  measured: { label: string; at: number }[];
}

/** One pipe end cut lengthwise, to scale both ways: where the stab mark and the scrape mark go on its surface, and where they were measured. */
export function MarksRuler({ stab, scrape, dn, wall, measured }: Props) {
  const { whole, small } = useUnits();
  const length = scrape * 1.4;
  const px = 620 / length;
  const top = 62;
  const w = wall * px;
  const bore = 34;
  const base = top + w + bore;
  const chamfer = Math.min(w / 3, 8);
  const step = whole.tick(length, 8);
  const ticks = Array.from({ length: Math.floor(length / step) + 1 }, (_, k) => k * step);
  const marks = [
    { at: stab, name: 'stab', colour: 'hand', side: 'end' as const },
    { at: scrape, name: 'scrape', colour: 'text-primary', side: 'start' as const },
  ];
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg
        viewBox={`0 0 660 ${base + 60}`}
        width="100%"
        role="img"
        aria-label={`Stab mark at ${whole.plain(stab)} ${whole.symbol}, scrape mark at ${whole.plain(scrape)} ${whole.symbol} from the end`}
      >
        <g transform="translate(20 0)">
          <path d={`M${chamfer} ${top}H${length * px}l-8 ${w / 2}l8 ${w / 2}H0V${top + chamfer}z`} fill={css('pipe')} />
          <rect x="0" y={top + w} width={length * px - 4} height={bore} fill={css('earth')} />
          <text x={(length * px) / 2} y={top + w + 22} textAnchor="middle" fontSize="14" fill={css('text-secondary')}>
            bore of dn {dn}, wall {small.plain(wall)} {small.symbol}
          </text>
          <path d={`M${chamfer} ${top - 3}H${scrape * px}`} stroke={css('hand')} strokeWidth="6" />
          <text x={(stab * px) / 2} y={top + w / 2 + 5} textAnchor="middle" fontSize="15" fill={css('background-paper')}>
            scrape this surface to the mark
          </text>
          {marks.map((mark) => (
            <g key={mark.name}>
              <path d={`M${mark.at * px} ${top - 20}V${top + 2}`} stroke={css(mark.colour)} strokeWidth="5" />
              <path d={`M${mark.at * px} ${top}V${base + 8}`} stroke={css(mark.colour)} strokeWidth="2" strokeDasharray="6 5" />
              <text x={mark.at * px + (mark.side === 'end' ? -9 : 9)} y={top - 32} textAnchor={mark.side} fontSize="15" fill={css('text-primary')}>
                {mark.name}
              </text>
              <text
                x={mark.at * px + (mark.side === 'end' ? -9 : 9)}
                y={top - 12}
                textAnchor={mark.side}
                fontSize="19"
                fontWeight="700"
                className="num"
                fill={css(mark.colour)}
              >
                {whole.plain(mark.at)} {whole.symbol}
              </text>
            </g>
          ))}
          {measured.map((m, k) => (
            <g key={m.label} transform={`translate(${m.at * px} ${top + 12 + k * 18})`}>
              <circle r="9" fill={css('background-paper')} stroke={css('text-primary')} strokeWidth="2" />
              <text y="4.5" textAnchor="middle" fontSize="12" fontWeight="700" fill={css('text-primary')}>
                {m.label}
              </text>
            </g>
          ))}
          <path d={`M0 ${base + 14}H${length * px}`} stroke={css('text-secondary')} />
          {ticks.map((t) => (
            <g key={t}>
              <path d={`M${t * px} ${base + 14}v10`} stroke={css('text-secondary')} />
              <text x={t * px} y={base + 44} textAnchor="middle" fontSize="14" className="num" fill={css('text-secondary')}>
                {whole.plain(t)}
              </text>
            </g>
          ))}
        </g>
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        To scale, {whole.symbol} from the end. A and B: where the stab marks were measured.
      </Typography>
    </Box>
  );
}
