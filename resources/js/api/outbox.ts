import { openDB, type DBSchema } from 'idb';
import { ApiError, ConnectionLost, post, type Schemas } from './client';

type Draft = Schemas['EntryDraft'];
type Written = Schemas['Written'];

interface Store extends DBSchema {
  entries: { key: number; value: { draft: Draft; person: string } };
}

/**
 * Entries on their way to the server. An entry is put into the device's own store before it is sent and taken out when the server has
 * it or has refused it, so a lost signal or a closed browser loses nothing. Order is kept; the server stores a repeat once.
 */
const store = openDB<Store>('diastoma', 1, {
  upgrade: (db) => {
    db.createObjectStore('entries', { autoIncrement: true });
  },
});

type Listener = (waiting: Draft[]) => void;
const listeners = new Set<Listener>();

async function tell() {
  const all = (await (await store).getAll('entries')).map((row) => row.draft);
  listeners.forEach((listener) => listener(all));
}

export function watchOutbox(listener: Listener): () => void {
  listeners.add(listener);
  void tell();
  return () => {
    listeners.delete(listener);
  };
}

/** Only these answers end an entry's journey; after any other it is kept and sent again. */
const isFinal = (error: unknown): error is ApiError => error instanceof ApiError && [403, 404, 409, 422].includes(error.status);

let queue: Promise<unknown> = Promise.resolve();
const inOrder = <T>(work: () => Promise<T>): Promise<T> => {
  const next = queue.then(work, work);
  queue = next.catch(() => undefined);
  return next;
};

/** Sends what waits, oldest first; answers with what was written. Stops at the first that does not get through. */
export const flush = (person: string) => inOrder(() => drain(person));

async function drain(person: string): Promise<{ written: Written[]; refused: ApiError[] }> {
  const db = await store;
  const written: Written[] = [];
  const refused: ApiError[] = [];
  for (const key of await db.getAllKeys('entries')) {
    const row = await db.get('entries', key);
    if (!row || row.person !== person) continue; // another's entries wait for their own sign-in
    try {
      written.push(await post<Written>('/entries', row.draft));
      await db.delete('entries', key);
    } catch (error) {
      if (!isFinal(error)) break;
      refused.push(error);
      await db.delete('entries', key);
    }
  }
  await tell();
  return { written, refused };
}

/** Keeps the entry, sends it with everything before it, and answers with the judged subject; null when it has to wait. */
export const submit = (person: string, draft: Draft): Promise<Written | null> =>
  inOrder(async () => {
    await (await store).add('entries', { draft, person });
    await tell();
    const { written, refused } = await drain(person);
    const mine = written.find((w) => w.entry.id === draft.id);
    if (mine) return mine;
    const last = refused.at(-1);
    if (last) throw last;
    return null;
  });

export { ConnectionLost };
