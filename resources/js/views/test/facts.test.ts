import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { typedNumber } from '../../app/numbers';
import { pointsOf, rowsOf, typedRows, type Row, type Units } from './facts';

const plain = (symbol: string, factor: number, offset = 0) => ({ symbol, factor, offset, decimals: 2 });
const metric: Units = { pressure: plain('bar', 0.01), length: plain('m', 1), small: plain('mm', 1), temperature: plain('°C', 1) };
const us: Units = {
  pressure: plain('psi', 0.14503773773),
  length: plain('ft', 3.280839895013),
  small: plain('in', 0.03937007874),
  temperature: plain('°F', 1.8, 32),
};

const facts = {
  parts: [{ material: 'pe', length_m: 24, dn_mm: 180, inside_mm: 147.9, wall_mm: 16.4 }],
  profile: [
    [0, 41.2],
    [24, 44.1],
  ],
  fittings: [
    { kind: 'end', station_m: 0, angle_deg: 0, other_mm: 0 },
    { kind: 'bend', station_m: 16, angle_deg: 22.5, other_mm: 0 },
    { kind: 'tee', station_m: 20, angle_deg: 0, other_mm: 90 },
  ],
  ratings: [{ name: 'gate valve', kpa: 1600, kind: 'valve', test_kpa: 2400 }],
} as unknown as Schemas['SectionFacts'];
const rows = (more: Partial<Record<'profile' | 'parts' | 'ratings' | 'fittings', Row[]>>) => ({ profile: [], parts: [], ratings: [], fittings: [], ...more });

describe('facts of a section as rows', () => {
  it('reads back what it wrote', () => {
    const typed = typedRows(rowsOf(facts, metric), metric);
    expect(typed.profile).toEqual(facts.profile);
    expect(typed.parts).toEqual(facts.parts);
    expect(typed.ratings).toEqual(facts.ratings);
    expect(typed.fittings).toEqual([
      { kind: 'end', station_m: 0 },
      { kind: 'bend', station_m: 16, angle_deg: 22.5 },
      { kind: 'tee', station_m: 20, other_mm: 90 },
    ]);
  });
  it('takes a decimal comma, leaves out a row with nothing in it, and leaves words for the server to refuse', () => {
    expect([typedNumber('1,5'), typedNumber('1.5'), typedNumber('much'), typedNumber(''), typedNumber(undefined)]).toEqual([1.5, 1.5, 'much', null, null]);
    expect(typedRows(rows({ ratings: [{ name: 'pipe', kind: '', kpa: 'ten', test_kpa: '' }] }), metric).ratings).toEqual([{ name: 'pipe', kpa: 'ten' }]);
    expect(typedRows(rows({ profile: [{ station: ' ', level: '' }] }), metric).profile).toEqual([]);
  });
  it('takes feet, inches and psi where the rulebook reads them', () => {
    const typed = typedRows(
      rows({
        profile: [{ station: '100', level: '12' }],
        parts: [{ material: 'pvc', length_m: '1000', dn_mm: '8', inside_mm: '7.98', wall_mm: '0.3' }],
        ratings: [{ name: 'valve', kind: 'valve', kpa: '150', test_kpa: '' }],
      }),
      us,
    );
    expect(typed.ratings[0]?.kpa).toBeCloseTo(1034.2136, 3);
    expect(typed.profile[0]?.[0]).toBeCloseTo(30.48, 6);
    expect(typed.parts[0]?.inside_mm).toBeCloseTo(202.692, 3);
    expect(typedNumber('68', us.temperature)).toBe(20);
    expect(rowsOf(facts, us).ratings[0]).toMatchObject({ kpa: '232.0604', test_kpa: '348.0906' });
  });
  it('draws what can be drawn of a profile', () => {
    const typed: Row[] = [
      { station: '0', level: '1' },
      { station: '5', level: 'up' },
      { station: '9', level: '3' },
    ];
    expect(pointsOf(typed, metric)).toEqual([
      { station: 0, level: 1 },
      { station: 9, level: 3 },
    ]);
  });
});
