import { typedNumber } from '../../app/numbers';

/**
 * Numbers of one typed line, whatever stands between them; a comma is a decimal one where something else parts the numbers. What is no number stays text, and
 * the server says so.
 */
export const numbers = (line: string) =>
  (/[;\t\s]/.test(line.trim()) ? line.trim().split(/[;\t\s]+/) : line.trim().split(',')).filter((part) => part !== '').map((part) => typedNumber(part));

const rows = (text: string) =>
  text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map(numbers);

/** A point a line: station easting northing level; with three numbers easting northing level; with two easting northing. */
export function typedPoints(text: string) {
  return {
    points: rows(text).map((r) =>
      r.length > 3
        ? { station_m: r[0] ?? null, easting_m: r[1] ?? null, northing_m: r[2] ?? null, level_m: r[3] ?? null }
        : { easting_m: r[0] ?? null, northing_m: r[1] ?? null, level_m: r[2] ?? null },
    ),
  };
}

/** Straights and arcs: a start, a part a line (length, radius), and levels. */
export function typedParts(start: string, parts: string, levels: string) {
  const [easting_m = null, northing_m = null, azimuth_deg = null] = numbers(start);
  return {
    easting_m,
    northing_m,
    azimuth_deg,
    parts: rows(parts).map(([length_m = null, radius_m = 0]) => ({ length_m, radius_m })),
    levels: rows(levels).map(([station_m = null, level_m = null, curve_m = 0]) => ({ station_m, level_m, curve_m })),
  };
}
