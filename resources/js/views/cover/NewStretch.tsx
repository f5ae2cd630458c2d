import { Alert, Box, Button, InputAdornment, Paper, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { coverQuery } from '../../api/queries';
import { shownNumber, typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { uuid } from '../../app/time';
import { useForm } from '../../app/useForm';

/** A stretch of the main, from where the last one ends. */
export function NewStretch({ page, onOpened }: { page: Schemas['CoverPage']; onOpened: (id: string) => void }) {
  const { main, job } = useWork();
  const client = useQueryClient();
  const display = page.length_display;
  const from = Math.max(0, ...page.stretches.map((s) => s.to_m ?? 0));
  const form = useForm({ title: `Stretch ${page.stretches.length + 1}`, from_m: shownNumber(from, display), to_m: '', depth_m: '' });
  const { texts } = form;
  const open = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/works', {
          params: { path: { job: job.id } },
          body: {
            id: uuid(),
            kind: 'stretch',
            procedure: page.procedure,
            title: texts.title,
            main_id: main.id,
            from_m: typedNumber(texts.from_m, display),
            to_m: typedNumber(texts.to_m, display),
            facts: { depth_m: typedNumber(texts.depth_m, display) },
          },
        }),
      ),
    onSuccess: async (bench) => {
      await client.invalidateQueries({ queryKey: coverQuery(main.id).queryKey });
      onOpened(bench.subject_id);
    },
  });
  const metres = {
    htmlInput: { inputMode: 'decimal' as const },
    input: { endAdornment: <InputAdornment position="end">{display.symbol}</InputAdornment> },
  };
  return (
    <Paper component="form" aria-label="Open a stretch" sx={{ p: 2.5, maxWidth: 820 }} onSubmit={(e) => (e.preventDefault(), open.mutate())}>
      <Typography variant="h1">Open a stretch</Typography>
      <Typography sx={{ mb: 2 }}>From one station to another: what is dug, bedded and covered in one go, say a day&rsquo;s trench.</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField label="Name" {...form.field('title', open.error)} />
        <TextField
          label="Planned depth of the trench"
          slotProps={metres}
          {...form.field('facts.depth_m', open.error)}
          value={texts.depth_m}
          onChange={form.field('depth_m', null).onChange}
        />
        <TextField label="From station" slotProps={metres} {...form.field('from_m', open.error)} />
        <TextField label="To station" slotProps={metres} {...form.field('to_m', open.error)} />
      </Box>
      {form.rest(open.error, 'facts.depth_m') && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {form.rest(open.error, 'facts.depth_m')}
        </Alert>
      )}
      <Button type="submit" variant="contained" color="secondary" disabled={open.isPending} sx={{ mt: 2, minHeight: 56, px: 4 }}>
        Open it
      </Button>
    </Paper>
  );
}
