import { useState } from 'react';
import { Alert, Button, FormControlLabel, Stack, Switch, TextField, Typography } from '@mui/material';
import DownloadIcon from '@mui/icons-material/Download';
import { Account } from '../../app/Account';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { Besides } from '../../app/Besides';
import { NotTaken } from '../../app/NotTaken';
import { faultAt } from '../../app/useForm';
import { useNext } from '../../app/useNext';
import { useTestAction, type Test } from './useTest';

/** After the test: what was mended, who signs, and the papers. */
export function After({ test }: { test: Test }) {
  return (
    <Stack spacing={2} sx={{ mt: 2 }}>
      {test.state !== 'passed' && <Mends test={test} />}
      <Signatures test={test} />
      <Stack direction="row" spacing={1.5} component="section" aria-label="Papers" sx={{ flexWrap: 'wrap', rowGap: 1 }}>
        <Button component="a" href={`/api/v1/tests/${test.id}/package.pdf`} variant="contained" startIcon={<DownloadIcon />} sx={{ minHeight: 56 }}>
          Test package as PDF
        </Button>
        <Button component="a" href={`/api/v1/tests/${test.id}/trace.csv`} variant="outlined" sx={{ minHeight: 56 }}>
          Every sample as CSV
        </Button>
        <Button component="a" href={`/api/v1/tests/${test.id}/test.json`} variant="outlined" sx={{ minHeight: 56 }}>
          The whole test as JSON
        </Button>
      </Stack>
    </Stack>
  );
}

function Mends({ test }: { test: Test }) {
  const { job, person } = useWork();
  const mend = useTestAction<Record<string, unknown>>(test.id, 'mends');
  const next = useNext(`mend-${test.id}`);
  const { joint = '', what = '', lowered = '' } = next.texts;
  const may = person.may.includes('test.mended');
  return (
    <Stack component="section" aria-label="Mended" spacing={1}>
      <Typography variant="h2">What was done about it</Typography>
      {test.mends.map((m) => (
        <Typography key={m.seq}>
          <b>{m.joint === null ? 'No joint' : `Joint ${m.joint}`}.</b> {m.what} – {m.by}, {dayAndTime(m.at, job.time_zone)}; pressure lowered first.
        </Typography>
      ))}
      {may && (
        <Stack
          component="form"
          aria-label="Mend"
          spacing={1.5}
          onSubmit={(e) => (
            e.preventDefault(),
            next.hand(mend.mutateAsync({ joint: joint === '' ? null : Number(joint), what, pressure_lowered: lowered !== '' }))
          )}
        >
          <FormControlLabel
            control={<Switch checked={lowered !== ''} onChange={(e) => next.set('lowered', e.target.checked ? 'yes' : '')} />}
            label="The pressure was lowered first"
          />
          <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
            <TextField
              label="Joint, if it was one"
              value={joint}
              onChange={(e) => next.set('joint', e.target.value.replace(/\D/g, ''))}
              {...faultAt(next.fault, 'joint')}
              slotProps={{ htmlInput: { inputMode: 'numeric' } }}
              sx={{ width: { sm: 180 } }}
            />
            <TextField
              label="What was found and done"
              value={what}
              onChange={(e) => next.set('what', e.target.value)}
              sx={{ flex: 1 }}
              multiline
              {...faultAt(next.fault, 'what')}
            />
            <Button
              type="submit"
              variant={test.mends.length === 0 ? 'contained' : 'outlined'}
              color="secondary"
              disabled={mend.isPending}
              sx={{ minHeight: 56 }}
            >
              Write it down
            </Button>
          </Stack>
          <Besides error={next.fault} fields={['joint', 'what']} />
          <NotTaken next={next} fields={['joint', 'what']} />
        </Stack>
      )}
    </Stack>
  );
}

function Signatures({ test }: { test: Test }) {
  const { job, person } = useWork();
  const sign = useTestAction<{ remark: string }>(test.id, 'signatures');
  const [remark, setRemark] = useState('');
  const may = person.may.includes('test.sign') && !test.signatures.some((s) => s.by === person.name);
  return (
    <Stack component="section" aria-label="Signatures" spacing={1}>
      <Typography variant="h2">Signatures</Typography>
      {test.again !== null && <Alert severity="error">{test.again}</Alert>}
      {test.held !== null && <Alert severity="warning">{test.held}</Alert>}
      {test.signatures.length === 0 && <Typography>Nobody has signed yet.</Typography>}
      {test.signatures.map((s) => (
        <Typography key={s.seq}>
          <b>{s.by}</b>, {s.role}, {dayAndTime(s.at, job.time_zone)}
          {s.remark === '' ? '' : `: “${s.remark}”`}
          <Account of={s.account} />
        </Typography>
      ))}
      {may && (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5}>
          <TextField label="Remark (may stay empty)" value={remark} onChange={(e) => setRemark(e.target.value)} sx={{ flex: 1 }} />
          <Button variant="outlined" disabled={sign.isPending} onClick={() => sign.mutate({ remark })} sx={{ minHeight: 56 }}>
            Sign as {person.name}
          </Button>
        </Stack>
      )}
      {sign.error && <Alert severity="error">{sign.error.message}</Alert>}
    </Stack>
  );
}
