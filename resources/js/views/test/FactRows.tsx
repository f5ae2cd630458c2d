import { RowsTable } from '../../app/RowsTable';
import { TABLES, type Row, type TableName, type Units } from './facts';

interface Props {
  table: TableName;
  rows: Row[];
  units: Units;
  /** what the server says is wrong, by row and column */
  fault: (row: number, column: string) => string | undefined;
  onChange: (rows: Row[]) => void;
}

/** Facts of one kind, a row each, in the units of the job. */
export function FactRows({ table, rows, units, fault, onChange }: Props) {
  const { columns, ...said } = TABLES[table];
  return (
    <RowsTable
      {...said}
      columns={columns.map((c) => ({ ...c, label: c.unit ? `${c.label}, ${units[c.unit].symbol}` : c.label }))}
      rows={rows}
      fault={fault}
      onChange={onChange}
    />
  );
}
