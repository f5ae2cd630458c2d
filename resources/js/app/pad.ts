/** Whether a finger, and no mouse, points here. */
export const byFinger = () => window.matchMedia('(pointer: coarse)').matches;

/** What a field says of itself to the number pad: the unit, and what was read at the same place before. */
export const padded = (unit: string, before = '') => ({
  'data-pad': unit,
  'data-before': before,
  inputMode: byFinger() ? ('none' as const) : ('decimal' as const),
});
