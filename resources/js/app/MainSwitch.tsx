import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Button, ListItemText, Menu, MenuItem } from '@mui/material';
import UnfoldMoreIcon from '@mui/icons-material/UnfoldMore';
import { useWork } from './session';

/** The main in sight, and the way to another of the job. */
export function MainSwitch() {
  const { job, main, chooseMain } = useWork();
  const navigate = useNavigate();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        onClick={(e) => setAnchor(e.currentTarget)}
        endIcon={<UnfoldMoreIcon />}
        aria-haspopup="menu"
        aria-label={`Main: ${main.name}`}
        sx={{ px: 0.5, minHeight: 40, fontWeight: 700, whiteSpace: 'nowrap' }}
      >
        {main.name}
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {job.mains.map((m) => (
          <MenuItem
            key={m.id}
            selected={m.id === main.id}
            onClick={() => {
              setAnchor(null);
              chooseMain(m.id);
              void navigate(`/line/${m.joint_from ?? ''}`);
            }}
            sx={{ minHeight: 56 }}
          >
            <ListItemText
              primary={m.name}
              secondary={`${m.service.replace('_', ' ')} · ${m.pipe} · ${m.joint_from === null ? 'no joints yet' : `joints ${m.joint_from}–${m.joint_to}`}`}
            />
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
