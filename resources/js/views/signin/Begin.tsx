import { useState } from 'react';
import { TextField } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { beginQuery, sessionQuery } from '../../api/queries';
import { DoorForm } from './Door';
import { NewPassword } from './NewPassword';

/** An installation that nobody has used yet: its first administrator, and nothing else. */
export function Begin() {
  const client = useQueryClient();
  const [name, setName] = useState('');
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const wantsCode = useQuery(beginQuery).data?.code === true;
  const begin = useMutation({
    mutationFn: () => answered(api.POST('/begin', { body: { name, email, password, code } })),
    onSuccess: (person) => client.setQueryData(sessionQuery.queryKey, person),
  });
  return (
    <DoorForm
      said="Nobody is here yet. Name the first administrator: whoever sets up jobs and invites people."
      error={begin.error}
      busy={begin.isPending}
      act="Begin"
      onSend={() => begin.mutate()}
    >
      <TextField label="Your name" value={name} onChange={(e) => setName(e.target.value)} autoComplete="name" />
      <TextField
        label="Sign-in name"
        value={email}
        onChange={(e) => setEmail(e.target.value)}
        autoComplete="username"
        helperText="An e-mail address, or any name of three letters or more."
      />
      <NewPassword password={password} onChange={setPassword} />
      {wantsCode && (
        <TextField
          label="Code"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          autoComplete="off"
          helperText="It was printed where this installation was started, and stands in var/serve/first-code."
        />
      )}
    </DoorForm>
  );
}
