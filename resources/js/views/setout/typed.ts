import type { Schemas } from '../../api/client';

type Typed = Schemas['TypedAlignment'];

/** Numbers of one typed line, whatever stands between them; a comma is a decimal one where something else parts the numbers. What is no number becomes NaN, and the server says so. */
export const numbers = (line: string) =>
  (/[;\t\s]/.test(line.trim()) ? line.trim().split(/[;\t\s]+/) : line.trim().split(','))
    .filter((part) => part !== '')
    .map((part) => Number(part.replace(',', '.')));

const rows = (text: string) => text.split('\n').filter((line) => line.trim() !== '').map(numbers);

/** A point a line: station easting northing level; with three numbers easting northing level; with two easting northing. */
export function typedPoints(text: string): Typed {
  return { points: rows(text).map((r) => (r.length > 3 ? { station_m: r[0] ?? null, easting_m: r[1] ?? NaN, northing_m: r[2] ?? NaN, level_m: r[3] ?? null } : { easting_m: r[0] ?? NaN, northing_m: r[1] ?? NaN, level_m: r[2] ?? null })) };
}

/** Straights and arcs: a start, a part a line (length, radius), and levels. */
export function typedParts(start: string, parts: string, levels: string): Typed {
  const [easting_m = NaN, northing_m = NaN, azimuth_deg = NaN] = numbers(start);
  return { easting_m, northing_m, azimuth_deg, parts: rows(parts).map(([length_m = NaN, radius_m = 0]) => ({ length_m, radius_m })), levels: rows(levels).map(([station_m = NaN, level_m = NaN, curve_m = 0]) => ({ station_m, level_m, curve_m })) };
}
