import { useState } from 'react';
import { Alert, Box, Button, InputAdornment, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { cardsQuery, JOB } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { faultOf, useForm } from '../../app/useForm';
import { useUnits } from '../../app/useUnits';
import { noPipe, PipeFields, usePipe, type PipeTexts } from '../setout/PipeFields';

/** Joints without a drawing: so many pipes of one length, or the next one where the crew stands. */
export function LayJoints({ first }: { first: boolean }) {
  const { job, main, person } = useWork();
  const client = useQueryClient();
  const { length, display } = useUnits();
  const form = useForm({ count: first ? '10' : '1', pipe_length_m: '', first_pipe: '' });
  const { texts } = form;
  const cards = useQuery(cardsQuery(job.id));
  const [method, setMethod] = useState('');
  const pipeOf = usePipe();
  const [pipe, setPipe] = useState<PipeTexts | null>(null);
  const lay = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/mains/{main}/joints', {
          params: { path: { main: main.id } },
          body: {
            count: typedNumber(texts.count),
            pipe_length_m: typedNumber(texts.pipe_length_m, display.length),
            ...(method === '' ? {} : { method }),
            ...(pipe ? { pipe: pipeOf(pipe) } : {}),
            ...((texts.first_pipe ?? '').trim() === '' ? {} : { first_pipe: texts.first_pipe }),
          },
        }),
      ),
    onSuccess: async () => {
      setPipe(null);
      setMethod('');
      form.reset({ count: '1', pipe_length_m: texts.pipe_length_m ?? '', first_pipe: '' });
      await Promise.all([['line'], JOB].map((queryKey) => client.invalidateQueries({ queryKey })));
    },
  });
  if (!person.may.includes('joints.keep')) return null;
  const field = (key: string, hint?: string) => form.field(key, lay.error, hint);
  return (
    <Paper component="form" aria-label="Lay joints" sx={{ p: 2.5, maxWidth: 820 }} onSubmit={(e) => (e.preventDefault(), lay.mutate())}>
      <Typography variant={first ? 'h1' : 'h2'}>{first ? 'Lay the joints' : 'Next joint here'}</Typography>
      <Typography sx={{ mb: 1.5 }}>
        {first
          ? 'Pipes of one length, one after another. With a drawing, set the main out instead: the plan makes the joints.'
          : 'Another pipe at the end of the line.'}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(3, minmax(0,1fr))' }, gap: 2 }}>
        <TextField label="Joints" slotProps={{ htmlInput: { inputMode: 'numeric' } }} {...field('count')} />
        <TextField
          label="Length of a pipe"
          slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{length.symbol}</InputAdornment> } }}
          {...field('pipe_length_m')}
        />
        <TextField label="First new pipe (if numbered)" {...field('first_pipe', 'Those after it count on.')} />
        <TextField
          select
          label="How it is made"
          value={cards.data ? method : ''}
          onChange={(e) => setMethod(e.target.value)}
          helperText={faultOf(lay.error, 'method') ?? (pipe ? 'Where the pipe changes: this is the joint that takes both.' : 'As the main, unless you choose.')}
          error={faultOf(lay.error, 'method') !== undefined}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ gridColumn: '1 / -1' }}
        >
          <MenuItem value="" sx={{ minHeight: 52 }}>
            As the main is joined
          </MenuItem>
          {(cards.data?.methods ?? []).map((m) => (
            <MenuItem key={m.id} value={m.id} sx={{ minHeight: 52 }}>
              {m.title}
            </MenuItem>
          ))}
        </TextField>
        {pipe && <PipeFields texts={pipe} onChange={setPipe} fault={(key) => faultOf(lay.error, `pipe.${key}`)} />}
      </Box>
      {(form.rest(lay.error, 'method', 'pipe') ?? faultOf(lay.error, 'pipe')) && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {form.rest(lay.error, 'method', 'pipe') ?? faultOf(lay.error, 'pipe')}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant={first ? 'contained' : 'outlined'} color="secondary" disabled={lay.isPending} sx={{ minHeight: 56, px: 4 }}>
          {first ? 'Lay them' : 'Add it'}
        </Button>
        {!first && (
          <Button onClick={() => setPipe(pipe ? null : { ...noPipe, system: main.sdr === null ? noPipe.system! : 'pe_fused' })} sx={{ minHeight: 56 }}>
            {pipe ? 'The pipe stays as it is' : 'The pipe changes here'}
          </Button>
        )}
      </Stack>
    </Paper>
  );
}
