import type { Schemas } from '../api/client';
import { hasAlong, store, type AlongHere } from './store';

// What only a device with a main on it needs comes when there is one: the first view is not to wait for it.
const along = () => import('./along');
export const judging = () => import('./judge');

/** What a work was taken along with; nothing where it was not. */
export async function alongOf(id: string): Promise<AlongHere | undefined> {
  if (!hasAlong()) return undefined;
  const sitting = await (await store).get('sittings', id);
  return sitting && (await store).get('along', sitting.main);
}

/** A work's bench: the server's, with what waits on top; this device's own while the server cannot be reached. */
export const benchOf = async (id: string, name: string | null, ask: () => Promise<Schemas['Bench']>): Promise<Schemas['Bench']> =>
  name === null || !(await alongOf(id)) ? ask() : (await along()).benchOf(id, name, ask);

export const wipe = async () => {
  if (hasAlong()) await (await along()).wipe();
};
export const look = async () => (hasAlong() ? (await along()).look() : { mains: [], room: null });
