/** Cell of a grid of five rows and three columns, both counted from 1. */
export interface Place {
  row: number;
  column: number;
}

/** Where each hour lies round the grid's edge. */
const HOURS: [number, number][] = [
  [1, 2],
  [1, 3],
  [2, 3],
  [3, 3],
  [4, 3],
  [5, 3],
  [5, 2],
  [5, 1],
  [4, 1],
  [3, 1],
  [2, 1],
  [1, 1],
];
/** Half hours that stand in a corner where eight go round. */
const CORNERS: Record<number, [number, number]> = { 1.5: [1, 3], 4.5: [5, 3], 7.5: [5, 1], 10.5: [1, 1] };

/** Clock angle of one of n readings, in degrees from 12 o'clock; diameters go over half a turn. */
export const angleOf = (k: number, n: number, whole: boolean): number => ((whole ? 360 : 180) / n) * k;

/** Where n readings stand round their picture, in the order they are taken; null where there are too many, or they do not fall on the clock. */
export function places(n: number, whole: boolean): Place[] | null {
  const found = Array.from({ length: n }, (_, k) => {
    const hour = angleOf(k, n, whole) / 30;
    return HOURS[hour] ?? CORNERS[hour];
  });
  const taken = new Set(found.map((place) => String(place)));
  if (found.includes(undefined) || taken.size < n) return null;
  return found.map((place) => ({ row: place![0], column: place![1] }));
}
