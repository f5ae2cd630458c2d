/** Points from outside at the place that is measured next. */
export const Lit = ({ at, r }: { at: number | null; r: number }) =>
  at === null ? null : <path transform={`rotate(${at})`} d={`M0 ${-r}l-10 -15h20z`} fill="var(--mui-palette-hand)" />;
