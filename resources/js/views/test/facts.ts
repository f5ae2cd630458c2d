import type { Schemas } from '../../api/client';

type Facts = Schemas['SectionFacts'];

/** What was typed, line by line: words and numbers between blanks, a decimal comma or point. */
const lines = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => line.split(/[\s;]+/));
/** A number; the text itself when it is none, so that the server can say so. */
export const typedNumber = (text: string | undefined): number | string | null => {
  const plain = (text ?? '').trim().replace(',', '.');
  return plain === '' ? null : /^[+-]?\d*\.?\d+$/.test(plain) ? Number(plain) : (text ?? '');
};

export const profileText = (facts: Facts) => facts.profile.map(([station, level]) => `${station} ${level}`).join('\n');
export const typedProfile = (text: string) => lines(text).map(([station, level]) => [typedNumber(station), typedNumber(level)]);

export const ratingsText = (facts: Facts) => facts.ratings.map((r) => `${r.kpa / 100} ${r.name}`).join('\n');
/** Bar first, then what it is of. */
export const typedRatings = (text: string) =>
  lines(text).map(([bar, ...name]) => {
    const value = typedNumber(bar);
    return { name: name.join(' '), kpa: typeof value === 'number' ? Number((100 * value).toPrecision(12)) : value };
  });

export const partsText = (facts: Facts) => facts.parts.map((p) => `${p.material} ${p.length_m} ${p.dn_mm} ${p.inside_mm} ${p.wall_mm}`).join('\n');
export const typedParts = (text: string) => lines(text).map(([material, length, dn, inside, wall]) => ({ material: (material ?? '').toLowerCase(), length_m: typedNumber(length), dn_mm: typedNumber(dn), inside_mm: typedNumber(inside), wall_mm: typedNumber(wall) }));

export const fittingsText = (facts: Facts) => facts.fittings.map((f) => `${f.kind} ${f.station_m}${f.angle_deg > 0 ? ` ${f.angle_deg}` : f.other_mm > 0 ? ` ${f.other_mm}` : ''}`).join('\n');
/** Kind, station and, where it has one, the angle of a bend or the other diameter of a tee or reducer. */
export const typedFittings = (text: string) =>
  lines(text).map(([kind, station, more]) => {
    const name = (kind ?? '').toLowerCase();
    return { kind: name, station_m: typedNumber(station), ...(name === 'bend' ? { angle_deg: typedNumber(more) } : name === 'tee' || name === 'reducer' ? { other_mm: typedNumber(more) } : {}) };
  });
