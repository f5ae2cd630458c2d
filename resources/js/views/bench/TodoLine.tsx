import { useState } from 'react';
import { Button, Paper, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { MakeAgain } from './MakeAgain';

/** What a joint that went wrong asks for, before anything else on its page. */
export function TodoLine({ bench, onOverrule }: { bench: Schemas['Bench']; onOverrule: () => void }) {
  const { job } = useWork();
  const [cutting, setCutting] = useState(false);
  const { said, acts } = bench.todo;
  const cut = acts.includes('cut_out') || acts.includes('make_again');
  return (
    <>
      {bench.before.map((old) => (
        <Typography key={old.id} variant="body2" sx={{ pl: 1.5, borderLeft: '4px solid', borderLeftColor: 'line' }}>
          Stands in place of {old.label}, cut out {old.at === '' ? '' : dayAndTime(old.at, job.time_zone)} by {old.by}: “{old.reason}”{' '}
          <a href={`/api/v1/joints/${old.id}/record.pdf`}>Its record</a>
        </Typography>
      ))}
      {cut && !cutting && (
        <Paper role="status" aria-label="To do" sx={{ p: 2, borderLeft: '8px solid', borderLeftColor: 'stop' }}>
          <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ alignItems: { sm: 'center' } }}>
            <Typography variant="h2" sx={{ flex: 1 }}>
              {said}
            </Typography>
            <Button variant="contained" color="secondary" sx={{ minHeight: 60, px: 3 }} onClick={() => setCutting(true)}>
              Cut out and make again
            </Button>
            {acts.includes('overrule') && (
              <Button variant="outlined" sx={{ minHeight: 60 }} onClick={onOverrule}>
                See what stopped it
              </Button>
            )}
          </Stack>
        </Paper>
      )}
      {cut && cutting && <MakeAgain bench={bench} onLeave={() => setCutting(false)} />}
    </>
  );
}
