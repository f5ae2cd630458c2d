import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../api/client';
import { fittingsText, partsText, profileText, ratingsText, typedFittings, typedNumber, typedParts, typedProfile, typedRatings } from './facts';

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
  ratings: [{ name: 'gate valve', kpa: 1600 }],
} as unknown as Schemas['SectionFacts'];

describe('facts of a section as lines of text', () => {
  it('reads back what it wrote', () => {
    expect(typedProfile(profileText(facts))).toEqual(facts.profile);
    expect(typedParts(partsText(facts))).toEqual(facts.parts);
    expect(typedRatings(ratingsText(facts))).toEqual(facts.ratings);
    expect(typedFittings(fittingsText(facts))).toEqual([
      { kind: 'end', station_m: 0 },
      { kind: 'bend', station_m: 16, angle_deg: 22.5 },
      { kind: 'tee', station_m: 20, other_mm: 90 },
    ]);
  });
  it('takes a decimal comma and leaves words for the server to refuse', () => {
    expect([typedNumber('1,5'), typedNumber('1.5'), typedNumber('much'), typedNumber(''), typedNumber(undefined)]).toEqual([1.5, 1.5, 'much', null, null]);
    expect(typedRatings('ten pipe')[0]?.kpa).toBe('ten');
  });
});
