import { useState } from 'react';
import { Link as RouterLink, useNavigate } from 'react-router';
import { Alert, Box, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, ApiError } from '../../api/client';
import { jobQuery, jobsQuery } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { JobForm } from './JobForm';

/** The job in sight, what it still lacks before a joint can be made, and the way to another. */
export function JobCard() {
  const { job, person, chooseJob } = useWork();
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  const jobs = useQuery(jobsQuery);
  const client = useQueryClient();
  const read = useMutation({
    mutationFn: ({ file, same = [] }: { file: File; same?: string[] }) => {
      const body = new FormData();
      body.append('file', file);
      for (const id of same) body.append('same[]', id);
      return answered(api.POST('/office/archives', { body }));
    },
    onSuccess: () => client.invalidateQueries({ queryKey: jobsQuery.queryKey }),
  });
  if (making)
    return (
      <JobForm
        onLeave={() => setMaking(false)}
        onMade={(made) => {
          chooseJob(made.id);
          void navigate('/office/job');
        }}
      />
    );
  return (
    <Stack spacing={2.5}>
      <Paper sx={{ p: 2.5 }}>
        <Typography variant="h1">
          <span className="num">{job.number}</span> {job.title}
        </Typography>
        <Typography>
          {job.place} · {job.time_zone} · {job.rulebook.title}, version {job.rulebook.version} · {job.simulated ? 'for practice' : 'a real job'}
          {job.began_on ? ` · begun ${job.began_on}` : ''}
        </Typography>
        <Specification />
        <Button component="a" href={`/api/v1/jobs/${job.id}/archive`} variant="text" sx={{ px: 0 }}>
          The whole job as one file
        </Button>
        {job.closed_at && (
          <Alert severity="warning" sx={{ mt: 1.5 }}>
            Closed on {dayAndTime(job.closed_at, job.time_zone)}: nothing more is entered.
          </Alert>
        )}
      </Paper>
      {!job.closed_at && <NextThings />}
      <Paper component="section" aria-label="Jobs" sx={{ p: 2.5 }}>
        <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', mb: 1 }}>
          <Typography variant="h2">Your jobs</Typography>
          {person.administrator && (
            <Stack direction="row" spacing={1}>
              <FileButton
                name="Job from a file"
                accept=".zip,application/zip"
                variant="text"
                disabled={read.isPending}
                onFile={(file) => read.mutate({ file })}
              >
                Read one from a file
              </FileButton>
              <Button variant="outlined" onClick={() => setMaking(true)}>
                Set up another job
              </Button>
            </Stack>
          )}
        </Stack>
        {read.error && <NotTaken error={read.error} onSame={(same) => read.variables && read.mutate({ file: read.variables.file, same })} />}
        {read.data && (
          <Alert severity="success">
            {read.data.number}, {read.data.title}: {read.data.entries.toLocaleString('en')} entries taken, its chain whole.
          </Alert>
        )}
        {jobs.data?.jobs.map((j) => (
          <Button
            key={j.id}
            fullWidth
            aria-current={j.id === job.id ? 'true' : undefined}
            onClick={() => {
              chooseJob(j.id);
              void navigate('/');
            }}
            sx={{
              justifyContent: 'flex-start',
              minHeight: 56,
              textAlign: 'left',
              borderLeft: '6px solid',
              borderLeftColor: j.id === job.id ? 'hand' : 'transparent',
              borderRadius: 0,
            }}
          >
            {j.number} · {j.title}, {j.place} · {j.role}
            {j.closed ? ' · closed' : ''}
          </Button>
        ))}
      </Paper>
      {person.may.includes('job.keep') && <OpenAndClose />}
    </Stack>
  );
}

