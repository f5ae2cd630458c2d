import { answered, api, type Schemas } from '../api/client';
import { hasAlong, store, type SittingHere, type Waiting } from './store';

type Bench = Schemas['Bench'];

/** A work that was taken along. */
export const sittingHere = async (id: string): Promise<SittingHere | undefined> => (hasAlong() ? (await store).get('sittings', id) : undefined);

/** Takes what the server has written into what this device knows of the work: in one go, as the next answer may come meanwhile. */
export async function learn({ entry, bench }: Schemas['Written'], { draft, name }: Waiting): Promise<void> {
  if (!hasAlong() || !bench) return;
  const tx = (await store).transaction('sittings', 'readwrite');
  const sitting = await tx.store.get(draft.subject_id);
  if (sitting && !sitting.history.some((e) => e.id === entry.id))
    await tx.store.put({
      ...sitting,
      beside: Object.fromEntries(Object.keys(sitting.beside).map((key) => [key, bench[key as keyof Bench]])),
      work: { ...sitting.work, facts: bench.facts },
      history: [
        ...sitting.history,
        { id: entry.id, kind: entry.kind, payload: entry.payload, taken_at: entry.device_at, by: name, received_at: entry.server_at },
      ],
    });
  await tx.done;
}

/** Others have worked on it meanwhile: what they entered is fetched. What was learnt while it came stays, in its place behind it. */
export async function catchUp(id: string, bench: Bench): Promise<void> {
  const before = await sittingHere(id);
  if (!before || bench.entries === before.history.length) return;
  const { rulebook, ...fresh } = await answered(api.GET('/sittings/{kind}/{subject}', { params: { path: { kind: bench.subject_type, subject: id } } }));
  const tx = (await store).transaction(['sittings', 'along'], 'readwrite');
  const sittings = tx.objectStore('sittings');
  const known = new Set([...before.history, ...fresh.history].map((entry) => entry.id));
  const { main, beside, work, history } = (await sittings.get(id)) ?? before;
  const late = history.filter((entry) => !known.has(entry.id));
  const merged = late.length === 0 ? fresh : { ...fresh, beside, work: { ...fresh.work, facts: work.facts }, history: [...fresh.history, ...late] };
  await sittings.put({ ...merged, main });
  const along = await tx.objectStore('along').get(main);
  if (along && rulebook) await tx.objectStore('along').put({ ...along, rulebooks: { ...along.rulebooks, [fresh.rulebook_id]: rulebook } });
  await tx.done;
}
