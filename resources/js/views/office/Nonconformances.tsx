import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Alert, Box, Button, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { nonconformancesQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { RaiseNonconformance } from './RaiseNonconformance';
import { useForm } from '../../app/useForm';
import { isLost } from '../../app/isLost';

type One = Schemas['Nonconformance'];
const EDGE = { open: 'stop', corrected: 'watch', verified: 'go' } as const;

/** What went wrong on this job: what comes back first, then what is open. */
export function Nonconformances() {
  const { job, person } = useWork();
  const page = useQuery(nonconformancesQuery(job.id));
  const [raising, setRaising] = useState(false);
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return null;
  const { nonconformances, repeats, causes } = page.data;
  return (
    <Stack spacing={2}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
        <Typography variant="h1">Nonconformances</Typography>
        {!raising && person.may.includes('nonconformance.raise') && (
          <Button variant="outlined" onClick={() => setRaising(true)} sx={{ minHeight: 56 }}>
            Raise one
          </Button>
        )}
      </Stack>
      {raising && <RaiseNonconformance onDone={() => setRaising(false)} />}
      {repeats.map((r) => (
        <Alert key={r.said} severity="warning">
          {r.said} ({r.numbers.join(', ')})
        </Alert>
      ))}
      {nonconformances.length === 0 && <Typography>None. A stopped joint offers to raise one; anything else is raised here.</Typography>}
      <Stack component="ul" aria-label="Nonconformances" spacing={1.5} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {nonconformances.map((one) => (
          <Card key={one.id} one={one} causes={causes} />
        ))}
      </Stack>
    </Stack>
  );
}

function Card({ one, causes }: { one: One; causes: Schemas['Nonconformances']['causes'] }) {
  const { job, person } = useWork();
  const where = [one.joint === null ? '' : `joint ${one.joint}`, one.section === null ? '' : `section ${one.section}`].filter((w) => w !== '').join(', ');
  return (
    <Paper component="li" aria-label={`Nonconformance ${one.number}`} sx={{ p: 2, borderLeft: '8px solid', borderLeftColor: EDGE[one.standing] }}>
      <Typography>
        <b className="num">{one.number}</b> · <b>{one.said}</b>
        {where === '' ? '' : ` · ${where}`}
        {one.joint_number !== null && (
          <>
            {' '}
            <RouterLink to={`/bench/${one.joint_number}`}>Go there</RouterLink>
          </>
        )}
      </Typography>
      <Typography sx={{ fontWeight: 640 }}>{one.what}</Typography>
      <Typography variant="body2" color="text.secondary">
        {one.raised_by}, {dayAndTime(one.raised_at, job.time_zone)}
        {one.assigned_to === null ? '' : ` · ${one.assigned_to} puts it right`}
        {one.due_on === null ? '' : ` until ${one.due_on}`}
      </Typography>
      {one.correction !== null && (
        <Typography>
          {one.cause}: {one.correction} ({one.corrected_by})
        </Typography>
      )}
      {one.verified_by !== null && (
        <Typography>
          {one.standing === 'verified' ? 'Seen to be right' : 'Looked at'} by {one.verified_by}
          {one.remark ? `: ${one.remark}` : ''}
        </Typography>
      )}
      <Stack direction="row" spacing={1} sx={{ mt: 0.5 }}>
        {one.pictures.map((hash) => (
          <a key={hash} href={`/api/v1/pictures/${hash}`} target="_blank" rel="noreferrer">
            <Box component="img" src={`/api/v1/pictures/${hash}`} alt={one.what} sx={{ height: 96, display: 'block', border: 1, borderColor: 'divider' }} />
          </a>
        ))}
      </Stack>
      {one.standing === 'open' && person.may.includes('nonconformance.raise') && <Correct one={one} causes={causes} />}
      {one.standing === 'corrected' && person.may.includes('nonconformance.verify') && <Verify one={one} />}
    </Paper>
  );
}

function useKept() {
  const { job } = useWork();
  const client = useQueryClient();
  return async (after: Schemas['Nonconformances']) => {
    client.setQueryData(nonconformancesQuery(job.id).queryKey, after);
    await Promise.all([['bench'], ['tests']].map((queryKey) => client.invalidateQueries({ queryKey })));
  };
}

function Correct({ one, causes }: { one: One; causes: Schemas['Nonconformances']['causes'] }) {
  const onSuccess = useKept();
  const form = useForm({ cause: '', correction: '' });
  const params = { path: { nonconformance: one.id } };
  const correct = useMutation({
    mutationFn: () => answered(api.POST('/nonconformances/{nonconformance}/correction', { params, body: form.texts })),
    onSuccess,
  });
  return (
    <Box component="form" aria-label={`Put right ${one.number}`} sx={{ mt: 1.5 }} onSubmit={(e) => (e.preventDefault(), correct.mutate())}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField select label="It came from" sx={{ minWidth: 220 }} {...form.field('cause', correct.error)}>
          {causes.map((c) => (
            <MenuItem key={c.id} value={c.id} sx={{ minHeight: 48 }}>
              {c.title}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="What was done about it" sx={{ flex: 1 }} {...form.field('correction', correct.error)} />
        <Button type="submit" variant="contained" color="secondary" sx={{ minHeight: 56, px: 3 }}>
          It is put right
        </Button>
      </Stack>
      {form.rest(correct.error) && <Alert severity="error">{form.rest(correct.error)}</Alert>}
    </Box>
  );
}

function Verify({ one }: { one: One }) {
  const onSuccess = useKept();
  const form = useForm({ remark: '' });
  const params = { path: { nonconformance: one.id } };
  const verify = useMutation({
    mutationFn: (right: boolean) =>
      answered(api.POST('/nonconformances/{nonconformance}/verification', { params, body: { right, remark: form.texts.remark } })),
    onSuccess,
  });
  return (
    <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1.5 }}>
      <TextField label="Remark (if any)" sx={{ flex: 1 }} {...form.field('remark', verify.error)} />
      <Button variant="contained" color="secondary" onClick={() => verify.mutate(true)} sx={{ minHeight: 56, px: 3 }}>
        Seen: it is right
      </Button>
      <Button variant="outlined" onClick={() => verify.mutate(false)} sx={{ minHeight: 56 }}>
        Not right yet
      </Button>
    </Stack>
  );
}
