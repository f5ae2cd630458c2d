import { Link as RouterLink, useLocation } from 'react-router';
import { Alert, Button, CircularProgress, Paper, Stack, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { shiftsQuery, workQuery } from '../../api/queries';
import { useSelection } from '../../app/selection';
import { useLine, useWork } from '../../app/session';
import { jobNow, uuid } from '../../app/time';
import { isLost } from '../../app/isLost';
import { WorkBench } from '../bench/WorkBench';

/** What holds for the whole shift on this main, answered once; its joints take it over while it is fresh. */
export function ShiftView() {
  const { job, main, person } = useWork();
  const line = useLine();
  const { selected } = useSelection();
  const { state } = useLocation() as { state: { joint?: number } | null };
  const joint = line.joints.find((j) => j.number === (state?.joint ?? selected)) ?? null;
  const client = useQueryClient();
  const sheets = useQuery(shiftsQuery(job.id, main.id));
  const method = joint?.method ?? line.joints[0]?.method;
  const today = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'short', timeZone: job.time_zone }).format(jobNow());
  const begin = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/works', {
          params: { path: { job: job.id } },
          body: { id: uuid(), kind: 'day', procedure: `shift.${method}`, title: today, main_id: main.id },
        }),
      ),
    onSuccess: () => client.invalidateQueries({ queryKey: ['shifts'] }),
  });
  if (isLost(sheets)) return <Alert severity="error">{sheets.error?.message}</Alert>;
  if (!sheets.data) return <CircularProgress aria-label="Loading the shift sheet" />;
  const latest = sheets.data.works.at(-1);
  const mayEnter = person.may.includes('day.read');
  if (latest?.title === today) return <Sheet key={latest.id} id={latest.id} mayEnter={mayEnter} joint={joint?.number ?? null} />;
  return (
    <Paper sx={{ p: { xs: 1.5, sm: 2.5 } }}>
      <Typography variant="h1">Shift sheet of {today}</Typography>
      <Typography sx={{ my: 1.5 }}>
        Answer once what holds for every joint of this shift on {main.name}: weather, unit and power, cleaning, tools. Each joint takes it over with one press,
        with your name and the time. What is too old (a limit of the rulebook), or hangs on weather or a unit that has changed, is asked again.
      </Typography>
      {begin.error && <Alert severity="error">{begin.error.message}</Alert>}
      {method === undefined ? (
        <Typography>This main has no joints yet.</Typography>
      ) : (
        <Button variant="contained" color="secondary" disabled={!mayEnter || begin.isPending} onClick={() => begin.mutate()} sx={{ minHeight: 64, px: 4 }}>
          Begin today&rsquo;s sheet
        </Button>
      )}
    </Paper>
  );
}

function Sheet({ id, mayEnter, joint }: { id: string; mayEnter: boolean; joint: number | null }) {
  const bench = useQuery(workQuery(id));
  if (isLost(bench)) return <Alert severity="error">{bench.error?.message}</Alert>;
  if (!bench.data) return <CircularProgress aria-label="Loading the shift sheet" />;
  return (
    <WorkBench
      bench={bench.data}
      queryKey={workQuery(id).queryKey}
      name={bench.data.work?.title ?? ''}
      mayEnter={mayEnter}
      last={
        <Stack sx={{ flex: 1 }}>
          <Button
            fullWidth
            component={RouterLink}
            to={joint === null ? '/line' : `/bench/${joint}`}
            variant="contained"
            color="secondary"
            sx={{ minHeight: 56 }}
          >
            {joint === null ? 'To the line' : `To joint ${joint}`}
          </Button>
        </Stack>
      }
      below={null}
    />
  );
}
