import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Box, Button, Drawer, Stack, Typography } from '@mui/material';
import ContrastIcon from '@mui/icons-material/Contrast';
import LogoutIcon from '@mui/icons-material/Logout';
import { LIGHTS, useLight } from './light';
import { PHONE_BAR } from './phone';
import { useWork } from './session';

export interface View {
  letter: string;
  name: string;
  to: string;
  on: boolean;
}

const FIRST = ['Line', 'Bench', 'Test'];

/** The views of a phone, under the thumb: three that a crew uses all day, and the rest with the screen's own settings. */
export function PhoneBar({ views, onSignOut }: { views: View[]; onSignOut: () => void }) {
  const { person } = useWork();
  const [light, turnLight] = useLight();
  const [open, setOpen] = useState(false);
  const first = views.filter((view) => FIRST.includes(view.name));
  const rest = views.filter((view) => !first.includes(view));
  const mark = (on: boolean) => ({ flex: 1, minHeight: PHONE_BAR, borderRadius: 0, borderTop: '5px solid', borderTopColor: on ? 'hand' : 'transparent' });
  return (
    <>
      <Stack
        component="nav"
        aria-label="Views"
        direction="row"
        sx={{ position: 'fixed', bottom: 0, left: 0, right: 0, zIndex: 3, bgcolor: 'background.paper', borderTop: 1, borderColor: 'divider' }}
      >
        {first.map((view) => (
          <Button key={view.name} component={RouterLink} to={view.to} aria-current={view.on ? 'page' : undefined} sx={mark(view.on)}>
            {view.name}
          </Button>
        ))}
        <Button aria-expanded={open} onClick={() => setOpen(true)} sx={mark(rest.some((view) => view.on))}>
          More
        </Button>
      </Stack>
      <Drawer anchor="bottom" open={open} onClose={() => setOpen(false)}>
        <Box component="nav" aria-label="More views" sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1, p: 1.5 }}>
          {rest.map((view) => (
            <Button
              key={view.name}
              component={RouterLink}
              to={view.to}
              variant={view.on ? 'contained' : 'outlined'}
              onClick={() => setOpen(false)}
              sx={{ minHeight: 60 }}
            >
              {view.name}
            </Button>
          ))}
          <Button startIcon={<ContrastIcon />} onClick={turnLight} sx={{ minHeight: 60 }}>
            Light: {LIGHTS[light]}
          </Button>
          <Button startIcon={<LogoutIcon />} aria-label={`Sign out ${person.name}`} onClick={onSignOut} sx={{ minHeight: 60 }}>
            Sign out
          </Button>
        </Box>
        <Typography variant="body2" color="text.secondary" sx={{ px: 2, pb: 2 }}>
          {person.name}, {person.role}
        </Typography>
      </Drawer>
    </>
  );
}
