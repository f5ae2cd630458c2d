import { alongOf, judging } from '../device';
import { hasAlong, store, type Draft, type RefusedEntry, type TestDraft, type Waiting } from '../device/store';
import { answered, api, ApiError, type Schemas } from './client';

export type { RefusedEntry, Waiting } from '../device/store';

type Written = Schemas['Written'];
type Test = Schemas['PressureTest'];

/** An entry that the server has taken, with the draft that it came from. */
export interface Sent {
  written: Written;
  row: Waiting;
}

export interface Outbox {
  waiting: Waiting[];
  refused: RefusedEntry[];
}
type Listener = (outbox: Outbox) => void;
const listeners = new Set<Listener>();

async function tell() {
  const db = await store;
  const outbox = { waiting: await db.getAll('entries'), refused: await db.getAll('refused') };
  listeners.forEach((listener) => listener(outbox));
}

export function watchOutbox(listener: Listener): () => void {
  listeners.add(listener);
  void tell();
  return () => {
    listeners.delete(listener);
  };
}

/** How many entries of somebody have not been sent. */
export const unsentOf = async (person: string) => (await (await store).getAll('entries')).filter((row) => row.person === person).length;

/** Somebody has read why an entry was not taken, or has entered it again. */
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

interface Whose {
  id: string;
  name: string;
}

/** Sends what waits, oldest first; answers with what was written. What is refused stands in the list until it is dealt with. */
export const flush = (person: Whose) => inOrder(() => drain(person));

/**
 * Hands in what somebody else made on this device, who does not sign in here any more.
 *
 * @param by  who hands it in: the server asks whether they may
 */
export const handIn = (whose: Whose) => inOrder(() => drain(whose, undefined, whose.id));

const isTest = (draft: Draft | TestDraft): draft is TestDraft => draft.kind === 'test';

interface Drained {
  written: Sent[];
  /** tests that something was done to, by the draft of what was done */
  tests: Map<string, Test>;
  refused: ApiError | null;
}

/** @param own  the entry that somebody is entering just now: its refusal is for them, not for the list */
async function drain(person: Whose, own?: string, madeBy?: string): Promise<Drained> {
  const db = await store;
  const written: Sent[] = [];
  const tests: Drained['tests'] = new Map();
  let refused: ApiError | null = null;
  for (const key of await db.getAllKeys('entries')) {
    const row = await db.get('entries', key);
    if (!row || row.person !== person.id) continue; // another's entries wait for their own sign-in
    const { draft } = row;
    if (isTest(draft) && madeBy !== undefined) continue; // a test is run under one's own name
    try {
      if (isTest(draft)) tests.set(draft.id, await sendTest(draft));
      else {
        await sendPicture(draft);
        const taken = await answered(api.POST('/entries', { body: madeBy === undefined ? draft : { ...draft, for: madeBy } }));
        if (await alongOf(draft.subject_id)) await (await judging()).learn(taken, row);
        written.push({ written: taken, row });
      }
      await db.delete('entries', key);
    } catch (error) {
      if (isOfThisOneAlone(error)) continue;
      if (!isFinal(error)) break;
      if (row.draft.id === own) refused = error;
      else await db.put('refused', { draft: row.draft, person: person.id, said: error.message });
      await db.delete('entries', key);
    }
  }
  await tell();
  return { written, tests, refused };
}

/** What was done to a test, at the time at which it was done. */
async function sendTest({ id, path, subject_id: test, payload, device_at: at }: TestDraft): Promise<Test> {
  const taken = await answered(api.POST(`/tests/{test}/${path}`, { params: { path: { test } }, body: { ...payload, id, at } as never }));
  if (hasAlong()) await (await import('../device/kept')).amendTest(taken);
  return taken;
}

/** A picture goes ahead of the entry that names it; sent twice it is one. */
async function sendPicture({ kind, payload }: Draft): Promise<void> {
  const db = await store;
  const { sha256 } = payload as { sha256?: unknown };
  const picture = kind === 'picture' && typeof sha256 === 'string' ? await db.get('pictures', sha256) : undefined;
  if (!picture) return;
  const form = new FormData();
  form.append('file', picture.blob, 'picture.jpg');
  await answered(api.POST('/pictures', { body: form }));
  await db.delete('pictures', picture.sha256);
}

async function put(person: Whose, draft: Draft | TestDraft): Promise<void> {
  const db = await store;
  try {
    await db.add('entries', { draft, person: person.id, name: person.name });
  } catch (fault) {
    if (fault instanceof DOMException && fault.name === 'QuotaExceededError')
      throw new Error('This device is full. Nothing that waits is thrown away. Make room (pictures, films, other programs), then enter it again.', {
        cause: fault,
      });
    throw fault;
  }
  void tell(); // nobody waits for what is said about it
}

/**
 * Keeps the entry and answers with the judged subject: from the rules on this device where it was taken along, else from the server,
 * with everything before it; null when it has to wait.
 */
export async function submit(person: Whose, draft: Draft): Promise<Pick<Written, 'bench'> | null> {
  const along = await alongOf(draft.subject_id);
  // kept and sent in one turn: nobody else's turn may send it, and hear what is said to it
  if (!along)
    return inOrder(async () => {
      await put(person, draft);
      const { written, refused } = await drain(person, draft.id);
      if (refused) throw refused;
      return written.find((one) => one.row.draft.id === draft.id)?.written ?? null;
    });
  await put(person, { ...draft, along: along.person === person.id ? along.taking : null });
  const here = await (await judging()).judge(draft.subject_id, person.name);
  const refusal = here?.refused.find((one) => one.id === draft.id);
  if (here && !refusal) return { bench: here.bench };
  if (refusal && !navigator.onLine) {
    await takeBack(draft.id);
    throw new ApiError(422, refusal.said, refusal.errors);
  }
  // the server is right in the end: it is asked while it can be reached
  const { written, refused } = await inOrder(() => drain(person, draft.id));
  if (refused) throw refused;
  const own = written.find((one) => one.row.draft.id === draft.id)?.written ?? null;
  if (own || !refusal) return own;
  await takeBack(draft.id);
  throw new ApiError(422, refusal.said, refusal.errors);
}

/** Keeps what was done to a running test, and sends it with everything before it; null when it has to wait. */
export const submitTest = (person: Whose, draft: TestDraft): Promise<Test | null> =>
  inOrder(async () => {
    await put(person, draft);
    const { tests, refused } = await drain(person, draft.id);
    if (refused) throw refused;
    return tests.get(draft.id) ?? null;
  });

/** An entry that the rules here refuse while nobody else can be asked: whoever entered it reads why, and enters it again. */
async function takeBack(id: string): Promise<void> {
  const db = await store;
  for (const key of await db.getAllKeys('entries')) if ((await db.get('entries', key))?.draft.id === id) await db.delete('entries', key);
  await tell();
}
