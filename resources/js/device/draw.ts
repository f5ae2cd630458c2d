import type { QueryClient } from '@tanstack/react-query';
import type { Sent } from '../api/outbox';
import { benchKey } from '../api/queries';
import { compare } from './along';
import { judge, waitingFor } from './judge';
import { sittingHere } from './sitting';

/** What the server has taken is drawn as it has judged it; a work that was taken along with what still waits on top. */
export async function draw(client: QueryClient, sent: Sent[], name: string): Promise<void> {
  const latest = new Map(sent.map((one) => [one.row.draft.subject_id, one]));
  for (const { written, row } of latest.values()) {
    const id = row.draft.subject_id;
    if (!(await sittingHere(id))) {
      await client.invalidateQueries();
      continue;
    }
    if ((await waitingFor(id)).length === 0) client.setQueryData(benchKey(row.draft.subject_type, id), written.bench ?? undefined);
    else client.setQueryData(benchKey(row.draft.subject_type, id), (await judge(id, name))?.bench);
    void client.invalidateQueries({ queryKey: ['line'] });
    void client.invalidateQueries({ queryKey: ['clocks'] });
    await compare(written, row.name);
  }
}
