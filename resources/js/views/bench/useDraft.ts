import { useLayoutEffect, useRef, useState } from 'react';
import { useWork } from '../../app/session';
import { typed } from '../../app/typed';

interface Of {
  /** under what it is kept on the device until it has been entered */
  key: string;
  /** as the record has it */
  entered: string;
  /** the answer to what was sent last is still to come */
  busy: boolean;
  /** why what was sent was not taken */
  error: string | null;
}

/**
 * What is being typed survives a reload. An answer that arrives meanwhile writes over what was sent or left alone, never over what somebody is typing.
 * Enter and leaving the field both enter it: the same text goes only once unless it was refused, or the record has said something else since.
 * Enter on what already stands in the record says that it was read again and is the same: what has gone stale is renewed so.
 */
export function useDraft({ key, entered, busy, error }: Of) {
  const whose = useWork().person.id;
  const [text, setText] = useState(() => typed(whose, key).get() ?? entered);
  const last = useRef(entered);
  const sent = useRef<string | null>(null);
  // at once, not after the next stroke
  useLayoutEffect(() => {
    if (busy) return;
    if (error !== null) sent.current = null;
    if (last.current === entered) return;
    const isTyped = text !== last.current && text !== sent.current;
    last.current = entered;
    sent.current = null;
    if (isTyped) return;
    typed(whose, key).remove();
    setText(entered);
  }, [entered, whose, key, text, busy, error]);
  const type = (next: string) => {
    if (next === entered) typed(whose, key).remove();
    else typed(whose, key).set(next);
    setText(next);
  };
  const changed = text !== entered;
  const enter = (send: () => void, again = false) => {
    if (again && !changed && !busy && text.trim() !== '') return send();
    if (!changed || text.trim() === '' || sent.current === text) return;
    sent.current = text;
    send();
  };
  return { text, type, changed, enter };
}
