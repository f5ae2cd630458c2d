import { useState } from 'react';
import { Alert, Box, Button, InputAdornment, Stack, TextField, Typography, useMediaQuery, useTheme } from '@mui/material';
import type { QueryKey } from '@tanstack/react-query';
import type { Schemas } from '../../../api/client';
import { measure, typedNumber } from '../../../app/numbers';
import { BoltBand, BoltRing } from '../../../instruments/bolts/BoltRing';
import { lit } from '../../../instruments/bolts/next';
import { usePace } from '../../../app/pace';
import { span, useByTime } from '../../../app/time';
import { useEntry } from '../useEntry';
import { useRows } from './useRows';
import { WrenchFile } from './WrenchFile';

type Wheel = Schemas['BoltWheel'];

/** The circle of bolts as it lies: the next one lit, a wedge on each nut for every pass it has had, its last reading in the band below; one touch a bolt. */
export function BoltWheel({ bench, wheel, queryKey, mayEnter }: { bench: Schemas['Bench']; wheel: Wheel; queryKey: QueryKey; mayEnter: boolean }) {
  const rows = useRows(bench, queryKey);
  const [pace] = usePace();
  const unit = measure(wheel.display);
  const turns = rows.pending.filter((p) => p.key === wheel.key).map((p) => ({ pass: Number(p.row.pass), bolt: Number(p.row.bolt) }));
  const next = lit(wheel, turns);
  const [chosen, choose] = useState<number | null>(null);
  const [typed, setTyped] = useState('');
  const at = chosen === null ? next : { pass: next?.pass ?? wheel.passes.length, bolt: chosen };
  const torque = at ? wheel.passes[at.pass - 1]!.torque_nm : null;
  const isSet = at !== null && (rows.pending.some((p) => p.key === `${wheel.key}_set` && p.row.pass === at.pass) || setFor(bench, wheel, at.pass));
  const isShut = !mayEnter;
  const small = useMediaQuery(useTheme().breakpoints.down('md'));
  const enter = (nm: number | string | null) => {
    if (at === null || typeof nm === 'string') return;
    rows.send(wheel.key, { pass: at.pass, bolt: at.bolt, ...(nm === null ? {} : { torque_nm: nm }) });
    choose(null);
    setTyped('');
  };
  const below = (
    <>
      <BoltBand wheel={wheel} />
      <Typography variant="body2" color="text.secondary">
        [{wheel.source}]
      </Typography>
      {!isShut && <WrenchFile bench={bench} circle={wheel.key} queryKey={queryKey} />}
    </>
  );
  return (
    <Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(280px, 370px) minmax(0,1fr)' }, gap: 2, alignItems: 'start' }}>
        <BoltRing wheel={wheel} at={at} torque={torque} pending={turns} say={(nm) => `${unit.plain(nm)} ${unit.symbol}`} onChoose={isShut ? null : choose} />
        <Stack spacing={1.5} sx={{ order: { xs: -1, md: 0 } }}>
          <Typography variant="h2" component="p" role="status" sx={{ minHeight: '2.7em' }}>
            {turns.length > 0 && at
              ? `Bolt ${at.bolt} next, pass ${at.pass} of ${wheel.passes.length}: ${unit.plain(torque ?? 0)} ${unit.symbol}.`
              : wheel.said}
          </Typography>
          {!isShut && at && torque !== null && (
            <>
              {isSet ? (
                <Button variant="contained" color="secondary" onClick={() => enter(null)} sx={{ minHeight: 84, fontSize: 20 }}>
                  Bolt {at.bolt}: it clicked
                </Button>
              ) : (
                <Button
                  variant="contained"
                  color="secondary"
                  onClick={() => rows.send(`${wheel.key}_set`, { pass: at.pass, set_nm: torque })}
                  sx={{ minHeight: 84, fontSize: 20 }}
                >
                  Wrench is set to {unit.plain(torque)} {unit.symbol}
                </Button>
              )}
              {pace === 'list' && wheel.round && turns.length === 0 && chosen === null && <WholePass bench={bench} wheel={wheel} queryKey={queryKey} />}
              <Stack
                direction="row"
                spacing={1}
                component="form"
                onSubmit={(e) => {
                  e.preventDefault();
                  enter(typedNumber(typed, wheel.display));
                }}
              >
                <TextField
                  label={`Bolt ${at.bolt}: torque read`}
                  value={typed}
                  onChange={(e) => setTyped(e.target.value)}
                  fullWidth
                  slotProps={{ htmlInput: { inputMode: 'decimal' }, input: { endAdornment: <InputAdornment position="end">{unit.symbol}</InputAdornment> } }}
                />
                <Button type="submit" variant="outlined" disabled={typeof typedNumber(typed, wheel.display) !== 'number'} sx={{ minHeight: 56 }}>
                  Enter
                </Button>
              </Stack>
              {chosen !== null && (
                <Button onClick={() => choose(null)} sx={{ alignSelf: 'flex-start' }}>
                  Back to the bolt that is lit
                </Button>
              )}
            </>
          )}
          {rows.error && <Alert severity="error">{rows.error}</Alert>}
          {rows.asked && (
            <Alert
              severity="warning"
              action={
                <Button color="inherit" onClick={() => rows.keep()} sx={{ minHeight: 56 }}>
                  Keep
                </Button>
              }
            >
              {rows.asked.said}
            </Alert>
          )}
          {rows.kept && <Alert severity="info">Kept on this device; judged when the connection is back.</Alert>}
          {!small && below}
        </Stack>
        {small && <Stack spacing={1.5}>{below}</Stack>}
      </Box>
    </Box>
  );
}

/** A pass that leads up to the last, confirmed once every bolt of it was clicked; not before a hand can have done it. */
function WholePass({ bench, wheel, queryKey }: { bench: Schemas['Bench']; wheel: Wheel; queryKey: QueryKey }) {
  const entry = useEntry(bench, queryKey);
  const round = wheel.round;
  const wait = useByTime((now) => (round ? Math.max(0, Date.parse(round.not_before) - now) : 0));
  if (!round) return null;
  return (
    <Box component="section" aria-label="The whole pass" sx={{ p: 1.5, borderLeft: '6px solid', borderLeftColor: 'pipe', bgcolor: 'earth' }}>
      <Typography sx={{ mb: 1 }}>{round.said}.</Typography>
      <Button
        fullWidth
        variant="outlined"
        disabled={wait > 0 || entry.isPending}
        onClick={() => entry.mutate({ kind: 'round', payload: { key: wheel.key, pass: round.pass } })}
        sx={{ minHeight: 60, bgcolor: 'background.paper' }}
      >
        {wait > 0 ? `All of it done – in ${span(wait / 1000)}` : 'All of it done'}
      </Button>
      {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
    </Box>
  );
}

/** Whether somebody has said what the wrench is set to for a pass: the last setting that the core kept. */
const setFor = (bench: Schemas['Bench'], wheel: Wheel, pass: number) => {
  const last = bench.readings[`${wheel.key}_set`]?.value as Record<string, number> | undefined;
  return last?.pass === pass;
};
