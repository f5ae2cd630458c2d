import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { uuid } from '../../app/time';

export type Test = Schemas['PressureTest'];

/** Whether this person may plan, run and end tests. */
export function useMayTest(): boolean {
  return useWork().person.may.includes('test.run');
}

type Action = 'run' | 'readings' | 'notes' | 'logging' | 'finish' | 'mends' | 'signatures';

/** Something done to a test; the section and the clocks are read anew. A new id each time, the same when it is sent again. */
export function useTestAction<T extends Record<string, unknown>>(test: string, path: Action) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: T) => answered(api.POST(`/tests/{test}/${path}`, { params: { path: { test } }, body: { id: uuid(), ...body } })),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['tests'] });
      await client.invalidateQueries({ queryKey: ['clocks'] });
    },
  });
}
