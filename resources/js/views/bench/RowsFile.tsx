import { Alert } from '@mui/material';
import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { FileButton } from '../../app/FileButton';

/** Brings rows of a series as a file, or as what was pasted: all of them or none. */
export function useRowsFile(bench: Schemas['Bench'], series: string, queryKey: QueryKey) {
  const client = useQueryClient();
  return useMutation({
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
}

/** Rows of a series out of a file: of a profiler, a density gauge, a supplier; or pasted from a spreadsheet. */
export function RowsFile({ series, bring }: { series: string; bring: ReturnType<typeof useRowsFile> }) {
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
        From a file, or paste a table
      </FileButton>
      {bring.error && <Alert severity="error">{bring.error.message}</Alert>}
    </>
  );
}
