import type { Schemas } from '../../api/client';

type Input = Schemas['Calculation']['inputs'][number];
type System = 'metric' | 'us';

const pieces = (text: string, between = /[;\s]+/) => text.split(between).filter((part) => part.trim() !== '');

/** What was typed, in the units of the job, as the calculation takes it; text that is no number goes as it is, so that its fault can be said. */
export function given(input: Input, text: string, units: System): unknown {
  const display = input.display?.[units];
  const number = (part: string) => {
    const value = Number(part.trim().replace(',', '.'));
    if (part.trim() === '' || Number.isNaN(value)) return part;
    return display ? Number(((value - display.offset) / display.factor).toPrecision(12)) : value;
  };
  switch (input.kind) {
    case 'number':
      return number(text);
    case 'numbers':
      return pieces(text).map(number);
    case 'several':
      return pieces(text, /[;,\s]+/);
    case 'gapped':
      return pieces(text).map((part) => (part === '-' ? null : number(part)));
    case 'pairs':
      return pieces(text).map((part) => part.split(':').map(number));
    case 'rows':
      return pieces(text, /[;\n]+/).map((part) => {
        const [name, ...numbers] = part.split(':');
        return Object.fromEntries(input.choices.map((column, k) => [column, k === 0 ? (name ?? '').trim() : number(numbers[k - 1] ?? '')]));
      });
    default:
      return text;
  }
}

/** The unit that stands behind a field. */
export const unitOf = (input: Input, units: System) => input.display?.[units].symbol ?? input.unit.split(/[,;]/)[0] ?? '';

/** Whether a calculation is meant by what somebody typed: each word is one of its title, its craft, what crews call it, or what it wants. */
export const isMeant = (calculation: Pick<Schemas['Calculation'], 'id' | 'title' | 'craft' | 'words' | 'inputs'>, find: string) => {
  const said = [calculation.id, calculation.title, calculation.craft, calculation.words, ...calculation.inputs.map((i) => i.label)].join(' ').toLowerCase();
  return find
    .toLowerCase()
    .split(/\s+/)
    .every((word) => said.includes(word));
};
