import { useState } from 'react';
import { Alert, Box, Button, LinearProgress, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { FileButton } from '../../app/FileButton';
import { useImport } from '../../app/useImport';
import { Measured, typed, type Typed } from './Measured';
import { useMayTest, type Test } from './useTest';

const STAGES: Record<string, string> = { reading: 'Reading', judging: 'Judging', storing: 'Storing' };

/** A logger's file as the record of the test: seen as it is taken in, and cancelled with nothing stored. */
export function BringTrace({ test }: { test: Test }) {
  const client = useQueryClient();
  const mayTest = useMayTest();
  const [values, setValues] = useState<Typed>({});
  const [broken, setBroken] = useState('');
  const taking = useImport((id) => answered(api.DELETE('/tests/{test}/imports/{import}', { params: { path: { test: test.id, import: id } } })));
  const { seen } = taking;
  const bring = useMutation({
    mutationFn: (file: File) => {
      const { id, signal } = taking.begin();
      const form = new FormData();
      form.set('file', file);
      form.set('import', id);
      form.set('measured', JSON.stringify(typed(test.asks, values)));
      if (broken.trim() !== '') form.set('broken_off', broken.trim());
      return answered(api.POST('/tests/{test}/trace', { params: { path: { test: test.id } }, body: form, signal }));
    },
    onSuccess: () => client.invalidateQueries({ queryKey: ['tests'] }),
    onSettled: taking.end,
  });
  const percent = seen && seen.total_bytes > 0 ? (seen.stage === 'reading' ? (60 * seen.bytes) / seen.total_bytes : seen.stage === 'judging' ? 65 : 80) : 0;
  return (
    <Stack spacing={1.5}>
      <Measured asks={test.asks} values={values} onChange={setValues} />
      <TextField label="If it was broken off before its time: why" value={broken} onChange={(e) => setBroken(e.target.value)} />
      {!taking.isRunning ? (
        <FileButton
          name="Pressure trace file"
          accept=".csv,.txt,text/csv"
          variant="contained"
          color="secondary"
          disabled={!mayTest}
          onFile={(file) => bring.mutate(file)}
          sx={{ minHeight: 60, alignSelf: 'flex-start', px: 4 }}
        >
          Bring the logger’s CSV
        </FileButton>
      ) : (
        <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
          <Box sx={{ flex: 1 }}>
            <Typography role="status">{seen ? `${STAGES[seen.stage] ?? seen.stage}: ${seen.rows.toLocaleString('en')} rows` : 'Sending the file'}</Typography>
            <LinearProgress variant={seen ? 'determinate' : 'indeterminate'} value={percent} aria-label="Import" sx={{ height: 10 }} />
          </Box>
          <Button variant="outlined" onClick={() => void taking.cancel()} sx={{ minHeight: 56 }}>
            Cancel
          </Button>
        </Stack>
      )}
      {bring.error && (
        <Alert severity="error">{bring.error.name === 'AbortError' ? 'The import was cancelled. Nothing was stored.' : bring.error.message}</Alert>
      )}
      <Typography variant="body2" color="text.secondary">
        Columns in any order: time_s, time_min or time (with or without zone); pressure_bar, _kpa, _mbar, _mpa or _psi; where logged temperature_c or _f and
        added_l, _m3 or _gal. Comma, semicolon or tab; decimal point or comma.
      </Typography>
    </Stack>
  );
}
