import { useQuery } from '@tanstack/react-query';
import { createContext, use, useEffect, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { Alert, Box, CircularProgress } from '@mui/material';
import type { Schemas } from '../api/client';
import { jobQuery, lineQuery, sessionQuery } from '../api/queries';
import { SignIn } from '../views/signin/SignIn';

interface Work {
  person: Schemas['Person'];
  job: Schemas['Job'];
  main: Schemas['Main'];
  line: Schemas['Line'];
  chooseMain: (id: string) => void;
}

const Context = createContext<Work | null>(null);

/** Who works, on which job and main. Only inside WorkProvider. */
export function useWork(): Work {
  const work = use(Context);
  if (!work) throw new Error('useWork outside WorkProvider');
  return work;
}

const Waiting = ({ error }: { error: Error | null }) => (
  <Box sx={{ p: 4, display: 'grid', placeItems: 'center' }}>
    {error ? <Alert severity="error">{error.message}</Alert> : <CircularProgress aria-label="Loading" />}
  </Box>
);

export function WorkProvider({ children }: { children: ReactNode }) {
  const session = useQuery(sessionQuery);
  if (session.data === undefined) return <Waiting error={session.error} />;
  return session.data === null ? <SignIn /> : <JobProvider person={session.data}>{children}</JobProvider>;
}

const KEPT_MAIN = 'main';

/** The main that holds the joint or section of the address; else the one last chosen; else the first. */
function useMain(mains: Schemas['Main'][]): [Schemas['Main'] | undefined, (id: string) => void] {
  const { pathname } = useLocation();
  const [chosen, choose] = useState(() => sessionStorage.getItem(KEPT_MAIN));
  const number = Number(/^\/(?:line|bench)\/(\d+)/.exec(pathname)?.[1] ?? Number.NaN);
  const holds = (main: Schemas['Main']) => main.joint_from !== null && main.joint_to !== null && number >= main.joint_from && number <= main.joint_to;
  const section = decodeURIComponent(/^\/test\/([^/]+)/.exec(pathname)?.[1] ?? '');
  const named = (main: Schemas['Main']) => (section === '' ? Number.isNaN(number) || holds(main) : main.sections.some((s) => s.name === section));
  const kept = mains.find((main) => main.id === chosen);
  const main = kept && named(kept) ? kept : (mains.find((m) => (section === '' ? holds(m) : named(m))) ?? kept ?? mains[0]);
  const id = main?.id;
  useEffect(() => {
    if (id !== undefined) {
      sessionStorage.setItem(KEPT_MAIN, id);
      choose(id);
    }
  }, [id]);
  return [main, choose];
}

function JobProvider({ person, children }: { person: Schemas['Person']; children: ReactNode }) {
  const job = useQuery(jobQuery);
  const [main, chooseMain] = useMain(job.data?.mains ?? []);
  const line = useQuery({ ...lineQuery(main?.id ?? ''), enabled: main !== undefined });
  if (!job.data || !main || !line.data) return <Waiting error={job.error ?? line.error} />;
  return <Context value={{ person, job: job.data, main, line: line.data, chooseMain }}>{children}</Context>;
}
