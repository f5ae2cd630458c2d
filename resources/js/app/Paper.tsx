import { Button } from '@mui/material';
import type { ReactNode } from 'react';
import { useSignal } from './useSignal';

/** Something that the server prints: without signal it says so instead of failing. */
export function PaperLink({ href, children }: { href: string; children: ReactNode }) {
  const signal = useSignal();
  return signal ? (
    <Button component="a" href={href} variant="text">
      {children}
    </Button>
  ) : (
    <Button disabled variant="text">
      {children} (needs signal)
    </Button>
  );
}
