import { useSyncExternalStore } from 'react';

const watch = (changed: () => void) => {
  window.addEventListener('online', changed);
  window.addEventListener('offline', changed);
  return () => {
    window.removeEventListener('online', changed);
    window.removeEventListener('offline', changed);
  };
};

/** Whether this device has signal, as far as it knows. */
export const useSignal = () => useSyncExternalStore(watch, () => navigator.onLine);
