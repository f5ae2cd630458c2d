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

export const POINTS = [
  { key: 'station_m', label: 'Station, m (if any)' },
  { key: 'easting_m', label: 'Easting, m' },
  { key: 'northing_m', label: 'Northing, m' },
  { key: 'level_m', label: 'Level, m (if any)' },
];
export const NO_POINT: Record<string, string> = { station_m: '', easting_m: '', northing_m: '', level_m: '' };

/** Points as they were typed or pasted; rows without a figure are left out, and a station that no row has is not sent. */
export function typedPoints(rows: Record<string, string>[]) {
  const filled = rows.filter((row) => Object.values(row).some((text) => text.trim() !== ''));
  const stationed = filled.some((row) => (row.station_m ?? '').trim() !== '');
  return {
    points: filled.map((row) => ({
      ...(stationed ? { station_m: typedNumber(row.station_m) } : {}),
      easting_m: typedNumber(row.easting_m),
      northing_m: typedNumber(row.northing_m),
      level_m: typedNumber(row.level_m),
    })),
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
