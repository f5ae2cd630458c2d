import { openDB, type DBSchema } from 'idb';
import { answered, api, ApiError, type Schemas } from './client';

type Draft = Schemas['EntryDraft'];
type Written = Schemas['Written'];

/** An entry that had waited and that the server would not take, and what it said. Kept until somebody has read it. */
export interface RefusedEntry {
  draft: Draft;
  person: string;
  said: string;
}

interface Store extends DBSchema {
  entries: { key: number; value: { draft: Draft; person: string } };
  refused: { key: string; value: RefusedEntry };
}

/**
 * Entries on their way to the server. An entry is put into the device's own store before it is sent and taken out when the server has
 * it or has refused it, so a lost signal or a closed browser loses nothing. Order is kept; the server stores a repeat once.
 */
const store = openDB<Store>('diastoma', 2, {
  upgrade: (db, from) => {
    if (from < 1) db.createObjectStore('entries', { autoIncrement: true });
    db.createObjectStore('refused', { keyPath: 'draft.id' });
  },
});

export interface Outbox {
  waiting: Draft[];
  refused: RefusedEntry[];
}
type Listener = (outbox: Outbox) => void;
const listeners = new Set<Listener>();

async function tell() {
  const db = await store;
  const outbox = { waiting: (await db.getAll('entries')).map((row) => row.draft), refused: await db.getAll('refused') };
  listeners.forEach((listener) => listener(outbox));
}

export function watchOutbox(listener: Listener): () => void {
  listeners.add(listener);
  void tell();
  return () => {
    listeners.delete(listener);
  };
}

/** Somebody has read why an entry was not taken, or has entered it anew. */
export async function forget(id: string) {
  await (await store).delete('refused', id);
  await tell();
}

/** Only these answers end an entry's journey; after any other it is kept and sent again. */
const isFinal = (error: unknown): error is ApiError => error instanceof ApiError && [403, 404, 409, 422].includes(error.status);

/** The server could not take this one; the next may well go through. Whatever else is wrong (no connection, signed out, too many) is wrong for all. */
const isOfThisOneAlone = (error: unknown) => error instanceof ApiError && error.status >= 500 && error.status !== 503;

let queue: Promise<unknown> = Promise.resolve();
const inOrder = <T>(work: () => Promise<T>): Promise<T> => {
  const next = queue.then(work, work);
  queue = next.catch(() => undefined);
  return next;
};

/** Sends what waits, oldest first; answers with what was written. What is refused stands in the list until it is read. */
export const flush = (person: string) => inOrder(() => drain(person));

/** @param own  the entry that somebody is entering just now: its refusal is for them, not for the list */
async function drain(person: string, own?: string): Promise<{ written: Written[]; refused: ApiError | null }> {
  const db = await store;
  const written: Written[] = [];
  let refused: ApiError | null = null;
  for (const key of await db.getAllKeys('entries')) {
    const row = await db.get('entries', key);
    if (!row || row.person !== person) continue; // another's entries wait for their own sign-in
    try {
      written.push(await answered(api.POST('/entries', { body: row.draft })));
      await db.delete('entries', key);
    } catch (error) {
      if (isOfThisOneAlone(error)) continue;
      if (!isFinal(error)) break;
      if (row.draft.id === own) refused = error;
      else await db.put('refused', { draft: row.draft, person, said: error.message });
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
    const { written, refused } = await drain(person, draft.id);
    if (refused) throw refused;
    return written.find((w) => w.entry.id === draft.id) ?? null;
  });
