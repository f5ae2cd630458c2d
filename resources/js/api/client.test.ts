import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { store } from '../device/store';
import { answered, api, ApiError, ConnectionLost } from './client';

const reply = (status: number, body: string) =>
  vi.fn<(request: Request) => Promise<Response>>(() => Promise.resolve(new Response(status === 204 ? null : body, { status })));

beforeEach(() => vi.stubGlobal('document', { cookie: 'a=1; XSRF-TOKEN=t%3D%3D; b=2' }));
afterEach(() => vi.unstubAllGlobals());

describe('the API client', () => {
  it('keeps nothing where no main was taken along', async () => {
    vi.stubGlobal('fetch', reply(200, '{"jobs":[]}'));
    await answered(api.GET('/jobs'));
    expect(await (await store).count('kept')).toBe(0);
  });
  it('gives back what the server sent', async () => {
    vi.stubGlobal('fetch', reply(200, '{"jobs":[]}'));
    expect(await answered(api.GET('/jobs'))).toEqual({ jobs: [] });
  });
  it('takes an empty answer for nothing', async () => {
    vi.stubGlobal('fetch', reply(204, ''));
    expect(await answered(api.DELETE('/session'))).toBeUndefined();
  });
  it('sends the token of the cookie back, decoded, and JSON as JSON', async () => {
    const fetch = reply(201, '{}');
    vi.stubGlobal('fetch', fetch);
    await answered(api.POST('/entries', { body: { id: 'x' } }));
    const request = fetch.mock.calls[0]![0];
    expect(new URL(request.url).pathname).toBe('/api/v1/entries');
    expect(request.method).toBe('POST');
    expect(await request.text()).toBe('{"id":"x"}');
    expect(request.headers.get('X-XSRF-TOKEN')).toBe('t==');
    expect(request.headers.get('Content-Type')).toBe('application/json');
  });
  it('sends a file as a form, and the choices of a plan by name', async () => {
    const fetch = reply(201, '{}');
    vi.stubGlobal('fetch', fetch);
    const form = new FormData();
    form.set('file', new Blob(['a,b']));
    await answered(api.POST('/fusion-diagnoses', { body: form }));
    expect(fetch.mock.calls[0]![0].headers.get('Content-Type')).toMatch(/^multipart\/form-data; boundary=/);
    await answered(api.GET('/sections/{section}/tests', { params: { path: { section: 's 1' }, query: { method: 'c600', options: { hours: '4' } } } }));
    expect(decodeURIComponent(new URL(fetch.mock.calls[1]![0].url).href)).toContain('/api/v1/sections/s 1/tests?method=c600&options[hours]=4');
  });
  it("turns a problem document into an error in the server's words, with its faults", async () => {
    vi.stubGlobal('fetch', reply(422, '{"type":"about:blank","title":"Air: “x” is not a number.","status":422,"errors":[{"field":"ambient_c","detail":"d"}]}'));
    const error = await answered(api.POST('/entries', { body: {} })).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(ApiError);
    expect(error).toMatchObject({ name: 'ApiError', status: 422, message: 'Air: “x” is not a number.', faults: [{ field: 'ambient_c' }] });
  });
  it.each([
    [502, '<html>'],
    [200, '<html>'],
  ])('says so when the answer cannot be read (%i)', async (status, body) => {
    vi.stubGlobal('fetch', reply(status, body));
    await expect(answered(api.GET('/jobs'))).rejects.toThrow('cannot be read');
  });
  it('tells a lost connection from a refusal', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.reject(new TypeError('Failed to fetch'))),
    );
    await expect(answered(api.GET('/jobs'))).rejects.toBeInstanceOf(ConnectionLost);
  });
  it('lets a request that was called off be just that', async () => {
    const abort = new AbortController();
    abort.abort();
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.reject(new DOMException('aborted', 'AbortError'))),
    );
    await expect(answered(api.GET('/jobs', { signal: abort.signal }))).rejects.toMatchObject({ name: 'AbortError' });
  });
});
