import { Alert } from '@mui/material';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../../api/client';
import { FileButton } from '../../../app/FileButton';

/** The log of a wrench that writes what it reads. */
export function WrenchFile({ bench, circle, queryKey }: { bench: Schemas['Bench']; circle: string; queryKey: QueryKey }) {
  const client = useQueryClient();
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      form.append('circle', circle);
      return answered(
        api.POST('/joints/{joint}/bolt-log', {
          params: { path: { joint: bench.subject_id } },
          body: form,
        }),
      );
    },
    onSuccess: (judged) => {
      client.setQueryData(queryKey, judged);
      void client.invalidateQueries({ queryKey: ['line'] });
    },
  });
  return (
    <>
      <FileButton
        name="Log of the torque wrench"
        accept=".csv,text/csv,text/plain"
        variant="text"
        disabled={bring.isPending}
        onFile={(file) => bring.mutate(file)}
        sx={{ alignSelf: 'flex-start', minHeight: 48 }}
      >
        Bring the log of a wrench
      </FileButton>
      {bring.error && <Alert severity="error">{bring.error.message}</Alert>}
    </>
  );
}
