import type { ReactNode } from 'react';
import { Alert, Button } from '@mui/material';
import type { Next } from './useNext';

/** What was refused while the next was being typed: it is lost only when somebody says so. */
export function NotTaken({ next, fields, children }: { next: Next; fields: string[]; children?: ReactNode }) {
  return next.back.map(({ texts, said }, at) => (
    <Alert
      key={at}
      severity="error"
      sx={{ mt: 1, alignItems: 'center' }}
      action={
        <>
          <Button color="inherit" onClick={() => next.putBack(at)} sx={{ minHeight: 56 }}>
            Put it back
          </Button>
          <Button color="inherit" onClick={() => next.drop(at)} sx={{ minHeight: 56 }}>
            Drop it
          </Button>
        </>
      }
    >
      <b>
        {fields
          .map((field) => texts[field] ?? '')
          .filter((text) => text !== '')
          .join(', ')}
      </b>{' '}
      – {said} {children}
    </Alert>
  ));
}
