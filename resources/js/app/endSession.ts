import type { QueryClient } from '@tanstack/react-query';
import { answered, api, ConnectionLost } from '../api/client';
import { sessionQuery } from '../api/queries';
import { wipe } from '../device';
import { rememberToEnd } from './ended';

/** What was taken along leaves this device with whoever took it. Without signal the server is told later, before anybody sees anything. */
export async function endSession(client: QueryClient): Promise<void> {
  await wipe();
  sessionStorage.clear(); // what was typed and not entered
  try {
    await answered(api.DELETE('/session'));
  } catch (fault) {
    if (fault instanceof ConnectionLost) rememberToEnd();
  }
  // Whoever draws the session is told through the query that they hold: taken out of the cache with the rest, it would tell nobody.
  await client.cancelQueries({ queryKey: sessionQuery.queryKey });
  client.setQueryData(sessionQuery.queryKey, null);
  client.removeQueries({ predicate: (query) => query.queryKey[0] !== sessionQuery.queryKey[0] });
  client.getMutationCache().clear();
}
