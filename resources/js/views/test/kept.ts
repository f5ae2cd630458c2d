import type { Schemas } from '../../api/client';

type Sample = Schemas['TraceSample'];
const MOST = 8000;

/**
 * What the page of a running test keeps to draw: all until it grows long, then of each four readings the least and the greatest, in their order. The server
 * keeps every one.
 */
export function kept(samples: Sample[]): Sample[] {
  if (samples.length <= MOST) return samples;
  const out: Sample[] = [];
  for (let k = 0; k < samples.length; k += 4) {
    let low = samples[k] as Sample;
    let high = low;
    for (const s of samples.slice(k, k + 4)) {
      if (s.p < low.p) low = s;
      if (s.p >= high.p) high = s;
    }
    out.push(...(low.t < high.t ? [low, high] : low === high ? [low] : [high, low]));
  }
  if (out.at(-1) !== samples.at(-1)) out.push(samples.at(-1) as Sample);
  return kept(out);
}
