import { useRef, useState } from 'react';
import type { QueryKey } from '@tanstack/react-query';
import { ApiError, type Schemas } from '../../../api/client';
import { useEntry } from '../useEntry';

type Row = Record<string, number | boolean>;

/** Rows of a series, sent one after another however fast they are tapped; those on their way are known, so that the next bolt is lit at once. */
export function useRows(bench: Schemas['Bench'], queryKey: QueryKey) {
  const entry = useEntry(bench, queryKey);
  const chain = useRef(Promise.resolve());
  const [pending, setPending] = useState<{ key: string; row: Row }[]>([]);
  const [error, setError] = useState<string | null>(null);
  const [kept, setKept] = useState(false);
  const send = (key: string, row: Row) => {
    const one = { key, row };
    setPending((all) => [...all, one]);
    setError(null);
    chain.current = chain.current
      .then(() => entry.mutateAsync({ kind: 'row', payload: { key, row } }))
      .then((written) => setKept(written === null))
      .catch((fault: unknown) => setError(fault instanceof ApiError ? fault.message : 'Not entered. Tap it again.'))
      .finally(() => setPending((all) => all.filter((p) => p !== one)));
  };
  return { send, pending, error, kept };
}
