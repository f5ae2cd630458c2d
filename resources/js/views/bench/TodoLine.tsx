import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Button, Paper, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { RaiseNonconformance } from '../office/RaiseNonconformance';
import { MakeAgain } from './MakeAgain';

/** What a joint that went wrong asks for, before anything else on its page. */
export function TodoLine({ bench, onOverrule }: { bench: Schemas['Bench']; onOverrule: () => void }) {
  const { job, person } = useWork();
  const [cutting, setCutting] = useState(false);
  const [raising, setRaising] = useState(false);
  const stopped = bench.verdict.findings.find((f) => f.severity === 'stop' && !f.overrule);
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
      {bench.nonconformances.map((one) => (
        <Typography key={one.number} variant="body2" sx={{ pl: 1.5, borderLeft: '4px solid', borderLeftColor: 'stop' }}>
          <RouterLink to="/office/nonconformances">Nonconformance {one.number}</RouterLink> is open: {one.what}
        </Typography>
      ))}
      {raising && <RaiseNonconformance joint={bench.joint} rule={stopped?.rule} said={stopped?.said ?? ''} onDone={() => setRaising(false)} />}
      {cut && !cutting && !raising && (
        <Paper role="status" aria-label="To do" sx={{ p: 2, borderLeft: '8px solid', borderLeftColor: 'stop' }}>
          <Typography variant="h2" sx={{ mb: 1.5 }}>
            {said}
          </Typography>
          <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5 }}>
            <Button variant="contained" color="secondary" sx={{ minHeight: 60, px: 3 }} onClick={() => setCutting(true)}>
              Cut out and make again
            </Button>
            {acts.includes('overrule') && (
              <Button variant="outlined" sx={{ minHeight: 60 }} onClick={onOverrule}>
                See what stopped it
              </Button>
            )}
            {acts.includes('nonconformance') && person.may.includes('nonconformance.raise') && (
              <Button variant="outlined" sx={{ minHeight: 60 }} onClick={() => setRaising(true)}>
                Nonconformance
              </Button>
            )}
          </Stack>
        </Paper>
      )}
      {cut && cutting && <MakeAgain bench={bench} onLeave={() => setCutting(false)} />}
    </>
  );
}
