import { useLayoutEffect, useRef, useState } from 'react';
import { useWork } from '../../app/session';
import { typed } from '../../app/typed';
import { isToSend, told, withSent, type Draft, type Told } from './draft';

interface Of extends Told {
  /** under what it is kept on the device until it has been entered */
  key: string;
}

/**
 * What is being typed survives a reload. Enter and leaving the field both enter it. Enter on what already stands in the record says that it was read again
 * and is the same: what has gone stale is renewed so.
 */
export function useDraft({ key, entered, busy, error }: Of) {
  const whose = useWork().person.id;
  const [text, setText] = useState(() => typed(whose, key).get() ?? entered);
  const kept = useRef<Omit<Draft, 'text'>>({ last: entered, sent: [] });
  // at once, not after the next stroke
  useLayoutEffect(() => {
    const before = { text, ...kept.current };
    const { text: after, ...rest } = told(before, { entered, busy, error });
    const isTaken = rest.last !== before.last && after === entered;
    kept.current = rest;
    if (!isTaken) return;
    typed(whose, key).remove();
    setText(after);
  }, [entered, whose, key, text, busy, error]);
  const type = (next: string) => {
    if (next === entered) typed(whose, key).remove();
    else typed(whose, key).set(next);
    setText(next);
  };
  const changed = text !== entered;
  const enter = (send: () => void, again = false) => {
    const draft = { text, ...kept.current };
    if (again && !changed && !busy && text.trim() !== '') return send();
    if (!isToSend(draft, { entered, busy, error })) return;
    kept.current = { ...kept.current, sent: withSent(draft).sent };
    send();
  };
  return { text, type, changed, enter };
}
