import { useState } from 'react';
import { Alert, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { sessionQuery, signInsQuery } from '../../api/queries';
import { dayAndTime } from '../../app/time';
import { NewPassword } from '../signin/NewPassword';
import { Papers } from './Papers';
import { SquareCode } from './SquareCode';

/** What somebody keeps of their own: password, one-time codes, where they are signed in. */
export function Account({ person, zone }: { person: Schemas['Person']; zone: string }) {
  return (
    <Stack spacing={2.5}>
      <Paper sx={{ p: 2.5 }}>
        <Typography variant="h1">{person.name}</Typography>
        <Typography sx={{ mb: 1.5 }}>
          You sign in as <b className="num">{person.email}</b>
          {person.administrator ? '; you are an administrator of this installation' : ''}.
        </Typography>
        <Papers papers={person.certificates} />
      </Paper>
      <Codes person={person} />
      <Password />
      <SignIns zone={zone} />
    </Stack>
  );
}

export function Codes({ person }: { person: Schemas['Person'] }) {
  const client = useQueryClient();
  const [code, setCode] = useState('');
  const [password, setPassword] = useState('');
  const known = (after: Schemas['Person']) => {
    client.setQueryData(sessionQuery.queryKey, after);
    begin.reset();
    setCode('');
    setPassword('');
  };
  const begin = useMutation({ mutationFn: () => answered(api.POST('/account/code')) });
  const confirm = useMutation({ mutationFn: () => answered(api.PUT('/account/code', { body: { code, password } })), onSuccess: known });
  const end = useMutation({ mutationFn: () => answered(api.DELETE('/account/code', { body: { code, password } })), onSuccess: known });
  const digits = (
    <TextField
      label="Six digits"
      value={code}
      onChange={(e) => setCode(e.target.value)}
      autoComplete="one-time-code"
      slotProps={{ htmlInput: { inputMode: 'numeric' } }}
      sx={{ maxWidth: 240 }}
    />
  );
  const present = <TextField label="Password" type="password" value={password} onChange={(e) => setPassword(e.target.value)} autoComplete="current-password" />;
  return (
    <Paper component="section" aria-label="One-time codes" sx={{ p: 2.5, ...(person.code_wanted ? { borderLeft: '8px solid', borderLeftColor: 'hand' } : {}) }}>
      <Typography variant="h2">One-time codes</Typography>
      <Typography sx={{ mb: 1.5 }}>
        {person.code_on
          ? 'On: besides the password you are asked for six digits of your authenticator.'
          : 'A telephone with an authenticator shows six digits that change every half minute. Administrators and inspectors had better use them.'}
      </Typography>
      {person.code_on ? (
        <Stack spacing={1.5} sx={{ maxWidth: 420 }}>
          {digits}
          {present}
          {end.error && <Alert severity="error">{end.error.message}</Alert>}
          <Button variant="outlined" onClick={() => end.mutate()}>
            Turn codes off
          </Button>
        </Stack>
      ) : begin.data ? (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2.5}>
          <SquareCode rows={begin.data.code} name="Secret of the one-time codes as a square code" />
          <Stack spacing={1.5}>
            <Typography>Read the square code with the authenticator, or type this secret into it:</Typography>
            <Typography className="num" sx={{ wordBreak: 'break-all' }}>
              {begin.data.secret.replace(/(.{4})/g, '$1 ')}
            </Typography>
            {digits}
            {present}
            {confirm.error && <Alert severity="error">{confirm.error.message}</Alert>}
            <Button variant="contained" color="secondary" onClick={() => confirm.mutate()}>
              Turn codes on
            </Button>
          </Stack>
        </Stack>
      ) : (
        <Button variant={person.code_wanted ? 'contained' : 'outlined'} color={person.code_wanted ? 'secondary' : 'primary'} onClick={() => begin.mutate()}>
          Set up one-time codes
        </Button>
      )}
      {begin.error && <Alert severity="error">{begin.error.message}</Alert>}
    </Paper>
  );
}

function Password() {
  const [present, setPresent] = useState('');
  const [password, setPassword] = useState('');
  const change = useMutation({
    mutationFn: () => answered(api.POST('/account/password', { body: { present, password } })),
    onSuccess: () => {
      setPresent('');
      setPassword('');
    },
  });
  return (
    <Paper component="form" aria-label="Password" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), change.mutate())}>
      <Typography variant="h2" sx={{ mb: 1.5 }}>
        Password
      </Typography>
      <Stack spacing={1.5} sx={{ maxWidth: 420 }}>
        <TextField label="Present password" type="password" value={present} onChange={(e) => setPresent(e.target.value)} autoComplete="current-password" />
        <NewPassword password={password} onChange={setPassword} />
        {change.error && <Alert severity="error">{change.error.message}</Alert>}
        {change.isSuccess && <Alert severity="success">Changed. Wherever else you were signed in, you are signed out now.</Alert>}
        <Button type="submit" variant="outlined">
          Change the password
        </Button>
      </Stack>
    </Paper>
  );
}

function SignIns({ zone }: { zone: string }) {
  const client = useQueryClient();
  const list = useQuery(signInsQuery);
  const end = useMutation({
    mutationFn: (signIn: string) => answered(api.DELETE('/account/sign-ins/{signIn}', { params: { path: { signIn } } })),
    onSettled: () => client.invalidateQueries({ queryKey: signInsQuery.queryKey }),
  });
  return (
    <Paper component="section" aria-label="Signed in" sx={{ p: 2.5 }}>
      <Typography variant="h2">Where you are signed in</Typography>
      {list.data?.sign_ins.map((s) => (
        <Stack
          key={s.id}
          direction="row"
          spacing={2}
          sx={{ alignItems: 'center', justifyContent: 'space-between', py: 1, borderBottom: 1, borderColor: 'divider' }}
        >
          <Typography sx={{ minWidth: 0, overflowWrap: 'anywhere' }}>
            {s.here ? <b>Here. </b> : ''}
            {s.device ?? 'Unknown device'}, {s.address ?? 'unknown address'}, last seen {dayAndTime(s.seen_at, zone)}
          </Typography>
          {!s.here && <Button onClick={() => end.mutate(s.id)}>End it</Button>}
        </Stack>
      ))}
      {(list.error ?? end.error) && <Alert severity="error">{(list.error ?? end.error)?.message}</Alert>}
    </Paper>
  );
}
