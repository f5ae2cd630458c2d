import { useQuery } from '@tanstack/react-query';
import { createContext, use, type ReactNode } from 'react';
import { Alert, Box, CircularProgress } from '@mui/material';
import type { Schemas } from '../api/client';
import { jobQuery, lineQuery, sessionQuery } from '../api/queries';
import { SignIn } from '../views/signin/SignIn';

interface Work {
  person: Schemas['Person'];
  job: Schemas['Job'];
  main: Schemas['Main'];
  line: Schemas['Line'];
}

const Context = createContext<Work | null>(null);

/** Who works, on which job and main. Only inside WorkProvider. */
export function useWork(): Work {
  const work = use(Context);
  if (!work) throw new Error('useWork outside WorkProvider');
  return work;
}

const Waiting = ({ error }: { error: Error | null }) => (
  <Box sx={{ p: 4, display: 'grid', placeItems: 'center' }}>{error ? <Alert severity="error">{error.message}</Alert> : <CircularProgress aria-label="Loading" />}</Box>
);

export function WorkProvider({ children }: { children: ReactNode }) {
  const session = useQuery(sessionQuery);
  if (session.data === undefined) return <Waiting error={session.error} />;
  return session.data === null ? <SignIn /> : <JobProvider person={session.data}>{children}</JobProvider>;
}

function JobProvider({ person, children }: { person: Schemas['Person']; children: ReactNode }) {
  const job = useQuery(jobQuery);
  const main = job.data?.mains[0];
  const line = useQuery({ ...lineQuery(main?.id ?? ''), enabled: main !== undefined });
  if (!job.data || !main || !line.data) return <Waiting error={job.error ?? line.error} />;
  return <Context value={{ person, job: job.data, main, line: line.data }}>{children}</Context>;
}
