const FLAG = 'diastoma.ended';

/** Somebody signed out without signal: the server is told before anybody sees anything again. */
export const rememberToEnd = () => localStorage.setItem(FLAG, '1');
export const mustEnd = () => localStorage.getItem(FLAG) !== null;
export const ended = () => localStorage.removeItem(FLAG);
