import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api } from '../../api/client';
import { rulebookQuery } from '../../api/queries';
import { useWork } from '../../app/session';

/** One change of the job's rulebook; what hangs on it is read again. */
export function useChange() {
  const { job } = useWork();
  const client = useQueryClient();
  return useMutation({
    mutationFn: (
      change: { limit: string; value: number | string; reason: string } | { school: string; reason: string } | { rulebook: string; reason: string },
    ) => answered(api.POST('/jobs/{job}/rulebook', { params: { path: { job: job.id } }, body: change })),
    onSuccess: (page) => {
      client.setQueryData(rulebookQuery(job.id).queryKey, page);
      void client.invalidateQueries({ queryKey: ['bench'] });
      void client.invalidateQueries({ queryKey: ['job'] });
    },
  });
}
