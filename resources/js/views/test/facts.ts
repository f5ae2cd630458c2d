import type { Schemas } from '../../api/client';
import { shownNumber, typedNumber } from '../../app/numbers';

type Facts = Schemas['SectionFacts'];
/** How the rulebook shows what is typed: pressures, lengths and levels, small sizes. */
export type Units = Pick<Schemas['TestDisplay'], 'pressure' | 'length' | 'small' | 'temperature'>;

/** One row of a table as typed, by column. */
export type Row = Record<string, string>;
export interface Column {
  key: string;
  label: string;
  unit?: keyof Units;
  /** one of these; empty where it may stay unsaid */
  choices?: string[];
  words?: boolean;
}
export type TableName = 'profile' | 'parts' | 'ratings' | 'fittings';

export const TABLES: Record<TableName, { title: string; help: string; one: string; columns: Column[] }> = {
  profile: {
    title: 'Profile',
    help: 'From end to end; every low and high point.',
    one: 'Another point',
    columns: [
      { key: 'station', label: 'Station', unit: 'length' },
      { key: 'level', label: 'Level', unit: 'length' },
    ],
  },
  parts: {
    title: 'Pipe',
    help: 'A row for each run of one pipe.',
    one: 'Another run',
    columns: [
      { key: 'material', label: 'Material', choices: ['pe', 'pvc', 'iron', 'steel', 'grp', 'concrete', 'composite'] },
      { key: 'length_m', label: 'Length', unit: 'length' },
      { key: 'dn_mm', label: 'Size', unit: 'small' },
      { key: 'inside_mm', label: 'Inside', unit: 'small' },
      { key: 'wall_mm', label: 'Wall', unit: 'small' },
    ],
  },
  ratings: {
    title: 'Ratings',
    help: 'Derated for temperature. Where the maker names a site test pressure, give it.',
    one: 'Another part',
    columns: [
      { key: 'name', label: 'Part', words: true },
      { key: 'kind', label: 'What it is', choices: ['', 'pipe', 'joint', 'restraint', 'valve', 'fitting'] },
      { key: 'kpa', label: 'Rated', unit: 'pressure' },
      { key: 'test_kpa', label: 'Site test (if named)', unit: 'pressure' },
    ],
  },
  fittings: {
    title: 'Ends, bends, tees, reducers, valves',
    help: 'Angle of a bend in degrees; outside diameter of the branch or the small end.',
    one: 'Another fitting',
    columns: [
      { key: 'kind', label: 'What it is', choices: ['end', 'bend', 'tee', 'reducer', 'valve'] },
      { key: 'station_m', label: 'Station', unit: 'length' },
      { key: 'angle_deg', label: 'Angle, °' },
      { key: 'other_mm', label: 'Other size', unit: 'small' },
    ],
  },
};

const shown = (value: number | null | undefined, unit: keyof Units | undefined, u: Units) => (value == null ? '' : shownNumber(value, unit && u[unit]));
const some = (value: number, unit: keyof Units | undefined, u: Units) => (value > 0 ? shown(value, unit, u) : '');

/** What is known, as rows to type into. */
export const rowsOf = (facts: Facts, u: Units): Record<TableName, Row[]> => ({
  profile: facts.profile.map(([station, level]) => ({ station: shown(station, 'length', u), level: shown(level, 'length', u) })),
  parts: facts.parts.map((p) => ({
    material: p.material,
    length_m: shown(p.length_m, 'length', u),
    dn_mm: shown(p.dn_mm, 'small', u),
    inside_mm: shown(p.inside_mm, 'small', u),
    wall_mm: shown(p.wall_mm, 'small', u),
  })),
  ratings: facts.ratings.map((r) => ({ name: r.name, kind: r.kind, kpa: shown(r.kpa, 'pressure', u), test_kpa: shown(r.test_kpa, 'pressure', u) })),
  fittings: facts.fittings.map((f) => ({
    kind: f.kind,
    station_m: shown(f.station_m, 'length', u),
    angle_deg: some(f.angle_deg, undefined, u),
    other_mm: some(f.other_mm, 'small', u),
  })),
});

const isTyped = (row: Row) => Object.values(row).some((text) => text.trim() !== '');

/** Rows as the server takes them: a word where a number is wanted is sent as it is, for the server to refuse. */
export const typedRows = (rows: Record<TableName, Row[]>, u: Units) => ({
  profile: rows.profile.filter(isTyped).map((r) => [typedNumber(r.station, u.length), typedNumber(r.level, u.length)]),
  parts: rows.parts.filter(isTyped).map((r) => ({
    material: r.material,
    length_m: typedNumber(r.length_m, u.length),
    dn_mm: typedNumber(r.dn_mm, u.small),
    inside_mm: typedNumber(r.inside_mm, u.small),
    wall_mm: typedNumber(r.wall_mm, u.small),
  })),
  ratings: rows.ratings.filter(isTyped).map((r) => ({
    name: r.name,
    kpa: typedNumber(r.kpa, u.pressure),
    ...(r.kind ? { kind: r.kind } : {}), // else it goes by its name, on the server
    ...((r.test_kpa ?? '').trim() === '' ? {} : { test_kpa: typedNumber(r.test_kpa, u.pressure) }),
  })),
  fittings: rows.fittings.filter(isTyped).map((r) => ({
    kind: r.kind,
    station_m: typedNumber(r.station_m, u.length),
    ...((r.angle_deg ?? '').trim() === '' ? {} : { angle_deg: typedNumber(r.angle_deg) }),
    ...((r.other_mm ?? '').trim() === '' ? {} : { other_mm: typedNumber(r.other_mm, u.small) }),
  })),
});

/** Points of the profile that can be drawn already. */
export const pointsOf = (rows: Row[], u: Units) =>
  rows
    .map((r) => ({ station: typedNumber(r.station, u.length), level: typedNumber(r.level, u.length) }))
    .filter((p): p is { station: number; level: number } => typeof p.station === 'number' && typeof p.level === 'number');
