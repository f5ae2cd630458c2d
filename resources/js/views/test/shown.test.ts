import { describe, expect, it } from 'vitest';
import { energy, minutes, number, outcome, said, volume } from './shown';

const bar = { symbol: 'bar', factor: 0.01, offset: 0, decimals: 3 };
const psi = { symbol: 'psi', factor: 0.145038, offset: 0, decimals: 1 };
const litres = { symbol: 'L', factor: 1, offset: 0, decimals: 1 };

describe('figures of a test', () => {
  it('shows a pressure in the units of the rulebook', () => {
    expect(said(1492.15468, bar)).toBe('14.922 bar');
    expect(number(1492.15, psi)).toBe('216.4');
  });
  it('shows a small volume finely and a large one roughly', () => {
    expect([volume(0.732, litres), volume(43.21, litres), volume(12345, litres)]).toEqual(['0.73 L', '43.2 L', '12,345 L']);
  });
  it('shows minutes, and hours when there are many', () => {
    expect([minutes(3.77), minutes(60), minutes(240), minutes(1440)]).toEqual(['3.8 min', '60 min', '4 h', '24 h']);
  });
  it('shows energy in what it comes to', () => {
    expect([energy(0.4567), energy(1234)]).toEqual(['0.457 kJ', '1.23 MJ']);
  });
  it('never calls advice a pass', () => {
    expect(outcome({ state: 'advised', verdict: { passed: true, reading: 'sound' } as never })).toBe('read: sound');
    expect(outcome({ state: 'failed', verdict: null })).toBe('not passed');
  });
});
