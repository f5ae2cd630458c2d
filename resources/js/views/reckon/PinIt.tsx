import { useState } from 'react';
import { Alert, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { submit } from '../../api/outbox';
import { benchKey } from '../../api/queries';
import { useSelection } from '../../app/selection';
import { useWork } from '../../app/session';
import { jobNow, uuid } from '../../app/time';

/** Pins what was reckoned to the joint that is chosen, as a note under one's own name. */
export function PinIt({ text }: { text: string }) {
  const { person } = useWork();
  const { joint } = useSelection();
  const client = useQueryClient();
  const [said, setSaid] = useState<{ text: string; done: boolean; words: string } | null>(null);
  if (!joint) return null;
  const pin = () => {
    void submit(person, {
      id: uuid(),
      kind: 'note',
      subject_type: 'joint',
      subject_id: joint.id,
      payload: { text },
      device_at: new Date(jobNow()).toISOString(),
    }).then(
      (written) => {
        setSaid({
          text,
          done: true,
          words: written ? `Pinned to joint ${joint.label}.` : `Kept here for joint ${joint.label}; it is sent when the connection is back.`,
        });
        void client.invalidateQueries({ queryKey: benchKey('joint', joint.id) });
      },
      (fault: unknown) => setSaid({ text, done: false, words: fault instanceof Error ? fault.message : 'Not pinned. Try again.' }),
    );
  };
  return said?.text === text ? (
    <Alert severity={said.done ? 'success' : 'error'}>{said.words}</Alert>
  ) : (
    <Button variant="outlined" onClick={pin} sx={{ alignSelf: 'flex-start', minHeight: 56, px: 3 }}>
      Pin it to joint {joint.label}
    </Button>
  );
}
