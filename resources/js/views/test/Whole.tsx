import { useState } from 'react';
import { Alert, Box, Button, CircularProgress, Stack, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { PressureChart } from './PressureChart';
import type { Test } from './useTest';
import { isLost } from '../../app/isLost';

/** The trace of a test that is over: the whole, a phase, or any stretch drawn with the pointer; never more than 4000 points at once. */
export function Whole({ test }: { test: Test }) {
  const [window, setWindow] = useState<[number, number] | null>(null);
  const trace = useQuery({
    queryKey: ['test-trace', test.id, 'window', window],
    queryFn: ({ signal }) =>
      answered(
        api.GET('/tests/{test}/trace', {
          params: { path: { test: test.id }, query: { bare: true, ...(window === null ? {} : { from: 60 * window[0], to: 60 * window[1] }) } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
    staleTime: Infinity,
  });
  if (isLost(trace)) return <Alert severity="error">{trace.error?.message}</Alert>;
  if (!trace.data) return <CircularProgress aria-label="Loading the trace" />;
  const titles = new Map(test.plan.phases.map((p) => [p.id, p.title]));
  return (
    <Box sx={{ my: 1.5 }}>
      <PressureChart test={test} samples={trace.data.samples} notes={test.notes} window={window} onZoom={(from, to) => setWindow([from, to])} />
      <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap', rowGap: 0.5, alignItems: 'center' }} role="group" aria-label="Stretch of the trace">
        <Button size="small" variant={window === null ? 'contained' : 'outlined'} onClick={() => setWindow(null)}>
          Whole test
        </Button>
        {test.verdict?.phases.map((p) => {
          const on = window !== null && window[0] === p.from_s / 60 && window[1] === p.to_s / 60;
          return (
            <Button key={p.id} size="small" variant={on ? 'contained' : 'outlined'} onClick={() => setWindow([p.from_s / 60, p.to_s / 60])}>
              {titles.get(p.id) ?? p.id}
            </Button>
          );
        })}
        <Typography variant="body2" color="text.secondary">
          {test.samples?.toLocaleString('en')} samples
          {(test.samples ?? 0) > trace.data.samples.length && window === null ? ', the least and greatest of each stretch drawn' : ''}. Drag over the curve to
          look closer.
        </Typography>
      </Stack>
      {test.notes.length > 0 && (
        <Typography variant="body2" sx={{ mt: 0.5 }}>
          {test.notes.map((n) => `${(n.t / 60).toFixed(1)} min: ${n.text} (${n.by})`).join(' · ')}
        </Typography>
      )}
    </Box>
  );
}
