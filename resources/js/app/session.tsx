import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createContext, lazy, Suspense, use, useCallback, useEffect, useMemo, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { Alert, Box, Button, CircularProgress } from '@mui/material';
import type { Schemas } from '../api/client';
import { beginQuery, jobQuery, jobsQuery, lineQuery, sessionQuery } from '../api/queries';

// What a crew sees once a day or in a job, if ever, is not carried along by everybody.
const Begin = lazy(async () => ({ default: (await import('../views/signin/Begin')).Begin }));
const SignIn = lazy(async () => ({ default: (await import('../views/signin/SignIn')).SignIn }));
const Join = lazy(async () => ({ default: (await import('../views/signin/Join')).Join }));
const CodesFirst = lazy(async () => ({ default: (await import('../views/signin/CodesFirst')).CodesFirst }));
const NoJob = lazy(async () => ({ default: (await import('../views/office/NoJob')).NoJob }));

interface Work {
  /** who is signed in, and what they are on this job */
  person: Schemas['Person'] & Pick<Schemas['Job'], 'role' | 'may'>;
  job: Schemas['Job'];
  main: Schemas['Main'];
  chooseMain: (id: string) => void;
  chooseJob: (id: string) => void;
}

const Context = createContext<Work | null>(null);
const LineContext = createContext<Schemas['Line'] | null>(null);

/** Who works, on which job and main. Only inside WorkProvider. */
export function useWork(): Work {
  const work = use(Context);
  if (!work) throw new Error('useWork outside WorkProvider');
  return work;
}

/** The joints of the main one works on; they change with every entry. Only inside WorkProvider. */
export function useLine(): Schemas['Line'] {
  const line = use(LineContext);
  if (!line) throw new Error('useLine outside WorkProvider');
  return line;
}

function Waiting({ error }: { error: Error | null }) {
  const client = useQueryClient();
  return (
    <Box sx={{ p: 4, display: 'grid', placeItems: 'center', gap: 2 }}>
      {error ? (
        <>
          <Alert severity="error">{error.message}</Alert>
          <Button variant="contained" onClick={() => void client.refetchQueries()}>
            Try again
          </Button>
        </>
      ) : (
        <CircularProgress aria-label="Loading" />
      )}
    </Box>
  );
}

const Later = ({ children }: { children: ReactNode }) => <Suspense fallback={<Waiting error={null} />}>{children}</Suspense>;

export function WorkProvider({ children }: { children: ReactNode }) {
  const session = useQuery(sessionQuery);
  const { pathname } = useLocation();
  const token = /^\/join\/([^/]+)/.exec(pathname)?.[1];
  if (token !== undefined)
    return (
      <Later>
        <Join token={token} />
      </Later>
    );
  if (session.data === undefined) return <Waiting error={session.error} />;
  if (session.data?.code_required)
    return (
      <Later>
        <CodesFirst person={session.data} />
      </Later>
    );
  return session.data === null ? <Door /> : <JobsProvider person={session.data}>{children}</JobsProvider>;
}

/** An installation without anybody asks for its first administrator. */
function Door() {
  const begin = useQuery(beginQuery);
  if (begin.data === undefined) return <Waiting error={begin.error} />;
  return begin.data.empty ? (
    <Later>
      <Begin />
    </Later>
  ) : (
    <Later>
      <SignIn />
    </Later>
  );
}

const KEPT_JOB = 'job';

function JobsProvider({ person, children }: { person: Schemas['Person']; children: ReactNode }) {
  const jobs = useQuery(jobsQuery);
  const [chosen, choose] = useState(() => localStorage.getItem(KEPT_JOB));
  const chooseJob = useCallback((id: string) => {
    localStorage.setItem(KEPT_JOB, id);
    sessionStorage.removeItem(KEPT_MAIN);
    choose(id);
  }, []);
  if (jobs.data === undefined) return <Waiting error={jobs.error} />;
  const job = jobs.data.jobs.find((j) => j.id === chosen) ?? jobs.data.jobs[0];
  if (job === undefined)
    return (
      <Later>
        <NoJob person={person} onJob={chooseJob} />
      </Later>
    );
  return (
    <JobProvider key={job.id} person={person} id={job.id} chooseJob={chooseJob}>
      {children}
    </JobProvider>
  );
}

const KEPT_MAIN = 'main';

/** Whether a number is one of a main's joints. */
export const hasJoint = (main: Schemas['Main'], number: number) => main.joint_runs.some(([from = 0, to = -1]) => number >= from && number <= to);

/** The main that holds the joint or section of the address; else the one last chosen; else the first. */
function useMain(mains: Schemas['Main'][]): [Schemas['Main'] | undefined, (id: string) => void] {
  const { pathname } = useLocation();
  const [chosen, choose] = useState(() => sessionStorage.getItem(KEPT_MAIN));
  const number = Number(/^\/(?:line|bench)\/(\d+)/.exec(pathname)?.[1] ?? Number.NaN);
  const holds = (main: Schemas['Main']) => hasJoint(main, number);
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

/** In place of a main on a job that has none yet. */
const NO_MAIN: Schemas['Main'] = {
  id: '',
  name: 'No main yet',
  service: 'water',
  material: '',
  dn_mm: 0,
  sdr: null,
  pn_bar: null,
  pipe: '',
  joint_method: null,
  length_m: 0,
  joint_from: null,
  joint_to: null,
  joint_runs: [],
  sections: [],
};

const NO_LINE: Schemas['Line'] = { main: NO_MAIN, joints: [], pipes: [], spans: [], plan: [], leaves: null, branches: [], nonconformances: [] };

interface JobProviderProps {
  person: Schemas['Person'];
  id: string;
  chooseJob: (id: string) => void;
  children: ReactNode;
}

function JobProvider({ person, id, chooseJob, children }: JobProviderProps) {
  const job = useQuery(jobQuery(id));
  const [main, chooseMain] = useMain(job.data?.mains ?? []);
  const line = useQuery({ ...lineQuery(main?.id ?? ''), enabled: main !== undefined });
  const drawn = line.data ?? (job.data && !main ? NO_LINE : undefined);
  const { data } = job;
  // the same work as long as nothing of it has changed: what draws it need not draw it again
  const work = useMemo<Work | null>(
    () => (data ? { person: { ...person, role: data.role, may: data.may }, job: data, main: main ?? NO_MAIN, chooseMain, chooseJob } : null),
    [person, data, main, chooseMain, chooseJob],
  );
  if (!work || !drawn) return <Waiting error={job.error ?? line.error} />;
  return (
    <Context value={work}>
      <LineContext value={drawn}>{children}</LineContext>
    </Context>
  );
}
