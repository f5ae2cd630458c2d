import { queryOptions, type QueryClient } from '@tanstack/react-query';
import { ended, mustEnd } from '../app/ended';
import { setJobNow } from '../app/time';
import { benchOf } from '../device';
import { answered, api, ApiError, type Schemas } from './client';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async ({ signal }) => {
    try {
      if (mustEnd()) {
        await answered(api.DELETE('/session'));
        ended();
      }
      return await answered(api.GET('/session', { signal }));
    } catch (error) {
      if (error instanceof ApiError && error.status === 401) return null;
      throw error;
    }
  },
  staleTime: 60_000,
});

/** Of an installation that nobody has signed in to: whether there is anybody. */
export const beginQuery = queryOptions({ queryKey: ['begin'], queryFn: ({ signal }) => answered(api.GET('/begin', { signal })), staleTime: Infinity });

export const jobsQuery = queryOptions({ queryKey: ['jobs'], queryFn: ({ signal }) => answered(api.GET('/jobs', { signal })), staleTime: 30_000 });

/** Every job in sight, for what changes one whichever it is. */
export const JOB = ['job'] as const;

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: [...JOB, id],
    queryFn: async ({ signal }) => {
      const job = await answered(api.GET('/jobs/{job}', { params: { path: { job: id } }, signal }));
      setJobNow(job.now);
      return job;
    },
    staleTime: 30_000,
  });

export const membersQuery = (job: string) =>
  queryOptions({ queryKey: ['members', job], queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/members', { params: { path: { job } }, signal })) });

export const instrumentsQuery = (job: string) =>
  queryOptions({
    queryKey: ['instruments', job],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/instruments', { params: { path: { job } }, signal })),
  });

export const nonconformancesQuery = (job: string) =>
  queryOptions({
    queryKey: ['nonconformances', job],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/nonconformances', { params: { path: { job } }, signal })),
  });

export const holdPointsQuery = (job: string) =>
  queryOptions({
    queryKey: ['hold-points', job],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/hold-points', { params: { path: { job } }, signal })),
    refetchInterval: 30_000,
  });

export const peopleQuery = queryOptions({ queryKey: ['people'], queryFn: ({ signal }) => answered(api.GET('/people', { signal })) });

/** Where devices judged otherwise than the server. */
export const differencesQuery = (job: string) =>
  queryOptions({
    queryKey: ['differences', job],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/differences', { params: { path: { job } }, signal })),
  });

export const officeJobsQuery = queryOptions({ queryKey: ['office-jobs'], queryFn: ({ signal }) => answered(api.GET('/office/jobs', { signal })) });

export const signInsQuery = queryOptions({ queryKey: ['sign-ins'], queryFn: ({ signal }) => answered(api.GET('/account/sign-ins', { signal })) });

export const lineQuery = (main: string) =>
  queryOptions({
    queryKey: ['line', main],
    queryFn: ({ signal }) => answered(api.GET('/mains/{main}/line', { params: { path: { main } }, signal })),
    refetchInterval: (query) => ((query.state.data?.joints.length ?? 0) > 1000 ? 90_000 : 20_000),
  });

export const clocksQuery = (job: string) =>
  queryOptions({
    queryKey: ['clocks', job],
    queryFn: async ({ signal }) => {
      const clocks = await answered(api.GET('/jobs/{job}/clocks', { params: { path: { job } }, signal }));
      setJobNow(clocks.now);
      return clocks;
    },
    refetchInterval: 10_000,
  });

/** Under what the bench of a work is kept. */
export const benchKey = (kind: string, id: string) => (kind === 'joint' ? ['bench', 'joint', id] : ['work', id]);

/** Name of whoever is signed in. */
const signedIn = (client: QueryClient) => client.getQueryData<Schemas['Person'] | null>(sessionQuery.queryKey)?.name ?? null;

export const benchQuery = (joint: string) =>
  queryOptions({
    queryKey: benchKey('joint', joint),
    queryFn: ({ signal, client }) => benchOf(joint, signedIn(client), () => answered(api.GET('/joints/{joint}', { params: { path: { joint } }, signal }))),
  });

/** Without a method the one that suits the section best is planned. */
export const sectionTestsQuery = (section: string, method: string | null = null, options: Record<string, string> = {}) => {
  const query = { ...(method === null ? {} : { method }), ...(Object.keys(options).length === 0 ? {} : { options }) };
  return queryOptions({
    queryKey: ['tests', section, query],
    queryFn: ({ signal }) => answered(api.GET('/sections/{section}/tests', { params: { path: { section }, query }, signal })),
  });
};

export const calculationsQuery = queryOptions({
  queryKey: ['reckoner'],
  queryFn: ({ signal }) => answered(api.GET('/reckoner', { signal })),
  staleTime: Infinity,
});

export const rulebookQuery = (job: string) =>
  queryOptions({ queryKey: ['rulebook', job], queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/rulebook', { params: { path: { job } }, signal })) });

/** With what its label asks for, the events are told. */
export const fusionTraceQuery = (id: string, voltage_v = 0, time_s = 0) =>
  queryOptions({
    queryKey: ['fusion-trace', id, voltage_v, time_s],
    queryFn: ({ signal }) => answered(api.GET('/fusion-traces/{id}', { params: { path: { id }, query: { voltage_v, time_s } }, signal })),
    staleTime: Infinity,
  });

export const setoutQuery = (main: string) =>
  queryOptions({ queryKey: ['setout', main], queryFn: ({ signal }) => answered(api.GET('/mains/{main}/setout', { params: { path: { main } }, signal })) });

export const cardsQuery = (job: string) =>
  queryOptions({ queryKey: ['cards', job], queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/cards', { params: { path: { job } }, signal })) });

export const systemsQuery = (job: string) =>
  queryOptions({
    queryKey: ['joint-systems', job],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/joint-systems', { params: { path: { job } }, signal })),
  });

export const rejectsQuery = (main: string) =>
  queryOptions({ queryKey: ['rejects', main], queryFn: ({ signal }) => answered(api.GET('/mains/{main}/rejects', { params: { path: { main } }, signal })) });

export const workQuery = (id: string) =>
  queryOptions({
    queryKey: ['work', id],
    queryFn: ({ signal, client }) => benchOf(id, signedIn(client), () => answered(api.GET('/works/{work}', { params: { path: { work: id } }, signal }))),
  });

/** Shift sheets of a main, the latest last. */
export const shiftsQuery = (job: string, main: string) =>
  queryOptions({
    queryKey: ['shifts', main],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/works', { params: { path: { job }, query: { kind: 'day', main_id: main } }, signal })),
  });

export const coverQuery = (main: string) =>
  queryOptions({ queryKey: ['cover', main], queryFn: ({ signal }) => answered(api.GET('/mains/{main}/cover', { params: { path: { main } }, signal })) });

export const jointMapQuery = (main: string) =>
  queryOptions({
    queryKey: ['cover', main, 'joint-map'],
    queryFn: ({ signal }) => answered(api.GET('/mains/{main}/joint-map', { params: { path: { main } }, signal })),
  });

export const yardQuery = (job: string) =>
  queryOptions({ queryKey: ['yard', job], queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/yard', { params: { path: { job } }, signal })) });

export const traceQuery = (job: string, number: string) =>
  queryOptions({
    queryKey: ['yard', job, 'trace', number],
    queryFn: ({ signal }) => answered(api.GET('/jobs/{job}/yard/trace', { params: { path: { job }, query: { number } }, signal })),
  });
