import type { Schemas } from '../../api/client';

export type JointState = Schemas['Joint']['state'];

/** The letter and words of each state; fill pattern and letter carry it, colour only repeats it. */
export const STATES: Record<JointState, { letter: string; words: string; colour: string }> = {
  planned: { letter: '', words: 'not begun', colour: 'line' },
  in_work: { letter: 'W', words: 'in work', colour: 'text-primary' },
  mend: { letter: 'M', words: 'to mend', colour: 'mend' },
  cooling: { letter: 'C', words: 'cooling', colour: 'hand' },
  accepted: { letter: 'A', words: 'accepted', colour: 'pipe' },
  overruled: { letter: 'O', words: 'accepted by overrule', colour: 'watch' },
  stop: { letter: 'S', words: 'stopped', colour: 'stop' },
  cut_out: { letter: 'X', words: 'cut out', colour: 'text-secondary' },
};
