import { useState } from 'react';
import { TextField } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { sessionQuery } from '../../api/queries';
import { faultOf } from '../../app/useForm';
import { DoorForm } from './Door';

export function SignIn() {
  const client = useQueryClient();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const signIn = useMutation({
    mutationFn: () => answered(api.POST('/session', { body: { email, password, code } })),
    onSuccess: (person) => client.setQueryData(sessionQuery.queryKey, person),
  });
  const asksForCode = code !== '' || faultOf(signIn.error, 'code') !== undefined;

  return (
    <DoorForm said="The joint book and test bench of a buried main." error={signIn.error} busy={signIn.isPending} act="Sign in" onSend={() => signIn.mutate()}>
      <TextField label="Sign-in name" value={email} onChange={(e) => setEmail(e.target.value)} autoComplete="username" />
      <TextField label="Password" type="password" value={password} onChange={(e) => setPassword(e.target.value)} autoComplete="current-password" />
      {asksForCode && (
        <TextField
          label="Six digits of your authenticator"
          value={code}
          onChange={(e) => setCode(e.target.value)}
          autoComplete="one-time-code"
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
      )}
    </DoorForm>
  );
}
