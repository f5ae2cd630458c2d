import { useEffect, useState } from 'react';

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
