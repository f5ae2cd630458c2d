import type { Schemas } from '../../api/client';

type Severity = Schemas['Finding']['severity'];

/** One line of the list of steps: a step, or all the steps of things that are made several times over. */
export interface Line {
  title: string;
  group: string;
  /** first and last step of it, and the one that it opens */
  from: number;
  to: number;
  opens: number;
  missing: number;
  severity: Severity | null;
  skipped: boolean;
}

const WORSE: Severity[] = ['go', 'watch', 'mend', 'stop'];

const worst = (all: (Severity | null)[]): Severity | null => WORSE[Math.max(...all.map((one) => (one === null ? -1 : WORSE.indexOf(one))))] ?? null;

/** The steps as they are listed. */
export function lines({ procedure, verdict }: Pick<Schemas['Bench'], 'procedure' | 'verdict'>): Line[] {
  const listed: Line[] = [];
  for (let k = 0; k < verdict.steps.length; ) {
    const table = procedure.tables.find((one) => one.rows[0]?.steps.includes(verdict.steps[k]?.step ?? ''));
    const span = Math.max(1, table?.rows.reduce((sum, row) => sum + row.steps.length, 0) ?? 1);
    const own = verdict.steps.slice(k, k + span);
    const open = own.findIndex((one) => one.missing.length > 0);
    listed.push({
      title: table?.title ?? own[0]?.title ?? '',
      group: table ? '' : (procedure.steps[k]?.group ?? ''),
      from: k,
      to: k + span - 1,
      opens: k + Math.max(0, open),
      missing: own.reduce((sum, one) => sum + one.missing.length, 0),
      severity: worst(own.map((one) => one.severity)),
      skipped: own.every((one) => one.skipped),
    });
    k += span;
  }
  return listed;
}
