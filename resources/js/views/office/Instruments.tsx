import { useState } from 'react';
import { Alert, Box, Button, Chip, InputAdornment, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Schemas } from '../../api/client';
import { instrumentsQuery, JOB } from '../../api/queries';
import { FileButton } from '../../app/FileButton';
import { shownNumber, typedNumber } from '../../app/numbers';
import { useWork } from '../../app/session';
import { SquareCode } from './SquareCode';
import { useForm } from '../../app/useForm';
import { isLost } from '../../app/isLost';

type Instrument = Schemas['Instrument'];

/** What is measured with on this job, with its papers, its tag and its way to send. */
export function Instruments() {
  const { job, person } = useWork();
  const client = useQueryClient();
  const page = useQuery(instrumentsQuery(job.id));
  const [changed, setChanged] = useState<Instrument | 'new' | null>(null);
  const known = async (after: Schemas['Instruments']) => {
    client.setQueryData(instrumentsQuery(job.id).queryKey, after);
    setChanged(null);
    await client.invalidateQueries({ queryKey: JOB });
  };
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return null;
  const may = person.may.includes('instruments.keep');
  const { instruments, kinds } = page.data;
  return (
    <Stack spacing={2}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center' }}>
        <Typography variant="h1">Instruments</Typography>
        {may && changed === null && (
          <Button variant="contained" color="secondary" sx={{ minHeight: 56, px: 3 }} onClick={() => setChanged('new')}>
            Add an instrument
          </Button>
        )}
      </Stack>
      {changed !== null && (
        <InstrumentForm key={changed === 'new' ? 'new' : changed.id} unit={changed} kinds={kinds} onKept={known} onLeave={() => setChanged(null)} />
      )}
      {instruments.length === 0 && <Typography>None yet. A fusion asks for a control unit, a test for a gauge or logger.</Typography>}
      <Stack component="ul" aria-label="Instruments" spacing={1} sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {instruments.map((unit) => (
          <Row key={unit.id} unit={unit} kinds={kinds} may={may} onChange={() => setChanged(unit)} onKept={known} />
        ))}
      </Stack>
    </Stack>
  );
}

interface RowProps {
  unit: Instrument;
  kinds: Schemas['Instruments']['kinds'];
  may: boolean;
  onChange: () => void;
  onKept: (after: Schemas['Instruments']) => Promise<void>;
}

function Row({ unit, kinds, may, onChange, onKept }: RowProps) {
  const kind = kinds.find((k) => k.id === unit.kind);
  const params = { path: { unit: unit.id } };
  const use = useMutation({
    mutationFn: () => answered(unit.retired ? api.POST('/instruments/{unit}/take-up', { params }) : api.POST('/instruments/{unit}/retire', { params })),
    onSuccess: onKept,
  });
  const token = useMutation({ mutationFn: () => answered(api.POST('/instruments/{unit}/tokens', { params, body: { days: 180 } })) });
  const revoke = useMutation({ mutationFn: () => answered(api.DELETE('/instruments/{unit}/tokens', { params })), onSuccess: onKept });
  const error = use.error ?? token.error ?? revoke.error;
  return (
    <Paper component="li" sx={{ p: 2, opacity: unit.retired ? 0.75 : 1 }}>
      <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ justifyContent: 'space-between', alignItems: { sm: 'center' } }}>
        <Box>
          <Typography sx={{ fontWeight: 700 }}>
            {unit.name} <span className="num">{unit.serial}</span>
          </Typography>
          <Typography variant="body2" color="text.secondary" sx={{ mb: 0.75 }}>
            {[kind?.title ?? unit.kind, unit.range, unit.resolution, unit.retired ? 'out of use' : null].filter(Boolean).join(' · ')}
          </Typography>
          <Stack direction="row" spacing={0.75}>
            <Chip
              variant="outlined"
              label={unit.calibration_until === null ? 'no calibration on record' : `calibration ${unit.standing.said}`}
              sx={{ borderRadius: 1, borderColor: unit.standing.severity, borderWidth: unit.standing.severity === 'go' ? 1 : 3 }}
            />
            {unit.day && (
              <Chip
                variant="outlined"
                label={unit.day.said}
                sx={{
                  borderRadius: 1,
                  height: 'auto',
                  minHeight: 32,
                  borderColor: unit.day.severity,
                  borderWidth: unit.day.severity === 'go' ? 1 : 3,
                  '& .MuiChip-label': { whiteSpace: 'normal' },
                }}
              />
            )}
            {unit.tokens > 0 && <Chip variant="outlined" label="may send" sx={{ borderRadius: 1 }} />}
          </Stack>
        </Box>
        <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 0.5 }}>
          <Button component="a" href={`/api/v1/instruments/${unit.id}/tag.pdf`}>
            Tag
          </Button>
          {unit.paper && (
            <Button component="a" href={`/api/v1/pictures/${unit.paper}`} target="_blank" rel="noreferrer">
              Paper
            </Button>
          )}
          {may && !unit.retired && <Button onClick={onChange}>Change</Button>}
          {may && kind?.sends === true && !unit.retired && <Button onClick={() => token.mutate()}>Let it send</Button>}
          {may && unit.tokens > 0 && <Button onClick={() => revoke.mutate()}>Stop it sending</Button>}
          {may && <Button onClick={() => use.mutate()}>{unit.retired ? 'Take up again' : 'Out of use'}</Button>}
        </Stack>
      </Stack>
      {error && <Alert severity="error">{error.message}</Alert>}
      {token.data && (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={2} sx={{ mt: 1.5 }}>
          <SquareCode rows={token.data.code} name={`Token of ${unit.name}`} size={160} />
          <Box sx={{ minWidth: 0 }}>
            <Typography>Put this token into the unit. It is shown once and is good for 180 days.</Typography>
            <Typography className="num" sx={{ overflowWrap: 'anywhere' }}>
              {token.data.token}
            </Typography>
          </Box>
        </Stack>
      )}
    </Paper>
  );
}

