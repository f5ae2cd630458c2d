import { useState } from 'react';
import { Alert, Box, Button, CircularProgress, Paper, Stack, Tab, Tabs, TextField, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link as RouterLink, useSearchParams } from 'react-router';
import type { Schemas } from '../../api/client';
import { rulebookQuery } from '../../api/queries';
import { useWork } from '../../app/session';
import { dayAndTime } from '../../app/time';
import { isLost } from '../../app/isLost';
import { STATES, type JointState } from '../../instruments/line/states';
import { Fittings } from '../systems/Fittings';
import { JointSystems } from '../systems/JointSystems';
import { Holds } from './Holds';
import { LimitRow } from './LimitRow';
import { BaseForm } from './BaseForm';
import { Schools } from './Schools';

/** What a limit is found by: what it is called, where it bites and on what, where it comes from. */
const saidOf = (limit: Schemas['Limit']) =>
  [limit.title, limit.group, ...limit.bites.flatMap((bite) => [bite.step, ...bite.readings]), limit.source, limit.id].join(' ').toLowerCase();

/** Each limit under the step at which it bites first, in the order in which the steps come; those of no single step at the end. */
function byStep(limits: Schemas['Limit'][]): [string, Schemas['Limit'][]][] {
  const steps = new Map<string, Schemas['Limit'][]>();
  for (const limit of limits) {
    const step = limit.bites[0]?.step ?? '';
    steps.set(step, [...(steps.get(step) ?? []), limit]);
  }
  return [...steps].sort(([a], [b]) => Number(a === '') - Number(b === ''));
}

/** Every limit the job works by: value, unit, source, who changed it and why; and the joints judged before the last change. */
export function RulesView() {
  const { job, person } = useWork();
  const page = useQuery(rulebookQuery(job.id));
  const [search] = useSearchParams();
  const [tab, setTab] = useState(search.get('part') === 'holds' ? 2 : 0);
  const [find, setFind] = useState('');
  const [chosen, setChosen] = useState('');
  if (isLost(page)) return <Alert severity="error">{page.error?.message}</Alert>;
  if (!page.data) return <CircularProgress aria-label="Loading the rulebook" />;
  const rulebook = page.data;
  const may = person.may.includes('rulebook.change');
  const words = find.trim().toLowerCase();
  const groups = [...new Set(rulebook.limits.map((limit) => limit.group))];
  const group = groups.includes(chosen) ? chosen : groups[0];
  const shown = rulebook.limits.filter((limit) => (words === '' ? limit.group === group : words.split(/\s+/).every((word) => saidOf(limit).includes(word))));
  const changed = rulebook.limits.filter((limit) => limit.changed_by !== '').length;

  return (
    <Stack spacing={2}>
      <Box>
        <Typography variant="h1">{rulebook.title}</Typography>
        <Typography>
          Version <b className="num">{rulebook.version}</b> · {rulebook.limits.length} limits,{' '}
          {changed === 0 ? 'none changed for this job' : `${changed} changed for this job`}. Makers&rsquo; instructions, the owner&rsquo;s specification and
          local code govern over every figure here.
        </Typography>
      </Box>
      {rulebook.old_joints.length > 0 && <OldJoints joints={rulebook.old_joints} />}
      <Tabs value={tab} onChange={(_, next: number) => setTab(next)} aria-label="Parts of the rulebook" variant="scrollable">
        <Tab label="Limits" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Rulebook and schools" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Hold points" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Joint systems" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label="Fittings" sx={{ minHeight: 52, fontSize: '1rem' }} />
        <Tab label={`Changes (${rulebook.versions.length})`} sx={{ minHeight: 52, fontSize: '1rem' }} />
      </Tabs>
      {tab === 0 && (
        <>
          <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
            <TextField size="small" label="Find a limit" value={find} onChange={(e) => setFind(e.target.value)} sx={{ width: 240 }} />
            {words === '' && (
              <ToggleButtonGroup
                exclusive
                value={group}
                onChange={(_, next: string | null) => next && setChosen(next)}
                aria-label="What the limits are for"
                sx={{ flexWrap: 'wrap' }}
              >
                {groups.map((name) => (
                  <ToggleButton key={name} value={name} sx={{ minHeight: 48, px: 1.5, textTransform: 'none', fontSize: '1rem' }}>
                    {name} ({rulebook.limits.filter((limit) => limit.group === name).length})
                  </ToggleButton>
                ))}
              </ToggleButtonGroup>
            )}
          </Stack>
          {byStep(shown).map(([step, limits]) => (
            <Box key={step} component="section" aria-label={step === '' ? 'At no single step' : step}>
              <Typography variant="h2" sx={{ mb: 0.5 }}>
                {step === '' ? 'At no single step' : step}
              </Typography>
              <Paper component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
                {limits.map((limit) => (
                  <LimitRow key={limit.id + rulebook.version} limit={limit} may={may} under={step} />
                ))}
              </Paper>
            </Box>
          ))}
          {shown.length === 0 && <Typography>No limit has these words. Try “gap” or “ovality”.</Typography>}
        </>
      )}
      {tab === 1 && may && <BaseForm key={rulebook.base} rulebook={rulebook} />}
      {tab === 1 && <Schools key={rulebook.version} rulebook={rulebook} may={may} />}
      {tab === 2 && <Holds key={rulebook.version} rulebook={rulebook} may={person.may.includes('hold_points.keep')} mayCertificates={may} />}
      {tab === 3 && <JointSystems may={person.may.includes('system.add')} />}
      {tab === 4 && <Fittings may={person.may.includes('system.add')} />}
      {tab === 5 && <Changes versions={rulebook.versions} zone={job.time_zone} />}
      {!may && tab < 2 && <Typography color="text.secondary">A supervisor can tighten or loosen a limit here, with a reason.</Typography>}
    </Stack>
  );
}

