import { Fragment } from 'react';
import { Box, Button, Stack, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { useWork } from '../../app/session';
import { span, timeOfDay, useByTime } from '../../app/time';
import { Cautions } from './Cautions';

type Row = Schemas['Listed'];

interface Props {
  rows: Row[];
  /** of the work; statements of steps that are done in one go stand under their names, with their cautions */
  steps: Schemas['Step'][];
  own: string;
  disabled: boolean;
  error: string | null;
  onAllSo: () => void;
  /** somebody says that one of them is not so: it is answered by itself */
  onNotSo: (row: Row) => void;
}

/** Statements of a step, and of those done in one go with it, that one press confirms together; an exception is pressed by itself. */
export function Listed({ rows, steps, own, disabled, error, onAllSo, onNotSo }: Props) {
  const { job } = useWork();
  const latest = Math.max(0, ...rows.map((r) => (r.not_before === null ? 0 : Date.parse(r.not_before))));
  const wait = useByTime((now) => Math.max(0, latest - now));
  const ids = [...new Set(rows.map((row) => row.step))];
  return (
    <Box component="section" aria-label="Is this so?" sx={{ my: 2, p: { xs: 1.5, sm: 2 }, borderLeft: '8px solid', borderLeftColor: 'hand', bgcolor: 'earth' }}>
      {ids.map((id) => (
        <Fragment key={id}>
          {id !== own && (
            <>
              <Typography variant="h2" sx={{ mt: 1.5 }}>
                {steps.find((s) => s.id === id)?.title}
              </Typography>
              <Typography>{steps.find((s) => s.id === id)?.instruction}</Typography>
              <Cautions cautions={steps.find((s) => s.id === id)?.cautions ?? []} />
            </>
          )}
          <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
            {rows
              .filter((row) => row.step === id)
              .map((row) => (
                <Stack
                  key={row.key}
                  component="li"
                  direction="row"
                  spacing={1}
                  sx={{ alignItems: 'center', minHeight: 44, borderBottom: 1, borderColor: 'divider', justifyContent: 'space-between' }}
                >
                  <Typography sx={{ fontWeight: 560 }}>{row.said}</Typography>
                  <Button size="small" disabled={disabled} onClick={() => onNotSo(row)} aria-label={`No: ${row.said}`} sx={{ flex: 'none', minHeight: 44 }}>
                    No
                  </Button>
                </Stack>
              ))}
          </Box>
        </Fragment>
      ))}
      <Button
        fullWidth
        variant="contained"
        color="secondary"
        disabled={disabled || wait > 0}
        onClick={onAllSo}
        sx={{ mt: 1.5, minHeight: 64, fontSize: '1.15rem' }}
      >
        {wait > 0
          ? `Not before ${timeOfDay(latest, job.time_zone)} – ${span(wait / 1000)} left`
          : rows.length === 1
            ? 'Confirm'
            : `Confirm all (${rows.length})${ids.length > 1 ? ', all done' : ''}`}
      </Button>
      {error && (
        <Typography color="error" role="alert" sx={{ mt: 1 }}>
          {error}
        </Typography>
      )}
    </Box>
  );
}
