import { answered, api, ConnectionLost, type Schemas } from '../api/client';
import { askRules, HAS_RULES } from '#device-rules';
import { difference, judge, waitingFor } from './judge';
import { catchUp, sittingHere } from './sitting';
import { setAlong, store, type AlongHere } from './store';

type Bench = Schemas['Bench'];

/** How full this device may be before it is said, as a share of what it lets us keep. Our own value. */
const FULL = 0.8;

/** Takes a main along: everything its rules need, kept on this device, and the page itself. */
export async function takeAlong(main: { id: string; name: string }, person: string): Promise<AlongHere> {
  await navigator.storage?.persist?.();
  const given = await answered(api.POST('/mains/{main}/along', { params: { path: { main: main.id } } }));
  const { sittings, ...rest } = given;
  const along: AlongHere = { ...rest, name: main.name, person, taken_here: Date.now(), bytes: new Blob([JSON.stringify(given)]).size };
  const db = await store;
  const tx = db.transaction(['sittings', 'along'], 'readwrite');
  for (const key of await tx.objectStore('sittings').index('main').getAllKeys(main.id)) await tx.objectStore('sittings').delete(key);
  for (const sitting of sittings) await tx.objectStore('sittings').put({ ...sitting, main: main.id });
  await tx.objectStore('along').put(along);
  await tx.done;
  setAlong(true); // from now on answers are kept
  if ('serviceWorker' in navigator) {
    await navigator.serviceWorker.register('/sw.js');
    await navigator.serviceWorker.ready;
  }
  if (HAS_RULES) await askRules('ping', {}); // fetched now, while there is signal
  return along;
}

/** Leaves one main here. What waits to be sent stays. */
export async function leaveHere(main: string): Promise<void> {
  const db = await store;
  for (const key of await db.getAllKeysFromIndex('sittings', 'main', main)) await db.delete('sittings', key);
  await db.delete('along', main);
  if ((await db.count('along')) === 0) {
    await db.clear('kept');
    setAlong(false);
  }
}

/** At the end of a sign-in nothing of the job stays on the device but what has not been sent. */
export async function wipe(): Promise<void> {
  const db = await store;
  await Promise.all([db.clear('sittings'), db.clear('along'), db.clear('kept')]);
  if ((await db.count('entries')) === 0) await db.clear('pictures');
  setAlong(false);
}

/** How much of what it may keep this device keeps; null where it does not say. */
async function fullness(): Promise<{ bytes: number; isFull: boolean } | null> {
  const said = await navigator.storage?.estimate?.();
  return said?.usage === undefined || !said.quota ? null : { bytes: said.usage, isFull: said.usage > FULL * said.quota };
}

/**
 * The mains on this device, and how full it is. The rules begin before somebody needs them: the first verdict does not wait, and those of a new version are
 * fetched while there is signal.
 */
export async function look(): Promise<{ mains: AlongHere[]; room: Awaited<ReturnType<typeof fullness>> }> {
  void askRules('ping', {});
  return { mains: await (await store).getAll('along'), room: await fullness() };
}

/** A work's bench: the server's, with what waits on top; this device's own while the server cannot be reached. */
export async function benchOf(id: string, name: string, ask: () => Promise<Bench>): Promise<Bench> {
  try {
    const bench = await ask();
    await catchUp(id, bench);
    return (await waitingFor(id)).length === 0 ? bench : ((await judge(id, name))?.bench ?? bench);
  } catch (fault) {
    const here = fault instanceof ConnectionLost ? await judge(id, name) : null;
    if (here) return here.bench;
    throw fault;
  }
}

/** Holds what the server made of an entry against what the rules here make of the same entries; a difference is told to the server. */
export async function compare({ bench }: Schemas['Written'], name: string): Promise<void> {
  const before = bench && (await sittingHere(bench.subject_id));
  if (!before) return;
  await catchUp(bench.subject_id, bench);
  const sitting = await sittingHere(bench.subject_id);
  const found = sitting ? await difference(sitting, bench, name) : null;
  if (!found) return;
  const rules = await askRules<{ php: string }>('ping', {});
  const { subject_type, subject_id } = bench;
  await answered(api.POST('/differences', { body: { subject_type, subject_id, rules: `PHP ${rules?.php ?? '?'} on the device`, ...found } })).catch(
    () => undefined, // told again by the next entry that shows it
  );
}
