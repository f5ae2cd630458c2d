import type { Answer, Question } from './worker';

/** Whether this build carries the rules. */
export const HAS_RULES = true;

/** As long as a device that is being used for something else may take for one answer, ms. After it the server judges. */
const PATIENCE_MS = 20_000;

let worker: Worker | undefined;
let last = 0;
const waiting = new Map<number, (answer: Answer) => void>();

function running(): Worker {
  if (worker) return worker;
  worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'rules' });
  worker.onmessage = ({ data }: MessageEvent<Answer>) => {
    waiting.get(data.id)?.(data);
    waiting.delete(data.id);
  };
  worker.onerror = drop;
  return worker;
}

/** A machine that is broken is thrown away; the next question makes another. */
function drop() {
  worker?.terminate();
  worker = undefined;
  for (const [id, tell] of waiting) tell({ id, fault: 'The rules on this device stopped.' });
  waiting.clear();
}

/** Asks the core on this device. Null where it cannot answer: the server then judges. */
export async function askRules<T>(ask: 'know' | 'desk' | 'reckon' | 'test' | 'ping', given: unknown): Promise<T | null> {
  const id = ++last;
  const start = performance.now();
  const answer = await new Promise<Answer>((resolve) => {
    const late = window.setTimeout(drop, PATIENCE_MS);
    waiting.set(id, (said) => (window.clearTimeout(late), resolve(said)));
    running().postMessage({ id, text: JSON.stringify({ ask, given }) } satisfies Question);
  });
  if ('fault' in answer) {
    console.error(answer.fault);
    return null;
  }
  performance.measure(`rules ${ask}`, { start, detail: { ms: answer.ms, bytes: answer.bytes } }); // read by bin/bench device
  const said = JSON.parse(answer.text) as T & { fault?: string };
  if (typeof said === 'object' && said !== null && said.fault !== undefined) {
    console.error(said.fault);
    return null;
  }
  return said;
}
