import type { QueryClient } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import {
  calculationsQuery,
  cardsQuery,
  clocksQuery,
  coverQuery,
  differencesQuery,
  holdPointsQuery,
  instrumentsQuery,
  jobQuery,
  jobsQuery,
  jointMapQuery,
  lineQuery,
  membersQuery,
  nonconformancesQuery,
  rejectsQuery,
  rulebookQuery,
  sectionTestsQuery,
  sessionQuery,
  setoutQuery,
  shiftsQuery,
  systemsQuery,
  yardQuery,
} from '../../api/queries';

/** Asks once for what every view of a main shows, so that it is kept. What somebody may not see is left out; the rest is not. */
export async function everyView(client: QueryClient, job: string, main: Schemas['Main']): Promise<void> {
  // one after another: a flood of requests at once is what a server on a site does not need
  const kept = async (asked: () => Promise<unknown>) => {
    try {
      await asked();
    } catch (fault) {
      console.warn('Not taken along:', fault);
    }
  };
  await kept(() => client.fetchQuery({ ...sessionQuery, staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...jobsQuery, staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...jobQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...lineQuery(main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...clocksQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...membersQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...instrumentsQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...nonconformancesQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...holdPointsQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...differencesQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...rulebookQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...calculationsQuery, staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...setoutQuery(main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...cardsQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...systemsQuery(job), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...rejectsQuery(main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...shiftsQuery(job, main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...coverQuery(main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...jointMapQuery(main.id), staleTime: 0 }));
  await kept(() => client.fetchQuery({ ...yardQuery(job), staleTime: 0 }));
  for (const section of main.sections) await kept(() => client.fetchQuery({ ...sectionTestsQuery(section.id), staleTime: 0 }));
}
