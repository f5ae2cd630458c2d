import 'fake-indexeddb/auto';
import { beforeEach, expect, test, vi } from 'vitest';
import { ApiError, ConnectionLost } from './client';
import { store, type TestDraft } from '../device/store';
import type { Outbox } from './outbox';

const { flush, forget, handIn, submit, submitTest, watchOutbox } = await import('./outbox');

const ada = { id: 'ada', name: 'Ada' };
const olaf = { id: 'olaf', name: 'Olaf' };
const draft = (id: string, key = 'ambient_c') => ({
  id,
  kind: 'reading' as const,
  subject_type: 'joint' as const,
  subject_id: 'j1',
  payload: { key, value: 12 },
  device_at: '2026-11-23T08:00:00Z',
});

/** The server as it would answer each entry: by its id an error, or what was written. */
const server = (answers: Record<string, Error> = {}) => {
  const fetch = vi.fn(async (request: Request) => {
    const { id } = (await request.json()) as { id: string };
    const error = answers[id];
    if (error instanceof ApiError) {
      return new Response(JSON.stringify({ type: 'about:blank', title: error.message, status: error.status, errors: [] }), { status: error.status });
    }
    if (error) throw error;
    return new Response(JSON.stringify({ entry: { id }, bench: {} }), { status: 201 });
  });
  vi.stubGlobal('fetch', fetch);
  return fetch;
};

/** What the list shows: entries that wait, and entries that were refused. */
async function list() {
  const seen = await new Promise<Outbox>((resolve) => watchOutbox(resolve));
  return { waiting: seen.waiting.map((d) => d.draft.id), refused: seen.refused.map((r) => [r.draft.id, r.said]) };
}

beforeEach(async () => {
  vi.stubGlobal('document', { cookie: '' });
  server();
  await flush(ada);
  for (const [id] of (await list()).refused) await forget(id as string);
});

test('an entry is kept while there is no connection, and sent when it is back', async () => {
  server({ a: new ConnectionLost() });
  expect(await submit(ada, draft('a'))).toBeNull();
  expect((await list()).waiting).toEqual(['a']);
  server();
  expect((await flush(ada)).written.map((w) => w.written.entry.id)).toEqual(['a']);
  expect(await list()).toEqual({ waiting: [], refused: [] });
});

// Found: the refusal of an entry that had waited was thrown at whoever was entering something else, or was lost.
test('a refusal of a waiting entry is told in the list, and not to another entry that is just being sent', async () => {
  server({ a: new ConnectionLost() });
  await submit(ada, draft('a'));
  server({ a: new ApiError(409, 'This step is shut.') });
  expect(await submit(ada, draft('b', 'pipe_c'))).toMatchObject({ entry: { id: 'b' } });
  expect(await list()).toEqual({ waiting: [], refused: [['a', 'This step is shut.']] });
  await forget('a');
  expect((await list()).refused).toEqual([]);
});

test('a refusal of the entry just sent is told to whoever entered it, once', async () => {
  server({ a: new ApiError(422, 'Not a number.') });
  await expect(submit(ada, draft('a'))).rejects.toThrow('Not a number.');
  expect(await list()).toEqual({ waiting: [], refused: [] });
});

// Found: one entry that the server could not take held up all that came after it.
test('an entry that the server cannot take does not hold up the others', async () => {
  server({ a: new ApiError(500, 'Something broke.') });
  expect(await submit(ada, draft('a'))).toBeNull();
  expect(await submit(ada, draft('b'))).toMatchObject({ entry: { id: 'b' } });
  expect((await list()).waiting).toEqual(['a']);
  server();
  await flush(ada);
  expect((await list()).waiting).toEqual([]);
});

test.each([401, 419, 429])('%i says the same to every entry: the rest is not tried, and nothing is lost', async (status) => {
  server({ a: new ConnectionLost(), b: new ConnectionLost() });
  await submit(ada, draft('a'));
  await submit(ada, draft('b'));
  const fetch = server({ a: new ApiError(status, 'Sign in again.') });
  await flush(ada);
  expect(fetch).toHaveBeenCalledTimes(1);
  expect((await list()).waiting).toEqual(['a', 'b']);
});

