import { openDB, type DBSchema } from 'idb';
import type { Schemas } from '../api/client';

export type Draft = Schemas['EntryDraft'];

/** What was done to a test: its begin, a gauge read, a note or the begin of a phase, the end. */
export interface TestDraft {
  id: string;
  kind: 'test';
  path: 'run' | 'readings' | 'notes' | 'finish';
  subject_type: 'test';
  subject_id: string;
  payload: Record<string, unknown>;
  device_at: string;
}

/** An entry that had waited and that the server would not take, and what it said. Kept until somebody has dealt with it. */
export interface RefusedEntry {
  draft: Draft | TestDraft;
  person: string;
  said: string;
}

/** An entry on its way: whose it is, by id and by name; and as the rules on this device have taken it. */
export interface Waiting {
  draft: Draft | TestDraft;
  person: string;
  name: string;
  here?: Record<string, unknown>;
}

/** A work of a main that was taken along: what it is judged by, and how many entries of it the server has. */
export type SittingHere = Schemas['SittingGiven'] & { main: string };

/** A main that was taken along, without its works. */
export type AlongHere = Omit<Schemas['Along'], 'sittings'> & {
  name: string;
  bytes: number;
  person: string;
  /** by the clock of this device, ms */
  taken_here: number;
};

interface Store extends DBSchema {
  entries: { key: number; value: Waiting };
  refused: { key: string; value: RefusedEntry };
  /** pictures that have not arrived at the server yet, by the hash of their bytes */
  pictures: { key: string; value: { sha256: string; blob: Blob } };
  /** what the server answered last, by its address: what is shown while it cannot be asked */
  kept: { key: string; value: { path: string; body: unknown } };
  sittings: { key: string; value: SittingHere; indexes: { main: string } };
  along: { key: string; value: AlongHere };
}

/**
 * What this device keeps. An entry waits under the person who made it, because a device changes hands: nobody's readings go out under
 * another's name. Its order is the order in which things were done.
 */
export const store = openDB<Store>('diastoma', 3, {
  upgrade: (db, from) => {
    if (from < 1) db.createObjectStore('entries', { autoIncrement: true });
    if (from < 2) db.createObjectStore('refused', { keyPath: 'draft.id' });
    if (from < 3) {
      db.createObjectStore('pictures', { keyPath: 'sha256' });
      db.createObjectStore('kept', { keyPath: 'path' });
      db.createObjectStore('sittings', { keyPath: 'subject_id' }).createIndex('main', 'main');
      db.createObjectStore('along', { keyPath: 'main_id' });
    }
  },
});

const FLAG = 'diastoma.along';

/** Whether anything was taken along: asked before the store is opened for it. */
export const hasAlong = () => typeof localStorage !== 'undefined' && localStorage.getItem(FLAG) !== null;
export const setAlong = (is: boolean) => (is ? localStorage.setItem(FLAG, '1') : localStorage.removeItem(FLAG));
