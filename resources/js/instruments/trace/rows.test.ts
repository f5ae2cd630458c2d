import { describe, expect, it } from 'vitest';
import { rowsOf } from './rows';

describe('the table behind a curve', () => {
  const x = Array.from({ length: 261 }, (_, k) => k);

  it('has as many readings as one can read, the last among them', () => {
    const rows = rowsOf(x, []);
    expect(rows.length).toBeLessThanOrEqual(62);
    expect(rows[0]?.at).toBe(0);
    expect(rows.at(-1)?.at).toBe(260);
  });

  it('has each event at its time, with the reading of that time or the last before', () => {
    const rows = rowsOf(x, [
      { at: 12.5, name: 'Voltage too low' },
      { at: 260, name: 'Current ends' },
    ]);
    expect(rows.find((r) => r.said === 'Voltage too low')).toEqual({ at: 12.5, index: 12, said: 'Voltage too low' });
    expect(rows.filter((r) => r.at === 260)).toHaveLength(1);
    expect(rows.map((r) => r.at)).toEqual(rows.map((r) => r.at).sort((a, b) => a - b));
  });

  it('is empty where nothing was read yet', () => {
    expect(rowsOf([], [])).toEqual([]);
  });
});
