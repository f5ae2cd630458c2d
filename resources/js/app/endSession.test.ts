import { QueryClient, QueryObserver } from '@tanstack/react-query';
import { afterEach, expect, test, vi } from 'vitest';
import { sessionQuery } from '../api/queries';

vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined, removeItem: () => undefined });
const clear = vi.fn();
vi.stubGlobal('sessionStorage', { clear });
const { endSession } = await import('./endSession');

afterEach(() => vi.unstubAllGlobals());

test('whoever draws the session sees that it has ended, and nothing of the job stays', async () => {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: 204 })));
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  const ada = { id: 'ada', name: 'Ada' };
  client.setQueryData(sessionQuery.queryKey, ada as never);
  client.setQueryData(['job', 'j1'], { number: 'K-1' });
  const seen: unknown[] = [];
  const stop = new QueryObserver(client, { ...sessionQuery, staleTime: Infinity }).subscribe((now) => seen.push(now.data));
  await endSession(client);
  await vi.waitFor(() => expect(seen.at(-1)).toBeNull());
  expect(client.getQueryData(['job', 'j1'])).toBeUndefined();
  expect(clear).toHaveBeenCalledOnce();
  stop();
});
