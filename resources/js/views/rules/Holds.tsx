import { useState, type ReactNode } from 'react';
import { Alert, Box, Button, Checkbox, FormControlLabel, MenuItem, Paper, Stack, TextField, Typography } from '@mui/material';
import type { Schemas } from '../../api/client';
import { Besides } from '../../app/Besides';
import { faultAt } from '../../app/useForm';
import { useChange } from './useChange';

type Page = Schemas['RulebookPage'];
const WHY = 'Why (stays visible for ever)';

/** Where this job waits for a signature, and which certificates it asks for. */
export function Holds({ rulebook, may, mayCertificates }: { rulebook: Page; may: boolean; mayCertificates: boolean }) {
  const { points } = rulebook.hold_points;
  return (
    <Stack spacing={2.5}>
      <Box component="section" aria-label="Hold points">
        <Typography variant="h2">Hold points</Typography>
        <Typography sx={{ mb: 1 }}>
          What lies behind one stays shut until somebody named has looked and signed. Whoever did the work does not sign for it. The owner&rsquo;s inspection
          plan governs. [common practice]
        </Typography>
        <Paper component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {points.map((point) => (
            <Point key={point.id} point={point} />
          ))}
          {points.length === 0 && <Typography sx={{ p: 2 }}>None: nothing on this job waits for a signature.</Typography>}
        </Paper>
        {may && <AddPoint rulebook={rulebook} />}
      </Box>
      <OneByOne rulebook={rulebook} may={mayCertificates} />
      <Certificates rulebook={rulebook} may={mayCertificates} />
    </Stack>
  );
}

function Point({ point }: { point: Page['hold_points']['points'][number] }) {
  const change = useChange();
  const [reason, setReason] = useState<string | null>(null);
  return (
    <Box component="li" aria-label={point.title} sx={{ px: 2, py: 1.5, borderBottom: 1, borderColor: 'divider' }}>
      <Stack direction="row" spacing={2} sx={{ alignItems: 'center' }}>
        <Box sx={{ flex: 1 }}>
          <Typography sx={{ fontWeight: 700 }}>
            {point.title}
            {point.where === '' ? '' : ` · ${point.where}`}
          </Typography>
          <Typography variant="body2">
            Signed by the {point.roles.join(' or the ')}. {point.look}
          </Typography>
        </Box>
        {point.may_remove && reason === null && (
          <Button onClick={() => setReason('')} aria-label={`Take off: ${point.title}`}>
            Take off
          </Button>
        )}
      </Stack>
      {reason !== null && (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1.5 }}>
          <TextField label={WHY} value={reason} onChange={(e) => setReason(e.target.value)} sx={{ flex: 1 }} />
          <Button variant="outlined" disabled={change.isPending} onClick={() => change.mutate({ drop_hold_point: point.id, reason })} sx={{ minHeight: 56 }}>
            Take it off from now on
          </Button>
        </Stack>
      )}
      {change.error && <Alert severity="error">{change.error.message}</Alert>}
    </Box>
  );
}

function AddPoint({ rulebook }: { rulebook: Page }) {
  const { occasions, signers, procedures, points } = rulebook.hold_points;
  const change = useChange();
  const [open, setOpen] = useState(false);
  const [occasion, setOccasion] = useState('');
  const [at, setAt] = useState('');
  const [roles, setRoles] = useState<string[]>([]);
  const [reason, setReason] = useState('');
  const isStep = occasion === 'before_step';
  const [procedure = '', step = ''] = at.split('/');
  if (!open)
    return (
      <Button variant="outlined" onClick={() => setOpen(true)} sx={{ mt: 1.5, minHeight: 56 }}>
        Put up another
      </Button>
    );
  return (
    <Paper
      component="form"
      aria-label="Put up a hold point"
      sx={{ p: 2, mt: 1.5 }}
      onSubmit={(e) => (
        e.preventDefault(),
        change.mutate({ hold_point: { occasion, roles, ...(isStep ? { procedure, step } : {}) }, reason }, { onSuccess: () => setOpen(false) })
      )}
    >
      <Stack spacing={1.5} sx={{ maxWidth: 640 }}>
        <TextField select label="The work waits" value={occasion} onChange={(e) => setOccasion(e.target.value)}>
          {occasions
            .filter((o) => o.id === 'before_step' || !points.some((p) => p.id === o.id))
            .map((o) => (
              <MenuItem key={o.id} value={o.id} sx={{ minHeight: 48 }}>
                {o.title}
              </MenuItem>
            ))}
        </TextField>
        {isStep && (
          <TextField select label="Before which step" value={at} onChange={(e) => setAt(e.target.value)}>
            {procedures.flatMap((p) =>
              p.steps.map((s) => (
                <MenuItem key={`${p.id}/${s.id}`} value={`${p.id}/${s.id}`} sx={{ minHeight: 44 }}>
                  {p.title}: {s.title}
                </MenuItem>
              )),
            )}
          </TextField>
        )}
        <Box role="group" aria-label="Who signs">
          {signers.map((role) => (
            <FormControlLabel
              key={role.id}
              control={
                <Checkbox
                  checked={roles.includes(role.id)}
                  onChange={() => setRoles((all) => (all.includes(role.id) ? all.filter((r) => r !== role.id) : [...all, role.id]))}
                />
              }
              label={role.title}
              sx={{ minHeight: 48, mr: 3 }}
            />
          ))}
        </Box>
        <TextField label={WHY} value={reason} onChange={(e) => setReason(e.target.value)} {...faultAt(change.error, 'reason')} />
        <Besides error={change.error} fields={['reason']} />
        <Button type="submit" variant="contained" color="secondary" disabled={change.isPending} sx={{ minHeight: 56, alignSelf: 'flex-start' }}>
          Put it up from now on
        </Button>
      </Stack>
    </Paper>
  );
}

