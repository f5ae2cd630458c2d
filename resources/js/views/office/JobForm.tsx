import { Alert, Box, Button, FormControlLabel, MenuItem, Paper, Stack, Switch, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { jobsQuery } from '../../api/queries';
import { useForm } from '../../app/useForm';

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set([HERE, ...Intl.supportedValuesOf('timeZone'), 'UTC'])]; // not every browser lists the zone that it is in

/** A job to be set up: what it is called, where it is, and by which rules it is judged. */
export function JobForm({ onMade, onLeave }: { onMade: (job: Schemas['Job']) => void; onLeave?: () => void }) {
  const client = useQueryClient();
  const jobs = useQuery(jobsQuery);
  const form = useForm({
    number: '',
    title: '',
    place: '',
    time_zone: HERE,
    rulebook: 'iso',
    copy_of: '',
    role: 'supervisor',
  });
  const [simulated, setSimulated] = useState(false);
  const make = useMutation({
    mutationFn: () => {
      const { copy_of, ...given } = form.texts;
      return answered(api.POST('/jobs', { body: { ...given, simulated, ...(copy_of === '' ? {} : { copy_of }) } }));
    },
    onSuccess: async (job) => {
      await client.invalidateQueries({ queryKey: jobsQuery.queryKey });
      onMade(job);
    },
  });
  const copied = (form.texts.copy_of ?? '') !== '';
  return (
    <Paper component="form" aria-label="New job" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), make.mutate())}>
      <Typography variant="h1">Set up a job</Typography>
      <Typography sx={{ mb: 2 }}>What it is called and by which rules it is judged. People, instruments and mains come next.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField label="Job number" {...form.field('number', make.error)} />
        <TextField label="Title" {...form.field('title', make.error)} />
        <TextField label="Place" {...form.field('place', make.error)} />
        <TextField select label="Time zone" {...form.field('time_zone', make.error)}>
          {ZONES.map((zone) => (
            <MenuItem key={zone} value={zone}>
              {zone}
            </MenuItem>
          ))}
        </TextField>
        {(jobs.data?.jobs.length ?? 0) > 0 && (
          <TextField select label="Like an earlier job (if any)" {...form.field('copy_of', make.error, 'Takes its rules, people and instruments over.')}>
            <MenuItem value="" sx={{ minHeight: 48 }}>
              None
            </MenuItem>
            {jobs.data?.jobs.map((j) => (
              <MenuItem key={j.id} value={j.id} sx={{ minHeight: 48 }}>
                {j.number} · {j.title}
              </MenuItem>
            ))}
          </TextField>
        )}
        {!copied && (
          <TextField
            select
            label="Rulebook"
            {...form.field('rulebook', make.error, 'Says how figures are shown too. A supervisor can change every limit, with a reason.')}
          >
            {jobs.data?.rulebooks.map((r) => (
              <MenuItem key={r.id} value={r.id} sx={{ minHeight: 48 }}>
                {r.title}
              </MenuItem>
            ))}
          </TextField>
        )}
      </Box>
      <FormControlLabel
        sx={{ mt: 1.5, minHeight: 48 }}
        control={<Switch checked={simulated} onChange={(e) => setSimulated(e.target.checked)} />}
        label={simulated ? 'For practice: simulated control unit and logger, a clock that can be put forward' : 'A real job: no simulated instrument is let in'}
      />
      {make.error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {make.error.message}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={make.isPending} sx={{ minHeight: 56, px: 4 }}>
          Set up this job
        </Button>
        {onLeave && (
          <Button onClick={onLeave} sx={{ minHeight: 56 }}>
            Leave it
          </Button>
        )}
      </Stack>
    </Paper>
  );
}
