import { useState, type ReactNode } from 'react';
import { Alert, Button, FormControlLabel, Paper, Stack, Switch, Typography } from '@mui/material';
import { useWork } from '../../app/session';

interface Props {
  name: string;
  from: { shipped: boolean; title: string };
  note?: string;
  adding: { error: Error | null; isPending: boolean; mutate: (forAll: boolean) => void };
  onDone: () => void;
  children: ReactNode;
}

/** A product entered into the catalogue: from the kind that it belongs to, or as a new version of one that somebody added. */
export function ProductForm({ name, from, note = '', adding, onDone, children }: Props) {
  const { person } = useWork();
  const [forAll, setForAll] = useState(false);
  return (
    <Paper component="form" aria-label={name} sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), adding.mutate(forAll))}>
      <Typography variant="h2">
        {from.shipped ? `A product of the kind “${from.title}”` : `${from.title}: a new version, or a copy under another short name`}
      </Typography>
      <Typography color="text.secondary" sx={{ mb: 2 }}>
        Joints made before keep the version they were made by. {note}
      </Typography>
      {children}
      {person.administrator && (
        <FormControlLabel
          control={<Switch checked={forAll} onChange={(_, on) => setForAll(on)} />}
          label="For every job of this installation"
          sx={{ minHeight: 56 }}
        />
      )}
      {adding.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {adding.error.message}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={adding.isPending} sx={{ minHeight: 56, px: 4 }}>
          Add to the catalogue
        </Button>
        <Button onClick={onDone} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}
