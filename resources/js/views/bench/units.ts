import type { Schemas } from '../../api/client';
import { typedNumber } from '../../app/numbers';

type Spec = Pick<Schemas['ReadingSpec'], 'display'>;

/** A stored value as the rulebook's units show it. */
export function shown(value: number, spec: Spec): string {
  return String(Number((value * spec.display.factor + spec.display.offset).toFixed(4)));
}

/** What was typed, in stored units; the text itself when it is no number, so that the server can say so. */
export const stored = (text: string, spec: Spec): number | string => typedNumber(text, spec.display) ?? text;

/** Clock positions of a series: diameters over half a turn, gaps over a whole one. */
export function positions(count: number, whole: boolean): string[] {
  const name = (halfHours: number) => `${Math.floor(halfHours / 2) % 12 || 12}${halfHours % 2 === 1 ? ':30' : ''}`;
  return Array.from({ length: count }, (_, k) => {
    const half = ((whole ? 24 : 12) / count) * k;
    return whole ? name(half) : `${name(half)}–${name(half + 12)}`;
  });
}