interface FormProps {
  unit: Instrument | 'new';
  kinds: Schemas['Instruments']['kinds'];
  onKept: (after: Schemas['Instruments']) => Promise<void>;
  onLeave: () => void;
}

function InstrumentForm({ unit, kinds, onKept, onLeave }: FormProps) {
  const { job } = useWork();
  const old = unit === 'new' ? null : unit;
  const displayOf = (kind: string) => kinds.find((k) => k.id === kind)?.display ?? undefined;
  const end = (value: number | null | undefined) => (value == null ? '' : shownNumber(value, displayOf(old?.kind ?? '')));
  const form = useForm({
    kind: old?.kind ?? 'control_unit',
    name: old?.name ?? '',
    serial: old?.serial ?? '',
    range_said: old?.range_said ?? '',
    range_low: end(old?.range_low),
    range_high: end(old?.range_high),
    resolution_said: old?.resolution ?? '',
    calibration_until: old?.calibration_until ?? '',
  });
  const display = displayOf(form.texts.kind ?? '');
  const unitOf = display && { input: { endAdornment: <InputAdornment position="end">{display.symbol}</InputAdornment> } };
  const [paper, setPaper] = useState<File | null>(null);
  const keep = useMutation({
    mutationFn: () => {
      const body = new FormData();
      const { range_low, range_high, ...texts } = form.texts;
      for (const [key, value] of Object.entries(texts)) if (value !== '') body.append(key, value);
      for (const [key, text] of display ? Object.entries({ range_low, range_high }) : []) {
        const value = typedNumber(text, display);
        if (value !== null) body.append(key, String(value));
      }
      if (paper) body.append('paper', paper);
      return answered(
        old
          ? api.POST('/instruments/{unit}', { params: { path: { unit: old.id } }, body })
          : api.POST('/jobs/{job}/instruments', { params: { path: { job: job.id } }, body }),
      );
    },
    onSuccess: onKept,
  });
  return (
    <Paper component="form" aria-label="Instrument" sx={{ p: 2.5 }} onSubmit={(e) => (e.preventDefault(), keep.mutate())}>
      <Box sx={{ display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', sm: 'repeat(2, minmax(0,1fr))' }, gap: 2 }}>
        <TextField select label="What it is" {...form.field('kind', keep.error)}>
          {kinds.map((k) => (
            <MenuItem key={k.id} value={k.id} sx={{ minHeight: 48 }}>
              {k.title}
            </MenuItem>
          ))}
        </TextField>
        <TextField label="Name" {...form.field('name', keep.error, 'As the crew calls it.')} />
        <TextField label="Serial number" {...form.field('serial', keep.error)} />
        <TextField label="Calibration: last day" type="date" slotProps={{ inputLabel: { shrink: true } }} {...form.field('calibration_until', keep.error)} />
        {display ? (
          <Stack direction="row" spacing={2}>
            <TextField fullWidth label="Scale from" slotProps={unitOf} {...form.field('range_low', keep.error)} />
            <TextField fullWidth label="Scale to" slotProps={unitOf} {...form.field('range_high', keep.error, 'Judged when it is used.')} />
          </Stack>
        ) : (
          <TextField label="Range (if any)" {...form.field('range_said', keep.error)} />
        )}
        <TextField label="Resolution (if any)" {...form.field('resolution_said', keep.error)} />
      </Box>
      {form.rest(keep.error) && <Alert severity="error">{form.rest(keep.error)}</Alert>}
      <Stack direction="row" sx={{ mt: 2, flexWrap: 'wrap', gap: 1.5 }}>
        <Button type="submit" variant="contained" color="secondary" disabled={keep.isPending} sx={{ minHeight: 56, px: 4 }}>
          Save
        </Button>
        <FileButton
          name="Paper of the calibration"
          accept="image/jpeg,image/png,image/webp,application/pdf"
          camera
          variant="outlined"
          onFile={setPaper}
          sx={{ minHeight: 56 }}
        >
          {paper ? paper.name : 'Its paper (PDF or picture)'}
        </FileButton>
        <Button onClick={onLeave} sx={{ minHeight: 56 }}>
          Leave it
        </Button>
      </Stack>
    </Paper>
  );
}
