import type { ReactNode } from 'react';
import type { Schemas } from '../../../api/client';
import { GapRing } from '../../../instruments/gap/GapRing';
import { FeelerRing, FeelerSaid } from '../../../instruments/gasket/FeelerRing';
import { RoundnessDial, RoundnessSaid } from '../../../instruments/roundness/RoundnessDial';

type Bench = Schemas['Bench'];
type Spec = Schemas['ReadingSpec'];

/** The picture that the fields of a series stand round, and what it comes to in words. */
export interface Ring {
  /** @param lit  clock angle of the field that comes next, in degrees; null where all are in */
  picture: (lit: number | null, count: number) => ReactNode;
  said: ReactNode;
}

const series = (bench: Bench, key: string) => (Array.isArray(bench.readings[key]?.value) ? (bench.readings[key].value as number[]) : null);
/** “End A: gap by feeler…” is about end A. */
const titleOf = (spec: Spec) => spec.label.split(':')[0] ?? spec.label;

/** All figures come from the step's guide. */
export function ringOf(bench: Bench, step: Schemas['Step'], spec: Spec): Ring | null {
  const { guide } = step;
  if (!guide) return null;
  const alike = step.readings.filter((other) => other.instrument === spec.instrument);
  const k = alike.findIndex((other) => other.key === spec.key);
  const title = alike.length === 1 ? step.title : titleOf(spec);
  if (spec.instrument === 'roundness_dial' && 'dials' in guide) {
    const dial = guide.dials[k]?.dial ?? null;
    return {
      picture: (lit, count) => <RoundnessDial title={title} dial={dial} allowed={guide.allowed_mm} count={count} lit={lit} />,
      said: <RoundnessSaid dial={dial} allowed={guide.allowed_mm} />,
    };
  }
  if (spec.instrument === 'gap_ring' && 'limit_mm' in guide) {
    const gaps = step.stale.includes(spec.key) ? null : series(bench, spec.key);
    return {
      picture: (lit) => <GapRing title={title} gaps={gaps} limit={guide.limit_mm} even={'even' in guide && guide.even === true} lit={lit} />,
      said: null,
    };
  }
  if (spec.instrument === 'feeler_ring' && 'sweeps' in guide) {
    const sweep = guide.sweeps[guide.sides[k] ?? ''] ?? null;
    const named = alike.length === 1 ? 'Feeler depth round the joint' : titleOf(spec);
    return {
      picture: (lit) => <FeelerRing title={named} sweep={sweep} tolerance={guide.tolerance_mm} lit={lit} />,
      said: <FeelerSaid sweep={sweep} tolerance={guide.tolerance_mm} />,
    };
  }
  return null;
}