function Certificates({ rulebook, may }: { rulebook: Page; may: boolean }) {
  const before = rulebook.certificates.filter((c) => c.asked).map((c) => c.id);
  const [kinds, setKinds] = useState(before);
  const change = useChange();
  const isChanged = kinds.length !== before.length || kinds.some((k) => !before.includes(k));
  return (
    <Box component="section" aria-label="Certificates asked for">
      <Typography variant="h2">Certificates asked for</Typography>
      <Typography>Electrofusion always asks for one. A certificate that ran out is never taken, whether the job asks for one or not.</Typography>
      {rulebook.certificates.map((c) => (
        <FormControlLabel
          key={c.id}
          disabled={!may}
          control={
            <Checkbox
              checked={kinds.includes(c.id)}
              onChange={() => setKinds((all) => (all.includes(c.id) ? all.filter((k) => k !== c.id) : [...all, c.id]))}
            />
          }
          label={c.title}
          sx={{ minHeight: 48, mr: 3 }}
        />
      ))}
      <KeepIt isChanged={isChanged} change={change} onKeep={(reason) => change.mutate({ certificates: kinds, reason })}>
        Ask for these from now on
      </KeepIt>
    </Box>
  );
}

/** Steps that no list confirms on this job, besides those at which something can hurt. */
function OneByOne({ rulebook, may }: { rulebook: Page; may: boolean }) {
  const [procedure, setProcedure] = useState(rulebook.hold_points.procedures[0]?.id ?? '');
  const [steps, setSteps] = useState(rulebook.one_by_one);
  const change = useChange();
  const isChanged = steps.length !== rulebook.one_by_one.length || steps.some((s) => !rulebook.one_by_one.includes(s));
  const shown = rulebook.hold_points.procedures.find((p) => p.id === procedure);
  return (
    <Box component="section" aria-label="Answered one by one">
      <Typography variant="h2">Answered one by one</Typography>
      <Typography sx={{ mb: 1.5 }}>
        Statements of a step can be confirmed as a list. Not where something can hurt, and not at the steps that are ticked here.
      </Typography>
      <TextField select label="Work" value={procedure} onChange={(e) => setProcedure(e.target.value)} sx={{ minWidth: 260 }}>
        {rulebook.hold_points.procedures.map((p) => (
          <MenuItem key={p.id} value={p.id} sx={{ minHeight: 48 }}>
            {p.title}
          </MenuItem>
        ))}
      </TextField>
      <Box>
        {shown?.steps.map((step) => {
          const at = `${procedure}/${step.id}`;
          return (
            <FormControlLabel
              key={at}
              disabled={!may}
              control={
                <Checkbox checked={steps.includes(at)} onChange={() => setSteps((all) => (all.includes(at) ? all.filter((s) => s !== at) : [...all, at]))} />
              }
              label={step.title}
              sx={{ minHeight: 48, mr: 3 }}
            />
          );
        })}
      </Box>
      <KeepIt isChanged={isChanged} change={change} onKeep={(reason) => change.mutate({ one_by_one: steps, reason })}>
        One by one from now on
      </KeepIt>
    </Box>
  );
}

/** The reason of a change, and the button that makes it; nothing where nothing is changed. */
function KeepIt({
  isChanged,
  change,
  onKeep,
  children,
}: {
  isChanged: boolean;
  change: ReturnType<typeof useChange>;
  onKeep: (reason: string) => void;
  children: ReactNode;
}) {
  const [reason, setReason] = useState('');
  return (
    <>
      {isChanged && (
        <Stack direction={{ xs: 'column', sm: 'row' }} spacing={1.5} sx={{ mt: 1 }}>
          <TextField label={WHY} value={reason} onChange={(e) => setReason(e.target.value)} sx={{ flex: 1, maxWidth: 560 }} />
          <Button variant="contained" color="secondary" disabled={change.isPending} onClick={() => onKeep(reason)} sx={{ minHeight: 56 }}>
            {children}
          </Button>
        </Stack>
      )}
      {change.error && <Alert severity="error">{change.error.message}</Alert>}
    </>
  );
}
