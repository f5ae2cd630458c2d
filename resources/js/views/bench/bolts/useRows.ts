import { useLayoutEffect, useRef, useState } from 'react';
import type { QueryKey } from '@tanstack/react-query';
import { ApiError, type Schemas } from '../../../api/client';
import { unusualOf } from '../AskSize';
import { useEntry } from '../useEntry';

type Row = Record<string, number | boolean>;

interface Pending {
  key: string;
  row: Row;
  /** what was drawn when its answer came: it stays known until something newer is */
  drawn: Schemas['Bench'] | null;
}

/**
 * Rows of a series, sent one after another however fast they are tapped. Those on their way are known until what is drawn has them, so that the next bolt
 * is lit at once and none is lit twice.
 */
export function useRows(bench: Schemas['Bench'], queryKey: QueryKey) {
  const entry = useEntry(bench, queryKey);
  const chain = useRef(Promise.resolve());
  const latest = useRef(bench);
  const [pending, setPending] = useState<Pending[]>([]);
  const [error, setError] = useState<string | null>(null);
  const [asked, setAsked] = useState<{ key: string; row: Row; said: string } | null>(null);
  const [kept, setKept] = useState(false);
  useLayoutEffect(() => {
    latest.current = bench;
    setPending((all) => (all.some((p) => p.drawn !== null && p.drawn !== bench) ? all.filter((p) => p.drawn === null || p.drawn === bench) : all));
  }, [bench]);
  const send = (key: string, row: Row, isKept = false) => {
    const one: Pending = { key, row, drawn: null };
    const isOne = (p: Pending) => p.row === row;
    const drop = () => setPending((all) => all.filter((p) => !isOne(p)));
    setPending((all) => [...all, one]);
    setError(null);
    setAsked(null);
    chain.current = chain.current
      .then(() => entry.mutateAsync({ kind: 'row', payload: { key, row, ...(isKept ? { kept: true } : {}) } }))
      .then((written) => {
        setKept(written === null);
        if (written === null) drop();
        else setPending((all) => all.map((p) => (isOne(p) ? { ...p, drawn: latest.current } : p)));
      })
      .catch((fault: unknown) => {
        const ask = unusualOf(fault);
        if (ask) setAsked({ key, row, said: ask.said });
        else setError(fault instanceof ApiError ? fault.message : 'Not entered. Tap it again.');
        drop();
      });
  };
  /** A number beyond what is usual, which is sent again where whoever read it keeps it. */
  const keep = () => asked && send(asked.key, asked.row, true);
  return { send, pending, error, kept, asked, keep };
}
