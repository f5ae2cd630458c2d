import { useState } from 'react';
import { ApiError } from '../api/client';

/** What the server says is wrong with a field. */
export const faultOf = (error: Error | null, field: string): string | undefined =>
  error instanceof ApiError ? error.faults.find((f) => f.field === field)?.detail : undefined;

/** What is wrong that no field says. */
export const general = (error: Error | null): string | null => (error && !(error instanceof ApiError && error.faults.length > 0) ? error.message : null);

/** Texts of a form as typed, and what the server says is wrong with each. */
export function useForm(begin: Record<string, string>) {
  const [texts, setTexts] = useState(begin);
  return {
    texts,
    reset: (to = begin) => setTexts(to),
    /** props of a field */
    field: (key: string, error: Error | null, hint?: string) => {
      const fault = faultOf(error, key);
      return {
        value: texts[key] ?? '',
        onChange: (e: { target: { value: string } }) => setTexts((old) => ({ ...old, [key]: e.target.value })),
        error: fault !== undefined,
        helperText: fault ?? hint,
      };
    },
  };
}
