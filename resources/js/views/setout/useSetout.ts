import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { post, type Schemas } from '../../api/client';
import { setoutQuery } from '../../api/queries';

/** Alignment and plan of a main, and the ways to change them; every answer is the whole of it. */
export function useSetout(main: string) {
  const client = useQueryClient();
  const query = useQuery(setoutQuery(main));
  const kept = (setout: Schemas['Setout']) => {
    client.setQueryData(setoutQuery(main).queryKey, setout);
    return Promise.all([client.invalidateQueries({ queryKey: ['line', main] }), client.invalidateQueries({ queryKey: ['job'] })]);
  };
  const bring = useMutation({
    mutationFn: (given: File | object) => {
      if (!(given instanceof File)) return post<Schemas['Setout']>(`/mains/${main}/alignment`, given);
      const form = new FormData();
      form.append('file', given);
      return post<Schemas['Setout']>(`/mains/${main}/alignment`, form);
    },
    onSuccess: kept,
  });
  const plan = useMutation({ mutationFn: (request: object) => post<Schemas['Setout']>(`/mains/${main}/plans`, request), onSuccess: kept });
  const adopt = useMutation({ mutationFn: (id: string) => post<Schemas['Setout']>(`/plans/${id}/adopt`), onSuccess: kept });
  return { query, bring, plan, adopt };
}
