import { useSyncExternalStore } from 'react';

/** How somebody likes to work: statements as a list and on by itself, or each answer and each step by hand. Kept on the device. */
export type Pace = 'list' | 'each';

const KEY = 'diastoma.pace';
const listeners = new Set<() => void>();
const read = (): Pace => (localStorage.getItem(KEY) === 'each' ? 'each' : 'list');

export function usePace(): [Pace, (pace: Pace) => void] {
  const pace = useSyncExternalStore((tell) => {
    listeners.add(tell);
    return () => listeners.delete(tell);
  }, read);
  return [
    pace,
    (next) => {
      localStorage.setItem(KEY, next);
      listeners.forEach((tell) => tell());
    },
  ];
}
