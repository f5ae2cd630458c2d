import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Alert, Box, Button, InputAdornment, Paper, Stack, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { benchKey, JOB } from '../../api/queries';
import { typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { useSignal } from '../../app/useSignal';
import { useEntry } from './useEntry';
import { Cautions } from './Cautions';
import { useForm } from '../../app/useForm';
import { useUnits } from '../../app/useUnits';

type With = 'joint' | 'spool';

/** A joint that failed: cut out, and what takes its place. The old one keeps its record. */
export function MakeAgain({ bench, onLeave }: { bench: Schemas['Bench']; onLeave: () => void }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { person } = useWork();
  const { length, display } = useUnits();
  const joint = bench.joint;
  const [how, setHow] = useState<With>('spool');
  const form = useForm({ reason: '', cut_a_m: '', cut_b_m: '', spool: `S${joint?.number ?? ''}` });
  const { texts } = form;
  const signal = useSignal();
  const entry = useEntry(bench, benchKey('joint', bench.subject_id));
  // without signal the joint is cut out now, and what takes its place is laid when there is signal
  const cutOnly = () => entry.mutate({ kind: 'cut_out', payload: { reason: texts.reason } }, { onSuccess: onLeave });
  const make = useMutation({
    mutationFn: () =>
      answered(
        api.POST('/joints/{joint}/replacement', {
          params: { path: { joint: bench.subject_id } },
          body: {
            reason: texts.reason,
            with: how,
            cut_a_m: typedNumber(texts.cut_a_m, display.length),
            cut_b_m: typedNumber(texts.cut_b_m, display.length),
            ...(how === 'spool' ? { spool: texts.spool } : {}),
          },
        }),
      ),
    onSuccess: async (made) => {
      await Promise.all([['line'], ['bench'], ['tests'], JOB].map((queryKey) => client.invalidateQueries({ queryKey })));
      void navigate(`/line/${made.joint?.number ?? ''}`);
    },
  });
  if (!joint) return null;
  const field = (key: string) => form.field(key, make.error);
  const metres = { htmlInput: { inputMode: 'decimal' as const }, input: { endAdornment: <InputAdornment position="end">{length.symbol}</InputAdornment> } };
  if (!person.may.includes('work.cut_out')) return <Alert severity="info">A jointer or a supervisor cuts it out. Call one over.</Alert>;
  return (
    <Paper
      component="form"
      aria-label="Cut out and make again"
      sx={{ p: 2.5, borderLeft: '8px solid', borderLeftColor: 'stop' }}
      onSubmit={(e) => (e.preventDefault(), signal ? make.mutate() : cutOnly())}
    >
      <Typography variant="h1">Cut out joint {joint.label} and make it again</Typography>
      <Typography sx={{ mb: 1 }}>Its record stays, with a letter behind its number.</Typography>
      <Cautions cautions={bench.todo.cautions} />
      <ToggleButtonGroup exclusive value={how} onChange={(_, next: With | null) => next && setHow(next)} aria-label="What takes its place" sx={{ mb: 1.5 }}>
        <ToggleButton value="spool" sx={{ px: 2.5 }}>
          A spool and two joints
        </ToggleButton>
        <ToggleButton value="joint" sx={{ px: 2.5 }}>
          One joint, pipe drawn up
        </ToggleButton>
      </ToggleButtonGroup>
      <Sketch how={how} a={joint.pipe_a} b={joint.pipe_b} spool={texts.spool ?? ''} />
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(3, minmax(0,1fr))' }, gap: 2, mt: 1.5 }}>
        <TextField label={`Off ${joint.pipe_a}`} slotProps={metres} {...field('cut_a_m')} />
        <TextField label={`Off ${joint.pipe_b}`} slotProps={metres} {...field('cut_b_m')} />
        {how === 'spool' && <TextField label="Number on the spool" {...field('spool')} />}
        <TextField label="What was wrong (stays visible for ever)" multiline sx={{ gridColumn: '1 / -1' }} {...field('reason')} />
      </Box>
      {!signal && (
        <Alert severity="info" sx={{ mt: 1.5 }}>
          No signal: it is cut out now, with your reason. What takes its place is laid when there is signal.
        </Alert>
      )}
      {(make.error ?? entry.error) && (
        <Alert severity="error" sx={{ mt: 1.5 }}>
          {(make.error ?? entry.error)?.message}
        </Alert>
      )}
      <Stack direction="row" spacing={1.5} sx={{ mt: 2 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={make.isPending} sx={{ minHeight: 60, px: 4 }}>
          Cut it out
        </Button>
        <Button onClick={onLeave} sx={{ minHeight: 60 }}>
          Not now
        </Button>
      </Stack>
    </Paper>
  );
}

/** What will lie there: not to scale, the order of pipes and joints. */
function Sketch({ how, a, b, spool }: { how: With; a: string; b: string; spool: string }) {
  const joints = how === 'spool' ? [220, 380] : [300];
  const names =
    how === 'spool'
      ? [
          [110, a],
          [300, spool],
          [490, b],
        ]
      : [
          [150, a],
          [450, b],
        ];
  return (
    <Box
      component="svg"
      role="img"
      aria-label={how === 'spool' ? `${a}, joint, spool ${spool}, joint, ${b}` : `${a}, joint, ${b}`}
      viewBox="0 0 600 86"
      sx={{ width: '100%', maxWidth: 640 }}
    >
      <rect x="6" y="34" width="588" height="34" fill="var(--mui-palette-earth)" stroke="var(--mui-palette-pipe)" strokeWidth="2" />
      {how === 'spool' && (
        <rect x="220" y="34" width="160" height="34" fill="var(--mui-palette-background-paper)" stroke="var(--mui-palette-hand)" strokeWidth="3" />
      )}
      {joints.map((x) => (
        <rect key={x} x={x - 26} y="26" width="52" height="50" fill="var(--mui-palette-background-paper)" stroke="var(--mui-palette-hand)" strokeWidth="4" />
      ))}
      {names.map(([x, name]) => (
        <text key={String(name)} x={x} y="20" textAnchor="middle" fontSize="18" fill="var(--mui-palette-text-primary)" className="num">
          {name}
        </text>
      ))}
    </Box>
  );
}
