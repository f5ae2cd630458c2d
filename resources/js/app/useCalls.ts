import { useEffect, useRef, useState } from 'react';
import type { Clock } from './ClocksRail';
import { jobNow } from './time';

/** Waits that end while somebody is there to hear it: one that was over long before is not called. */
const FRESH_MS = 120_000;

/** Three notes that stand out of an engine's hum; nothing is loaded for it, so it rings without signal. */
function ring() {
  const Context = window.AudioContext;
  const audio = new Context();
  [880, 660, 880].forEach((hz, k) => {
    const tone = audio.createOscillator();
    const gain = audio.createGain();
    tone.type = 'square';
    tone.frequency.value = hz;
    gain.gain.value = 0.15;
    tone.connect(gain).connect(audio.destination);
    tone.start(audio.currentTime + 0.3 * k);
    tone.stop(audio.currentTime + 0.3 * k + 0.22);
  });
  window.setTimeout(() => void audio.close(), 1500);
}

function notice(clock: Clock) {
  if (Notification.permission === 'granted') new Notification(clock.title, { body: clock.then, tag: idOf(clock), requireInteraction: true });
}

const idOf = (clock: Clock) => `${clock.joint_id} ${clock.id} ${clock.due_at}`;

/**
 * Clocks that have just ended, until somebody has seen it. Each rings once on this device: sound, vibration, and a notice where the
 * device lets it. It follows the clocks as they were last known, also without signal.
 */
export function useCalls(clocks: Clock[] | undefined): [Clock[], (clock: Clock) => void] {
  const [calling, setCalling] = useState<Clock[]>([]);
  const called = useRef(new Set<string>());
  const running = useRef(new Map<string, Clock>());
  useEffect(() => {
    const given = new Set((clocks ?? []).map(idOf));
    // what is gone before its time was done with
    for (const [id, clock] of running.current) if (!given.has(id) && Date.parse(clock.due_at) > jobNow()) running.current.delete(id);
    for (const clock of clocks ?? []) running.current.set(idOf(clock), clock);
    // what was called for and has been done calls no more
    if (clocks)
      setCalling((all) =>
        all.some((clock) => clock.needs_hand && !given.has(idOf(clock))) ? all.filter((clock) => !clock.needs_hand || given.has(idOf(clock))) : all,
      );
  }, [clocks]);
  useEffect(() => {
    const look = () => {
      const now = jobNow();
      for (const [id, clock] of running.current) {
        const over = now - Date.parse(clock.due_at);
        if (over < 0) continue;
        running.current.delete(id);
        if (called.current.has(id)) continue;
        called.current.add(id);
        if (over > FRESH_MS) continue;
        setCalling((all) => [...all, clock]);
        for (const call of [ring, () => navigator.vibrate([300, 150, 300, 150, 600]), () => notice(clock)]) {
          try {
            call();
          } catch {
            // a device that cannot do one of them does the others, and shows it
          }
        }
      }
    };
    const id = window.setInterval(look, 1000);
    return () => window.clearInterval(id);
  }, []);
  return [calling, (seen) => setCalling((all) => all.filter((clock) => clock !== seen))];
}
