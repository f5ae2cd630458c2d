import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { setoutQuery } from '../../api/queries';

/** Alignment and plan of a main, and the ways to change them; every answer is the whole of it. */
export function useSetout(main: string) {
  const client = useQueryClient();
  const query = useQuery(setoutQuery(main));
  const kept = (setout: Schemas['Setout']) => {
    client.setQueryData(setoutQuery(main).queryKey, setout);
    return Promise.all([client.invalidateQueries({ queryKey: ['line', main] }), client.invalidateQueries({ queryKey: ['job'] })]);
  };
  const params = { path: { main } };
  const bring = useMutation({
    mutationFn: (given: File | object) => {
      if (!(given instanceof File)) return answered(api.POST('/mains/{main}/alignment', { params, body: given }));
      const form = new FormData();
      form.append('file', given);
      return answered(api.POST('/mains/{main}/alignment', { params, body: form }));
    },
    onSuccess: kept,
  });
  const plan = useMutation({ mutationFn: (request: object) => answered(api.POST('/mains/{main}/plans', { params, body: request })), onSuccess: kept });
  const adopt = useMutation({ mutationFn: (id: string) => answered(api.POST('/plans/{plan}/adopt', { params: { path: { plan: id } } })), onSuccess: kept });
  return { query, bring, plan, adopt };
}
