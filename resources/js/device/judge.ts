import type { Schemas } from '../api/client';
import { jobNow } from '../app/time';
import { askRules } from '#device-rules';
import { alongOf } from './index';
import { amend } from './kept';
import { inTurns } from './turns';
import { store, type AlongHere, type SittingHere, type Waiting } from './store';

export { learn } from './sitting'; // one piece with it: what is fetched when it is wanted is one file

type Bench = Schemas['Bench'];
type Desk = Pick<
  Bench,
  'entries' | 'stands' | 'todo' | 'facts' | 'procedure' | 'shift' | 'clocks' | 'readings' | 'rows' | 'signatures' | 'remarks' | 'verdict'
>;

export interface Refusal {
  id: string;
  why: string;
  said: string;
  errors: Schemas['Problem']['errors'];
}

interface Judged {
  taken: { id: string; payload: Record<string, unknown> }[];
  refused: Refusal[];
  desk: Desk;
}

/**
 * A work that was taken along with what waits about it, in the order in which it was made. Read in one go: what is being sent meanwhile is in one of both,
 * and counts once.
 */
async function withWaiting(id: string): Promise<{ sitting: SittingHere | undefined; waiting: Waiting[] }> {
  const tx = (await store).transaction(['sittings', 'entries']);
  const [sitting, rows] = await Promise.all([tx.objectStore('sittings').get(id), tx.objectStore('entries').getAll()]);
  const known = new Set(sitting?.history.map((entry) => entry.id));
  return { sitting, waiting: rows.filter((row) => row.draft.subject_id === id && !known.has(row.draft.id)) };
}

export const waitingFor = async (id: string): Promise<Waiting[]> => (await withWaiting(id)).waiting;

const asEntry = ({ draft, name, here }: Waiting) => ({ id: draft.id, kind: draft.kind, payload: here ?? draft.payload, taken_at: draft.device_at, by: name });

/** What was taken here already stands with what the server has: each entry is asked about once. */
const apart = (sitting: SittingHere, waiting: Waiting[]) => ({
  history: [...sitting.history, ...waiting.filter((row) => row.here).map(asEntry)],
  entries: waiting.filter((row) => !row.here).map(asEntry),
});

/** Keeps how the rules here have taken what waits. */
async function keepTaken(taken: Judged['taken']): Promise<void> {
  if (taken.length === 0) return;
  const payloads = new Map(taken.map((one) => [one.id, one.payload]));
  const tx = (await store).transaction('entries', 'readwrite');
  for (let at = await tx.store.openCursor(); at; at = await at.continue()) {
    const payload = payloads.get(at.value.draft.id);
    if (payload) await at.update({ ...at.value, here: payload });
  }
  await tx.done;
}

/**
 * Asks the rules on this device about a work. What all works of its main are judged by is told once, and again where the rules were begun again.
 *
 * @param  more  its history, its entries and what else is its own
 */
async function askDesk(along: AlongHere, sitting: SittingHere, name: string, more: Record<string, unknown>): Promise<Judged | null> {
  const { main_id: main, people, instruments, systems, known, began, rulebooks } = along;
  const told = `${main} ${along.taking} ${Object.keys(rulebooks).length}`;
  const question = { main: told, rulebook: sitting.rulebook_id, for: name, replaced: sitting.replaced, history: sitting.history, ...more };
  type Said = Judged | { unknown: string } | { refused: { said: string } };
  let said = await askRules<Said>('desk', question);
  if (said && 'unknown' in said) {
    await askRules('know', { main: told, people, instruments, systems, known, began, rulebooks });
    said = await askRules<Said>('desk', question);
  }
  return said && 'desk' in said ? said : null;
}

/** The shift sheet of a joint's place as it stands on this device; null where the joint knows of none. */
async function sheetOf(along: AlongHere, sitting: SittingHere) {
  if (along.sheet === null || sitting.work.facts['shift.id'] === undefined) return null;
  const { sitting: sheet, waiting } = await withWaiting(along.sheet);
  return sheet === undefined ? null : { id: sheet.subject_id, title: sheet.title, work: sheet.work, ...apart(sheet, waiting) };
}

type Said = { bench: Bench; refused: Refusal[] } | null;

