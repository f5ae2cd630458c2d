import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiError, ConnectionLost, get, post } from './client';

const reply = (status: number, body: string) => vi.fn(() => Promise.resolve(new Response(status === 204 ? null : body, { status })));

beforeEach(() => vi.stubGlobal('document', { cookie: 'a=1; XSRF-TOKEN=t%3D%3D; b=2' }));
afterEach(() => vi.unstubAllGlobals());

describe('the API client', () => {
  it('gives back what the server sent', async () => {
    vi.stubGlobal('fetch', reply(200, '{"id":"x"}'));
    expect(await get<{ id: string }>('/jobs')).toEqual({ id: 'x' });
  });
  it('takes an empty answer for nothing', async () => {
    vi.stubGlobal('fetch', reply(204, ''));
    expect(await get('/session')).toBeNull();
  });
  it('sends the token of the cookie back, decoded, and JSON as JSON', async () => {
    const fetch = reply(201, '{}');
    vi.stubGlobal('fetch', fetch);
    await post('/entries', { id: 'x' });
    const [url, options] = fetch.mock.calls[0] as unknown as [string, { method: string; body: string; headers: Record<string, string> }];
    expect(url).toBe('/api/v1/entries');
    expect(options.method).toBe('POST');
    expect(options.body).toBe('{"id":"x"}');
    expect(options.headers['X-XSRF-TOKEN']).toBe('t==');
    expect(options.headers['Content-Type']).toBe('application/json');
  });
  it("turns a problem document into an error in the server's words, with its faults", async () => {
    vi.stubGlobal('fetch', reply(422, '{"type":"about:blank","title":"Air: “x” is not a number.","status":422,"errors":[{"field":"ambient_c","detail":"d"}]}'));
    const error = await post('/entries').catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({ name: 'ApiError', status: 422, message: 'Air: “x” is not a number.', faults: [{ field: 'ambient_c' }] });
  });
  it('says so when the answer cannot be read', async () => {
    vi.stubGlobal('fetch', reply(502, '<html>'));
    await expect(get('/jobs')).rejects.toThrow('cannot be read');
  });
  it('tells a lost connection from a refusal', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.reject(new TypeError('Failed to fetch'))),
    );
    await expect(get('/jobs')).rejects.toBeInstanceOf(ConnectionLost);
  });
  it('lets a request that was called off be just that', async () => {
    const abort = new AbortController();
    abort.abort();
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.reject(new DOMException('aborted', 'AbortError'))),
    );
    await expect(get('/jobs', abort.signal)).rejects.toMatchObject({ name: 'AbortError' });
  });
});
