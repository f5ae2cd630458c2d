import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { submitTest } from '../../api/outbox';
import { useWork } from '../../app/session';
import { jobNow, uuid } from '../../app/time';
import type { TestDraft } from '../../device/store';

export type Test = Schemas['PressureTest'];

/** Whether this person may plan, run and end tests. */
export function useMayTest(): boolean {
  return useWork().person.may.includes('test.run');
}

type Action = 'run' | 'logging' | 'mends' | 'signatures';

/** Something done to a test; the section and the clocks are read again. A new id each time, the same when it is sent again. */
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

/** What is done to a test while it runs, kept on this device until the server has it; null where it has to wait. */
export function useTestEntry<T extends Record<string, unknown>>(test: string, path: TestDraft['path'], check?: (draft: TestDraft) => Promise<void>) {
  const client = useQueryClient();
  const { person } = useWork();
  return useMutation({
    mutationFn: async (payload: T) => {
      const at = new Date(jobNow()).toISOString();
      const draft: TestDraft = { id: uuid(), kind: 'test', path, subject_type: 'test', subject_id: test, payload, device_at: at };
      await check?.(draft);
      return submitTest(person, draft);
    },
    onSuccess: async () => {
      for (const key of ['tests', 'test-trace', 'clocks']) await client.invalidateQueries({ queryKey: [key] });
    },
  });
}
