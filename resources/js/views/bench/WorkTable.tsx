import { Box, ButtonBase, Paper, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { SeverityMark } from '../../instruments/severity/SeverityMark';
import { useWork } from '../../app/session';
import { timeOfDay } from '../../app/time';

interface Props {
  table: Schemas['WorkTable'];
  /** step that is open */
  at: string;
  onGo: (step: string) => void;
}

const CELL = {
  font: 'inherit',
  fontSize: 15,
  fontVariantNumeric: 'tabular-nums',
  whiteSpace: 'nowrap',
  justifyContent: 'flex-start',
  px: 1,
  minHeight: { xs: 48, lg: 40 },
} as const;

/** Like things made one after another: a row for each, pressed where something of it is to be read. The next one is lit. */
export function WorkTable({ table, at, onGo }: Props) {
  const { job } = useWork();
  return (
    <Paper sx={{ overflowX: 'auto' }}>
      <Box
        component="table"
        aria-label={table.title}
        sx={{ borderCollapse: 'collapse', width: '100%', '& td, & th': { p: 0, borderTop: 1, borderColor: 'divider' } }}
      >
        <thead>
          <tr>
            <Typography component="th" variant="overline" sx={{ textAlign: 'left', pl: '12px !important' }}>
              {table.title}
            </Typography>
            {table.columns.map((column) => (
              <Typography component="th" key={column} variant="body2" sx={{ textAlign: 'left', pl: '8px !important', fontWeight: 400, whiteSpace: 'nowrap' }}>
                {column}
              </Typography>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => {
            const isOpen = row.steps.includes(at);
            return (
              <Box component="tr" key={row.title} sx={{ bgcolor: isOpen ? 'action.selected' : undefined }}>
                <Box component="th" scope="row" sx={{ borderLeft: '5px solid', borderLeftColor: `${row.is_next ? 'hand' : 'transparent'} !important` }}>
                  <ButtonBase
                    onClick={() => onGo(row.step)}
                    aria-current={isOpen ? 'step' : undefined}
                    sx={{ ...CELL, width: '100%', gap: 1, alignItems: 'baseline', pt: 1.25, fontWeight: isOpen ? 700 : 400 }}
                  >
                    {row.title}
                    <Typography component="span" variant="body2" color="text.secondary">
                      {row.on}
                    </Typography>
                  </ButtonBase>
                </Box>
                {row.cells.map((cell, k) => {
                  const said = [cell.said, cell.at ? timeOfDay(cell.at, job.time_zone) : ''].filter((text) => text !== '').join(' ');
                  return (
                    <td key={table.columns[k]}>
                      <ButtonBase
                        onClick={() => onGo(cell.step)}
                        aria-label={`${row.title}, ${table.columns[k] ?? ''}: ${said || (cell.left > 0 ? `${cell.left} missing` : 'nothing yet')}`}
                        sx={{ ...CELL, minWidth: 56, width: '100%', gap: 0.5 }}
                      >
                        {cell.severity && cell.severity !== 'go' && <SeverityMark severity={cell.severity} size={18} />}
                        {said || <Box sx={{ width: 18, height: 3, bgcolor: 'divider' }} />}
                      </ButtonBase>
                    </td>
                  );
                })}
              </Box>
            );
          })}
        </tbody>
      </Box>
    </Paper>
  );
}
