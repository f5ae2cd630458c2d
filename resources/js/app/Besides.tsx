import { Alert } from '@mui/material';
import { besides } from './useForm';

/** What is wrong that none of these fields says. */
export function Besides({ error, fields }: { error: Error | null; fields: readonly string[] }) {
  const said = besides(error, ...fields);
  return said === null ? null : <Alert severity="error">{said}</Alert>;
}
