import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { look } from '../device';

const KEY = ['along'];

const alongQuery = queryOptions({ queryKey: KEY, queryFn: look, staleTime: 60_000 });

/** What this device has taken along, and how full it is. */
export function useAlong() {
  const client = useQueryClient();
  const { data } = useQuery(alongQuery);
  return { mains: data?.mains ?? [], room: data?.room ?? null, look: () => client.invalidateQueries({ queryKey: KEY }) };
}
