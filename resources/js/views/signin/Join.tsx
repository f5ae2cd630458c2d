import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Box, Button, CircularProgress, Stack, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { DoorForm } from './Door';
import { NewPassword } from './NewPassword';

/** Whoever holds a link chooses a password by it. */
export function Join({ token }: { token: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [password, setPassword] = useState('');
  const link = useQuery({
    queryKey: ['link', token],
    queryFn: ({ signal }) => answered(api.GET('/links/{token}', { params: { path: { token } }, signal })),
    staleTime: Infinity,
  });
  const accept = useMutation({
    mutationFn: () => answered(api.POST('/links/{token}', { params: { path: { token } }, body: { password } })),
    onSuccess: () => {
      client.clear();
      void navigate('/', { replace: true });
    },
  });
  if (link.error)
    return (
      <Box component="main" sx={{ minHeight: '100dvh', display: 'grid', placeItems: 'center', p: 2 }}>
        <Stack spacing={2}>
          <Alert severity="error">{link.error.message}</Alert>
          <Button variant="contained" onClick={() => void navigate('/', { replace: true })}>
            Go to sign-in
          </Button>
        </Stack>
      </Box>
    );
  if (!link.data) return <CircularProgress aria-label="Loading" />;
  return (
    <DoorForm
      said={link.data.new ? `Welcome, ${link.data.name}. Choose a password and go in.` : `${link.data.name}: choose a new password.`}
      error={accept.error}
      busy={accept.isPending}
      act="Go in"
      onSend={() => accept.mutate()}
    >
      <Typography>
        You sign in as <b className="num">{link.data.email}</b>.
      </Typography>
      <NewPassword password={password} onChange={setPassword} />
    </DoorForm>
  );
}
