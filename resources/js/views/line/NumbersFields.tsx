import { useNavigate } from 'react-router';
import { Alert, Autocomplete, Box, Button, Stack, TextField } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { JOB, yardQuery } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { useForm } from '../../app/useForm';

/** Numbers as they are written on the joint and its pipes: typed, or by a scanner that types. */
export function NumbersFields({ joint, onLeave }: { joint: Schemas['Joint']; onLeave: () => void }) {
  const { job } = useWork();
  const client = useQueryClient();
  const navigate = useNavigate();
  const yard = useQuery(yardQuery(job.id));
  const kinds = Object.fromEntries((yard.data?.pipes ?? []).map((p) => [p.number, p.pipe]));
  const form = useForm({ number: String(joint.number), pipe_a: joint.pipe_a, pipe_b: joint.pipe_b });
  const save = useMutation({
    mutationFn: () => {
      const { number, pipe_a, pipe_b } = form.texts;
      return answered(api.PUT('/joints/{joint}/numbers', { params: { path: { joint: joint.id } }, body: { number: typedNumber(number), pipe_a, pipe_b } }));
    },
    onSuccess: async (bench) => {
      await Promise.all([['line'], ['bench'], ['yard'], JOB].map((queryKey) => client.invalidateQueries({ queryKey })));
      void navigate(`/line/${bench.joint?.number ?? ''}`);
      onLeave();
    },
  });
  return (
    <Box component="form" aria-label="Numbers" onSubmit={(e) => (e.preventDefault(), save.mutate())} sx={{ maxWidth: 820 }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField label="Joint number" slotProps={{ htmlInput: { inputMode: 'numeric' } }} {...form.field('number', save.error)} />
        {(['pipe_a', 'pipe_b'] as const).map((side) => (
          <Autocomplete
            key={side}
            freeSolo
            sx={{ flex: 1, minWidth: 180 }}
            options={Object.keys(kinds).sort((a, b) => (kinds[a] ?? '').localeCompare(kinds[b] ?? '') || a.localeCompare(b))}
            groupBy={(number) => kinds[number] ?? ''}
            inputValue={form.texts[side] ?? ''}
            onInputChange={(_, text) => form.field(side, null).onChange({ target: { value: text } })}
            renderInput={(params) => {
              const { error, helperText } = form.field(side, save.error, 'Typed, scanned, or out of the yard');
              return <TextField {...params} label={side === 'pipe_a' ? 'Pipe before it' : 'Pipe after it'} error={error} helperText={helperText} />;
            }}
          />
        ))}
        <Button type="submit" variant="contained" color="secondary" disabled={save.isPending} sx={{ minHeight: 56, px: 3 }}>
          Keep
        </Button>
        <Button onClick={() => onLeave()} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
      {form.rest(save.error) && <Alert severity="error">{form.rest(save.error)}</Alert>}
    </Box>
  );
}
