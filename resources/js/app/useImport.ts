import { useRef, useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { answered, api } from '../api/client';
import { uuid } from './time';

/** A file that is being taken in: seen as it goes, and cancelled with nothing stored. */
export function useImport(cancel: (id: string) => Promise<unknown>) {
  const [running, setRunning] = useState<string | null>(null);
  const upload = useRef<AbortController | null>(null);
  const progress = useQuery({
    queryKey: ['import', running],
    queryFn: ({ signal }) => answered(api.GET('/imports/{import}', { params: { path: { import: running ?? '' } }, signal })),
    enabled: running !== null,
    refetchInterval: 400,
    gcTime: 0,
  });
  const seen = progress.data?.import;
  return {
    isRunning: running !== null,
    /** how far it is; nothing before the server has begun */
    seen,
    begin: () => {
      const id = uuid();
      setRunning(id);
      upload.current = new AbortController();
      return { id, signal: upload.current.signal };
    },
    end: () => setRunning(null),
    cancel: async () => {
      if (running === null) return;
      await cancel(running).catch(() => undefined);
      if (!seen) upload.current?.abort();
    },
  };
}
