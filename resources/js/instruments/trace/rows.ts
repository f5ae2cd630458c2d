export interface TraceRow {
  /** where it stands on the curve */
  at: number;
  /** of the reading that was taken then, or last before */
  index: number;
  said: string;
}

/** Rows of the table behind a curve: readings evenly apart, and each event at its time. */
export function rowsOf(x: number[], events: { at: number; name: string }[], most = 60): TraceRow[] {
  const step = Math.max(1, Math.ceil(x.length / most));
  const readings = x.flatMap((at, index) => (index % step === 0 || index === x.length - 1 ? [{ at, index, said: '' }] : []));
  const before = (at: number) => {
    let index = 0;
    while (index < x.length - 1 && (x[index + 1] ?? Infinity) <= at) index++;
    return index;
  };
  const told = events.map(({ at, name }) => ({ at, index: before(at), said: name }));
  return [...readings.filter((row) => !told.some((event) => event.at === row.at)), ...told].sort((a, b) => a.at - b.at);
}
