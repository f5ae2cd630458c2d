import { useState } from 'react';
import { ApiError } from '../../api/client';

/** Texts of a form as typed, and what the server says is wrong with each. */
export function useForm(begin: Record<string, string>) {
  const [texts, setTexts] = useState(begin);
  return {
    texts,
    reset: () => setTexts(begin),
    set: (key: string, text: string) => setTexts((old) => ({ ...old, [key]: text })),
    /** props of a field */
    field: (key: string, error: Error | null, hint?: string) => {
      const fault = error instanceof ApiError ? error.faults.find((f) => f.field === key)?.detail : undefined;
      return {
        value: texts[key] ?? '',
        onChange: (e: { target: { value: string } }) => setTexts((old) => ({ ...old, [key]: e.target.value })),
        error: fault !== undefined,
        helperText: fault ?? hint,
      };
    },
  };
}

/** What is wrong that no field says. */
export const general = (error: Error | null): string | null => (error && !(error instanceof ApiError && error.faults.length > 0) ? error.message : null);
