import { Box, Typography } from '@mui/material';

const css = (name: string) => `var(--mui-palette-${name})`;

interface Props {
  stab: number;
  scrape: number;
  dn: number;
  wall: number;
  measured: { label: string; at: number }[];
}

/** One pipe end to scale: where the stab mark and the scrape mark go, and where they were measured. */
export function MarksRuler({ stab, scrape, dn, wall, measured }: Props) {
  const length = scrape * 1.45;
  const px = 620 / length;
  const top = 56;
  const pipe = dn * px > 150 ? 150 : dn * px;
  const w = Math.max(6, wall * px);
  const step = length > 600 ? 100 : length > 250 ? 50 : 20;
  const ticks = Array.from({ length: Math.floor(length / step) + 1 }, (_, k) => k * step);
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg viewBox={`0 0 660 ${top + pipe + 74}`} width="100%" role="img" aria-label={`Stab mark at ${stab} mm, scrape mark at ${scrape} mm from the end`}>
        <g transform="translate(20 0)">
          <rect x="0" y={top} width={length * px} height={pipe} fill={css('earth')} />
          <rect x="0" y={top} width={scrape * px} height={pipe} fill={css('background-paper')} opacity="0.8" />
          <rect x="0" y={top} width={length * px} height={w} fill={css('pipe')} />
          <rect x="0" y={top + pipe - w} width={length * px} height={w} fill={css('pipe')} />
          <path d={`M${length * px} ${top}q-10 ${pipe / 4} 0 ${pipe / 2}t0 ${pipe / 2}`} fill="none" stroke={css('pipe')} strokeWidth="3" />
          <text x={(scrape * px) / 2} y={top + pipe / 2 + 5} textAnchor="middle" fontSize="14" fill={css('text-secondary')}>
            scrape all of this
          </text>
          {[
            { at: stab, name: 'stab', colour: 'hand' },
            { at: scrape, name: 'scrape', colour: 'text-primary' },
          ].map((mark, k) => (
            <g key={mark.name}>
              <path d={`M${mark.at * px} ${top - 8}V${top + pipe + 8}`} stroke={css(mark.colour)} strokeWidth="4" strokeDasharray={k === 0 ? undefined : '8 5'} />
              <text x={mark.at * px + (k === 0 ? -8 : 8)} y={top - 26} textAnchor={k === 0 ? 'end' : 'start'} fontSize="15" fill={css('text-primary')}>
                {mark.name}
              </text>
              <text x={mark.at * px + (k === 0 ? -8 : 8)} y={top - 7} textAnchor={k === 0 ? 'end' : 'start'} fontSize="19" fontWeight="700" className="num" fill={css(mark.colour)}>
                {mark.at} mm
              </text>
            </g>
          ))}
          {measured.map((m, k) => (
            <g key={m.label} transform={`translate(${m.at * px} ${top + pipe - 18 - (k % 2) * 20})`}>
              <circle r="8" fill={css('text-primary')} />
              <text y="4.5" textAnchor="middle" fontSize="11" fontWeight="700" fill={css('background-paper')}>
                {m.label}
              </text>
            </g>
          ))}
          {ticks.map((t) => (
            <g key={t}>
              <path d={`M${t * px} ${top + pipe + 22}v10`} stroke={css('text-secondary')} />
              <text x={t * px} y={top + pipe + 50} textAnchor="middle" fontSize="13" className="num" fill={css('text-secondary')}>
                {t}
              </text>
            </g>
          ))}
          <path d={`M0 ${top + pipe + 22}H${length * px}`} stroke={css('text-secondary')} />
        </g>
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        To scale along the pipe, mm from the end. Dots A and B: as measured.
      </Typography>
    </Box>
  );
}
