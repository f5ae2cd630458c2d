import { useState } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { peopleQuery } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { LinkShown } from './LinkShown';
import { Papers } from './Papers';
import { useForm } from '../../app/useForm';

/** Everybody of an installation, for its administrators: invited, shut out, with their certificates. */
export function Everybody({ zone }: { zone: string }) {
  const people = useQuery(peopleQuery);
  const [shown, setShown] = useState<Schemas['Link'] | null>(null);
  return (
    <Stack spacing={2.5}>
      {shown && <LinkShown link={shown} zone={zone} onDone={() => setShown(null)} />}
      <Invite onLink={setShown} />
      <Typography variant="h2">Everybody</Typography>
      {people.error && <Alert severity="error">{people.error.message}</Alert>}
      <Stack component="ul" aria-label="Everybody" spacing={1} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {people.data?.people.map((p) => (
          <Somebody key={p.id} person={p} kinds={people.data.kinds} onLink={setShown} />
        ))}
      </Stack>
    </Stack>
  );
}

function Invite({ onLink }: { onLink: (link: Schemas['Link']) => void }) {
  const client = useQueryClient();
  const form = useForm({ name: '', email: '' });
  const [administrator, setAdministrator] = useState(false);
  const invite = useMutation({
    mutationFn: () => answered(api.POST('/people', { body: { ...form.texts, administrator } })),
    onSuccess: (made) => {
      onLink(made.link);
      form.reset();
      return client.invalidateQueries({ queryKey: peopleQuery.queryKey });
    },
  });
  return (
    <Paper component="form" aria-label="Invite somebody" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), invite.mutate())}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        Invite somebody
      </Typography>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2} sx={{ alignItems: { sm: 'flex-start' } }}>
        <TextField label="Name" sx={{ flex: 1 }} {...form.field('name', invite.error)} />
        <TextField label="Sign-in name" sx={{ flex: 1 }} {...form.field('email', invite.error, 'An e-mail address, or any name.')} />
        <Button type="submit" variant="contained" color="secondary" disabled={invite.isPending} sx={{ minHeight: 56, px: 3 }}>
          Make a link
        </Button>
      </Stack>
      <FormControlLabel
        sx={{ minHeight: 48 }}
        control={<Checkbox checked={administrator} onChange={(e) => setAdministrator(e.target.checked)} />}
        label="Administrator: sets up jobs and invites people"
      />
      {form.rest(invite.error) && <Alert severity="error">{form.rest(invite.error)}</Alert>}
    </Paper>
  );
}

type Kinds = { id: string; title: string }[];

function Somebody({ person, kinds, onLink }: { person: Schemas['Person']; kinds: Kinds; onLink: (link: Schemas['Link']) => void }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const known = () => client.invalidateQueries({ queryKey: peopleQuery.queryKey });
  const params = { path: { person: person.id } };
  const link = useMutation({
    mutationFn: () => answered(api.POST('/people/{person}/link', { params })),
    onSuccess: onLink,
  });
  const go = useMutation({
    mutationFn: () => answered(person.left ? api.POST('/people/{person}/return', { params }) : api.POST('/people/{person}/leave', { params })),
    onSuccess: known,
  });
  const drop = useMutation({ mutationFn: () => answered(api.DELETE('/people/{person}/code', { params })), onSuccess: known });
  const error = link.error ?? go.error ?? drop.error;
  const standing = [
    person.administrator ? 'administrator' : '',
    person.left ? 'has left' : person.waiting ? 'has not come yet' : '',
    person.code_on ? 'one-time codes on' : '',
  ].filter((w) => w !== '');
  return (
    <Paper component="li" sx={{ p: 2, opacity: person.left ? 0.75 : 1 }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ justifyContent: 'space-between' }}>
        <Box sx={{ minWidth: 0 }}>
          <Typography sx={{ fontWeight: 700 }}>{person.name}</Typography>
          <Typography variant="body2" color="text.secondary" sx={{ mb: 0.75 }}>
            <span className="num">{person.email}</span>
            {standing.length > 0 ? ` · ${standing.join(' · ')}` : ''}
          </Typography>
          <Papers papers={person.certificates} />
        </Box>
        <Button aria-expanded={open} onClick={() => setOpen(!open)} sx={{ flex: 'none' }}>
          {open ? 'Close' : 'Change'}
        </Button>
      </Stack>
      {open && (
        <Stack spacing={2} sx={{ mt: 1.5, pt: 1.5, borderTop: 1, borderColor: 'divider' }}>
          <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1.5 }}>
            {!person.left && (
              <Button variant="outlined" onClick={() => link.mutate()}>
                {person.waiting ? 'A new link' : 'A link for a new password'}
              </Button>
            )}
            {person.code_on && (
              <Button variant="outlined" onClick={() => drop.mutate()}>
                Telephone lost: codes off
              </Button>
            )}
            <Button variant="outlined" color={person.left ? 'primary' : 'error'} onClick={() => go.mutate()}>
              {person.left ? 'Let in again' : 'Shut out at once'}
            </Button>
          </Stack>
          {error && <Alert severity="error">{error.message}</Alert>}
          <NewCertificate person={person} kinds={kinds} onKept={known} />
        </Stack>
      )}
    </Paper>
  );
}

