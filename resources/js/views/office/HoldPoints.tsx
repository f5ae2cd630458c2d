import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Alert, Box, Button, Checkbox, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { holdPointsQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime, jobNow, uuid } from '../../app/time';
import { isLost } from '../../app/isLost';

type One = Schemas['HoldPointsWaiting']['waiting'][number];
const at = (one: One) => `${one.subject_id}/${one.key}`;

/** What waits for a signature: one name may cover a list that was seen at one walk. */
export function HoldPoints() {
  const { job } = useWork();
  const page = useQuery(holdPointsQuery(job.id));
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return null;
  const mine = page.data.waiting.filter((one) => one.refusal === null);
  const others = page.data.waiting.filter((one) => one.refusal !== null);
  return (
    <Stack spacing={2}>
      <Typography variant="h1">
        {mine.length === 0 ? 'Nothing waits for your signature' : mine.length === 1 ? 'One waits for your signature' : `${mine.length} wait for your signature`}
      </Typography>
      <Typography>
        Work stays shut behind a hold point until somebody who did not do it has looked. <RouterLink to="/rules?part=holds">Where this job waits</RouterLink> is
        kept with its rules. The owner&rsquo;s inspection plan governs.
      </Typography>
      {mine.length > 0 && <SignList key={mine.map(at).join()} mine={mine} />}
      {others.length > 0 && (
        <Box component="section" aria-label="Not yours to sign, or not yet">
          <Typography variant="h2">Not yours to sign, or not yet</Typography>
          <Paper component="ul" sx={{ listStyle: 'none', m: 0, mt: 1, p: 0 }}>
            {others.map((one) => (
              <Box component="li" key={at(one)} sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: 'divider' }}>
                <Where one={one} />
                <Typography variant="body2" color="text.secondary">
                  {one.refusal}
                </Typography>
              </Box>
            ))}
          </Paper>
        </Box>
      )}
      {!page.data.is_held && <Typography>This job has no hold points.</Typography>}
    </Stack>
  );
}

function Where({ one }: { one: One }) {
  const { job } = useWork();
  return (
    <Typography>
      <b>
        <RouterLink to={one.at}>{one.name}</RouterLink>
      </b>{' '}
      · {one.where} · {one.title}
      {one.since === null ? '' : ` · since ${dayAndTime(one.since, job.time_zone)}`}
    </Typography>
  );
}

function SignList({ mine }: { mine: One[] }) {
  const { job, person } = useWork();
  const client = useQueryClient();
  const [chosen, setChosen] = useState<string[]>([]);
  const [remark, setRemark] = useState('');
  const sign = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/jobs/{job}/hold-points/signatures', {
          params: { path: { job: job.id } },
          body: {
            remark,
            device_at: new Date(jobNow()).toISOString(),
            signatures: mine.filter((one) => chosen.includes(at(one))).map(({ kind, subject_id, key }) => ({ id: uuid(), kind, subject_id, key })),
          },
        }),
      ),
    onSuccess: async (page) => {
      client.setQueryData(holdPointsQuery(job.id).queryKey, page);
      await Promise.all([['bench'], ['tests'], ['line']].map((queryKey) => client.invalidateQueries({ queryKey })));
    },
  });
  const toggle = (one: One) => setChosen((all) => (all.includes(at(one)) ? all.filter((a) => a !== at(one)) : [...all, at(one)]));
  return (
    <Box component="form" aria-label="Sign hold points" onSubmit={(e) => (e.preventDefault(), sign.mutate())}>
      <Paper component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {mine.map((one) => (
          <Box component="li" key={at(one)} sx={{ borderBottom: 1, borderColor: 'divider' }}>
            <Stack component="label" direction="row" spacing={1} sx={{ alignItems: 'center', px: 1, py: 1, minHeight: 64, cursor: 'pointer' }}>
              <Checkbox
                checked={chosen.includes(at(one))}
                onChange={() => toggle(one)}
                slotProps={{ input: { 'aria-label': `${one.name}: ${one.title}` } }}
                sx={{ '& svg': { fontSize: 34 } }}
              />
              <Box>
                <Where one={one} />
                <Typography variant="body2">{one.look}</Typography>
              </Box>
            </Stack>
          </Box>
        ))}
      </Paper>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 2 }}>
        <TextField label="Remark (may stay empty)" value={remark} onChange={(e) => setRemark(e.target.value)} sx={{ flex: 1 }} multiline />
        <Button
          type="submit"
          variant="contained"
          color="secondary"
          disabled={chosen.length === 0 || sign.isPending}
          sx={{ minHeight: 60, px: 4, alignSelf: { sm: 'flex-start' } }}
        >
          {chosen.length > 1 ? `Seen all ${chosen.length}: sign as ${person.name}` : `Seen: sign as ${person.name}`}
        </Button>
      </Stack>
      {sign.error && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {sign.error.message}
        </Alert>
      )}
    </Box>
  );
}
