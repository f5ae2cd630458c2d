import { describe, expect, it } from 'vitest';
import { lit, place } from './next';

const pass = (order: number[], is_round = false) => ({ share: 1, torque_nm: 60, order, is_round });
const wheel = (read: [number, number][], next: [number, number] | null) => ({
  passes: [pass([1, 3, 2, 4]), pass([1, 2, 3, 4], true)],
  next: next && { pass: next[0], bolt: next[1] },
  read: read.map(([p, bolt]) => ({ pass: p, bolt, torque_nm: 60, times: 1 })),
});

describe('the bolt that is lit', () => {
  it('is the one that the core names', () => expect(lit(wheel([], [1, 1]), [])).toEqual({ pass: 1, bolt: 1 }));
  it('goes on along the order while taps are on their way', () =>
    expect(
      lit(wheel([], [1, 1]), [
        { pass: 1, bolt: 1 },
        { pass: 1, bolt: 3 },
      ]),
    ).toEqual({ pass: 1, bolt: 2 }));
  it('goes over into the next pass', () =>
    expect(
      lit(
        wheel(
          [
            [1, 1],
            [1, 3],
            [1, 2],
          ],
          [1, 4],
        ),
        [{ pass: 1, bolt: 4 }],
      ),
    ).toEqual({ pass: 2, bolt: 1 }));
  it('is none when all are done', () => expect(lit(wheel([], null), [])).toBeNull());
});

it('puts the first bolt at the top and counts to the right', () => {
  expect(place(0, 4, 10).y).toBeCloseTo(-10);
  expect(place(1, 4, 10).x).toBeCloseTo(10);
});
