import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { filled } from './FromCard';
import { given, isMeant, unitOf } from './typed';

type Input = Schemas['Calculation']['inputs'][number];
const display = {
  metric: { symbol: 'mm', factor: 1, offset: 0, decimals: 2 },
  us: { symbol: 'in', factor: 1 / 25.4, offset: 0, decimals: 3 },
};
const input = (more: Partial<Input>): Input => ({
  name: 'od_mm',
  label: 'od',
  kind: 'number',
  unit: 'mm, outside',
  choices: [],
  above: null,
  default: null,
  required: true,
  card: '',
  display,
  ...more,
});

describe('what is typed into a calculation', () => {
  it('is taken in the units of the job, with a decimal comma or point', () => {
    expect(given(input({}), '2,5', 'metric')).toBe(2.5);
    expect(given(input({}), '1', 'us')).toBe(25.4);
    expect(given(input({ kind: 'numbers' }), '1 2;3', 'us')).toEqual([25.4, 50.8, 76.2]);
    expect(given(input({ display: null }), '7', 'us')).toBe(7);
  });

  it('goes as it is where it is no number, so that the fault can be said', () => {
    expect(given(input({}), 'wide', 'metric')).toBe('wide');
    expect(given(input({ kind: 'gapped' }), '62 - x', 'metric')).toEqual([62, null, 'x']);
  });

  it('reads pairs and rows', () => {
    expect(given(input({ kind: 'pairs', display: null }), '0:990 10:980', 'metric')).toEqual([
      [0, 990],
      [10, 980],
    ]);
    expect(given(input({ kind: 'rows', choices: ['layer', 'min_mm'], display: null }), 'in:88; out:104', 'metric')).toEqual([
      { layer: 'in', min_mm: 88 },
      { layer: 'out', min_mm: 104 },
    ]);
  });

  it('stands behind its field with its unit', () => {
    expect(unitOf(input({}), 'us')).toBe('in');
    expect(unitOf(input({ display: null }), 'us')).toBe('mm');
  });
});

describe('what a card fills in', () => {
  it('is said in the units of the job, so that it means the same when it is read back', () => {
    const gap = input({ name: 'gap_mm', card: 'gap_mm' });
    for (const units of ['metric', 'us'] as const) {
      const text = filled([gap], { gap_mm: 30 }, units).gap_mm ?? '';
      expect(given(gap, text, units)).toBeCloseTo(30, 4);
    }
    expect(filled([gap], { gap_mm: 30 }, 'us').gap_mm).toBe('1.181102');
    expect(filled([gap], {}, 'us')).toEqual({});
  });
});

describe('finding a calculation', () => {
  const egg = { id: 'pipe.roundness', title: 'Roundness of a pipe end', craft: 'Pipe', words: 'oval egg calliper', inputs: [input({ label: 'diameters' })] };
  it('knows what crews call it', () => {
    expect(isMeant(egg, 'egg')).toBe(true);
    expect(isMeant(egg, 'pipe calliper')).toBe(true);
    expect(isMeant(egg, 'diam')).toBe(true);
    expect(isMeant(egg, 'egg torque')).toBe(false);
    expect(isMeant(egg, '')).toBe(true);
  });
});
