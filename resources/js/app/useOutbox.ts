import { useEffect, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { flush, watchOutbox, type Outbox, type RefusedEntry } from '../api/outbox';
import { useWork } from './session';

const TRY_AGAIN_MS = 4000;

function useWatched(): Outbox {
  const [outbox, setOutbox] = useState<Outbox>({ waiting: [], refused: [] });
  useEffect(() => watchOutbox(setOutbox), []);
  return outbox;
}

/** Entries that wait to be sent, tried again by themselves; and those that the server would not take, with what it said. */
export function useOutbox(): Outbox {
  const { person } = useWork();
  const client = useQueryClient();
  const outbox = useWatched();
  const waiting = outbox.waiting.length;
  useEffect(() => {
    if (waiting === 0) return;
    const send = () =>
      void flush(person.id).then(async (sent) => {
        if (sent.written.length > 0) await client.invalidateQueries();
      });
    const id = window.setInterval(send, TRY_AGAIN_MS);
    window.addEventListener('online', send);
    return () => {
      window.clearInterval(id);
      window.removeEventListener('online', send);
    };
  }, [waiting, person.id, client]);
  return outbox;
}

/** What was refused of one subject's readings after it had waited, by the reading's key. */
export function useRefused(subjectId: string): Record<string, RefusedEntry> {
  const { refused } = useWatched();
  const own = refused.filter((r) => r.draft.subject_id === subjectId);
  return Object.fromEntries(own.map((r) => [String((r.draft.payload as { key?: unknown }).key), r]));
}
