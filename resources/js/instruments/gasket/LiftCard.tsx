import { Box, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useUnits } from '../../app/useUnits';

export type Lift = Schemas['Lift'];

const css = (name: string) => `var(--mui-palette-${name})`;

/** How this pipe is lifted: its mass, slings and where they go, tag line, hands or machine. */
export function LiftCard({ lift, length }: { lift: Lift; length: number | null }) {
  const { metre, display } = useUnits();
  const mass = `${Math.ceil(lift.mass_kg * display.mass.factor - 1e-6)} ${display.mass.symbol}`; // up: a hand or a sling takes no less than it is
  const spread = lift.spacing_m !== null && length ? Math.min(0.8, lift.spacing_m / length) * 480 : 0;
  const slings = lift.slings === 2 ? [300 - spread / 2, 300 + spread / 2] : lift.slings === 1 ? [300] : [];
  const apart = lift.spacing_m === null ? '' : `, ${metre.fixed(lift.spacing_m)} ${metre.symbol} apart`;
  return (
    <Box component="figure" sx={{ m: 0, border: 1, borderColor: 'divider', p: 1.5 }}>
      <Stack direction="row" sx={{ columnGap: 4, rowGap: 0.5, flexWrap: 'wrap', alignItems: 'baseline' }}>
        <Typography className="num" sx={{ fontSize: '1.7rem', fontWeight: 700 }}>
          {mass}
        </Typography>
        <Typography sx={{ fontWeight: 640 }}>
          {lift.by === 'hands'
            ? lift.people === 1
              ? 'One person may carry it'
              : 'Two people carry it'
            : `By machine, ${lift.slings === 1 ? 'one sling' : `${lift.slings} slings`}${apart}`}
        </Typography>
        {lift.tag_line && <Typography sx={{ fontWeight: 640 }}>Tag line on</Typography>}
      </Stack>
      <svg viewBox="0 0 600 112" width="100%" style={{ maxHeight: 150 }} role="img" aria-label={`Lift card: ${mass}, ${lift.slings} slings`}>
        <rect x="60" y="66" width="480" height="30" fill={css('pipe')} />
        <rect x="60" y="71" width="480" height="4" fill={css('background-paper')} opacity="0.35" />
        {slings.map((x) => (
          <g key={x}>
            <path d={`M300 8L${x} 62`} stroke={css('text-primary')} strokeWidth="3" />
            <rect x={x - 7} y="62" width="14" height="38" rx="4" fill={css('hand')} />
          </g>
        ))}
        {slings.length > 0 && <circle cx="300" cy="9" r="7" fill="none" stroke={css('text-primary')} strokeWidth="3" />}
        {lift.slings === 2 && lift.spacing_m !== null && (
          <text x="300" y="58" textAnchor="middle" fontSize="17" fontWeight="700" className="num" fill={css('text-primary')}>
            {metre.fixed(lift.spacing_m)} {metre.symbol}
          </text>
        )}
        {lift.tag_line && <path d="M538 82q30 4 44 26" fill="none" stroke={css('text-primary')} strokeWidth="3" strokeDasharray="7 5" />}
      </svg>
      <Typography component="figcaption" variant="body2" color="text.secondary">
        Slings only, never chain or wire on the pipe. Density from memory; the maker&rsquo;s mass governs. [{lift.source}]
      </Typography>
    </Box>
  );
}
