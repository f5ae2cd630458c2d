import { useMatch, useNavigate } from 'react-router';
import { useWork } from './session';

/** The joint that needs a hand next: one begun and open first, else the first not begun. */
export function nextJoint(joints: { number: number; state: string }[]): number | null {
  const open = joints.find((j) => j.state === 'in_work' || j.state === 'mend');
  return (open ?? joints.find((j) => j.state === 'planned'))?.number ?? null;
}

export function useSelection() {
  const { line } = useWork();
  const navigate = useNavigate();
  const bench = useMatch('/bench/:joint');
  const onLine = useMatch('/line/:joint');
  const next = nextJoint(line.joints);
  const given = Number((bench ?? onLine)?.params.joint);
  const selected = line.joints.some((j) => j.number === given) ? given : next;
  const select = (number: number) => void navigate(bench ? `/bench/${number}` : `/line/${number}`);
  const walk = (by: -1 | 1) => {
    const at = line.joints.findIndex((j) => j.number === selected);
    const joint = line.joints[at + by];
    if (joint) select(joint.number);
  };
  return { selected, next, joint: line.joints.find((j) => j.number === selected) ?? null, select, walk };
}
