import { Alert, Button } from '@mui/material';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { forget, handIn, type Waiting } from '../api/outbox';
import { useWork } from './session';
import { useAlong } from './useAlong';
import { NOT_SENT_AFTER_MS, useLate } from './useLate';
import { useOutbox } from './useOutbox';
import { useSignal } from './useSignal';

const entries = (n: number) => (n === 1 ? 'one entry' : `${n} entries`);

/** What became of entries that were kept on this device, and what the device itself has to say. Each stays until it is dealt with. */
export function Notices() {
  const { person } = useWork();
  const outbox = useOutbox();
  const { mains, room } = useAlong();
  const signal = useSignal();
  const own = outbox.waiting.filter((row) => row.person === person.id);
  const late = useLate(own.length > 0, NOT_SENT_AFTER_MS);
  const others = outbox.waiting.filter((row) => row.person !== person.id);
  const people = [...new Set(others.map((row) => row.person))];
  return (
    <>
      {outbox.refused.map(({ draft, said }) => (
        <Alert key={draft.id} severity="error" onClose={() => void forget(draft.id)} closeText="I have read it" sx={{ borderRadius: 0 }}>
          An entry kept on this device was not taken: {said}
        </Alert>
      ))}
      {outbox.overtaken.map(({ id, said }) => (
        <Alert key={id} severity="warning" onClose={() => outbox.seen(id)} closeText="I have read it" sx={{ borderRadius: 0 }}>
          {said}
        </Alert>
      ))}
      {room?.isFull && (
        <Alert severity="error" sx={{ borderRadius: 0 }}>
          This device is nearly full. Make room (pictures, films, other programs) before you go on: what you enter is kept, and needs room.
        </Alert>
      )}
      {!signal && mains.length > 0 && (
        <Alert severity="info" role="status" icon={false} sx={{ borderRadius: 0, py: 0, '& .MuiAlert-message': { py: 0.5 } }}>
          <b>No signal.</b>{' '}
          {own.length === 0 ? 'Working with what was taken along.' : `${own.length === 1 ? 'One entry waits' : `${own.length} entries wait`} here.`}
        </Alert>
      )}
      {late && (signal || mains.length === 0) && (
        <Alert severity="warning" role="status" sx={{ borderRadius: 0 }}>
          Not sent yet: {own.length === 1 ? 'one entry is' : `${own.length} entries are`} kept on this device and will be sent as soon as the server takes{' '}
          {own.length === 1 ? 'it' : 'them'}. Go on working.
        </Alert>
      )}
      {people.map((id) => (
        <OfAnother key={id} rows={others.filter((row) => row.person === id)} />
      ))}
    </>
  );
}

/** Entries of somebody else wait for their own sign-in; whoever keeps the people may hand them in for one who has left. */
function OfAnother({ rows }: { rows: Waiting[] }) {
  const { person } = useWork();
  const client = useQueryClient();
  const { name, person: id } = rows[0]!;
  const hand = useMutation({ mutationFn: () => handIn({ id, name }), onSuccess: () => client.invalidateQueries() });
  return (
    <Alert
      severity="info"
      sx={{ borderRadius: 0 }}
      action={
        person.may.includes('people.keep') && (
          <Button disabled={hand.isPending} onClick={() => hand.mutate()}>
            Hand them in
          </Button>
        )
      }
    >
      {entries(rows.length)} of {name} {rows.length === 1 ? 'waits' : 'wait'} on this device for their sign-in.
    </Alert>
  );
}