function NewCertificate({ person, kinds, onKept }: { person: Schemas['Person']; kinds: Kinds; onKept: () => Promise<void> }) {
  const form = useForm({ kind: 'electrofusion', number: '', until: '' });
  const [scan, setScan] = useState<File | null>(null);
  const params = { path: { person: person.id } };
  const keep = useMutation({
    mutationFn: () => {
      const body = new FormData();
      for (const [key, value] of Object.entries(form.texts)) if (value !== '') body.append(key, value);
      if (scan) body.append('scan', scan);
      return answered(api.POST('/people/{person}/certificates', { params, body }));
    },
    onSuccess: () => {
      form.reset();
      setScan(null);
      return onKept();
    },
  });
  const drop = useMutation({
    mutationFn: (certificate: string) =>
      answered(api.DELETE('/people/{person}/certificates/{certificate}', { params: { path: { person: person.id, certificate } } })),
    onSuccess: onKept,
  });
  return (
    <Box component="form" aria-label={`Certificate of ${person.name}`} onSubmit={(e) => (e.preventDefault(), keep.mutate())}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        Certificates
      </Typography>
      {person.certificates.map((c) => (
        <Stack key={c.id} direction="row" spacing={1} sx={{ alignItems: 'center' }}>
          <Typography>
            {c.title} <span className="num">{c.number}</span>: {c.said}
          </Typography>
          {c.scan && (
            <Button component="a" href={`/api/v1/pictures/${c.scan}`} target="_blank" rel="noreferrer">
              Scan
            </Button>
          )}
          <Button onClick={() => drop.mutate(c.id)}>Take off</Button>
        </Stack>
      ))}
      <Stack direction={{ xs: 'column', md: 'row' }} spacing={1.5} sx={{ mt: 1 }}>
        <TextField select label="For" sx={{ flex: 1, minWidth: 180 }} {...form.field('kind', keep.error)}>
          {kinds.map((k) => (
            <MenuItem key={k.id} value={k.id} sx={{ minHeight: 48 }}>
              {k.title}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Number" sx={{ flex: 1 }} {...form.field('number', keep.error)} />
        <TextField label="Last day" type="date" slotProps={{ inputLabel: { shrink: true } }} sx={{ flex: 1 }} {...form.field('until', keep.error)} />
        <FileButton name={`Scan of the certificate of ${person.name}`} accept="image/jpeg,image/png,image/webp" variant="outlined" onFile={setScan}>
          {scan ? scan.name : 'Scan'}
        </FileButton>
        <Button type="submit" variant="contained">
          Save
        </Button>
      </Stack>
      {(form.rest(keep.error) ?? drop.error?.message) && <Alert severity="error">{form.rest(keep.error) ?? drop.error?.message}</Alert>}
    </Box>
  );
}
