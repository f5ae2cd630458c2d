import { useState } from 'react';
import { ApiError } from '../api/client';

/** What the server says is wrong with a field: its whole sentence where nothing else is wrong. */
export function faultOf(error: Error | null, field: string): string | undefined {
  if (!(error instanceof ApiError)) return undefined;
  const found = error.faults.find((f) => f.field === field);
  return found && error.faults.length === 1 ? error.message : found?.detail;
}

/** The same as props of a field. */
export const faultAt = (error: Error | null, field: string, hint?: string) => {
  const fault = faultOf(error, field);
  return { error: fault !== undefined, helperText: fault ?? hint };
};

/** What is wrong that none of these fields says. */
export const besides = (error: Error | null, ...fields: string[]): string | null =>
  error &&
  !(
    error instanceof ApiError &&
    error.faults.length > 0 &&
    error.faults.every(({ field }) => fields.some((one) => field === one || field.startsWith(`${one}.`)))
  )
    ? error.message
    : null;

/** Texts of a form as typed, and what the server says is wrong with each. */
export function useForm(begin: Record<string, string>) {
  const [texts, setTexts] = useState(begin);
  return {
    texts,
    reset: (to = begin) => setTexts(to),
    /** what is wrong that none of its fields says */
    rest: (error: Error | null, ...also: string[]) => besides(error, ...Object.keys(texts), ...also),
    /** props of a field */
    field: (key: string, error: Error | null, hint?: string) => ({
      value: texts[key] ?? '',
      onChange: (e: { target: { value: string } }) => setTexts((old) => ({ ...old, [key]: e.target.value })),
      ...faultAt(error, key, hint),
    }),
  };
}
