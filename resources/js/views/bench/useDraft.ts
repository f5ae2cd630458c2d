import { useEffect, useLayoutEffect, useRef, useState } from 'react';

/**
 * What is being typed survives a reload: it is kept on the device until it has been entered. An answer that arrives meanwhile writes over what was sent or left
 * alone, never over what somebody is typing.
 */
export function useDraft(key: string, entered: string, busy: boolean): [string, (text: string) => void, boolean, (text: string) => void] {
  const [text, setText] = useState(() => sessionStorage.getItem(key) ?? entered);
  const last = useRef(entered);
  const sent = useRef<string | null>(null);
  // at once, not after the next stroke
  useLayoutEffect(() => {
    if (busy || last.current === entered) return; // the answer to what was sent last is still to come
    const isTyped = text !== last.current && text !== sent.current;
    last.current = entered;
    if (isTyped) return;
    sessionStorage.removeItem(key);
    setText(entered);
  }, [entered, key, text, busy]);
  const type = (next: string) => {
    if (next === entered) sessionStorage.removeItem(key);
    else sessionStorage.setItem(key, next);
    setText(next);
  };
  return [text, type, text !== entered, (gone) => (sent.current = gone)];
}

/** Enter and leaving the field both enter it; the same text goes only once unless it was refused. */
export function useOnce(error: string | null) {
  const sent = useRef<string | null>(null);
  useEffect(() => {
    if (error !== null) sent.current = null;
  }, [error]);
  return (text: string, send: () => void) => {
    if (sent.current === text) return;
    sent.current = text;
    send();
  };
}
