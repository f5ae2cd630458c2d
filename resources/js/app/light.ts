import { useCallback, useSyncExternalStore } from 'react';
import { useColorScheme } from '@mui/material';

/** By what light the screen is read: indoors, in the sun, at night. */
export type Light = 'light' | 'sun' | 'dark';

const KEY = 'diastoma.sun';
const NEXT: Record<Light, Light> = { light: 'sun', sun: 'dark', dark: 'light' };
export const LIGHTS: Record<Light, string> = { light: 'Daylight', sun: 'Bright sun', dark: 'Dark' };

const listeners = new Set<() => void>();
const inSun = () => localStorage.getItem(KEY) === '1';
const draw = () => document.documentElement.toggleAttribute('data-sun', inSun());
draw();

/** The light that is set, and the way to the next one. Kept on the device. */
export function useLight(): [Light, () => void] {
  const { mode, setMode } = useColorScheme();
  const sun = useSyncExternalStore(
    useCallback((tell: () => void) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    }, []),
    inSun,
  );
  const light = mode === 'dark' ? 'dark' : sun ? 'sun' : 'light';
  const turn = () => {
    const next = NEXT[light];
    localStorage.setItem(KEY, next === 'sun' ? '1' : '0');
    setMode(next === 'dark' ? 'dark' : 'light');
    draw();
    listeners.forEach((tell) => tell());
  };
  return [light, turn];
}
