import { useState } from 'react';
import { Alert, Box, Button, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { JOB, jobsQuery, membersQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { LinkShown } from './LinkShown';
import { Papers } from './Papers';
import { useForm } from '../../app/useForm';
import { isLost } from '../../app/isLost';

/** Who works on this job, and as what. */
export function Crew() {
  const { job } = useWork();
  const client = useQueryClient();
  const page = useQuery(membersQuery(job.id));
  const [shown, setShown] = useState<Schemas['Link'] | null>(null);
  const known = async (after: Schemas['Members']) => {
    client.setQueryData(membersQuery(job.id).queryKey, after);
    await Promise.all([client.invalidateQueries({ queryKey: JOB }), client.invalidateQueries({ queryKey: jobsQuery.queryKey })]);
  };
  const put = useMutation({
    mutationFn: (body: { person_id: string; role: string }) => answered(api.POST('/jobs/{job}/members', { params: { path: { job: job.id } }, body })),
    onSuccess: known,
  });
  const drop = useMutation({
    mutationFn: (person: string) => answered(api.DELETE('/jobs/{job}/members/{person}', { params: { path: { job: job.id, person } } })),
    onSuccess: known,
  });
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return null;
  const { members, others, gives, roles } = page.data;
  const title = (role: string) => roles.find((r) => r.id === role)?.title ?? role;
  const error = put.error ?? drop.error;
  return (
    <Stack spacing={2.5}>
      {shown && <LinkShown link={shown} zone={job.time_zone} onDone={() => setShown(null)} />}
      {gives.length > 0 && <AddMember others={others} gives={gives} title={title} onKept={known} onLink={setShown} />}
      <Typography variant="h2">On {job.number}</Typography>
      {error && <Alert severity="error">{error.message}</Alert>}
      <Stack component="ul" aria-label="Crew" spacing={1} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {members.map((m) => (
          <Paper
            component="li"
            key={m.id}
            sx={{ p: 2, display: 'flex', flexDirection: { xs: 'column', sm: 'row' }, gap: 1.5, justifyContent: 'space-between', alignItems: { sm: 'center' } }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Typography sx={{ fontWeight: 700 }}>{m.name}</Typography>
              <Typography variant="body2" color="text.secondary" sx={{ mb: 0.75 }}>
                {title(m.role)}
                {m.waiting ? ' · has not come yet' : ''}
                {m.left ? ' · has left' : ''}
              </Typography>
              <Papers papers={m.certificates} />
            </Box>
            {m.changes && (
              <Stack direction="row" spacing={1} sx={{ flex: 'none' }}>
                <TextField
                  select
                  size="small"
                  label="Role"
                  value={m.role}
                  onChange={(e) => put.mutate({ person_id: m.id, role: e.target.value })}
                  sx={{ minWidth: 150 }}
                  slotProps={{ htmlInput: { 'aria-label': `Role of ${m.name}` } }}
                >
                  {gives.map((role) => (
                    <MenuItem key={role} value={role} sx={{ minHeight: 48 }}>
                      {title(role)}
                    </MenuItem>
                  ))}
                </TextField>
                <Button onClick={() => drop.mutate(m.id)} aria-label={`Take ${m.name} off the job`}>
                  Take off
                </Button>
              </Stack>
            )}
          </Paper>
        ))}
      </Stack>
    </Stack>
  );
}

interface AddProps {
  others: Schemas['Members']['others'];
  gives: Schemas['Members']['gives'];
  title: (role: string) => string;
  onKept: (after: Schemas['Members']) => Promise<void>;
  onLink: (link: Schemas['Link']) => void;
}

const SOMEBODY_NEW = 'new';

function AddMember({ others, gives, title, onKept, onLink }: AddProps) {
  const { job } = useWork();
  const form = useForm({ person_id: others.length > 0 ? '' : SOMEBODY_NEW, name: '', email: '', role: gives[0] ?? '' });
  const isNew = form.texts.person_id === SOMEBODY_NEW;
  const add = useMutation({
    mutationFn: () => {
      const { person_id, name, email, role } = form.texts;
      return answered(
        api.POST('/jobs/{job}/members', { params: { path: { job: job.id } }, body: isNew ? { name, email, role } : { person_id: person_id || null, role } }),
      );
    },
    onSuccess: async (after) => {
      if (after.link) onLink(after.link);
      form.reset();
      await onKept(after);
    },
  });
  return (
    <Paper component="form" aria-label="Add a member" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), add.mutate())}>
      <Typography variant="h1" sx={{ mb: 1.5 }}>
        Add a member
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        {others.length > 0 && (
          <TextField select label="Who" {...form.field('person_id', add.error)} sx={{ gridColumn: isNew ? '1 / -1' : 'auto' }}>
            <MenuItem value={SOMEBODY_NEW} sx={{ minHeight: 48 }}>
              Somebody new
            </MenuItem>
            {others.map((p) => (
              <MenuItem key={p.id} value={p.id} sx={{ minHeight: 48 }}>
                {p.email ? `${p.name} · ${p.email}` : p.name}
              </MenuItem>
            ))}
          </TextField>
        )}
        {isNew && <TextField label="Name" {...form.field('name', add.error)} />}
        {isNew && (
          <TextField label="Sign-in name" {...form.field('email', add.error, 'An e-mail address, or any name. Already in use: that person is added.')} />
        )}
        <TextField select label="Role" {...form.field('role', add.error)}>
          {gives.map((role) => (
            <MenuItem key={role} value={role} sx={{ minHeight: 48 }}>
              {title(role)}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      {form.rest(add.error) && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {form.rest(add.error)}
        </Alert>
      )}
      <Button type="submit" variant="contained" color="secondary" disabled={add.isPending} sx={{ mt: 2, minHeight: 56, px: 4 }}>
        {isNew ? 'Invite to this job' : 'Put on this job'}
      </Button>
    </Paper>
  );
}
