import type { components } from './schema';

export type Schemas = components['schemas'];
export type Fault = Schemas['Problem']['errors'][number];

/** A refusal in the server's own words: what is wrong and what to do. */
export class ApiError extends Error {
  override name = 'ApiError';
  constructor(
    readonly status: number,
    message: string,
    readonly faults: Fault[] = [],
  ) {
    super(message);
  }
}

/** Nothing reached the server: what was entered must be kept and sent again. */
export class ConnectionLost extends Error {
  override name = 'ConnectionLost';
  constructor(cause?: unknown) {
    super('No connection to the server.', { cause });
  }
}

const token = () => {
  const cookie = document.cookie.split('; ').find((part) => part.startsWith('XSRF-TOKEN='));
  return cookie ? decodeURIComponent(cookie.slice('XSRF-TOKEN='.length)) : '';
};

const isProblem = (data: unknown): data is Schemas['Problem'] => typeof data === 'object' && data !== null && 'title' in data && typeof data.title === 'string';

async function send<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const form = body instanceof FormData;
  let reply: Response;
  try {
    reply = await fetch(`/api/v1${path}`, {
      method,
      credentials: 'same-origin',
      headers: { Accept: 'application/json', 'X-XSRF-TOKEN': token(), ...(form || body === undefined ? {} : { 'Content-Type': 'application/json' }) },
      ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
      ...(signal ? { signal } : {}),
    });
  } catch (cause) {
    if (signal?.aborted) throw cause;
    throw new ConnectionLost(cause);
  }
  const text = await reply.text();
  let data: unknown = null;
  try {
    data = text === '' ? null : JSON.parse(text);
  } catch {
    throw new ApiError(reply.status, 'The server gave an answer that cannot be read. Try again; tell the office if it stays.');
  }
  if (!reply.ok) {
    throw isProblem(data) ? new ApiError(reply.status, data.title, data.errors) : new ApiError(reply.status, 'The request was refused.');
  }
  return data as T; // the feature tests hold every reply against docs/openapi.json
}

export const get = <T>(path: string, signal?: AbortSignal) => send<T>('GET', path, undefined, signal);
export const post = <T>(path: string, body: unknown = {}, signal?: AbortSignal) => send<T>('POST', path, body, signal);
export const remove = (path: string) => send<null>('DELETE', path);
