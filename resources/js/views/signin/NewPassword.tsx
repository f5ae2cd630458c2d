import { TextField } from '@mui/material';

interface Props {
  password: string;
  onChange: (password: string) => void;
  fault?: string | undefined;
}

/** A password that its owner chooses. */
export const NewPassword = ({ password, onChange, fault }: Props) => (
  <TextField
    label="New password"
    type="password"
    value={password}
    onChange={(e) => onChange(e.target.value)}
    autoComplete="new-password"
    error={fault !== undefined}
    helperText={fault ?? '12 letters or more. Several words that do not belong together are easy to remember.'}
  />
);
