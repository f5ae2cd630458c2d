import { useState } from 'react';
import { Alert, Stack, TextField, Typography } from '@mui/material';
import { useMutation } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { FileButton } from '../../app/FileButton';
import { CodeReader } from '../../instruments/label/CodeReader';
import { DiagnosisCard } from '../bench/fuse/DiagnosisCard';
import { FusionTrace } from '../bench/fuse/FusionTrace';

/** The record of any control unit, read and diagnosed on the spot. Nothing is stored. */
export function RecordReader() {
  const [label, setLabel] = useState('');
  const [fitting, setFitting] = useState('');
  const [name, setName] = useState('');
  const read = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.set('file', file);
      if (label.trim() !== '') form.set('label', label);
      if (fitting.trim() !== '') form.set('fitting_c', fitting.replace(',', '.'));
      setName(file.name);
      return answered(api.POST('/fusion-diagnoses', { body: form }));
    },
  });
  return (
    <Stack spacing={2}>
      <Typography variant="h1">Read a fusion record</Typography>
      <Typography>
        CSV or JSON with time, voltage and current. The label says what the fusion should have been; without it, the label named in the file is taken. Nothing
        is stored: to keep a record, bring it to its joint on the bench.
      </Typography>
      <CodeReader onRead={setLabel} />
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2}>
        <TextField
          label="Bar code of the fitting, 24 digits"
          value={label}
          onChange={(e) => setLabel(e.target.value)}
          sx={{ flex: 2 }}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <TextField
          label="Fitting before the fusion, °C"
          value={fitting}
          onChange={(e) => setFitting(e.target.value)}
          sx={{ flex: 1 }}
          helperText="Empty: the file's, else 20"
          slotProps={{ htmlInput: { inputMode: 'decimal' } }}
        />
      </Stack>
      <FileButton
        name="Fusion record to read"
        accept=".csv,.json,text/csv,application/json"
        variant="contained"
        color="secondary"
        disabled={read.isPending}
        onFile={(file) => read.mutate(file)}
        sx={{ alignSelf: 'flex-start', minHeight: 56, px: 4 }}
      >
        Choose the record
      </FileButton>
      {read.error && <Alert severity="error">{read.error.message}</Alert>}
      {read.data && (
        <>
          <Typography variant="h2">{name}</Typography>
          <DiagnosisCard found={read.data.diagnosis} />
          <FusionTrace
            events={read.data.events}
            samples={read.data.samples}
            nominal={read.data.voltage_v}
            band={read.data.voltage_band_percent}
            time={read.data.time_s}
          />
        </>
      )}
    </Stack>
  );
}
