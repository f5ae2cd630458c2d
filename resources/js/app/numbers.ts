import type { Schemas } from '../api/client';

type Display = Schemas['Display'];

/**
 * A number in stored units, with a decimal comma or point; null for nothing; the text itself when it is none, so that the server can say so and no default
 * takes its place.
 */
export const typedNumber = (text: string | undefined, display?: Display): number | string | null => {
  const plain = (text ?? '').trim().replace(',', '.');
  if (plain === '') return null;
  if (!/^[+-]?\d*\.?\d+$/.test(plain)) return text ?? '';
  return display ? Number(((Number(plain) - display.offset) / display.factor).toPrecision(12)) : Number(plain);
};
/** A stored value for a field that somebody types into. */
export const shownNumber = (value: number, display?: Display) => String(Number((display ? value * display.factor + display.offset : value).toPrecision(7)));

/** Two values beside each other, with as many decimals as it takes to see which is the greater: never “5.00 of 5.00” for what lies beyond. */
export function apart(measured: number, limit: number, decimals: number): [string, string] {
  for (let places = decimals; places < 9; places++) {
    const [a, b] = [measured.toFixed(places), limit.toFixed(places)];
    if (a !== b || Math.abs(measured - limit) <= 1e-9 * Math.max(1, Math.abs(limit))) return [a, places === decimals ? String(Number(b)) : b];
  }
  return [measured.toFixed(decimals), String(Number(limit.toFixed(decimals)))];
}

/** How one quantity is said in the units of the job's rulebook. */
export interface Measure {
  symbol: string;
  of: (stored: number) => number;
  /** without trailing zeros */
  plain: (stored: number) => string;
  fixed: (stored: number) => string;
  pair: (measured: number, limit: number) => [string, string];
  /** a round step, in stored units, for about this many ticks along a stored length */
  tick: (length: number, ticks: number) => number;
}

export function measure(display: Display, decimals = display.decimals): Measure {
  const of = (stored: number) => stored * display.factor + display.offset;
  return {
    symbol: display.symbol,
    of,
    plain: (stored) => String(Number(of(stored).toFixed(decimals))),
    fixed: (stored) => of(stored).toFixed(decimals),
    pair: (measured, limit) => apart(of(measured), of(limit), decimals),
    tick: (length, ticks) => {
      const rough = (length * display.factor) / ticks;
      const power = 10 ** Math.floor(Math.log10(rough));
      return (([1, 2, 5, 10].find((k) => k * power >= rough * 0.999) ?? 10) * power) / display.factor;
    },
  };
}