test('entries of somebody else wait for their own sign-in, in the order in which they were made', async () => {
  server({ a: new ConnectionLost(), b: new ConnectionLost(), c: new ConnectionLost() });
  await submit(ada, draft('a'));
  await submit(olaf, draft('b'));
  await submit(ada, draft('c'));
  server();
  expect((await flush(ada)).written.map((w) => w.written.entry.id)).toEqual(['a', 'c']);
  expect((await list()).waiting).toEqual(['b']);
  await flush(olaf);
});

test('a picture goes ahead of the entry that names it, and leaves this device when it has arrived', async () => {
  const db = await store;
  await db.put('pictures', { sha256: 'f00d', blob: new Blob(['x']) });
  const paths: string[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn((request: Request) => {
      paths.push(new URL(request.url).pathname);
      return Promise.resolve(new Response(JSON.stringify({ entry: { id: 'p' }, bench: {} }), { status: 201 }));
    }),
  );
  await submit(ada, { ...draft('p'), kind: 'picture', payload: { sha256: 'f00d' } });
  expect(paths).toEqual(['/api/v1/pictures', '/api/v1/entries']);
  expect(await db.count('pictures')).toBe(0);
});

test('what another made is handed in under their name', async () => {
  server({ a: new ConnectionLost() });
  await submit(olaf, draft('a'));
  const sent: unknown[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn(async (request: Request) => {
      sent.push(await request.json());
      return new Response(JSON.stringify({ entry: { id: 'a' }, bench: {} }), { status: 201 });
    }),
  );
  await handIn(olaf);
  expect(sent).toMatchObject([{ id: 'a', for: 'olaf' }]);
  expect(await list()).toEqual({ waiting: [], refused: [] });
});

test('what was done to a test goes out in its order with everything else, at its own time, and ends up in what is kept of the test', async () => {
  const done = (id: string, path: TestDraft['path']): TestDraft => ({
    id,
    kind: 'test',
    path,
    subject_type: 'test',
    subject_id: 't1',
    payload: path === 'readings' ? { pressure_kpa: 600 } : {},
    device_at: '2026-11-23T08:00:00Z',
  });
  const lost = vi.fn(() => Promise.reject(new ConnectionLost()));
  vi.stubGlobal('fetch', lost);
  expect(await submitTest(ada, done('r', 'readings'))).toBeNull();
  expect(await submit(ada, draft('a'))).toBeNull();
  expect(await submitTest(ada, done('f', 'finish'))).toBeNull();
  const asked: string[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const body = (await request.json()) as { id: string; at?: string };
    asked.push(`${new URL(request.url).pathname} ${body.id} ${body.at ?? ''}`);
    const answer = request.url.includes('/tests/') ? { id: 't1', state: 'running' } : { entry: { id: body.id }, bench: {} };
    return new Response(JSON.stringify(answer), { status: 201 });
  });
  const { tests, written } = await flush(ada);
  expect(asked).toEqual(['/api/v1/tests/t1/readings r 2026-11-23T08:00:00Z', '/api/v1/entries a ', '/api/v1/tests/t1/finish f 2026-11-23T08:00:00Z']);
  expect([...tests.keys()]).toEqual(['r', 'f']);
  expect(written.map((one) => one.written.entry.id)).toEqual(['a']);
  expect(await list()).toEqual({ waiting: [], refused: [] });
});

test('nobody hands in what another did to a test', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new ConnectionLost()));
  await submitTest(olaf, { id: 'r', kind: 'test', path: 'readings', subject_type: 'test', subject_id: 't1', payload: {}, device_at: '2026-11-23T08:00:00Z' });
  const fetch = server();
  await handIn(olaf);
  expect(fetch).not.toHaveBeenCalled();
  expect((await list()).waiting).toEqual(['r']);
  server();
  await flush(olaf);
});
