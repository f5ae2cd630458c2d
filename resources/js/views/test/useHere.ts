import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { askRules } from '#device-rules';
import { ApiError, type Schemas } from '../../api/client';
import { watchOutbox } from '../../api/outbox';
import { useWork } from '../../app/session';
import { jobNow } from '../../app/time';
import { NOT_SENT_AFTER_MS, useLate } from '../../app/useLate';
import { amend } from '../../device/kept';
import { hasAlong, type TestDraft, type Waiting } from '../../device/store';
import type { Test } from './useTest';

/** A running test as the rules on this device see it. */
export interface Here {
  now: Schemas['TestNow'];
  clock: Pick<Schemas['Clock'], 'kind' | 'title' | 'then' | 'starts_at' | 'due_at' | 'needs_hand'>;
  samples: Schemas['TraceSample'][];
  notes: Test['notes'];
  /** why it cannot be ended yet */
  against: string | null;
  /** what it would come to */
  state: Test['state'] | null;
  verdict: NonNullable<Test['verdict']> | null;
  /** its end waits here */
  ended: boolean;
}

/** Why the rules do not take what was done. */
interface Refusal {
  refused: { said: string; errors: Schemas['Problem']['errors'] };
}

type Row = Waiting & { draft: TestDraft };

const isOf =
  (test: string) =>
  (row: Waiting): row is Row =>
    row.draft.kind === 'test' && row.draft.subject_id === test;

/** A test as it stands once it was begun here, also while the server does not know yet. */
export function useBegun(test: Test): Test {
  const run = useWaiting(test.id).find(({ draft }) => draft.path === 'run');
  return run && test.state === 'planned' ? { ...test, state: 'running', mode: 'hand', logging: true, started_at: run.draft.device_at } : test;
}

/** What was done to a test here and has not been sent. */
function useWaiting(test: string): Row[] {
  const [rows, setRows] = useState<Row[]>([]);
  useEffect(() => watchOutbox(({ waiting }) => setRows(waiting.filter(isOf(test)))), [test]);
  return rows;
}

/** Asks the rules on this device; null where there are none, or the test is not read by hand. */
async function stands(test: Test, rows: Row[], more: TestDraft[] = []): Promise<Here | Refusal | null> {
  if (test.hand === null) return null;
  const entries = [...rows.map(({ draft, name }) => ({ draft, by: name })), ...more.map((draft) => ({ draft, by: '' }))].map(({ draft, by }) => ({
    path: draft.path,
    payload: draft.payload,
    at: draft.device_at,
    by,
  }));
  return askRules<Here | Refusal>('test', { ...test.hand, notes: test.notes, entries, now: new Date(jobNow()).toISOString() });
}

/**
 * A test read by hand as this device sees it, while something of it waits here or there is no signal; null where the server says it.
 *
 * @param lost  the server could not be asked
 */
export function useHere(test: Test, lost: boolean) {
  const { job, main } = useWork();
  const { section = main.sections[0]?.name ?? '' } = useParams(); // that the page is of
  const client = useQueryClient();
  const waiting = useWaiting(test.id);
  const late = useLate(waiting.length > 0, NOT_SENT_AFTER_MS);
  const isHere = test.hand !== null && (late || lost);
  const { data } = useQuery({
    queryKey: ['test-here', test.id, waiting.map((row) => row.draft.id).join(), test.hand?.samples.length, test.notes.length],
    queryFn: async () => {
      const said = await stands(test, waiting);
      const here = said && 'now' in said ? said : null;
      if (here && hasAlong()) {
        const id = `test-${test.id}`;
        const own = { id, source: test.source, joint_id: test.id, joint_number: null, main: main.id, section, test: test.number, ...here.clock };
        await amend<Schemas['Clocks']>(`/jobs/${job.id}/clocks`, (clocks) => ({
          ...clocks,
          clocks: clocks.clocks.some((clock) => clock.id === id)
            ? clocks.clocks.map((clock) => (clock.id === id ? { ...clock, ...here.clock } : clock))
            : [...clocks.clocks, own].sort((a, b) => a.due_at.localeCompare(b.due_at)),
        }));
        if (here.now.phase !== test.now?.phase) void client.invalidateQueries({ queryKey: ['clocks'] });
      }
      return here;
    },
    enabled: isHere,
    placeholderData: (before) => before,
    refetchInterval: 5000,
    gcTime: 0,
  });
  /** Whether it is taken, as far as this device can say while nobody else can be asked. */
  const check = async (draft: TestDraft) => {
    const would = isHere ? await stands(test, waiting, [draft]) : null;
    if (would && 'refused' in would) throw new ApiError(422, would.refused.said, would.refused.errors);
    if (would?.against && draft.path === 'finish') throw new ApiError(409, would.against);
  };
  return { here: isHere ? (data ?? null) : null, waiting: late || lost ? waiting.length : 0, check };
}
