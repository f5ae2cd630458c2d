import { useMemo } from 'react';
import { measure } from './numbers';
import { useWork } from './session';

/** The units of the job's rulebook, for every picture and table: small for sizes and gaps, length for stations and levels. */
export function useUnits() {
  const { display } = useWork().job;
  return useMemo(() => {
    const metric = display.small.symbol === 'mm';
    return {
      display,
      small: measure(display.small),
      whole: measure(display.small, metric ? 0 : 2),
      tenth: measure(display.small, metric ? 1 : 3),
      length: measure(display.length),
      metre: measure(display.length, 1),
      level: measure(display.length, metric ? 3 : 2),
    };
  }, [display]);
}
