import { useEffect, useState } from 'react';

const KEPT = 'diastoma.ahead';
let aheadMs = Number((typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT)) ?? 0); // a reload without signal goes on by it

/** The job's clock against this device's: the server says what time it is on the job. */
export const setJobNow = (iso: string) => {
  aheadMs = Date.parse(iso) - Date.now();
  if (typeof localStorage !== 'undefined') localStorage.setItem(KEPT, String(aheadMs));
};
export const jobNow = () => Date.now() + aheadMs;

/** The time on the job, each second. */
export function useJobNow(): number {
  const [now, setNow] = useState(jobNow);
  useEffect(() => {
    const id = window.setInterval(() => setNow(jobNow()), 1000);
    return () => window.clearInterval(id);
  }, []);
  return now;
}

export const timeOfDay = (iso: string | number, zone: string) =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', timeZone: zone }).format(new Date(iso));

export const dayAndTime = (iso: string | number, zone: string) =>
  new Intl.DateTimeFormat('en-GB', { day: '2-digit', month: 'short', hour: '2-digit', minute: '2-digit', timeZone: zone }).format(new Date(iso));

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
