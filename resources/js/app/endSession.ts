import type { QueryClient } from '@tanstack/react-query';
import { answered, api, ConnectionLost } from '../api/client';
import { sessionQuery } from '../api/queries';
import { wipe } from '../device';
import { rememberToEnd } from './ended';

/** What was taken along leaves this device with whoever took it. Without signal the server is told later, before anybody sees anything. */
export async function endSession(client: QueryClient): Promise<void> {
  await wipe();
  try {
    await answered(api.DELETE('/session'));
  } catch (fault) {
    if (fault instanceof ConnectionLost) rememberToEnd();
  }
  client.clear();
  client.setQueryData(sessionQuery.queryKey, null);
}
