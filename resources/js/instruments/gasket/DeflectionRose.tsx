import { Box, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';

export type Rose = Schemas['DeflectionGuide'];

const css = (name: string) => `var(--mui-palette-${name})`;
const ALLOWED = 92;
/** Rounded up, as the verdict prints it. */
const up = (value: number) => (Math.ceil(value * 100 - 1e-7) / 100).toFixed(2);

/** Looking along the pipe: how far and to which side the joint turns. Outer circle what is allowed, inner the share that is planned with. */
export function DeflectionRose({ rose }: { rose: Rose }) {
  const allowed = rose.allowed_deg;
  const scale = allowed === null ? 20 : ALLOWED / allowed;
  const place = (h: number, v: number): readonly [number, number] => {
    const [x, y] = [h * scale, -v * scale];
    const r = Math.hypot(x, y);
    return r > 122 ? [(x * 122) / r, (y * 122) / r] : [x, y];
  };
  const measured = rose.measured;
  const over = measured !== null && allowed !== null && measured.angle_deg > allowed * (1 + 1e-9);
  const beyondShare = measured !== null && allowed !== null && measured.angle_deg > allowed * rose.share * (1 + 1e-9);
  const colour = over ? 'mend' : beyondShare ? 'watch' : 'pipe';
  const m = measured && place(measured.h_deg, measured.v_deg);
  const p = rose.planned && place(rose.planned.h_deg, rose.planned.v_deg);
  return (
    <Box component="figure" sx={{ m: 0, textAlign: 'center' }}>
      <svg
        viewBox="-150 -146 300 292"
        width="100%"
        style={{ maxWidth: 280 }}
        role="img"
        aria-label={`Deflection: ${measured ? `${up(measured.angle_deg)}° measured` : 'not measured yet'}${allowed === null ? '' : `, ${allowed}° allowed`}`}
      >
        <circle r={ALLOWED} fill={css('background-paper')} stroke={css('mend')} strokeWidth="2.5" />
        <circle r={ALLOWED * rose.share} fill={css('earth')} stroke={css('text-secondary')} strokeDasharray="5 4" />
        <path d="M-122 0H122M0 -122V122" stroke={css('line')} strokeWidth="1" />
        {(
          [
            [0, -130, 'up'],
            [0, 142, 'down'],
          ] as const
        ).map(([x, y, word]) => (
          <text key={word} x={x} y={y} textAnchor="middle" fontSize="14" fill={css('text-secondary')}>
            {word}
          </text>
        ))}
        <text x="146" y="-8" textAnchor="end" fontSize="14" fill={css('text-secondary')}>
          right
        </text>
        <text x="-146" y="-8" fontSize="14" fill={css('text-secondary')}>
          left
        </text>
        {p && (
          <g>
            <circle cx={p[0]} cy={p[1]} r="12" fill="none" stroke={css('text-primary')} strokeWidth="2" strokeDasharray="4 3" />
            <circle cx={p[0]} cy={p[1]} r="2.5" fill={css('text-primary')} />
          </g>
        )}
        {m && (
          <g>
            <path d={`M0 0L${m[0]} ${m[1]}`} stroke={css(colour)} strokeWidth="4" />
            <rect x={m[0] - 8} y={m[1] - 8} width="16" height="16" transform={`rotate(45 ${m[0]} ${m[1]})`} fill={css(colour)} />
          </g>
        )}
        {allowed !== null && <rect x="-56" y={ALLOWED + 4} width="112" height="17" fill={css('background-paper')} />}
        {allowed !== null && (
          <text x="0" y={ALLOWED + 16} textAnchor="middle" fontSize="13" fontWeight="700" className="num" fill={css('mend')}>
            {allowed}° allowed
          </text>
        )}
      </svg>
      <Typography component="figcaption" sx={{ fontWeight: 640 }} className="num">
        {measured ? `${up(measured.angle_deg)}°` : '–'}
        {allowed === null ? '' : ` of ${allowed}°, share ${(Math.floor(allowed * rose.share * 100 + 1e-7) / 100).toFixed(2)}°`}
      </Typography>
      <Typography variant="body2" color="text.secondary">
        {rose.planned ? 'dashed ring: as planned · diamond: as measured' : 'diamond: as measured'}
        {rose.allowed_source ? ` · [${rose.allowed_source}]` : ''}
        {measured?.scatters ? ` · gaps scatter ${measured.residual_mm.toFixed(1)} mm off any tilt: measure again` : ''}
      </Typography>
    </Box>
  );
}
