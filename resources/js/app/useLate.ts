import { useEffect, useState } from 'react';

/** An entry on its way says nothing: a line that comes and goes with every tap moves the next button away from under the finger. */
export const NOT_SENT_AFTER_MS = 2500;

/** Whether something has been so for longer than a moment. */
export function useLate(is: boolean, afterMs: number): boolean {
  const [late, setLate] = useState(false);
  useEffect(() => {
    if (!is) return;
    const id = window.setTimeout(() => setLate(true), afterMs);
    return () => {
      window.clearTimeout(id);
      setLate(false);
    };
  }, [is, afterMs]);
  return is && late;
}
