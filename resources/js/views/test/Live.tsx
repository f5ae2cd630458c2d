import { useEffect, useRef, useState } from 'react';
import { Alert, Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, ConnectionLost, type Schemas } from '../../api/client';
import { Besides } from '../../app/Besides';
import { NotTaken } from '../../app/NotTaken';
import { span } from '../../app/time';
import { faultAt } from '../../app/useForm';
import { useNext } from '../../app/useNext';
import { useSignal } from '../../app/useSignal';
import type { TestDraft } from '../../device/store';
import { Findings } from '../bench/Findings';
import { Measured, typed, type Typed } from './Measured';
import { kept } from './kept';
import { PressureChart } from './PressureChart';
import { stored } from '../bench/units';
import { outcome } from './shown';
import { useHere, type Here } from './useHere';
import { useMayTest, useTestAction, useTestEntry, type Test } from './useTest';

type Sample = Schemas['TraceSample'];
type Check = (draft: TestDraft) => Promise<void>;

/** A test that runs: what to do now and until when, the trace as it grows, readings, notes, phases, the end. */
export function Live({ test }: { test: Test }) {
  const [samples, setSamples] = useState<Sample[]>([]);
  const last = useRef(-1);
  const client = useQueryClient();
  const simulated = test.mode === 'simulated';
  const running = useQuery({
    queryKey: ['test-trace', test.id],
    queryFn: async ({ signal }) => {
      const at = { path: { test: test.id } };
      const trace = await answered(api.GET('/tests/{test}/trace', { params: { ...at, query: { since: last.current } }, signal }));
      setSamples((before) => kept([...before, ...trace.samples]));
      last.current = trace.samples.at(-1)?.t ?? last.current;
      const waits = trace.over && trace.test?.state === 'running'; // a look writes nothing: its end is written down when asked
      const seen = waits ? await answered(api.POST('/tests/{test}/settle', { params: at })) : trace.test;
      if (seen && seen.state !== 'running') for (const key of ['tests', 'clocks', 'job']) await client.invalidateQueries({ queryKey: [key] });
      return seen;
    },
    refetchInterval: (query) => (query.state.data?.state === 'running' || !query.state.data ? (simulated ? 700 : 2500) : false),
    staleTime: 0,
    gcTime: 0,
  });
  const signal = useSignal();
  const { here, waiting, check } = useHere(test, !signal || running.error instanceof ConnectionLost);
  const seen = running.data && running.data.state !== 'planned' ? running.data : test; // begun here, the server may not know yet
  const now = here?.now ?? seen.now;
  const phase = now?.phase;
  useEffect(() => {
    void client.invalidateQueries({ queryKey: ['clocks'] }); // another phase: the rail of everyone here is read again
  }, [client, phase]);
  const { logging } = seen;
  const notes = here?.notes ?? seen.notes;
  const waits = waiting > 0 && (
    <Alert severity="info" role="status" sx={{ my: 1 }}>
      {waiting === 1 ? 'One entry of this test is' : `${waiting} entries of this test are`} kept on this device and sent when there is signal.
    </Alert>
  );
  return (
    <Box sx={{ my: 1.5 }}>
      {now && <Now now={now} />}
      <PressureChart test={test} samples={here?.samples ?? samples} notes={notes} />
      {!logging && (
        <Alert severity="warning" sx={{ my: 1 }}>
          Logging is stopped. The section is still under pressure; what was recorded is kept, and the gap will show.
        </Alert>
      )}
      {here && (here.ended || here.against === null) && <AsRead here={here} />}
      {here?.ended && waits}
      {!here?.ended && (
        <>
          {test.mode === 'hand' && <Reading test={test} check={check} />}
          {waits}
          <Notes test={test} begun={notes.flatMap((n) => (n.phase === null ? [] : [n.phase]))} logging={logging} phase={now?.phase ?? null} />
          <Finish test={test} check={check} />
        </>
      )}
    </Box>
  );
}

/** What this device makes of it, until the server says. */
function AsRead({ here }: { here: Here }) {
  const would = here.state && outcome({ state: here.state, verdict: here.verdict });
  return (
    <Box component="section" aria-label="As read on this device" sx={{ my: 1.5, p: 1.5, bgcolor: 'earth' }}>
      <Typography sx={{ fontWeight: 640 }}>
        {here.ended ? `Ended: ${would ?? 'not judged'}. ` : `Ended now it would be ${would}.`}
        {here.ended && 'Judged by the rules on this device; the server judges it again when there is signal, and counts.'}
      </Typography>
      {here.verdict && <Findings plain findings={here.verdict.findings} label="Findings on this device" />}
    </Box>
  );
}

function Now({ now }: { now: Schemas['TestNow'] }) {
  const left = now.ends_s - now.elapsed_s;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'auto minmax(0,1fr)' }, columnGap: 3, alignItems: 'center', mb: 1 }}>
      <Typography className="num" role="timer" sx={{ fontSize: '2.4rem', fontWeight: 700, color: 'hand', lineHeight: 1.1 }}>
        {left > 0 ? span(left) : 'now'}
      </Typography>
      <Box>
        <Typography sx={{ fontSize: '1.1rem' }}>
          <b>{now.title}.</b> {now.do}
        </Typography>
        {now.next && (
          <Typography color="text.secondary">
            Then {now.next}: {now.next_do}
          </Typography>
        )}
      </Box>
    </Box>
  );
}

/** What the server calls each. */
const FAULTS = { pressure: 'pressure_kpa', temperature: 'temperature_c', water: 'added_l' } as const;

