import { queryOptions } from '@tanstack/react-query';
import { setJobNow } from '../app/time';
import { ApiError, get, type Schemas } from './client';

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async ({ signal }) => {
    try {
      return await get<Schemas['Person']>('/session', signal);
    } catch (error) {
      if (error instanceof ApiError && error.status === 401) return null;
      throw error;
    }
  },
  staleTime: 60_000,
});

export const jobQuery = queryOptions({
  queryKey: ['job'],
  queryFn: async ({ signal }) => {
    const { jobs } = await get<{ jobs: Schemas['JobSummary'][] }>('/jobs', signal);
    const first = jobs[0];
    if (!first) throw new Error('There is no job yet. Ask the office to set one up.');
    const job = await get<Schemas['Job']>(`/jobs/${first.id}`, signal);
    setJobNow(job.now);
    return job;
  },
  staleTime: 30_000,
});

export const lineQuery = (main: string) =>
  queryOptions({
    queryKey: ['line', main],
    queryFn: ({ signal }) => get<Schemas['Line']>(`/mains/${main}/line`, signal),
    refetchInterval: 20_000,
  });

export const clocksQuery = (job: string) =>
  queryOptions({
    queryKey: ['clocks', job],
    queryFn: async ({ signal }) => {
      const clocks = await get<Schemas['Clocks']>(`/jobs/${job}/clocks`, signal);
      setJobNow(clocks.now);
      return clocks;
    },
    refetchInterval: 10_000,
  });

export const benchQuery = (joint: string) =>
  queryOptions({ queryKey: ['bench', 'joint', joint], queryFn: ({ signal }) => get<Schemas['Bench']>(`/joints/${joint}`, signal) });

/** Without a method the one that suits the section best is planned. */
export const sectionTestsQuery = (section: string, method: string | null = null, options: Record<string, string> = {}) => {
  const query = new URLSearchParams([
    ...(method === null ? [] : [['method', method]]),
    ...Object.entries(options).map(([key, value]) => [`options[${key}]`, value]),
  ] as [string, string][]).toString();
  return queryOptions({
    queryKey: ['tests', section, query],
    queryFn: ({ signal }) => get<Schemas['SectionTests']>(`/sections/${section}/tests${query === '' ? '' : `?${query}`}`, signal),
  });
};

export const calculationsQuery = queryOptions({
  queryKey: ['reckoner'],
  queryFn: ({ signal }) => get<{ calculations: Schemas['Calculation'][] }>('/reckoner', signal),
  staleTime: Infinity,
});

export const rulebookQuery = (job: string) =>
  queryOptions({ queryKey: ['rulebook', job], queryFn: ({ signal }) => get<Schemas['RulebookPage']>(`/jobs/${job}/rulebook`, signal) });

export const fusionTraceQuery = (id: string) =>
  queryOptions({
    queryKey: ['fusion-trace', id],
    queryFn: ({ signal }) => get<{ samples: Schemas['FusionSample'][] }>(`/fusion-traces/${id}`, signal),
    staleTime: Infinity,
  });

export const setoutQuery = (main: string) =>
  queryOptions({ queryKey: ['setout', main], queryFn: ({ signal }) => get<Schemas['Setout']>(`/mains/${main}/setout`, signal) });

export const systemsQuery = queryOptions({ queryKey: ['joint-systems'], queryFn: ({ signal }) => get<Schemas['JointSystems']>('/joint-systems', signal) });

export const rejectsQuery = (main: string) =>
  queryOptions({ queryKey: ['rejects', main], queryFn: ({ signal }) => get<Schemas['Rejects']>(`/mains/${main}/rejects`, signal) });
