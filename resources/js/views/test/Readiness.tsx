import { useState } from 'react';
import { flushSync } from 'react-dom';
import { Alert, Box, Button, Paper, Stack, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { ForwardButton } from '../../app/ClocksRail';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { StepCard } from '../bench/StepCard';
import { useEntry } from '../bench/useEntry';
import { useMayTest } from './useTest';

type Gate = Schemas['SectionTests']['gates'][number];
const QUERY = ['tests'] as const;

/** Everything that must hold before pressure goes on; a supervisor's overrule stays in sight. */
export function Readiness({ data }: { data: Schemas['SectionTests'] }) {
  const mayTest = useMayTest();
  const [shown, setShown] = useState<string[]>([]); // stays while it is answered: nothing moves under a finger
  const steps = data.bench.procedure.steps;
  const open = data.gates.filter((gate) => !gate.holds).length;
  const toAnswer = steps.filter((step) => data.gates.some((gate) => gate.id === step.id && !gate.holds)).map((step) => step.id);
  const openAll = () => {
    flushSync(() => setShown(toAnswer));
    document.querySelector('[data-missing]')?.scrollIntoView({ block: 'center' });
  };
  return (
    <>
      <Paper component="section" aria-label="Readiness" sx={{ p: { xs: 1.5, sm: 2.5 } }}>
        <Typography variant="h1">{data.ready ? 'Ready to test' : `Not ready to test: ${open} of ${data.gates.length} open`}</Typography>
        {mayTest && toAnswer.length > 1 && shown.length < 2 && (
          <Button fullWidth variant="contained" color="secondary" onClick={openAll} sx={{ minHeight: 56, my: 1.5 }}>
            Answer what is open ({toAnswer.length})
          </Button>
        )}
        <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
          {data.gates.map((gate) => {
            const answers = steps.some((s) => s.id === gate.id);
            return (
              <Stack component="li" key={gate.id} direction="row" spacing={1.5} sx={{ alignItems: 'center', py: 0.75, borderTop: 1, borderColor: 'divider' }}>
                <GateMark holds={gate.holds} />
                <Box sx={{ flex: 1, minWidth: 0 }}>
                  <Typography sx={{ fontWeight: 640 }}>{gate.title}</Typography>
                  <GateWords gate={gate} data={data} />
                </Box>
                {answers && (
                  <Button
                    variant={gate.holds ? 'text' : 'outlined'}
                    color={gate.holds ? 'primary' : 'secondary'}
                    aria-expanded={shown.includes(gate.id)}
                    onClick={() => setShown(shown.includes(gate.id) ? shown.filter((id) => id !== gate.id) : [gate.id])}
                  >
                    {shown.includes(gate.id) ? 'Close' : gate.holds ? 'Look' : 'Answer'}
                  </Button>
                )}
              </Stack>
            );
          })}
        </Stack>
      </Paper>
      {steps.map(
        (step, k) =>
          shown.includes(step.id) && (
            <StepCard
              key={step.id}
              bench={data.bench}
              step={step}
              queryKey={QUERY}
              mayEnter={mayTest}
              quiet={shown.length > 1}
              heading={`Making section ${data.section.name} ready · ${k + 1} of ${steps.length}`}
            />
          ),
      )}
    </>
  );
}

function GateWords({ gate, data }: { gate: Gate; data: Schemas['SectionTests'] }) {
  const { job, person } = useWork();
  return (
    <>
      <Typography>
        {gate.said}
        {gate.until ? ` Until ${dayAndTime(gate.until, job.time_zone)}.` : ''}
      </Typography>
      {gate.overrule && (
        <Typography sx={{ mt: 0.5, pl: 1.5, borderLeft: '4px solid', borderLeftColor: 'watch' }}>
          Overruled by {gate.overrule.by} ({gate.overrule.role}), {dayAndTime(gate.overrule.at, job.time_zone)}: “{gate.overrule.reason}”
        </Typography>
      )}
      {gate.until && !gate.holds && <ForwardButton to={gate.until} />}
      {gate.may_overrule && person.may.includes('readiness.overrule') && <Overrule gate={gate} data={data} />}
    </>
  );
}

function Overrule({ gate, data }: { gate: Gate; data: Schemas['SectionTests'] }) {
  const entry = useEntry(data.bench, QUERY);
  const [reason, setReason] = useState<string | null>(null);
  if (reason === null) {
    return (
      <Button size="small" onClick={() => setReason('')} aria-label={`Overrule ${gate.title}`} sx={{ px: 0 }}>
        Overrule
      </Button>
    );
  }
  return (
    <Stack spacing={1} sx={{ mt: 1, maxWidth: 560 }}>
      <TextField
        label={`Why “${gate.title}” may be passed over (stays visible for ever)`}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        multiline
      />
      {entry.error && <Alert severity="error">{entry.error.message}</Alert>}
      <Button
        variant="outlined"
        color="secondary"
        disabled={entry.isPending}
        onClick={() => entry.mutate({ kind: 'overrule', payload: { rule: `gate.${gate.id}`, reason } }, { onSuccess: () => setReason(null) })}
        sx={{ alignSelf: 'flex-start' }}
      >
        Overrule this gate
      </Button>
    </Stack>
  );
}

function GateMark({ holds }: { holds: boolean }) {
  return (
    <svg width="26" height="26" viewBox="0 0 26 26" role="img" aria-label={holds ? 'holds' : 'does not hold'} style={{ flex: 'none' }}>
      <rect
        x="2"
        y="2"
        width="22"
        height="22"
        fill={holds ? 'var(--mui-palette-pipe)' : 'none'}
        stroke={`var(--mui-palette-${holds ? 'pipe' : 'hand'})`}
        strokeWidth="3"
      />
      {holds ? (
        <path d="M7 13l4 4 8-9" fill="none" stroke="var(--mui-palette-background-paper)" strokeWidth="3" />
      ) : (
        <path d="M8 13h10" stroke="var(--mui-palette-hand)" strokeWidth="3" />
      )}
    </svg>
  );
}
