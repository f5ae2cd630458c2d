import { useMemo } from 'react';
import type { Schemas } from '../../api/client';
import { TraceChart, type Band, type Corridor } from '../../instruments/trace/TraceChart';
import type { Test } from './useTest';

type Sample = Schemas['TraceSample'];
interface Props {
  test: Test;
  samples: Sample[];
  notes: Schemas['TestNote'][];
  /** minutes; the whole test when left out */
  window?: [number, number] | null;
  onZoom?: (from: number, to: number) => void;
}

/** The pressure of a test with its phases, what they allow, and the notes of its tester. */
export function PressureChart({ test, samples, notes, window = null, onZoom }: Props) {
  const { pressure, temperature } = test.display;
  const show = (kpa: number) => kpa * pressure.factor + pressure.offset;
  const planned = test.plan.phases.reduce((sum, phase) => sum + phase.minutes, 0);
  const bands = useMemo<Band[]>(() => {
    const titles = new Map(test.plan.phases.map((phase) => [phase.id, phase.title]));
    if (test.verdict && test.verdict.phases.length > 0)
      return test.verdict.phases.map((p) => ({ from: p.from_s / 60, to: p.to_s / 60, name: titles.get(p.id) ?? p.id }));
    return test.plan.phases.map((phase, k) => {
      const from = test.plan.phases.slice(0, k).reduce((sum, p) => sum + p.minutes, 0);
      return { from, to: from + phase.minutes, name: phase.title };
    });
  }, [test]);
  const corridors = test.plan.phases.flatMap((phase): Corridor[] => {
    const band = bands.find((b) => b.name === phase.title);
    return band && (phase.control === 'hold' || phase.control === 'shut') && phase.high_kpa > 0
      ? [{ from: band.from, to: band.to, low: show(phase.low_kpa), high: show(phase.high_kpa) }]
      : [];
  });
  const x = useMemo(() => samples.map((s) => s.t / 60), [samples]);
  const temperatures = samples.flatMap((s) => (s.c === null ? [] : [s.c]));
  const curves = useMemo(
    () => [
      { label: 'gauge pressure', unit: pressure.symbol, colour: 'hand', scale: 'p', values: samples.map((s) => s.p * pressure.factor + pressure.offset) },
      ...(samples.some((s) => s.c !== null)
        ? [
            {
              label: test.plan.medium === 'water' ? 'water' : 'pipe',
              unit: temperature.symbol,
              colour: 'pipe',
              scale: 'c',
              values: samples.map((s) => (s.c === null ? null : s.c * temperature.factor + temperature.offset)),
            },
          ]
        : []),
    ],
    [samples, pressure, temperature, test.plan.medium],
  );
  const end = Math.max(test.verdict ? 0 : planned, bands.at(-1)?.to ?? 0, x.at(-1) ?? 0);
  const inside = window === null ? samples : samples.filter((s) => s.t / 60 >= window[0] && s.t / 60 <= window[1]);
  // never spread: a day at 10 Hz has 864,000 readings
  const [least, most] = inside.reduce(([a, b], s) => [Math.min(a, s.p), Math.max(b, s.p)], [Infinity, -Infinity]);
  const [low, high] = window === null ? [0, show(Math.max(test.plan.gauge_kpa, most)) * 1.2] : [show(least), show(most)];
  const room = Math.max((high - low) * 0.12, 1e-6);
  const middle = (temperatures[0] ?? 12) * temperature.factor + temperature.offset;
  return (
    <TraceChart
      label="Pressure trace with its phases"
      x={x}
      curves={curves}
      bands={bands}
      corridors={corridors}
      marks={notes.filter((n) => n.phase === null).map((n) => ({ at: n.t / 60, name: n.text }))}
      xTitle="time, min"
      xMin={window?.[0] ?? 0}
      xMax={window?.[1] ?? end}
      ranges={{ p: window === null ? [0, high] : [low - room, high + room], c: [middle - 15 * temperature.factor, middle + 15 * temperature.factor] }}
      height={320}
      {...(onZoom ? { onZoom } : {})}
    />
  );
}
