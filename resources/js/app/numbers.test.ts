import { expect, it } from 'vitest';
import { apart, measure, typedNumber } from './numbers';

const inch = { symbol: 'in', factor: 1 / 25.4, offset: 0, decimals: 3 };

it.each([
  ['5,5', 5.5],
  ['5O', '5O'],
  ['', null],
  ['1e3', '1e3'],
  ['-.5', -0.5],
])('takes “%s” as %s', (text, value) => expect(typedNumber(text)).toBe(value));

it('stores what was typed in inches', () => expect(typedNumber('2', inch)).toBe(50.8));

it.each([
  [5.004, 5, 2, ['5.004', '5.000']],
  [4.996, 5, 2, ['4.996', '5.000']],
  [6, 5, 2, ['6.00', '5']],
  [5, 5, 2, ['5.00', '5']],
] as const)('says %s beside %s so that the difference shows', (measured, limit, decimals, pair) => expect(apart(measured, limit, decimals)).toEqual(pair));

it('measures in the units of the rulebook', () => {
  const m = measure(inch);
  expect(m.plain(50.8)).toBe('2');
  expect(m.fixed(1)).toBe('0.039');
  expect(m.tick(254, 10) / 25.4).toBeCloseTo(1);
  expect(m.pair(127.01, 127)).toEqual(['5.0004', '5.0000']);
});
