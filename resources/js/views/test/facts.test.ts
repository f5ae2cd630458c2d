import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { typedNumber } from '../../app/numbers';
import { fittingsText, partsText, profileText, ratingsText, typedFittings, typedParts, typedProfile, typedRatings, type Units } from './facts';

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

describe('facts of a section as lines of text', () => {
  it('reads back what it wrote', () => {
    expect(typedProfile(profileText(facts, metric), metric)).toEqual(facts.profile);
    expect(typedParts(partsText(facts, metric), metric)).toEqual(facts.parts);
    expect(typedRatings(ratingsText(facts, metric), metric)).toEqual(facts.ratings);
    expect(typedFittings(fittingsText(facts, metric), metric)).toEqual([
      { kind: 'end', station_m: 0 },
      { kind: 'bend', station_m: 16, angle_deg: 22.5 },
      { kind: 'tee', station_m: 20, other_mm: 90 },
    ]);
  });
  it('takes a decimal comma and leaves words for the server to refuse', () => {
    expect([typedNumber('1,5'), typedNumber('1.5'), typedNumber('much'), typedNumber(''), typedNumber(undefined)]).toEqual([1.5, 1.5, 'much', null, null]);
    expect(typedRatings('ten pipe', metric)[0]?.kpa).toBe('ten');
  });
  it('takes feet, inches and psi where the rulebook reads them', () => {
    expect(typedRatings('16 hydrant on 4th street', metric)[0]).toEqual({ name: 'hydrant on 4th street', kpa: 1600 }); // its kind is the server's
    expect(typedRatings('150 valve', us)[0]?.kpa).toBeCloseTo(1034.2136, 3);
    expect(typedProfile('100 12', us)[0]?.[0]).toBeCloseTo(30.48, 6);
    expect(typedParts('pvc 1000 8 7.98 0.3', us)[0]?.inside_mm).toBeCloseTo(202.692, 3);
    expect(typedNumber('68', us.temperature)).toBe(20);
    expect(ratingsText(facts, us)).toBe('232.0604/348.0906 valve gate valve');
  });
});
