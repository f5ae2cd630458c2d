import { useState } from 'react';
import { Alert, Box, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, ApiError } from '../../../api/client';
import { FileButton } from '../../../app/FileButton';
import { jobNow } from '../../../app/time';

/** The record of a real unit, as a file. What it says of itself is held against the joint; differences are shown side by side. */
export function BringRecord({ joint, record }: { joint: string; record: string }) {
  const client = useQueryClient();
  const [minutesAgo, setMinutesAgo] = useState('');
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.set('file', file);
      form.set('record', record);
      if (minutesAgo.trim() !== '') form.set('started_at', new Date(jobNow() - Number(minutesAgo.replace(',', '.')) * 60_000).toISOString());
      return answered(api.POST('/joints/{joint}/fusion-records', { params: { path: { joint } }, body: form }));
    },
    onSuccess: () => void client.invalidateQueries(),
  });
  const differences = bring.error instanceof ApiError ? bring.error.faults.filter((f) => f.limit !== undefined && typeof f.value === 'string') : [];
  return (
    <Box component="details" sx={{ mt: 1 }}>
      <Box component="summary" sx={{ minHeight: 44, cursor: 'pointer', py: 1 }}>
        Fused with a real unit? Bring its record
      </Box>
      <Stack direction="row" spacing={1.5} sx={{ alignItems: 'center', flexWrap: 'wrap', rowGap: 1 }}>
        <TextField
          label="Began, minutes ago"
          value={minutesAgo}
          onChange={(e) => setMinutesAgo(e.target.value)}
          sx={{ width: 190 }}
          helperText="Empty: the file's own time"
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
        <FileButton name="Fusion record file" accept=".csv,.json,text/csv,application/json" variant="outlined" onFile={(file) => bring.mutate(file)}>
          Choose CSV or JSON
        </FileButton>
        <Typography variant="body2" color="text.secondary">
          Columns time_s, voltage_v, current_a in any order; joint, label, started_at, end_code where known.
        </Typography>
      </Stack>
      {bring.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {bring.error.message}
          {differences.length > 0 && (
            <Box
              component="table"
              aria-label="Record against joint"
              sx={{ mt: 1, borderCollapse: 'collapse', '& td, & th': { textAlign: 'left', pr: 3, py: 0.25 } }}
            >
              <thead>
                <tr>
                  <th />
                  <th>on the record</th>
                  <th>here</th>
                </tr>
              </thead>
              <tbody>
                {differences.map((f) => (
                  <tr key={f.field}>
                    <td>{f.detail}</td>
                    <td className="num">{String(f.value)}</td>
                    <td className="num">{String(f.limit)}</td>
                  </tr>
                ))}
              </tbody>
            </Box>
          )}
        </Alert>
      )}
    </Box>
  );
}
