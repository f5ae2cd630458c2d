import type { Schemas } from '../api/client';
import { jobNow } from '../app/time';
import { store } from './store';

/** As long as a server that seems to be there may take before what was kept is shown, ms: a bar of signal that carries nothing. */
const PATIENCE_MS = 8000;

const pathOf = (request: Request) => {
  const { pathname, search } = new URL(request.url);
  return pathname + search;
};

/** What is told piece by piece as it grows is of the moment: an old piece of it would stand still where the new one is looked for. */
const isAnswer = (request: Request) => {
  const { pathname, searchParams } = new URL(request.url);
  return request.method === 'GET' && pathname.startsWith('/api/v1/') && !searchParams.has('since');
};

/** What was kept, as it is given now: its clock has gone on, also while the server was waited for. */
function given({ body }: { body: unknown }): Response {
  const told = typeof body === 'object' && body !== null && 'now' in body ? { ...body, now: new Date(jobNow()).toISOString() } : body;
  return new Response(JSON.stringify(told), { headers: { 'Content-Type': 'application/json' } });
}

/** Asks the server for a device with a main on it: keeps its answer, and gives the last one while it cannot be reached. */
export async function asked(request: Request): Promise<Response> {
  if (!isAnswer(request)) return globalThis.fetch(request);
  const late = new AbortController();
  const before = await (await store).get('kept', pathOf(request));
  const timer = before ? setTimeout(() => late.abort(), PATIENCE_MS) : undefined;
  request.signal.addEventListener('abort', () => late.abort());
  try {
    const reply = await globalThis.fetch(request, { signal: late.signal });
    if (reply.ok && reply.headers.get('Content-Type')?.includes('json')) {
      const body: unknown = await reply.clone().json();
      await (await store).put('kept', { path: pathOf(request), body });
    }
    return reply;
  } catch (cause) {
    if (before && !request.signal.aborted) return given(before);
    throw cause;
  } finally {
    clearTimeout(timer);
  }
}

/** Changes what was kept of an address, where there is something: in one go, so that whoever asks next is given what it came to. */
export async function amend<T>(path: string, change: (body: T) => T): Promise<void> {
  const tx = (await store).transaction('kept', 'readwrite');
  const row = await tx.store.get(`/api/v1${path}`);
  if (row) await tx.store.put({ ...row, body: change(row.body as T) });
  await tx.done;
}

const OF_TESTS = /^\/api\/v1\/sections\/[^/]+\/tests/;

/** Puts what the server has just said of a test in the place of what was kept of it. */
export async function amendTest(test: Schemas['PressureTest']): Promise<void> {
  for (const path of await (await store).getAllKeys('kept'))
    if (OF_TESTS.test(path))
      await amend<Schemas['SectionTests']>(path.replace('/api/v1', ''), (page) => ({
        ...page,
        tests: page.tests.map((one) => (one.id === test.id ? test : one)),
      }));
}
