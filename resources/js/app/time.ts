import { useSyncExternalStore } from 'react';

const KEPT = 'diastoma.ahead';
let aheadMs = Number((typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT)) ?? 0); // a reload without signal goes on by it

/** The job's clock against this device's: the server says what time it is on the job. */
export const setJobNow = (iso: string) => {
  aheadMs = Date.parse(iso) - Date.now();
  if (typeof localStorage !== 'undefined') localStorage.setItem(KEPT, String(aheadMs));
  watching.forEach((told) => told());
};
export const jobNow = () => Date.now() + aheadMs;

const watching = new Set<() => void>();
let ticking: number | undefined;

/** One tick a second for whoever looks at the time, and one as the server says another. */
function eachSecond(tell: () => void) {
  watching.add(tell);
  ticking ??= window.setInterval(() => watching.forEach((told) => told()), 1000);
  return () => {
    watching.delete(tell);
    if (watching.size > 0) return;
    window.clearInterval(ticking);
    ticking = undefined;
  };
}

/** What follows from the time on the job, looked at each second; who asks is drawn again only when that has changed. */
export const useByTime = <T extends string | number | boolean>(read: (now: number) => T): T =>
  useSyncExternalStore(eachSecond, () => read(Math.floor(jobNow() / 1000) * 1000));

/** The time on the job, to the second. */
export const useJobNow = (): number => useByTime((now) => now);

/** A format is dear to make and cheap to use: one a zone. */
function written(options: Intl.DateTimeFormatOptions) {
  const made = new Map<string, Intl.DateTimeFormat>();
  return (iso: string | number, zone: string) => {
    let format = made.get(zone);
    if (!format) made.set(zone, (format = new Intl.DateTimeFormat('en-GB', { ...options, timeZone: zone })));
    return format.format(new Date(iso));
  };
}

export const timeOfDay = written({ hour: '2-digit', minute: '2-digit' });

export const dayAndTime = written({ day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit' });

const wall = written({ year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });

/** A moment as a clock on the wall of the job shows it, as a field for date and time wants it: 2026-11-30T14:05. */
export function toWall(iso: string, zone: string): string {
  const [, day, month, year, time] = /(\d{2})\/(\d{2})\/(\d{4}), (\d{2}:\d{2})/.exec(wall(iso, zone)) ?? [];
  return `${year}-${month}-${day}T${time}`;
}

/** The moment at which the clock on the wall of the job shows that; null where it is not whole. */
export function fromWall(text: string, zone: string): string | null {
  const asUtc = Date.parse(`${text}:00Z`);
  if (Number.isNaN(asUtc)) return null;
  const ahead = (at: number) => Date.parse(`${toWall(new Date(at).toISOString(), zone)}:00Z`) - at;
  const near = asUtc - ahead(asUtc);
  return new Date(asUtc - ahead(near)).toISOString(); // the second look is right where the clock was changed in between
}

/** 75 → "1:15", 3700 → "1:01:40"; never below zero. */
export function span(seconds: number): string {
  const s = Math.max(0, Math.ceil(seconds));
  const two = (n: number) => String(n).padStart(2, '0');
  const [h, m] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60)];
  return h > 0 ? `${h}:${two(m)}:${two(s % 60)}` : `${m}:${two(s % 60)}`;
}

export function uuid(): string {
  const b = crypto.getRandomValues(new Uint8Array(16)); // randomUUID is missing where the page is not served over TLS
  b[6] = ((b[6] ?? 0) & 0x0f) | 0x40;
  b[8] = ((b[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...b].map((x) => x.toString(16).padStart(2, '0')).join('');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20)}`;
}
