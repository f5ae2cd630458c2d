import { Alert, Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { benchQuery } from '../../api/queries';
import { useWork } from '../../app/session';

/** Says so when a finished joint was judged before the rulebook last changed, and lets a supervisor judge it again. */
export function JudgedUnder({ bench }: { bench: Schemas['Bench'] }) {
  const { person } = useWork();
  const client = useQueryClient();
  const again = useMutation({
    mutationFn: () => answered(api.POST('/joints/{joint}/judge', { params: { path: { joint: bench.subject_id } } })),
    onSuccess: (judged) => {
      client.setQueryData(benchQuery(bench.subject_id).queryKey, judged);
      void client.invalidateQueries({ queryKey: ['line'] });
      void client.invalidateQueries({ queryKey: ['rulebook'] });
    },
  });
  const { version, current_version } = bench.rulebook;
  if (version === current_version) return null;
  const may = person.may.includes('joint.judge_again');
  const ask = may ? '' : 'A supervisor or an inspector can judge it again.';
  return (
    <Alert
      severity={again.error ? 'error' : 'info'}
      action={
        may && (
          <Button size="small" disabled={again.isPending} onClick={() => again.mutate()}>
            Judge it again
          </Button>
        )
      }
    >
      {again.error ? again.error.message : `Judged under version ${version} of the rulebook; the job now works by version ${current_version}. ${ask}`}
    </Alert>
  );
}
