import { useMemo } from 'react';
import type { Schemas } from '../../../api/client';
import { TraceChart } from '../../../instruments/trace/TraceChart';

type Sample = Schemas['FusionSample'];

/** Value of a trace at each of the times given; null past its end. */
export function resampled(trace: Sample[], times: number[], of: (sample: Sample) => number): (number | null)[] {
  let k = 0;
  return times.map((t) => {
    while (k < trace.length - 1 && (trace[k + 1]?.t ?? Infinity) <= t) k++;
    const sample = trace[k];
    return sample === undefined || t > (trace.at(-1)?.t ?? 0) + 1 ? null : of(sample);
  });
}

interface Props {
  samples: Sample[];
  nominal: number;
  band: number;
  time: number;
  good?: Sample[];
  events?: { t_s: number; said: string }[];
}

/** Voltage with its band (± % of nominal) and current over time, with what happened; behind them, where asked for, a good trace of the same label. */
export function FusionTrace({ samples, nominal, band, time, good = [], events = [] }: Props) {
  const x = useMemo(() => samples.map((s) => s.t), [samples]);
  const peak = Math.max(10, ...samples.map((s) => s.i), ...good.map((s) => s.i));
  const top = Math.ceil(peak / 20) * 20;
  const curves = useMemo(
    () => [
      { label: 'voltage', unit: 'V', colour: 'pipe', scale: 'v', values: samples.map((s) => s.v) },
      { label: 'low', unit: 'V', colour: 'line', scale: 'v', values: samples.map(() => nominal * (1 - band / 100)), dash: [4, 6] },
      { label: 'high', unit: 'V', colour: 'line', scale: 'v', values: samples.map(() => nominal * (1 + band / 100)), dash: [4, 6] },
      { label: 'current', unit: 'A', colour: 'hand', scale: 'i', values: samples.map((s) => s.i) },
      ...(good.length > 0
        ? [
            { label: 'good voltage', unit: 'V', colour: 'go', scale: 'v', values: resampled(good, x, (s) => s.v), dash: [2, 4] },
            { label: 'good current', unit: 'A', colour: 'go', scale: 'i', values: resampled(good, x, (s) => s.i), dash: [2, 4] },
          ]
        : []),
    ],
    [samples, nominal, band, good, x],
  );
  return (
    <TraceChart
      label="Fusion trace: voltage and current over time"
      x={x}
      curves={curves}
      xTitle="time, s"
      xMax={Math.max(time, x.at(-1) ?? 0) * 1.02}
      ranges={{ v: [nominal * 0.5, nominal * 1.1], i: [0, top] }}
      height={260}
      marks={events.map((event) => ({ at: event.t_s, name: event.said }))}
    />
  );
}
