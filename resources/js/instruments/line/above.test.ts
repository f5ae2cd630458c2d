import { describe, expect, it } from 'vitest';
import { marksOf, placeOf } from './above';

const plan = [
  { station_m: 0, easting_m: 100, northing_m: 50, level_m: 0 },
  { station_m: 10, easting_m: 110, northing_m: 50, level_m: 0 },
  { station_m: 20, easting_m: 110, northing_m: 60, level_m: 0 },
];

describe('the main from above', () => {
  it('finds a station between the points of its alignment, and stays on its ends', () => {
    expect(placeOf(plan, 5)).toEqual([105, 50]);
    expect(placeOf(plan, 15)).toEqual([110, 55]);
    expect(placeOf(plan, -3)).toEqual([100, 50]);
    expect(placeOf(plan, 99)).toEqual([110, 60]);
    expect(placeOf([], 7)).toEqual([7, 0]);
  });

  it('shows the worst of joints that lie on one another, and the selected one always', () => {
    const joints = [1, 2, 3, 4].map((number) => ({ number, state: number === 2 ? ('stop' as const) : ('accepted' as const) }));
    const at = ({ number }: { number: number }): [number, number] => [number < 4 ? number : 40, 0];
    expect(marksOf(joints, at, 10, null).map((m) => [m.joint.number, m.of])).toEqual([
      [2, 3],
      [4, 1],
    ]);
    expect(marksOf(joints, at, 10, 3).map((m) => m.joint.number)).toEqual([3, 4]);
  });

  it('draws five thousand joints as no more marks than a picture holds', () => {
    const joints = Array.from({ length: 5000 }, (_, k) => ({ number: k, state: 'planned' as const }));
    expect(marksOf(joints, ({ number }) => [number / 10, 0], 12, null).length).toBeLessThan(50);
  });
});
