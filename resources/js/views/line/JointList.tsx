import { useState } from 'react';
import { Alert, Box, Button, LinearProgress, MenuItem, Paper, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { JOB } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { useWork } from '../../app/session';
import { useImport } from '../../app/useImport';
import { useUnits } from '../../app/useUnits';

type Tried = Schemas['JointList'];
const UNITS = ['m', 'ft', 'km'];

/** Joints from a list: which column is which, what each row would be refused for, and then all of them at once. */
export function JointList() {
  const { main, job } = useWork();
  const client = useQueryClient();
  const { length } = useUnits();
  const [file, setFile] = useState<File | null>(null);
  const [unit, setUnit] = useState(job.display.length.symbol === 'ft' ? 'ft' : 'm');
  const taking = useImport((id) => answered(api.DELETE('/mains/{main}/imports/{import}', { params: { path: { main: main.id, import: id } } })));
  const send = (of: File, mapping: Record<string, number> | null, inUnit: string, dry: boolean, id: string | null, signal?: AbortSignal) => {
    const form = new FormData();
    form.set('file', of);
    form.set('unit', inUnit);
    form.set('dry', dry ? '1' : '0');
    if (mapping) form.set('mapping', JSON.stringify(mapping));
    if (id) form.set('import', id);
    return answered(api.POST('/mains/{main}/joint-list', { params: { path: { main: main.id } }, body: form, ...(signal ? { signal } : {}) }));
  };
  const trial = useMutation({
    mutationFn: ({ of, mapping, inUnit }: { of: File; mapping: Record<string, number> | null; inUnit: string }) => send(of, mapping, inUnit, true, null),
  });
  const lay = useMutation({
    mutationFn: (tried: Tried) => {
      const { id, signal } = taking.begin();
      return send(file!, tried.mapping, unit, false, id, signal);
    },
    onSuccess: async () => {
      setFile(null);
      trial.reset();
      await Promise.all([['line'], JOB].map((queryKey) => client.invalidateQueries({ queryKey })));
    },
    onSettled: taking.end,
  });
  const tried = trial.data;
  const again = (mapping: Record<string, number> | null, inUnit = unit) => file && trial.mutate({ of: file, mapping, inUnit });
  return (
    <Paper component="section" aria-label="Joints from a list" sx={{ p: 2.5, maxWidth: 820 }}>
      <Typography variant="h2">Joints from a list</Typography>
      <Typography sx={{ mb: 1.5 }}>
        A CSV with a row for each joint: its station, and if you have them its number, the pipe after it, how it is made.
      </Typography>
      <FileButton
        name="List of joints"
        accept=".csv,.txt,text/csv"
        variant={file ? 'text' : 'outlined'}
        onFile={(of) => (setFile(of), lay.reset(), trial.mutate({ of, mapping: null, inUnit: unit }))}
        sx={{ minHeight: 56 }}
      >
        {file ? file.name : 'Choose the list'}
      </FileButton>
      {file && tried && (
        <>
          <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2, mt: 2 }}>
            {tried.fields.map((field) => (
              <TextField
                key={field.id}
                select
                label={field.title}
                value={tried.mapping[field.id] ?? ''}
                error={field.needed && tried.mapping[field.id] === undefined}
                helperText={field.needed && tried.mapping[field.id] === undefined ? 'Choose its column.' : undefined}
                onChange={(e) => {
                  const rest = Object.fromEntries(Object.entries(tried.mapping).filter(([k]) => k !== field.id));
                  again(e.target.value === '' ? rest : { ...rest, [field.id]: Number(e.target.value) });
                }}
              >
                {!field.needed && <MenuItem value="">In no column</MenuItem>}
                {tried.columns.map((column, k) => (
                  <MenuItem key={`${column}${k}`} value={k} sx={{ minHeight: 44 }}>
                    {column === '' ? `Column ${k + 1}` : column}
                  </MenuItem>
                ))}
              </TextField>
            ))}
          </Box>
          <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mt: 2 }}>
            <Typography>Stations in</Typography>
            <ToggleButtonGroup
              exclusive
              value={unit}
              onChange={(_, next: string | null) => next && (setUnit(next), again(tried.mapping, next))}
              aria-label="Unit of the stations"
            >
              {UNITS.map((u) => (
                <ToggleButton key={u} value={u} sx={{ minHeight: 48, px: 2.5, textTransform: 'none' }}>
                  {u}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
          </Stack>
          {tried.preview.length > 0 && tried.refused_count === 0 && (
            <Typography className="num" sx={{ mt: 2 }}>
              {tried.preview.map((j) => `${j.number} at ${length.plain(j.station_m)} ${length.symbol}, ${j.pipe_a} to ${j.pipe_b}`).join(' · ')}
              {tried.joints > tried.preview.length ? ' …' : ''}
            </Typography>
          )}
          {tried.refused_count > 0 && (
            <Alert severity="error" sx={{ mt: 2 }}>
              {tried.refused_count === 1 ? 'One row' : `${tried.refused_count} rows`} of {tried.rows} cannot be laid. Correct the file; nothing is laid before.
              <Box component="ul" aria-label="Rows refused" sx={{ m: 0, pl: 2.5, maxHeight: 260, overflowY: 'auto' }}>
                {tried.refused.map((r) => (
                  <li key={r.row}>
                    Row <b className="num">{r.row}</b>: {r.said}
                  </li>
                ))}
              </Box>
            </Alert>
          )}
          {!taking.isRunning ? (
            <Button
              variant="contained"
              color="secondary"
              disabled={tried.joints === 0 || tried.refused_count > 0 || trial.isPending}
              onClick={() => lay.mutate(tried)}
              sx={{ mt: 2, minHeight: 60, px: 4 }}
            >
              Lay {tried.joints.toLocaleString('en')} joints
            </Button>
          ) : (
            <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mt: 2 }}>
              <Box sx={{ flex: 1 }}>
                <Typography role="status">{taking.seen ? `${taking.seen.rows.toLocaleString('en')} laid` : 'Sending the list'}</Typography>
                <LinearProgress
                  variant={taking.seen ? 'determinate' : 'indeterminate'}
                  value={(100 * (taking.seen?.rows ?? 0)) / Math.max(1, tried.rows)}
                  aria-label="List"
                  sx={{ height: 10 }}
                />
              </Box>
              <Button variant="outlined" onClick={() => void taking.cancel()} sx={{ minHeight: 56 }}>
                Cancel
              </Button>
            </Stack>
          )}
        </>
      )}
      {(trial.error ?? lay.error) && (
        <Alert severity="error" sx={{ mt: 2 }}>
          {lay.error?.name === 'AbortError' ? 'Cancelled. Nothing was stored.' : (lay.error ?? trial.error)?.message}
        </Alert>
      )}
    </Paper>
  );
}
