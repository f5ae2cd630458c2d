import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { span } from '../../app/time';
import { positions, shown, stored } from './units';

const spec = (factor: number, offset: number) => ({ display: { symbol: '', factor, offset, decimals: 2 } }) as Schemas['ReadingSpec'];

describe('units on screen', () => {
  it('stores inches as millimetres and shows them back', () => {
    const inch = spec(1 / 25.4, 0); // the inch is 25.4 mm exactly
    expect(stored('7.1', inch)).toBeCloseTo(180.34, 9);
    expect(shown(180.34, inch)).toBe('7.1');
  });
  it('stores °F as °C: 50 °F is 10 °C', () => {
    expect(stored('50', spec(1.8, 32))).toBe(10);
    expect(shown(10, spec(1.8, 32))).toBe('50');
  });
  it('takes a decimal comma', () => expect(stored('180,4', spec(1, 0))).toBe(180.4));
  it('hands on what is no number, so that the server can refuse it in words', () => {
    expect(stored('abc', spec(1, 0))).toBe('abc');
    expect(stored('1.2.3', spec(1, 0))).toBe('1.2.3');
  });
});

describe('clock positions', () => {
  it('names diameters over half a turn', () => {
    expect(positions(2, false)).toEqual(['12–6', '3–9']);
    expect(positions(4, false)).toEqual(['12–6', '1:30–7:30', '3–9', '4:30–10:30']);
    expect(positions(6, false)).toEqual(['12–6', '1–7', '2–8', '3–9', '4–10', '5–11']);
  });
  it('names gaps over a whole turn', () => expect(positions(4, true)).toEqual(['12', '3', '6', '9']));
});

describe('span of time', () => {
  it('rounds up, so that a clock never shows an end too early', () => {
    expect(span(59.2)).toBe('1:00');
    expect(span(3661)).toBe('1:01:01');
    expect(span(-5)).toBe('0:00');
  });
});
