import { describe, expect, it } from 'vitest';
import { typed } from './Measured';
import type { Test } from './useTest';

const asks = [
  { key: 'drawn_off_l', kind: 'number', display: { symbol: 'US gal', factor: 0.264172052358, offset: 0, decimals: 2 } },
  { key: 'baro_start_kpa', kind: 'number', display: { symbol: 'bar', factor: 0.01, offset: 0, decimals: 3 } },
  { key: 'leak_seen', kind: 'yes_no', display: { symbol: '', factor: 1, offset: 0, decimals: 0 } },
] as unknown as Test['asks'];

describe('what the tester measured', () => {
  it('is sent in stored units', () => {
    expect(typed(asks, { drawn_off_l: '1', baro_start_kpa: '1,013' })).toEqual({
      drawn_off_l: expect.closeTo(3.785411784, 6) as number,
      baro_start_kpa: 101.3,
    });
  });
  it('leaves out what nobody answered, and keeps a no', () => {
    expect(typed(asks, { drawn_off_l: '', leak_seen: false })).toEqual({ leak_seen: false });
    expect(typed(asks, {})).toEqual({});
  });
  it('sends words as they are, for the server to refuse', () => {
    expect(typed(asks, { baro_start_kpa: 'high' })).toEqual({ baro_start_kpa: 'high' });
  });
  it('sends nothing that was not asked for', () => {
    expect(typed(asks, { other: '5' })).toEqual({});
  });
});
