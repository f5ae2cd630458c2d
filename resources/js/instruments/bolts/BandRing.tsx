import type { Schemas } from '../../api/client';
import { place } from './next';

const css = (name: string) => `var(--mui-palette-${name})`;
const RADIUS = 128;

/** A clamp band from its end: nuts outside with their turns, lugs between them that close on each other. */
export function BandRing({ band, lit, onChoose }: { band: Schemas['BandWheel']; lit: number | null; onChoose: ((bolt: number) => void) | null }) {
  const turns = (bolt: number) => band.turns.find((t) => t.bolt === bolt)?.turns ?? 0;
  const most = Math.max(1, ...band.turns.map((t) => t.turns));
  return (
    <svg
      viewBox="-200 -200 400 400"
      width="100%"
      style={{ maxWidth: 420 }}
      role="group"
      aria-label={`${band.name}: ${band.bolts} nuts, ${band.lugs} pairs of lugs`}
    >
      <circle r={RADIUS} fill="none" stroke={css('pipe')} strokeWidth="26" />
      <circle r={RADIUS - 34} fill={css('earth')} stroke={css('line')} />
      <text y="8" textAnchor="middle" fontSize="46" fontWeight="700" className="num" fill={css(lit === null ? 'pipe' : 'hand')}>
        {lit === null ? '✓' : lit}
      </text>
      <text y="36" textAnchor="middle" fontSize="17" fill={css('text-secondary')}>
        {lit === null ? 'at the stop' : `${turns(lit)} turns so far`}
      </text>
      {Array.from({ length: band.lugs }, (_, k) => {
        const touches = band.seen.find((g) => g.lug === k + 1)?.touches === true;
        return (
          <g key={k} transform={`rotate(${(360 * (k + 0.5)) / band.lugs}) translate(0 ${-RADIUS})`}>
            {[-1, 1].map((side) => (
              <rect
                key={side}
                x={side * (touches ? 6 : 14) - 5}
                y="-24"
                width="10"
                height="48"
                fill={css(touches ? 'pipe' : 'text-secondary')}
                stroke={css('background-paper')}
                strokeWidth="2"
              />
            ))}
          </g>
        );
      })}
      {Array.from({ length: band.bolts }, (_, k) => k + 1).map((bolt) => {
        const { x, y } = place(bolt - 1, band.bolts, RADIUS + 38);
        const isLit = lit === bolt;
        return (
          <g
            key={bolt}
            transform={`translate(${x} ${y})`}
            role="button"
            tabIndex={onChoose ? 0 : -1}
            aria-label={`Nut ${bolt}${isLit ? ', next' : ''}, ${turns(bolt)} turns`}
            style={{ cursor: onChoose ? 'pointer' : undefined }}
            onClick={() => onChoose?.(bolt)}
            onKeyDown={(e) => (e.key === 'Enter' || e.key === ' ') && onChoose?.(bolt)}
          >
            <rect
              x="-20"
              y="-20"
              width="40"
              height="40"
              rx="4"
              fill={css(isLit ? 'hand' : 'background-paper')}
              stroke={css('text-primary')}
              strokeWidth="2.5"
            />
            <rect x="-20" y={20 - (40 * turns(bolt)) / most} width="40" height={(40 * turns(bolt)) / most} rx="4" fill={css('pipe')} opacity="0.35" />
            <text y="7" textAnchor="middle" fontSize="20" fontWeight="700" className="num" fill={css(isLit ? 'background-paper' : 'text-primary')}>
              {bolt}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
