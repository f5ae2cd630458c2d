import { useEffect, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { flush, watchOutbox, type Outbox, type RefusedEntry, type Sent } from '../api/outbox';
import { hasAlong } from '../device/store';
import { useWork } from './session';

const TRY_AGAIN_MS = 4000;

function useWatched(): Outbox {
  const [outbox, setOutbox] = useState<Outbox>({ waiting: [], refused: [] });
  useEffect(() => watchOutbox(setOutbox), []);
  return outbox;
}

/** Answers that somebody else gave again since, from what has just gone out. */
const overtaken = (sent: Sent[]) => sent.flatMap(({ written, row }) => written.overtaken.map(({ said }) => ({ id: row.draft.id, said })));

/** Entries that wait to be sent, tried again by themselves; those that the server would not take; and those that others have overtaken. */
export function useOutbox() {
  const { person } = useWork();
  const client = useQueryClient();
  const outbox = useWatched();
  const [over, setOver] = useState<{ id: string; said: string }[]>([]);
  const { id, name } = person;
  const own = outbox.waiting.filter((row) => row.person === id).length;
  useEffect(() => {
    if (own === 0) return;
    const send = () =>
      void flush({ id, name }).then(async ({ written, tests }) => {
        if (tests.size > 0) for (const key of ['tests', 'test-trace', 'clocks']) await client.invalidateQueries({ queryKey: [key] });
        if (written.length === 0) return;
        setOver((before) => [...before, ...overtaken(written)]);
        if (hasAlong()) await (await import('../device/draw')).draw(client, written, name);
        else await client.invalidateQueries();
      });
    if (hasAlong()) send(); // else whoever enters it sends it
    const timer = window.setInterval(send, TRY_AGAIN_MS);
    window.addEventListener('online', send);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener('online', send);
    };
  }, [own, id, name, client]);
  return { ...outbox, overtaken: over, seen: (seen: string) => setOver((before) => before.filter((one) => one.id !== seen)) };
}

/** What was refused of one subject's readings after it had waited, by the reading's key. */
export function useRefused(subjectId: string): Record<string, RefusedEntry> {
  const [refused, setRefused] = useState<RefusedEntry[]>([]);
  useEffect(() => watchOutbox((outbox) => setRefused((before) => (before.length + outbox.refused.length === 0 ? before : outbox.refused))), []);
  const own = refused.filter((r) => r.draft.subject_id === subjectId);
  return Object.fromEntries(own.map((r) => [String((r.draft.payload as { key?: unknown }).key), r]));
}
