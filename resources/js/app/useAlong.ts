import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { alongHere, fullness } from '../device/along';

const KEY = ['along'];

const alongQuery = queryOptions({ queryKey: KEY, queryFn: async () => ({ mains: await alongHere(), room: await fullness() }), staleTime: 60_000 });

/** What this device has taken along, and how full it is. */
export function useAlong() {
  const client = useQueryClient();
  const { data } = useQuery(alongQuery);
  return { mains: data?.mains ?? [], room: data?.room ?? null, look: () => client.invalidateQueries({ queryKey: KEY }) };
}
