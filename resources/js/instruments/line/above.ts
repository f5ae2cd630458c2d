import type { Schemas } from '../../api/client';
import type { JointState } from './states';

type Point = Schemas['Line']['plan'][number];

/** Worst first: where marks would lie on one another, this one is shown. */
const WORST: JointState[] = ['stop', 'cut_out', 'mend', 'in_work', 'cooling', 'planned', 'overruled', 'accepted'];

/** Where a station lies from above, between the points that are known; a main without an alignment is drawn straight. */
export function placeOf(plan: Point[], station: number): [number, number] {
  const after = plan.findIndex((point) => point.station_m >= station);
  const b = plan[after === -1 ? plan.length - 1 : after];
  const a = plan[Math.max(0, (after === -1 ? plan.length : after) - 1)];
  if (!a || !b) return [station, 0];
  const share = b.station_m > a.station_m ? Math.min(1, Math.max(0, (station - a.station_m) / (b.station_m - a.station_m))) : 0;
  return [a.easting_m + share * (b.easting_m - a.easting_m), a.northing_m + share * (b.northing_m - a.northing_m)];
}

export interface Mark<J> {
  x: number;
  y: number;
  joint: J;
  /** how many lie under it */
  of: number;
}

/** Marks that do not lie on one another: the worst of each heap; the selected one always. */
export function marksOf<J extends { number: number; state: JointState }>(
  joints: J[],
  at: (joint: J) => [number, number],
  apart: number,
  selected: number | null,
): Mark<J>[] {
  const rank = (joint: J) => (joint.number === selected ? -1 : WORST.indexOf(joint.state));
  const marks: Mark<J>[] = [];
  for (const joint of joints) {
    const [x, y] = at(joint);
    const last = marks.at(-1);
    if (last && Math.hypot(last.x - x, last.y - y) < apart) {
      last.of++;
      if (rank(joint) < rank(last.joint)) last.joint = joint;
    } else marks.push({ x, y, joint, of: 1 });
  }
  return marks;
}
