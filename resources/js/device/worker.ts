/// <reference lib="webworker" />
import { ask, begin, held, start } from './php';

export interface Question {
  id: number;
  text: string;
}
/** ms: how long PHP took, without the way there and back; bytes: memory that it holds. */
export type Answer = { id: number; text: string; ms: number; bytes: number } | { id: number; fault: string };

declare const self: DedicatedWorkerGlobalScope;

// one after another: the run holds one question at a time
let queue: Promise<unknown> = start();
self.onmessage = ({ data }: MessageEvent<Question>) => {
  queue = queue.then(
    async () => {
      try {
        const start = performance.now();
        const text = await ask(data.text);
        self.postMessage({ id: data.id, text, ms: performance.now() - start, bytes: held() } satisfies Answer);
      } catch (fault) {
        self.postMessage({ id: data.id, fault: String(fault) } satisfies Answer);
        await begin(); // a fatal error ends the run, not the machine
      }
    },
    (fault: unknown) => self.postMessage({ id: data.id, fault: String(fault) } satisfies Answer),
  );
};