const turn = inTurns<Said>();

/**
 * A work as it stands on this device, with what waits to be sent about it. Null where it was not taken along, or the rules cannot say.
 * Who enters faster than it is judged shares the next question with those who do, begun after all of their entries were kept.
 *
 * @param name  who looks at it
 */
export const judge = (id: string, name: string): Promise<Said> => turn(`${id} ${name}`, () => judgeNow(id, name));

async function judgeNow(id: string, name: string): Promise<Said> {
  const [{ sitting, waiting }, along] = await Promise.all([withWaiting(id), alongOf(id)]);
  if (!sitting || !along) return null;
  const now = new Date(jobNow()).toISOString();
  const judged = await askDesk(along, sitting, name, {
    work: sitting.work,
    ...apart(sitting, waiting),
    sheet: await sheetOf(along, sitting),
    now,
  });
  if (!judged) return null;
  const bench = drawn(sitting, judged.desk, now);
  // whoever waits for the verdict does not wait for these: what reads them comes after them, and what could not be kept is asked again
  const aside = [keepTaken(judged.taken), ...(waiting.length > 0 ? spread(along, bench) : [])];
  Promise.all(aside).catch((fault: unknown) => console.error(fault));
  return { bench, refused: judged.refused };
}

function drawn(sitting: SittingHere, desk: Desk, now: string): Bench {
  const beside = sitting.beside as unknown as Bench;
  return {
    ...beside,
    ...desk,
    joint: beside.joint && { ...beside.joint, ...desk.stands },
    work: beside.work && { ...beside.work, state: desk.stands.state, severity: desk.stands.severity, current_step: desk.stands.current_step },
    now,
  };
}

/** What the line and the clocks show of it, until the server says it. */
function spread(along: AlongHere, bench: Bench): Promise<void>[] {
  const joint = bench.joint;
  const line = (line: Schemas['Line']) => ({ ...line, joints: line.joints.map((j) => (j.id === joint?.id ? { ...j, ...bench.stands } : j)) });
  const clocks = (clocks: Schemas['Clocks']) => ({
    ...clocks,
    clocks: [
      ...clocks.clocks.filter((clock) => clock.joint_id !== bench.subject_id),
      ...bench.clocks.map((clock) => ({
        ...clock,
        joint_id: bench.subject_id,
        joint_number: joint?.number ?? null,
        ...(bench.work ? { work: bench.work.title } : {}),
      })),
    ].sort((a, b) => a.due_at.localeCompare(b.due_at)),
  });
  return [...(joint ? [amend(`/mains/${along.main_id}/line`, line)] : []), amend(`/jobs/${along.job_id}/clocks`, clocks)];
}

/**
 * What the rules on this device make of the very entries that the server has judged.
 *
 * @return the first place at which they differ; null where they say the same, or where this device has not all of the entries
 */
export async function difference(sitting: SittingHere, bench: Bench, name: string): Promise<{ at: string; device: string; server: string } | null> {
  const along = await (await store).get('along', sitting.main);
  if (!along || bench.entries !== sitting.history.length) return null;
  const judged = await askDesk(along, sitting, name, { work: { ...sitting.work, facts: bench.facts }, known: [], entries: [], now: bench.now });
  if (!judged) return null;
  for (const key of Object.keys(judged.desk) as (keyof Desk)[]) {
    const found = differs(judged.desk[key], bench[key], key);
    if (found) return found;
  }
  return null;
}

/** The first place at which two answers differ, by a single byte of what they print. */
export function differs(device: unknown, server: unknown, at: string): { at: string; device: string; server: string } | null {
  const [a, b] = [JSON.stringify(device), JSON.stringify(server)];
  if (a === b) return null;
  if (typeof device === 'object' && typeof server === 'object' && device !== null && server !== null) {
    const [d, s] = [device as Record<string, unknown>, server as Record<string, unknown>];
    for (const key of new Set([...Object.keys(d), ...Object.keys(s)])) {
      const found = differs(d[key], s[key], `${at}.${key}`);
      if (found) return found;
    }
  }
  return { at, device: (a ?? '').slice(0, 4000), server: (b ?? '').slice(0, 4000) };
}
