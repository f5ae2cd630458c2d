import { useState } from 'react';
import { ButtonBase, Stack } from '@mui/material';
import type { Schemas } from '../../api/client';
import { GlyphPatterns, JointGlyph } from '../../instruments/line/glyph';
import { STATES, type JointState } from '../../instruments/line/states';
import { JointTable } from './JointTable';

interface Props {
  joints: Schemas['Joint'][];
  selected: number | null;
  next: number | null;
  onSelect: (joint: number) => void;
}

/** How many joints stand how; a press on a count shows those alone in the table below. */
export function JointsByState({ joints, ...rest }: Props) {
  const [only, setOnly] = useState<JointState | null>(null);
  const counts = Object.keys(STATES).map((state) => [state as JointState, joints.filter((j) => j.state === state).length] as const);
  return (
    <>
      <Stack direction="row" role="group" aria-label="Joints by state" sx={{ flexWrap: 'wrap', gap: 0.75, mb: 1 }}>
        {counts
          .filter(([, count]) => count > 0)
          .map(([state, count]) => (
            <ButtonBase
              key={state}
              aria-pressed={only === state}
              onClick={() => setOnly(only === state ? null : state)}
              sx={{
                minHeight: 48,
                px: 1,
                gap: 0.5,
                border: '2px solid',
                borderColor: only === state ? 'text.primary' : 'divider',
                bgcolor: only === state ? 'earth' : 'background.paper',
                typography: 'body1',
              }}
            >
              <svg width="26" height="34" viewBox="-17 -24 34 44" aria-hidden>
                <GlyphPatterns />
                <JointGlyph shape={joints[0]?.shape ?? ''} state={state} selected={false} scale={0.85} />
              </svg>
              <span>
                <b className="num">{count}</b> {STATES[state].words}
              </span>
            </ButtonBase>
          ))}
      </Stack>
      <JointTable joints={only === null ? joints : joints.filter((j) => j.state === only)} {...rest} />
    </>
  );
}
