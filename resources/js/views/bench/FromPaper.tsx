import { useEffect, useId, useRef } from 'react';
import { Button, Stack, TextField, Typography } from '@mui/material';
import { useWork } from '../../app/session';
import { fromWall, toWall } from '../../app/time';

interface Props {
  /** when it was done, as the paper says; null while it is entered as it is done */
  doneAt: string | null;
  onDoneAt: (at: string | null) => void;
  now: number;
}

/** What was written on paper first is entered at the time at which it was done: said once for all that is entered at the step. */
export function FromPaper({ doneAt, onDoneAt, now }: Props) {
  const { job } = useWork();
  const id = useId();
  const time = useRef<HTMLInputElement>(null);
  const isOpen = doneAt !== null;
  useEffect(() => {
    if (isOpen) time.current?.focus(); // it opens above what it was pressed below
  }, [isOpen]);
  if (doneAt === null)
    return (
      <Button variant="text" size="small" onClick={() => onDoneAt(new Date(now).toISOString())} sx={{ minHeight: 44, px: 0.5, ml: -0.5 }}>
        Written on paper first?
      </Button>
    );
  return (
    <Stack
      direction={{ xs: 'column', sm: 'row' }}
      spacing={1.5}
      role="group"
      aria-labelledby={id}
      sx={{ my: 1.5, p: 1.5, borderLeft: '8px solid', borderLeftColor: 'watch', bgcolor: 'earth', alignItems: { sm: 'center' } }}
    >
      <Typography id={id} sx={{ flex: 1 }}>
        From paper: all that is entered here stands at this time. The record says when it was entered, and a supervisor accepts what could no longer be seen.
      </Typography>
      <TextField
        inputRef={time}
        type="datetime-local"
        label="Done at"
        value={toWall(doneAt, job.time_zone)}
        onChange={(e) => {
          const at = fromWall(e.target.value, job.time_zone);
          if (at !== null) onDoneAt(at);
        }}
        slotProps={{ inputLabel: { shrink: true } }}
        sx={{ minWidth: 220 }}
      />
      <Button variant="outlined" onClick={() => onDoneAt(null)} sx={{ minHeight: 56 }}>
        Enter as it is now
      </Button>
    </Stack>
  );
}
