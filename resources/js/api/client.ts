import createClient from 'openapi-fetch';
import { hasAlong } from '../device/store';
import type { components, paths } from './schema';

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

/**
 * Paths, parameters and replies as docs/openapi.json has them. Bodies are what was typed, right or wrong: the server judges them and says what is wrong, a
 * form never does.
 */
type AsTyped<Operation> = Operation extends { requestBody?: unknown }
  ? Omit<Operation, 'requestBody'> & { requestBody?: { content: { 'application/json': unknown } } }
  : Operation;
type Asked = { [Path in keyof paths]: { [Method in keyof paths[Path]]: AsTyped<paths[Path][Method]> } };

const token = () => {
  const cookie = /(?:^|; )(?:__Host-)?XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1]; // under TLS it is bound to this host
  return decodeURIComponent(cookie ?? '');
};

const isProblem = (data: unknown): data is Schemas['Problem'] => typeof data === 'object' && data !== null && 'title' in data && typeof data.title === 'string';

export const api = createClient<Asked>({
  baseUrl: `${typeof location === 'undefined' ? 'http://localhost' : location.origin}/api/v1`,
  credentials: 'same-origin',
  querySerializer: { object: { style: 'deepObject', explode: true } },
  fetch: async (request) => {
    try {
      return await (hasAlong() ? (await import('../device/kept')).asked(request) : globalThis.fetch(request));
    } catch (cause) {
      if (request.signal.aborted) throw cause;
      throw new ConnectionLost(cause);
    }
  },
});
api.use({
  onRequest: ({ request }) => {
    request.headers.set('Accept', 'application/json');
    request.headers.set('X-XSRF-TOKEN', token());
  },
});

/** What the server answered, or its refusal thrown. */
export async function answered<Data>(asked: Promise<{ data?: Data; error?: unknown; response: Response }>): Promise<Data> {
  let reply;
  try {
    reply = await asked;
  } catch (fault) {
    throw fault instanceof SyntaxError ? unreadable(200) : fault;
  }
  const { data, error, response } = reply;
  if (response.ok) return data!; // the feature tests hold every reply against docs/openapi.json
  if (isProblem(error)) throw new ApiError(response.status, error.title, error.errors);
  throw typeof error === 'string' && error !== '' ? unreadable(response.status) : new ApiError(response.status, 'The request was refused.');
}

const unreadable = (status: number) => new ApiError(status, 'The server gave an answer that cannot be read. Try again; tell the office if it stays.');
