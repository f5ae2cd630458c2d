import { useState } from 'react';
import { Box, Button } from '@mui/material';
import { tableSx } from '../../app/tableSx';
import { rowsOf } from './rows';
import type { Curve } from './TraceChart';

interface Props {
  label: string;
  x: number[];
  curves: Curve[];
  xTitle: string;
  marks: { at: number; name: string }[];
}

/** The figures behind a curve: its events, and between them as many readings as one can read. */
export function TraceTable({ label, x, curves, xTitle, marks }: Props) {
  const [open, setOpen] = useState(false);
  const drawn = curves.filter((curve) => !curve.dash); // bands and comparisons are lines on the curve only
  return (
    <Box sx={{ mt: 0.5 }}>
      <Button size="small" aria-expanded={open} onClick={() => setOpen(!open)} disabled={x.length === 0} sx={{ minHeight: 44 }}>
        {open ? 'Without the table' : `As a table${marks.length > 0 ? `, with ${marks.length} events` : ''}`}
      </Button>
      {open && (
        <Box tabIndex={0} role="region" aria-label={`${label}: table`} sx={{ maxHeight: 340, overflow: 'auto' }}>
          <Box component="table" sx={tableSx}>
            <thead>
              <tr>
                <th>{xTitle}</th>
                {drawn.map((curve) => (
                  <th key={curve.label}>
                    {curve.label}, {curve.unit}
                  </th>
                ))}
                <th>What happened</th>
              </tr>
            </thead>
            <tbody>
              {rowsOf(x, marks).map((row, k) => (
                <tr key={k} style={row.said === '' ? {} : { fontWeight: 700 }}>
                  <td className="num">{Number(row.at.toPrecision(6))}</td>
                  {drawn.map((curve) => (
                    <td key={curve.label} className="num">
                      {curve.values[row.index] == null ? '–' : Number((curve.values[row.index] ?? 0).toPrecision(5))}
                    </td>
                  ))}
                  <td>{row.said}</td>
                </tr>
              ))}
            </tbody>
          </Box>
        </Box>
      )}
    </Box>
  );
}