function OldJoints({ joints }: { joints: Schemas['RulebookPage']['old_joints'] }) {
  const [open, setOpen] = useState(false);
  const said = `${joints.length === 1 ? 'One finished joint was' : `${joints.length} finished joints were`} judged under an earlier version.`;
  const toggle = (
    <Button color="inherit" aria-expanded={open} onClick={() => setOpen(!open)} sx={{ whiteSpace: 'nowrap' }}>
      {open ? 'Hide them' : 'Show them'}
    </Button>
  );
  if (!open) {
    return (
      <Alert severity="info" action={toggle}>
        {said}
      </Alert>
    );
  }
  return (
    <Alert severity="info" action={toggle}>
      {said} Open one to judge it again:
      <Stack direction="row" sx={{ flexWrap: 'wrap', gap: 1, mt: 1 }}>
        {joints.slice(0, 40).map((joint) => (
          <Button key={joint.id} component={RouterLink} to={`/bench/${joint.number}`} size="small" variant="outlined">
            {joint.number} · v{joint.version} · {STATES[joint.state as JointState].words}
          </Button>
        ))}
      </Stack>
    </Alert>
  );
}

function Changes({ versions, zone }: { versions: Schemas['RulebookPage']['versions']; zone: string }) {
  if (versions.length === 0) return <Typography>Nothing has been changed: this job works by the rulebook as it ships.</Typography>;
  return (
    <Paper component="ol" aria-label="Changes" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {versions.map((version) =>
        version.changes.map((change) => (
          <Box component="li" key={`${version.title}${version.version}`} sx={{ p: 2, borderBottom: 1, borderColor: 'divider' }}>
            <Typography>
              Version <b className="num">{version.version}</b>: {change.title}
              {change.from === '' ? '' : ', '}
              <span className="num">{change.from === '' ? '' : `${change.from} → ${change.to}`}</span>
            </Typography>
            <Typography color="text.secondary">
              {change.by}, {dayAndTime(change.at, zone)}: “{change.reason}”
            </Typography>
          </Box>
        )),
      )}
    </Paper>
  );
}
