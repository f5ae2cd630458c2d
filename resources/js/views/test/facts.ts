import type { Schemas } from '../../api/client';
import { shownNumber, typedNumber } from '../../app/numbers';

type Facts = Schemas['SectionFacts'];
/** How the rulebook shows what is typed: pressures, lengths and levels, small sizes. */
export type Units = Pick<Schemas['TestDisplay'], 'pressure' | 'length' | 'small' | 'temperature'>;

/** What was typed, line by line: words and numbers between blanks. */
const lines = (text: string) =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
    .map((line) => line.split(/[\s;]+/));
export const profileText = (facts: Facts, u: Units) =>
  facts.profile.map(([station, level]) => `${shownNumber(station ?? 0, u.length)} ${shownNumber(level ?? 0, u.length)}`).join('\n');
export const typedProfile = (text: string, u: Units) => lines(text).map(([station, level]) => [typedNumber(station, u.length), typedNumber(level, u.length)]);

export const ratingsText = (facts: Facts, u: Units) =>
  facts.ratings
    .map((r) => `${shownNumber(r.kpa, u.pressure)}${r.test_kpa === null ? '' : `/${shownNumber(r.test_kpa, u.pressure)}`} ${r.kind} ${r.name}`)
    .join('\n');
const KINDS = ['pipe', 'joint', 'restraint', 'valve', 'fitting'];
/** Pressure first, after a stroke the site test the maker allows; then the kind, where it is one, and the name. */
export const typedRatings = (text: string, u: Units) =>
  lines(text).map(([pressure, ...words]) => {
    const [rated, test] = (pressure ?? '').split('/');
    const kind = (words[0] ?? '').toLowerCase();
    const known = KINDS.includes(kind);
    const name = (known ? words.slice(1) : words).join(' ');
    return {
      name: name === '' ? kind : name,
      kpa: typedNumber(rated, u.pressure),
      ...(known ? { kind } : {}),
      ...(test === undefined ? {} : { test_kpa: typedNumber(test, u.pressure) }),
    };
  });

export const partsText = (facts: Facts, u: Units) =>
  facts.parts
    .map((p) => [p.material, shownNumber(p.length_m, u.length), ...[p.dn_mm, p.inside_mm, p.wall_mm].map((size) => shownNumber(size, u.small))].join(' '))
    .join('\n');
export const typedParts = (text: string, u: Units) =>
  lines(text).map(([material, length, dn, inside, wall]) => ({
    material: (material ?? '').toLowerCase(),
    length_m: typedNumber(length, u.length),
    dn_mm: typedNumber(dn, u.small),
    inside_mm: typedNumber(inside, u.small),
    wall_mm: typedNumber(wall, u.small),
  }));

export const fittingsText = (facts: Facts, u: Units) =>
  facts.fittings
    .map(
      (f) =>
        `${f.kind} ${shownNumber(f.station_m, u.length)}${f.angle_deg > 0 ? ` ${f.angle_deg}` : f.other_mm > 0 ? ` ${shownNumber(f.other_mm, u.small)}` : ''}`,
    )
    .join('\n');
/** Kind, station and, where it has one, the angle of a bend or the other diameter of a tee or reducer. */
export const typedFittings = (text: string, u: Units) =>
  lines(text).map(([kind, station, more]) => {
    const name = (kind ?? '').toLowerCase();
    return {
      kind: name,
      station_m: typedNumber(station, u.length),
      ...(name === 'bend' ? { angle_deg: typedNumber(more) } : name === 'tee' || name === 'reducer' ? { other_mm: typedNumber(more, u.small) } : {}),
    };
  });
