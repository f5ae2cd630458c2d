import { Typography } from '@mui/material';

/** Under a signature: how whoever gave it signs in, and who let them in; nothing under a signature of before that was kept. */
export function Account({ of }: { of: string | undefined }) {
  if (!of) return null;
  return (
    <Typography variant="body2" component="span" sx={{ display: 'block', color: 'text.secondary' }}>
      Signs in as {of}.
    </Typography>
  );
}
