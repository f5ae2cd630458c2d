import type { Schemas } from '../../api/client';

type Display = Schemas['Display'];

/** A stored value as the rulebook's units show it, with its unit. */
export const said = (value: number, display: Display) => `${number(value, display)} ${display.symbol}`;

/** The same without the unit. */
export const number = (value: number, display: Display) => (value * display.factor + display.offset).toFixed(display.decimals);

/** Large volumes read in whole units. */
export const volume = (litres: number, display: Display) => {
  const value = litres * display.factor + display.offset;
  return `${Math.abs(value) >= 100 ? Math.round(value).toLocaleString('en') : value.toFixed(Math.abs(value) < 10 ? 2 : 1)} ${display.symbol}`;
};

/** Time that a phase takes. */
export const minutes = (value: number) =>
  value >= 120 ? `${Number((value / 60).toFixed(1))} h` : value < 10 ? `${Number(value.toFixed(1))} min` : `${Math.round(value)} min`;

export const energy = (kj: number) => (kj >= 1000 ? `${Number((kj / 1000).toPrecision(3))} MJ` : `${Number(kj.toPrecision(3))} kJ`);

/** What the state of a test is called. */
export function outcome(test: Pick<Schemas['PressureTest'], 'state' | 'verdict'>): string {
  if (test.state === 'advised') return `read: ${test.verdict?.reading ?? ''}`;
  return { planned: 'planned', running: 'running', passed: 'passed', failed: 'not passed' }[test.state];
}
