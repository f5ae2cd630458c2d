import { lazy, Suspense, useState } from 'react';
import { Button, LinearProgress } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';

// with what picks out of the yard: loaded when somebody wants it
const NumbersFields = lazy(async () => ({ default: (await import('./NumbersFields')).NumbersFields }));

/** Numbers as they are written on the joint and its pipes: typed, by a scanner that types, or out of the yard. */
export function NumbersForm({ joint }: { joint: Schemas['Joint'] }) {
  const { person } = useWork();
  const [open, setOpen] = useState(false);
  if (!person.may.includes('joints.keep')) return null;
  if (!open)
    return (
      <Button variant="text" onClick={() => setOpen(true)} sx={{ alignSelf: 'flex-start' }}>
        Numbers on the pipes
      </Button>
    );
  return (
    <Suspense fallback={<LinearProgress aria-label="Loading the form" />}>
      <NumbersFields joint={joint} onLeave={() => setOpen(false)} />
    </Suspense>
  );
}
