import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Schemas } from '../api/client';
import { catchUp, learn, sittingHere } from './sitting';
import { store, type SittingHere, type Waiting } from './store';

const entry = (k: number) => ({ id: `e${k}`, kind: 'reading', payload: { value: k }, taken_at: '2026-01-01T00:00:00Z', by: 'Ada Brook' });
const sitting = (...of: number[]) => ({ subject_id: 's', rulebook_id: 'r', beside: {}, work: { facts: {} }, history: of.map(entry) }) as unknown as SittingHere;
const bench = (entries: number) => ({ subject_id: 's', subject_type: 'joint', entries, facts: { count: entries } }) as unknown as Schemas['Bench'];
const written = (k: number) =>
  ({ entry: { ...entry(k), device_at: entry(k).taken_at, server_at: '2026-01-01T00:00:01Z' }, bench: bench(k) }) as unknown as Schemas['Written'];
const row = { draft: { subject_id: 's' }, name: 'Ada Brook' } as unknown as Waiting;

const account = vi.hoisted(() => ({ of: (): Promise<unknown> => Promise.resolve() }));
vi.mock('../api/client', () => ({ api: { GET: () => account.of() }, answered: (given: Promise<unknown>) => given }));

/** The server's own account of the work, given when it is let go. */
function answersLate(given: unknown): () => void {
  let go = () => {};
  const held = new Promise<void>((resolve) => (go = resolve));
  account.of = () => held.then(() => given);
  return go;
}

const known = async () => (await sittingHere('s'))?.history.map(({ id }) => id);

beforeEach(async () => {
  vi.stubGlobal('localStorage', { getItem: () => '1' });
  await (await store).put('sittings', { ...sitting(1, 2), main: 'm' });
});
afterEach(() => vi.unstubAllGlobals());

// Found: an account of the work that came late was put over what had been learnt since it was asked for; the next answer then stood in the place of that.
test('what is learnt while the account of others’ work is on its way is not lost', async () => {
  const go = answersLate(sitting(1, 2, 3));
  const asked = catchUp('s', bench(3));
  await learn(written(4), row);
  go();
  await asked;
  expect(await known()).toEqual(['e1', 'e2', 'e3', 'e4']);
  await learn(written(5), row);
  expect(await known()).toEqual(['e1', 'e2', 'e3', 'e4', 'e5']);
});

test('of answers that come at once each is learnt, once', async () => {
  await Promise.all([3, 4, 5, 4, 3].map((k) => learn(written(k), row)));
  expect((await known())?.sort()).toEqual(['e1', 'e2', 'e3', 'e4', 'e5']);
});

test('what the server does not have any more is not kept for it', async () => {
  const go = answersLate(sitting(1));
  go();
  await catchUp('s', bench(1));
  expect(await known()).toEqual(['e1']);
});
