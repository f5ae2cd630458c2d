import { useEffect, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import type { Schemas } from '../api/client';
import { flush, watchOutbox } from '../api/outbox';
import { useWork } from './session';

const TRY_AGAIN_MS = 4000;

/** Entries that wait to be sent, tried again by themselves; and what the server said of those it would not take. */
export function useOutbox(): { waiting: Schemas['EntryDraft'][]; refused: string[]; dismiss: () => void } {
  const { person } = useWork();
  const client = useQueryClient();
  const [waiting, setWaiting] = useState<Schemas['EntryDraft'][]>([]);
  const [refused, setRefused] = useState<string[]>([]);
  useEffect(() => watchOutbox(setWaiting), []);
  useEffect(() => {
    if (waiting.length === 0) return;
    const send = () =>
      void flush(person.id).then(async (sent) => {
        if (sent.refused.length > 0) setRefused((before) => [...before, ...sent.refused.map((error) => error.message)]);
        if (sent.written.length > 0) await client.invalidateQueries();
      });
    const id = window.setInterval(send, TRY_AGAIN_MS);
    window.addEventListener('online', send);
    return () => {
      window.clearInterval(id);
      window.removeEventListener('online', send);
    };
  }, [waiting.length, person.id, client]);
  return { waiting, refused, dismiss: () => setRefused([]) };
}
