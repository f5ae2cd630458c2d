import { Alert } from '@mui/material';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { FileButton } from '../../app/FileButton';

/** Rows of a series out of a file: of a profiler, a density gauge, a supplier. */
export function RowsFile({ bench, series, queryKey }: { bench: Schemas['Bench']; series: string; queryKey: QueryKey }) {
  const client = useQueryClient();
  const bring = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData();
      form.append('file', file);
      form.append('key', series);
      return answered(api.POST('/works/{work}/rows', { params: { path: { work: bench.subject_id } }, body: form }));
    },
    onSuccess: (judged) => {
      client.setQueryData(queryKey, judged);
      for (const key of ['cover', 'yard']) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  return (
    <>
      <FileButton
        name={`Rows as CSV: ${series}`}
        accept=".csv,text/csv,text/plain"
        variant="text"
        disabled={bring.isPending}
        onFile={(file) => bring.mutate(file)}
        sx={{ minHeight: 48 }}
      >
        From a file
      </FileButton>
      {bring.error && <Alert severity="error">{bring.error.message}</Alert>}
    </>
  );
}
