import { describe, expect, it } from 'vitest';
import { resampled } from './FusionTrace';

const trace = [
  { t: 0, v: 40, i: 60 },
  { t: 1, v: 39, i: 59 },
  { t: 3, v: 38, i: 58 },
];

describe('a good trace laid behind another', () => {
  it('takes the last sample at or before each time', () => {
    expect(resampled(trace, [0, 0.5, 1, 2.9, 3], (s) => s.v)).toEqual([40, 40, 39, 39, 38]);
  });

  it('is empty past its own end', () => {
    expect(resampled(trace, [3.5, 4.5, 9], (s) => s.i)).toEqual([58, null, null]);
  });

  it('is empty when there is none', () => {
    expect(resampled([], [0, 1], (s) => s.v)).toEqual([null, null]);
  });
});
