import { useState, type FormEvent } from 'react';
import { Alert, Box, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { sessionQuery } from '../../api/queries';

export function SignIn() {
  const client = useQueryClient();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const signIn = useMutation({
    mutationFn: () => answered(api.POST('/session', { body: { email, password } })),
    onSuccess: (person) => client.setQueryData(sessionQuery.queryKey, person),
  });
  const send = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate();
  };

  return (
    <Box component="main" sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', p: 2 }}>
      <Paper component="form" onSubmit={send} sx={{ p: 4, width: 'min(26rem, 100%)', borderTop: '6px solid', borderTopColor: 'hand' }}>
        <Stack spacing={2.5}>
          <Box>
            <Typography variant="h1">Diastoma</Typography>
            <Typography color="text.secondary">The joint book and test bench of a buried main.</Typography>
          </Box>
          <TextField label="Sign-in name" value={email} onChange={(e) => setEmail(e.target.value)} autoComplete="username" />
          <TextField label="Password" type="password" value={password} onChange={(e) => setPassword(e.target.value)} autoComplete="current-password" />
          {signIn.error && <Alert severity="error">{signIn.error.message}</Alert>}
          <Button type="submit" variant="contained" size="large" disabled={signIn.isPending}>
            Sign in
          </Button>
          <Typography variant="body2" color="text.secondary">
            Makers&rsquo; instructions, the owner&rsquo;s specification and local code govern over every figure shown here. Qualified people decide.
          </Typography>
        </Stack>
      </Paper>
    </Box>
  );
}
