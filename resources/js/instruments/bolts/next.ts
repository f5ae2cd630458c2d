import type { Schemas } from '../../api/client';

type Wheel = Pick<Schemas['BoltWheel'], 'passes' | 'next' | 'read'>;
export interface Turn {
  pass: number;
  bolt: number;
}

const same = (a: Turn) => (b: Turn) => a.pass === b.pass && a.bolt === b.bolt;

/** The bolt to light while some taps are still on their way: the core's next one, else the one after it in the order that the core gave. */
export function lit(wheel: Wheel, pending: Turn[]): Turn | null {
  if (!wheel.next) return null;
  const all = wheel.passes.flatMap((pass, k) => pass.order.map((bolt) => ({ pass: k + 1, bolt })));
  const from = Math.max(0, all.findIndex(same(wheel.next)));
  const open = (turn: Turn) => !wheel.read.some(same(turn)) && !pending.some(same(turn));
  return all.slice(from).find(open) ?? null;
}

/** Where bolt k of n stands, from the top and round to the right. */
export const place = (k: number, n: number, radius: number) => {
  const angle = (2 * Math.PI * k) / n - Math.PI / 2;
  return { x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
};
