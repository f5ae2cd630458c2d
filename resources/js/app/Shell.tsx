import { lazy, Suspense, useEffect, useMemo, useRef, useState } from 'react';
import { Link as RouterLink, useLocation, useNavigate } from 'react-router';
import { Box, Button, IconButton, Stack, TextField, Typography, useMediaQuery, useTheme } from '@mui/material';
import ContrastIcon from '@mui/icons-material/Contrast';
import LogoutIcon from '@mui/icons-material/Logout';
import { useQueryClient } from '@tanstack/react-query';
import { ClocksRail, NextClock, type Clock } from './ClocksRail';
import { MainSwitch } from './MainSwitch';
import { endSession } from './endSession';
import { byFinger } from './pad';
import { PHONE_BAR } from './phone';
import { useKeys, type Keys } from './keys';
import { useSelection } from './selection';
import { hasJoint, useLine, useWork } from './session';
import { LIGHTS, useLight } from './light';
import { hasAlong } from '../device/store';
import { unsentOf } from '../api/outbox';
import { useUnits } from './useUnits';
import { Views } from './Views';

// a phone walks from neighbour to neighbour, anything wider has the strip: neither brings the other along
const LineStrip = lazy(async () => ({ default: (await import('../instruments/line/LineStrip')).LineStrip }));
const Neighbours = lazy(async () => ({ default: (await import('../instruments/line/Neighbours')).Neighbours }));
const SignOut = lazy(async () => ({ default: (await import('./SignOut')).SignOut })); // where something is left to say
const PhoneBar = lazy(async () => ({ default: (await import('./PhoneBar')).PhoneBar }));
const Calls = lazy(async () => ({ default: (await import('./Calls')).Calls }));
const Notices = lazy(async () => ({ default: (await import('./Notices')).Notices }));
const Help = lazy(async () => ({ default: (await import('./Help')).Help }));
const NumberPad = lazy(async () => ({ default: (await import('./NumberPad')).NumberPad })); // only where a finger types

function Find({ input, onGo }: { input: React.RefObject<HTMLInputElement | null>; onGo: (n: number) => boolean }) {
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState(false);
  return (
    <Box
      component="form"
      onSubmit={(e) => {
        e.preventDefault();
        const found = onGo(Number(text));
        setWrong(!found);
        if (found) {
          setText('');
          input.current?.blur();
        }
      }}
    >
      <TextField
        size="small"
        label={wrong ? 'No such joint' : 'Joint no.'}
        error={wrong}
        value={text}
        onChange={(e) => (setText(e.target.value.replace(/\D/g, '')), setWrong(false))}
        inputRef={input}
        slotProps={{ htmlInput: { inputMode: 'numeric', style: { width: '5.2rem' } } }}
        sx={{ bgcolor: 'background.paper', borderRadius: 1 }}
      />
    </Box>
  );
}

