/** Cells of what was copied from a spreadsheet: rows of cells; null where it is one word or number, which goes into its field as ever. */
export function cellsOf(text: string): string[][] | null {
  const rows = text
    .replace(/\r\n?/g, '\n')
    .replace(/\n+$/, '')
    .split('\n')
    .map((line) => line.split('\t').map((cell) => cell.trim()));
  return rows.length === 1 && rows[0]?.length === 1 ? null : rows;
}

export interface PasteColumn {
  key: string;
  label: string;
  choices?: string[];
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** A heading row that was copied along says which column is which; null where the first row is no heading. */
function heading(first: string[], columns: PasteColumn[]): number[] | null {
  // “Easting” and “Easting [m]” both mean the column “Easting, m”
  const isMeant = (name: string, cell: string) => cell !== '' && (name === cell || name.startsWith(`${cell} `) || cell.startsWith(`${name} `));
  const found = first.map((cell) => columns.findIndex((c) => [plain(c.label), plain(c.key)].some((name) => isMeant(name, plain(cell)))));
  return found.some((at) => at >= 0) && first.every((cell) => cell === '' || Number.isNaN(Number(cell.replace(',', '.')))) ? found : null;
}

/** Rows of a table with pasted cells laid in from a row and a column on; more rows are made as they are needed. */
export function laid(
  rows: Record<string, string>[],
  columns: PasteColumn[],
  cells: string[][],
  at: { row: number; column: string },
  empty: Record<string, string>,
): Record<string, string>[] {
  const head = heading(cells[0] ?? [], columns);
  const start = Math.max(
    0,
    columns.findIndex((c) => c.key === at.column),
  );
  const next = rows.map((row) => ({ ...row }));
  (head ? cells.slice(1) : cells).forEach((line, k) => {
    const row = (next[at.row + k] ??= { ...empty });
    line.forEach((cell, c) => {
      const column = columns[head ? (head[c] ?? -1) : start + c];
      if (!column) return;
      const choice = column.choices?.find((one) => plain(one) === plain(cell));
      row[column.key] = column.choices ? (choice ?? row[column.key] ?? '') : cell;
    });
  });
  return next;
}
