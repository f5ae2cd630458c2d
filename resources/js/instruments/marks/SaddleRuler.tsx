import { Box, Typography } from '@mui/material';
import { useUnits } from '../../app/useUnits';

const css = (name: string) => `var(--mui-palette-${name})`;

/** The barrel of a main from above, to scale along it: the fitting's footprint, the marks just outside it, and what is washed. */
export function SaddleRuler({ footprint, wash, marked }: { footprint: number; wash: number; marked: number | null }) {
  const { whole } = useUnits();
  const long = (mm: number) => `${whole.plain(mm)} ${whole.symbol}`;
  const px = 600 / (wash * 1.15);
  const middle = 330;
  const half = (mm: number) => (mm * px) / 2;
  return (
    <Box component="figure" sx={{ m: 0 }}>
      <svg
        viewBox="0 0 660 190"
        width="100%"
        role="img"
        aria-label={`Footprint ${long(footprint)}, wash ${long(wash)} along the pipe${marked === null ? '' : `, marked ${long(marked)}`}`}
      >
        <rect x="0" y="50" width="660" height="84" fill={css('pipe')} />
        <rect x={middle - half(wash)} y="50" width={2 * half(wash)} height="84" fill={css('background-paper')} opacity="0.18" />
        <rect
          x={middle - half(footprint)}
          y="56"
          width={2 * half(footprint)}
          height="72"
          rx="10"
          fill={css('earth')}
          stroke={css('text-primary')}
          strokeWidth="2"
        />
        <circle cx={middle} cy="92" r="20" fill={css('pipe')} />
        {[-1, 1].map((side) => (
          <path key={side} d={`M${middle + side * (half(marked ?? footprint) + (marked === null ? 6 : 0))} 36V148`} stroke={css('hand')} strokeWidth="5" />
        ))}
        <text x={middle} y="26" textAnchor="middle" fontSize="19" fontWeight="700" className="num" fill={css('hand')}>
          {whole.plain(footprint)} {whole.symbol} and a little more
        </text>
        <path
          d={`M${middle - half(wash)} 150v14M${middle + half(wash)} 150v14M${middle - half(wash)} 157H${middle + half(wash)}`}
          stroke={css('text-secondary')}
          fill="none"
        />
        <text x={middle} y="182" textAnchor="middle" fontSize="16" className="num" fill={css('text-secondary')}>
          wash {whole.plain(wash)} {whole.symbol}: one width to each side
        </text>
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        To scale along the pipe. The marks stand just outside the footprint, all round.
      </Typography>
    </Box>
  );
}