export function Shell() {
  const { length } = useUnits();
  const { person, job, main, chooseMain } = useWork();
  const line = useLine();
  const { selected, next, joint, select, walk } = useSelection();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const client = useQueryClient();
  const find = useRef<HTMLInputElement>(null);
  const [help, setHelp] = useState(false);
  const [light, turnLight] = useLight();
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'));
  const roomy = useMediaQuery('(min-height: 900px)');
  const section = main.sections.find((s) => s.id === joint?.section_id) ?? main.sections[0];
  const hasMain = main.id !== '';
  const views = useMemo(
    () =>
      [
        { letter: 'l', name: 'Line', to: `/line/${selected ?? ''}`, on: pathname.startsWith('/line') },
        { letter: 'b', name: 'Bench', to: `/bench/${selected ?? ''}`, on: pathname.startsWith('/bench') },
        { letter: 's', name: 'Set-out', to: '/setout', on: pathname.startsWith('/setout') },
        { letter: 'y', name: 'Yard', to: '/yard', on: pathname.startsWith('/yard') },
        { letter: 'c', name: 'Cover', to: '/cover', on: pathname.startsWith('/cover') },
        { letter: 't', name: 'Test', to: `/test/${section?.name ?? ''}`, on: pathname.startsWith('/test') },
        { letter: 'r', name: 'Rules', to: '/rules', on: pathname.startsWith('/rules') },
        { letter: 'k', name: 'Calculations', to: '/reckon', on: pathname.startsWith('/reckon') },
        { letter: 'o', name: 'Office', to: '/office/job', on: pathname.startsWith('/office') },
      ].filter((view) => hasMain || ['Rules', 'Calculations', 'Office'].includes(view.name)),
    [selected, section, pathname, hasMain],
  );
  const keys: Keys = {
    walk,
    find: (digit) => {
      const input = find.current;
      if (!input) return;
      input.focus();
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.call(input, digit);
      input.dispatchEvent(new Event('input', { bubbles: true }));
    },
    view: (letter) => {
      const view = views.find((v) => v.letter === letter);
      if (view) void navigate(view.to);
    },
    help: () => setHelp(true),
    enter: () => void navigate(`/bench/${selected ?? ''}`),
  };
  const latest = useRef(keys);
  useEffect(() => {
    latest.current = keys;
  });
  useKeys(
    useMemo<Keys>(
      () => ({
        walk: (by) => latest.current.walk(by),
        find: (d) => latest.current.find(d),
        view: (l) => latest.current.view(l),
        help: () => latest.current.help(),
        enter: () => latest.current.enter(),
      }),
      [],
    ),
  );

  const go = (n: number) => {
    const known = line.joints.some((j) => j.number === n) || job.mains.some((m) => hasJoint(m, n));
    if (known) void navigate(pathname.startsWith('/bench') ? `/bench/${n}` : `/line/${n}`);
    return known;
  };
  const goTo = (clock: Clock) => {
    if (clock.main !== undefined) chooseMain(clock.main);
    void navigate(clock.joint_number === null ? `/test/${clock.section ?? ''}` : `/bench/${clock.joint_number}`);
  };
  const [unsent, setUnsent] = useState<number | null>(null); // while somebody is asked whether to leave
  // asked of the store itself: whoever is quicker than the screen is warned as well
  const signOut = () =>
    void unsentOf(person.id).then((n) => {
      if (n > 0 || hasAlong()) setUnsent(n);
      else void endSession(client);
    });

  return (
    <Box sx={{ minHeight: '100dvh', display: 'flex', flexDirection: 'column' }}>
      <Stack
        component="header"
        direction="row"
        spacing={{ xs: 1, lg: 2 }}
        sx={{
          alignItems: 'center',
          flexWrap: { xs: 'nowrap', sm: 'wrap', lg: 'nowrap' },
          justifyContent: 'space-between',
          px: { xs: 1.5, sm: 2 },
          py: { xs: 0.25, sm: 0.75 },
          bgcolor: 'background.paper',
          borderBottom: 1,
          borderColor: 'divider',
        }}
      >
        <Box sx={{ minWidth: 0, overflow: 'hidden' }}>
          {hasMain ? <MainSwitch /> : <Typography sx={{ fontWeight: 700 }}>{job.title}</Typography>}
          <Typography component="p" noWrap variant="body2" color="text.secondary" sx={{ display: { xs: 'none', sm: 'block' } }}>
            {[job.number, main.pipe].filter((w) => w !== '').join(' · ')}
            {job.simulated ? ' · simulated' : ''}
          </Typography>
        </Box>
        {!phone && (
          <Stack
            component="nav"
            aria-label="Views"
            direction="row"
            sx={{
              flex: { lg: 1 },
              order: { sm: 3, lg: 0 },
              width: { sm: '100%', lg: 'auto' },
              justifyContent: { sm: 'space-between', lg: 'center' },
            }}
          >
            {views.map((view) => (
              <Button
                key={view.name}
                component={RouterLink}
                to={view.to}
                aria-current={view.on ? 'page' : undefined}
                sx={{
                  px: { xs: 1.25, sm: 1, lg: 1.25 },
                  minWidth: 0,
                  flex: 'none',
                  borderRadius: 0,
                  borderBottom: '4px solid',
                  borderBottomColor: view.on ? 'hand' : 'transparent',
                }}
              >
                {view.name}
              </Button>
            ))}
          </Stack>
        )}
        {hasMain && <Find input={find} onGo={go} />}
        <Box sx={{ display: { xs: 'none', lg: 'block' }, textAlign: 'right' }}>
          <Typography component="p" variant="body2" sx={{ fontWeight: 640 }}>
            {person.name}
          </Typography>
          <Typography component="p" variant="body2" color="text.secondary">
            {person.role}
          </Typography>
        </Box>
        {!phone && (
          <Stack direction="row">
            <IconButton aria-label={`Light: ${LIGHTS[light]}`} onClick={turnLight}>
              <ContrastIcon />
            </IconButton>
            <IconButton aria-label={`Sign out ${person.name}`} onClick={signOut}>
              <LogoutIcon />
            </IconButton>
          </Stack>
        )}
      </Stack>
      <Suspense>
        <Notices />
      </Suspense>
      {!hasMain ? null : phone ? (
        <>
          <Suspense fallback={<Box sx={{ height: 51 }} />}>
            <Neighbours line={line} selected={selected} onSelect={select} />
          </Suspense>
          <NextClock onGo={goTo} />
        </>
      ) : (
        <Suspense fallback={<Box sx={{ height: 105, bgcolor: 'earth' }} />}>
          <LineStrip
            line={line}
            sections={main.sections}
            selected={selected}
            next={next}
            onSelect={select}
            length={length}
            tall={roomy && pathname.startsWith('/line')}
          />
        </Suspense>
      )}
      <Box sx={{ flex: 1, display: 'grid', gridTemplateColumns: { xs: 'minmax(0,1fr)', md: 'minmax(0,1fr) 272px' } }}>
        <Box component="main" sx={{ p: { xs: 1.5, sm: 2.5 }, minWidth: 0 }}>
          <Views />
        </Box>
        <ClocksRail
          onGo={goTo}
          calls={
            !phone && (
              <Suspense>
                <Calls onGo={goTo} />
              </Suspense>
            )
          }
        />
      </Box>
      {phone && (
        <>
          <Box sx={{ position: 'fixed', top: 0, left: 0, right: 0, zIndex: 4 }}>
            <Suspense>
              <Calls onGo={goTo} />
            </Suspense>
          </Box>
          <Box sx={{ height: PHONE_BAR }} />
          <Suspense>
            <PhoneBar views={views} onSignOut={signOut} />
          </Suspense>
        </>
      )}
      {byFinger() && (
        <Suspense>
          <NumberPad />
        </Suspense>
      )}
      {unsent !== null && (
        <Suspense>
          <SignOut waiting={unsent} onStay={() => setUnsent(null)} />
        </Suspense>
      )}
      {help && (
        <Suspense>
          <Help onClose={() => setHelp(false)} />
        </Suspense>
      )}
    </Box>
  );
}
