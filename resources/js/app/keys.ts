import { useEffect } from 'react';

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.closest('[role="listbox"],[role="menu"],[role="dialog"]') !== null);

export interface Keys {
  walk: (by: -1 | 1) => void;
  find: (firstDigit: string) => void;
  view: (letter: string) => void;
  help: () => void;
  enter: () => void;
}

/** Office keys: arrows walk, digits or `/` find, `g` and a letter change the view, `?` lists all. Silent while somebody types. */
export function useKeys(keys: Keys) {
  useEffect(() => {
    let awaitingView = false;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      if (awaitingView) {
        awaitingView = false;
        keys.view(event.key.toLowerCase());
        return;
      }
      const done = () => event.preventDefault();
      if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
        done();
        keys.walk(event.key === 'ArrowLeft' ? -1 : 1);
      } else if (event.key === '/') {
        done();
        keys.find('');
      } else if (/^\d$/.test(event.key)) {
        done();
        keys.find(event.key);
      } else if (event.key === 'g') awaitingView = true;
      else if (event.key === '?') {
        done();
        keys.help();
      } else if (event.key === 'Enter' && (event.target === document.body || event.target === null)) keys.enter();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [keys]);
}
