import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { setJobNow } from '../app/time';
import { amend, asked } from './kept';
import { store } from './store';

const held = new Map<string, string>();
const question = (path: string, method = 'GET') => new Request(`http://localhost/api/v1${path}`, { method });
const answers = (body: unknown) =>
  vi.fn<(request: Request) => Promise<Response>>(() =>
    Promise.resolve(new Response(JSON.stringify(body), { headers: { 'Content-Type': 'application/json' } })),
  );
const lost = vi.fn(() => Promise.reject(new TypeError('Failed to fetch')));

beforeEach(async () => {
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => held.set(key, value),
    removeItem: (key: string) => held.delete(key),
  });
  await (await store).clear('kept');
});
afterEach(() => vi.unstubAllGlobals());

test('what was answered last is given while there is no signal, and nothing that was never asked', async () => {
  vi.stubGlobal('fetch', answers({ joints: [1] }));
  await asked(question('/mains/m/line'));
  vi.stubGlobal('fetch', lost);
  expect(await (await asked(question('/mains/m/line'))).json()).toEqual({ joints: [1] });
  await expect(asked(question('/mains/n/line'))).rejects.toThrow('Failed to fetch');
  await expect(asked(question('/mains/m/line', 'POST'))).rejects.toThrow('Failed to fetch');
});

test('its clock goes on', async () => {
  vi.stubGlobal('fetch', answers({ now: '2020-01-01T00:00:00Z', clocks: [] }));
  await asked(question('/jobs/j/clocks'));
  setJobNow(new Date(Date.now() + 3_600_000).toISOString()); // the job is an hour ahead of this device
  vi.stubGlobal('fetch', lost);
  const { now } = (await (await asked(question('/jobs/j/clocks'))).json()) as { now: string };
  expect(Math.abs(Date.parse(now) - Date.now() - 3_600_000)).toBeLessThan(5000);
});

test('a bar of signal that carries nothing for a while does not put the clock back by as much', async () => {
  vi.stubGlobal('fetch', answers({ now: '2020-01-01T00:00:00Z' }));
  await asked(question('/jobs/j'));
  vi.stubGlobal('fetch', () => {
    setJobNow(new Date(Date.now() + 7_200_000).toISOString()); // as though it had taken that long
    return lost();
  });
  const { now } = (await (await asked(question('/jobs/j'))).json()) as { now: string };
  expect(Math.abs(Date.parse(now) - Date.now() - 7_200_000)).toBeLessThan(5000);
});

test('a piece of something that grows is never given again', async () => {
  vi.stubGlobal('fetch', answers({ samples: [1] }));
  await asked(question('/tests/t/trace?since=480'));
  vi.stubGlobal('fetch', lost);
  await expect(asked(question('/tests/t/trace?since=480'))).rejects.toThrow('Failed to fetch');
});

test('what was kept is changed in place', async () => {
  vi.stubGlobal('fetch', answers({ joints: [{ id: 'a', state: 'planned' }] }));
  await asked(question('/mains/m/line'));
  await amend<{ joints: { id: string; state: string }[] }>('/mains/m/line', (line) => ({ joints: line.joints.map((j) => ({ ...j, state: 'stop' })) }));
  vi.stubGlobal('fetch', lost);
  expect(await (await asked(question('/mains/m/line'))).json()).toEqual({ joints: [{ id: 'a', state: 'stop' }] });
});