/** What the owner asks for: it governs over every figure here. */
function Specification() {
  const { job, person } = useWork();
  const client = useQueryClient();
  const attach = useMutation({
    mutationFn: (file: File) => {
      const body = new FormData();
      body.append('file', file);
      return answered(api.POST('/jobs/{job}/specification', { params: { path: { job: job.id } }, body }));
    },
    onSuccess: () => client.invalidateQueries({ queryKey: jobQuery(job.id).queryKey }),
  });
  return (
    <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1, alignItems: 'center', mt: 1 }}>
      <Typography>
        Owner&rsquo;s specification:{' '}
        {job.specification ? <a href={`/api/v1/pictures/${job.specification.sha256}`}>{job.specification.name}</a> : 'none attached; it governs all the same.'}
      </Typography>
      {person.may.includes('job.keep') && (
        <FileButton
          name="Owner's specification"
          accept="application/pdf,image/jpeg,image/png,image/webp"
          variant="text"
          onFile={(file) => attach.mutate(file)}
          disabled={attach.isPending}
        >
          {job.specification ? 'Attach a later one' : 'Attach it'}
        </FileButton>
      )}
      {attach.error && <Alert severity="error">{attach.error.message}</Alert>}
    </Stack>
  );
}

const WAYS = { people: '/office/people', instruments: '/office/instruments', main: '/setout/new', joints: '/line' };

/** What the job needs before its first joint, each thing done or a way to it. */
function NextThings() {
  const { job } = useWork();
  if (job.beginning.every((t) => t.done)) return null;
  return (
    <Paper component="section" aria-label="Next" sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: 'hand' }}>
      <Typography variant="h2" sx={{ mb: 1 }}>
        Before the first joint
      </Typography>
      {job.beginning.map((t) => (
        <Stack key={t.id} direction="row" spacing={1.5} sx={{ alignItems: 'center', minHeight: 52 }}>
          <Box
            aria-hidden
            sx={{ width: 20, height: 20, flex: 'none', border: '3px solid', borderColor: t.done ? 'go' : 'line', bgcolor: t.done ? 'go' : 'transparent' }}
          />
          <Typography sx={{ flex: 1 }}>
            <b>{t.title}</b>
            {t.done ? ': there' : `: ${t.why}`}
          </Typography>
          {t.next && (
            <Button component={RouterLink} to={WAYS[t.id]} variant="contained" color="secondary" sx={{ minHeight: 52, px: 3 }}>
              {t.title}
            </Button>
          )}
        </Stack>
      ))}
    </Paper>
  );
}

function OpenAndClose() {
  const { job } = useWork();
  const client = useQueryClient();
  const [reason, setReason] = useState('');
  const act = useMutation({
    mutationFn: () => {
      const given = { params: { path: { job: job.id } }, body: { reason } };
      return answered(job.closed_at ? api.POST('/jobs/{job}/open', given) : api.POST('/jobs/{job}/close', given));
    },
    onSuccess: async (after) => {
      setReason('');
      client.setQueryData(jobQuery(job.id).queryKey, after);
      await client.invalidateQueries({ queryKey: jobsQuery.queryKey });
    },
  });
  return (
    <Paper
      component="form"
      aria-label={job.closed_at ? 'Open the job again' : 'Close the job'}
      sx={{ p: 2.5 }}
      onSubmit={(e) => (e.preventDefault(), act.mutate())}
    >
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        {job.closed_at ? 'Open it again' : 'Close it'}
      </Typography>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
        <TextField label="Reason, in a sentence" value={reason} onChange={(e) => setReason(e.target.value)} sx={{ flex: 1 }} />
        <Button type="submit" variant="outlined" sx={{ minHeight: 56 }}>
          {job.closed_at ? 'Open the job again' : 'Close the job'}
        </Button>
      </Stack>
      {act.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {act.error.message}
        </Alert>
      )}
    </Paper>
  );
}

/** Why a file was not taken. Where it names people who are here, the administrator says whether it is they. */
function NotTaken({ error, onSame }: { error: Error; onSame: (ids: string[]) => void }) {
  const people = error instanceof ApiError ? error.faults.filter((fault) => fault.field === 'same') : [];
  return (
    <Alert severity={people.length > 0 ? 'warning' : 'error'} aria-label="Not taken">
      {error.message}
      {people.length > 0 && (
        <>
          <Box component="ul" sx={{ my: 1, pl: 2.5 }}>
            {people.map((one) => (
              <li key={String(one.value)}>{one.detail}</li>
            ))}
          </Box>
          <Typography variant="body2">
            What they entered there stands under their names here from then on. If one of them is somebody else, do not read this file.
          </Typography>
          <Button variant="contained" onClick={() => onSame(people.map((one) => String(one.value)))} sx={{ mt: 1 }}>
            They are the same people: read it
          </Button>
        </>
      )}
    </Alert>
  );
}
