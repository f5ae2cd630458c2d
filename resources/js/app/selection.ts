import { useCallback, useEffect, useRef } from 'react';
import { useMatch, useNavigate } from 'react-router';
import { useLine } from './session';

/** The joint that needs a hand next: the first along the line that is not begun, in work or to mend. */
export const nextJoint = (joints: { number: number; state: string }[]): number | null =>
  joints.find((j) => ['planned', 'in_work', 'mend'].includes(j.state))?.number ?? null;

export function useSelection() {
  const line = useLine();
  const navigate = useNavigate();
  const bench = useMatch('/bench/:joint');
  const onLine = useMatch('/line/:joint');
  const next = nextJoint(line.joints);
  const given = Number((bench ?? onLine)?.params.joint);
  const selected = line.joints.some((j) => j.number === given) ? given : next;
  const onBench = bench !== null;
  const select = useCallback((number: number) => void navigate(onBench ? `/bench/${number}` : `/line/${number}`), [navigate, onBench]);
  const last = useRef(selected); // two quick presses must both count, before the page has drawn the first
  useEffect(() => {
    last.current = selected;
  }, [selected]);
  const walk = (by: -1 | 1) => {
    const at = line.joints.findIndex((j) => j.number === last.current);
    const joint = line.joints[at + by];
    if (!joint) return;
    last.current = joint.number;
    select(joint.number);
  };
  return { selected, next, joint: line.joints.find((j) => j.number === selected) ?? null, select, walk };
}
