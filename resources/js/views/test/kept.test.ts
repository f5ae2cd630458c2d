import { expect, it } from 'vitest';
import { kept } from './kept';

const row = (t: number, p: number) => ({ t, p, c: null, added: null });

it('keeps a day at ten readings a second small, with its spikes, its order and its last reading', () => {
  const day = Array.from({ length: 864_000 }, (_, k) => row(k / 10, k === 431_111 ? 900 : k === 600_001 ? 700 : 800 + Math.sin(k)));
  const small = kept(day);
  const p = small.map((s) => s.p);
  expect(small.length).toBeLessThanOrEqual(8000);
  expect(small.every((s, k) => k === 0 || s.t > (small[k - 1]?.t ?? 0))).toBe(true);
  expect(p.includes(900) && p.includes(700)).toBe(true);
  expect(small.at(-1)?.t).toBe(86_399.9);
});

it('leaves a short record as it is', () => {
  const short = [row(0, 1), row(1, 2)];
  expect(kept(short)).toBe(short);
});
