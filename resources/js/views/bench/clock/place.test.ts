import { describe, expect, it } from 'vitest';
import { angleOf, places } from './place';

describe('places', () => {
  it('puts four diameters over the right half, as the hand goes', () => {
    expect(places(4, false)).toEqual([
      { row: 1, column: 2 },
      { row: 1, column: 3 },
      { row: 3, column: 3 },
      { row: 5, column: 3 },
    ]);
  });

  it('puts eight gaps and twelve depths round the whole of it, each in a cell of its own', () => {
    for (const n of [2, 3, 4, 6, 8, 12]) {
      const found = places(n, true)!;
      expect(new Set(found.map(({ row, column }) => `${row} ${column}`)).size).toBe(n);
      for (const [k, { row, column }] of found.entries()) {
        const angle = (angleOf(k, n, true) * Math.PI) / 180;
        // right of the middle is right, above is above: nobody measures at one place and writes at another
        expect(Math.sign(column - 2)).toBe(Math.sign(Math.round(Math.sin(angle) * 100)) + 0);
        expect(Math.sign(3 - row)).toBe(Math.sign(Math.round(Math.cos(angle) * 100)) + 0);
      }
    }
  });

  it('leaves what does not fall on the clock to a plain list', () => {
    expect([places(8, false), places(16, true), places(24, true), places(5, true)]).toEqual([null, null, null, null]);
  });
});