/** One reading of the gauge, at the moment it is entered. */
function Reading({ test, check }: { test: Test; check: Check }) {
  const mayTest = useMayTest();
  const read = useTestEntry<Record<string, unknown>>(test.id, 'readings', check);
  const next = useNext(`reading-${test.id}`, ['temperature', 'water']);
  const { pressure, temperature, volume } = test.display;
  const fields = [
    ['pressure', `Gauge, ${pressure.symbol}`],
    ['temperature', `${test.plan.medium === 'water' ? 'Water' : 'Pipe'}, ${temperature.symbol}`],
    ...(test.plan.medium === 'water' ? [['water', `Water added since the start, ${volume.symbol}`]] : []),
  ] as ['pressure' | 'temperature' | 'water', string][];
  const value = (key: 'pressure' | 'temperature' | 'water', display: Schemas['Display']) =>
    (next.texts[key] ?? '').trim() === '' ? null : stored(next.texts[key] ?? '', { display });
  const enter = () => {
    const body = { pressure_kpa: value('pressure', pressure), temperature_c: value('temperature', temperature), added_l: value('water', volume) };
    next.hand(read.mutateAsync(body));
  };
  return (
    <Box component="form" aria-label="Reading" onSubmit={(e) => (e.preventDefault(), enter())}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1.5 }}>
        {fields.map(([key, label]) => (
          <TextField
            key={key}
            label={label}
            value={next.texts[key] ?? ''}
            onChange={(e) => next.set(key, e.target.value)}
            {...faultAt(next.fault, FAULTS[key])}
            slotProps={{ htmlInput: { inputMode: 'decimal' } }}
            sx={{ flex: 1 }}
          />
        ))}
        <Button type="submit" variant="contained" color="secondary" disabled={!mayTest || read.isPending} sx={{ minHeight: 56, minWidth: 170 }}>
          Enter the reading
        </Button>
      </Stack>
      <Besides error={next.fault} fields={Object.values(FAULTS)} />
      <NotTaken next={next} fields={fields.map(([key]) => key)}>
        Put back, it is written at the time of the press: read the gauge again.
      </NotTaken>
    </Box>
  );
}

function Notes({ test, begun, logging, phase }: { test: Test; begun: string[]; logging: boolean; phase: string | null }) {
  const mayTest = useMayTest();
  const note = useTestEntry<{ text?: string; phase?: string }>(test.id, 'notes');
  const log = useTestAction<{ on: boolean }>(test.id, 'logging');
  const next = useNext(`note-${test.id}`);
  const text = next.texts.note ?? '';
  const later = test.plan.phases.filter((p) => !begun.includes(p.id));
  const phaseNext = later[0]?.id === phase && begun.length > 0 ? later[1] : later[0];
  return (
    <Stack spacing={1} sx={{ mt: 1.5 }}>
      <Stack
        direction={{ xs: 'column', sm: 'row' }}
        spacing={1.5}
        component="form"
        aria-label="Note"
        onSubmit={(e) => (e.preventDefault(), next.hand(note.mutateAsync({ text })))}
      >
        <TextField label="Note on the trace (vent opened, rain, …)" value={text} onChange={(e) => next.set('note', e.target.value)} sx={{ flex: 1 }} />
        <Button type="submit" variant="outlined" disabled={!mayTest || text.trim() === ''} sx={{ minHeight: 56 }}>
          Note it
        </Button>
        {test.mode !== 'simulated' && phaseNext && (
          <Button variant="contained" disabled={!mayTest || note.isPending} onClick={() => note.mutate({ phase: phaseNext.id })} sx={{ minHeight: 56 }}>
            {phaseNext.title}: begun
          </Button>
        )}
        <Button variant="outlined" disabled={!mayTest || log.isPending} onClick={() => log.mutate({ on: !logging })} sx={{ minHeight: 56 }}>
          {logging ? 'Stop logging' : 'Resume logging'}
        </Button>
      </Stack>
      <NotTaken next={next} fields={['note']} />
      {(note.error ?? log.error) && <Alert severity="error">{(note.error ?? log.error)?.message}</Alert>}
    </Stack>
  );
}

function Finish({ test, check }: { test: Test; check: Check }) {
  const mayTest = useMayTest();
  const finish = useTestEntry<{ measured: Record<string, unknown>; broken_off?: string }>(test.id, 'finish', check);
  const [values, setValues] = useState<Typed>({});
  const [broken, setBroken] = useState<string | null>(null);
  const done = typed(test.asks, values);
  return (
    <Box component="section" aria-label="End of the test" sx={{ mt: 2, pt: 1.5, borderTop: 1, borderColor: 'divider' }}>
      {test.mode !== 'simulated' && <Measured asks={test.asks} values={values} onChange={setValues} />}
      {broken !== null && (
        <TextField
          fullWidth
          label="Why it is broken off (stays visible for ever)"
          value={broken}
          onChange={(e) => setBroken(e.target.value)}
          sx={{ mt: 1.5 }}
        />
      )}
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1.5 }}>
        {test.mode !== 'simulated' && broken === null && (
          <Button
            variant="contained"
            color="secondary"
            disabled={!mayTest || finish.isPending}
            onClick={() => finish.mutate({ measured: done })}
            sx={{ minHeight: 60, flex: 1 }}
          >
            Finish and judge
          </Button>
        )}
        <Button
          variant="outlined"
          disabled={!mayTest || finish.isPending || broken?.trim() === ''}
          onClick={() => (broken === null ? setBroken('') : finish.mutate({ measured: done, broken_off: broken }))}
          sx={{ minHeight: 60 }}
        >
          {broken === null ? 'Break it off' : 'Break it off now'}
        </Button>
      </Stack>
      {finish.error && (
        <Alert severity="error" sx={{ mt: 1 }}>
          {finish.error.message}
        </Alert>
      )}
    </Box>
  );
}
