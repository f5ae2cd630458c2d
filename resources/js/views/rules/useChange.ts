import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { rulebookQuery } from '../../api/queries';
import { useWork } from '../../app/session';

type Change = { reason: string } & (
  | { limit: string; value: number | string }
  | { school: string }
  | { rulebook: string }
  | { hold_point: { occasion: string; roles: string[]; procedure?: string; step?: string } }
  | { drop_hold_point: string }
  | { certificates: string[] }
  | { one_by_one: string[] }
);

/** One change of the job's rulebook; what hangs on it is read again. */
export function useChange() {
  const { job } = useWork();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (change: Change) => answered(api.POST('/jobs/{job}/rulebook', { params: { path: { job: job.id } }, body: change })),
    onSuccess: (page) => {
      client.setQueryData(rulebookQuery(job.id).queryKey, page);
      void client.invalidateQueries({ queryKey: ['bench'] });
      void client.invalidateQueries({ queryKey: ['job'] });
    },
  });
}
