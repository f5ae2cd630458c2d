import { Box, Button, IconButton, MenuItem, Stack, TextField, Typography } from '@mui/material';
import DeleteOutlineIcon from '@mui/icons-material/DeleteOutlined';
import { cellsOf, laid } from './paste';

export interface RowColumn {
  key: string;
  /** with its unit */
  label: string;
  /** one of these; empty where it may stay unsaid */
  choices?: string[];
  words?: boolean;
}
type Row = Record<string, string>;

interface Props {
  title: string;
  help: string;
  /** what the button for one more says */
  one: string;
  columns: RowColumn[];
  rows: Row[];
  /** what the server says is wrong, by row and column */
  fault: (row: number, column: string) => string | undefined;
  onChange: (rows: Row[]) => void;
}

/** Rows of fields that say their unit. A table copied from a spreadsheet is pasted into any of them: it fills on from there. */
export function RowsTable({ title, help, one, columns, rows, fault, onChange }: Props) {
  const empty = Object.fromEntries(columns.map((c) => [c.key, c.choices?.[0] ?? '']));
  const set = (at: number, key: string, text: string) => onChange(rows.map((row, k) => (k === at ? { ...row, [key]: text } : row)));
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h3">{title}</Typography>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        {help} A table copied from a spreadsheet can be pasted into any field.
      </Typography>
      <Stack spacing={1.25}>
        {rows.map((row, at) => (
          <Stack key={at} direction="row" spacing={1} role="group" aria-label={`${title} ${at + 1}`} sx={{ alignItems: 'flex-start' }}>
            <Box
              sx={{ flex: 1, display: 'grid', gridTemplateColumns: { xs: 'repeat(2, minmax(0,1fr))', sm: `repeat(${columns.length}, minmax(0,1fr))` }, gap: 1 }}
            >
              {columns.map((column) => (
                <TextField
                  key={column.key}
                  size="small"
                  select={column.choices !== undefined}
                  label={column.label}
                  value={row[column.key] ?? ''}
                  error={fault(at, column.key) !== undefined}
                  helperText={fault(at, column.key)}
                  onChange={(e) => set(at, column.key, e.target.value)}
                  onPaste={(e) => {
                    const cells = cellsOf(e.clipboardData.getData('text/plain'));
                    if (!cells) return;
                    e.preventDefault();
                    onChange(laid(rows, columns, cells, { row: at, column: column.key }, empty));
                  }}
                  slotProps={column.choices || column.words ? {} : { htmlInput: { inputMode: 'decimal' } }}
                >
                  {column.choices?.map((choice) => (
                    <MenuItem key={choice} value={choice} sx={{ minHeight: 44 }}>
                      {choice === '' ? 'by its name' : choice}
                    </MenuItem>
                  ))}
                </TextField>
              ))}
            </Box>
            <IconButton aria-label={`Take off ${title} ${at + 1}`} onClick={() => onChange(rows.filter((_, k) => k !== at))} sx={{ width: 44, height: 44 }}>
              <DeleteOutlineIcon />
            </IconButton>
          </Stack>
        ))}
      </Stack>
      <Button onClick={() => onChange([...rows, empty])} sx={{ mt: 0.5 }}>
        {one}
      </Button>
    </Box>
  );
}
