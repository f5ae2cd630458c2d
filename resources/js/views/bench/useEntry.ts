import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../api/client';
import { submit } from '../../api/outbox';
import { useWork } from '../../app/session';
import { jobNow, uuid } from '../../app/time';

type Bench = Schemas['Bench'];

/** Writes one entry about a bench's subject; the judged bench comes back, or null while there is no connection. */
export function useEntry(bench: Pick<Bench, 'subject_type' | 'subject_id'>, queryKey: QueryKey) {
  const { person } = useWork();
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({
      kind,
      payload,
    }: {
      kind: 'reading' | 'list' | 'round' | 'shift' | 'row' | 'overrule' | 'signature' | 'picture' | 'cut_out';
      payload: Record<string, unknown>;
    }) =>
      submit(person, {
        id: uuid(),
        kind,
        subject_type: bench.subject_type as 'joint' | 'section' | 'stretch' | 'delivery' | 'day',
        subject_id: bench.subject_id,
        payload,
        device_at: new Date(jobNow()).toISOString(),
      }),
    onSuccess: async (written) => {
      if (!written?.bench) return;
      await client.cancelQueries({ queryKey }); // what was asked before this knows less
      if (bench.subject_type !== 'section') client.setQueryData(queryKey, written.bench);
      else void client.invalidateQueries({ queryKey });
      void client.invalidateQueries({ queryKey: ['line'] });
      void client.invalidateQueries({ queryKey: ['clocks'] });
      if (bench.subject_type === 'day') void client.invalidateQueries({ queryKey: ['bench'] });
      if (bench.subject_type === 'stretch') void client.invalidateQueries({ queryKey: ['cover'] });
      if (bench.subject_type === 'delivery') void client.invalidateQueries({ queryKey: ['yard'] });
    },
  });
}
