import { useState } from 'react';
import { Box, Button, MenuItem, Stack, Tab, Tabs, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Besides } from '../../app/Besides';
import { useWork } from '../../app/session';
import { useSignal } from '../../app/useSignal';
import { BringTrace } from './BringTrace';
import { PlanDetails } from './PlanDetails';
import { useHere } from './useHere';
import { useMayTest, useTestAction, useTestEntry, type Test } from './useTest';

const SPEEDS = [1, 60, 600, 1200, 6000, 20000];

/** Four ways to record a planned test. */
export function Begin({ test, facts }: { test: Test; facts: Schemas['SectionFacts'] }) {
  const { job } = useWork();
  const mayTest = useMayTest();
  const [speed, setSpeed] = useState(1200);
  const [fault, setFault] = useState('none');
  const ways = [...(job.simulated ? [['simulated', 'Simulated logger']] : []), ['hand', 'By hand'], ['device', 'Logger that sends'], ['csv', 'A file']] as [
    string,
    string,
  ][];
  const [way, setWay] = useState(ways[0]?.[0] ?? 'hand');
  const { check } = useHere(test, !useSignal());
  const byHand = useTestEntry<{ mode: 'hand' }>(test.id, 'run', check);
  const start = useTestAction<{ mode: string; speed?: number; fault?: string }>(test.id, 'run');
  return (
    <>
      <Tabs value={way} onChange={(_, next: string) => setWay(next)} aria-label="How it is recorded" variant="scrollable" sx={{ mb: 1.5 }}>
        {ways.map(([id, name]) => (
          <Tab key={id} value={id} label={name} sx={{ minHeight: 52, fontSize: '1rem' }} />
        ))}
      </Tabs>
      {way === 'simulated' && (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
          <TextField select label="Speed" value={speed} onChange={(e) => setSpeed(Number(e.target.value))} sx={{ minWidth: 140 }}>
            {SPEEDS.map((s) => (
              <MenuItem key={s} value={s}>
                {s === 1 ? 'real time' : `${s} times`}
              </MenuItem>
            ))}
          </TextField>
          <TextField select label="Simulated section" value={fault} onChange={(e) => setFault(e.target.value)} sx={{ minWidth: 180 }}>
            {test.faults.map((f) => (
              <MenuItem key={f.id} value={f.id}>
                {f.title}
              </MenuItem>
            ))}
          </TextField>
          <Button
            variant="contained"
            color="secondary"
            disabled={!mayTest || start.isPending}
            onClick={() => start.mutate({ mode: 'simulated', speed, fault })}
            sx={{ flex: 1, minHeight: 60 }}
          >
            Start with the simulated logger
          </Button>
        </Stack>
      )}
      {way === 'hand' && (
        <Way words="You read the gauge and enter it; the clock of the job tells when. Press “begun” as each phase begins.">
          <Button
            variant="contained"
            color="secondary"
            disabled={!mayTest || byHand.isPending}
            onClick={() => byHand.mutate({ mode: 'hand' })}
            sx={{ minHeight: 60, minWidth: 280 }}
          >
            Begin, reading by hand
          </Button>
        </Way>
      )}
      {way === 'device' && (
        <Way words="A logger with its own token sends its samples; the office gives it one (php artisan device:token). Press “begun” as each phase begins.">
          <Button
            variant="contained"
            color="secondary"
            disabled={!mayTest || start.isPending}
            onClick={() => start.mutate({ mode: 'device' })}
            sx={{ minHeight: 60, minWidth: 280 }}
          >
            Begin, waiting for the logger
          </Button>
        </Way>
      )}
      {way === 'csv' && <BringTrace test={test} />}
      <Besides error={start.error ?? byHand.error} fields={[]} />
      <Box sx={{ mt: 2, borderTop: 1, borderColor: 'divider' }}>
        <PlanDetails plan={test.plan} display={test.display} facts={facts} />
      </Box>
    </>
  );
}

function Way({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <Stack spacing={1.5} sx={{ alignItems: 'flex-start' }}>
      <Typography>{words}</Typography>
      {children}
    </Stack>
  );
}
