import { useEffect, useState } from 'react';
import { create } from 'zustand';

/** Difference of the server's clock to this device's, ms. */
type Clock = { offsetMs: number; note: (offsetMs: number, unsureMs: number) => void };

const NOTICED_MS = 500;

const REMEMBERED = 'steepsis-clock';

/** Without the server the stove goes on by the server’s clock as it was known last. */
const remembered = (): number => Number(localStorage.getItem(REMEMBERED) ?? 0) || 0;

export const useClock = create<Clock>((set, get) => ({
  offsetMs: remembered(),
  // Jitter of the network is not a change of the clock, nor is an answer that was long on its way.
  note: (offsetMs, unsureMs) => {
    if (Math.abs(offsetMs - get().offsetMs) <= Math.max(NOTICED_MS, unsureMs)) return;
    localStorage.setItem(REMEMBERED, String(offsetMs));
    set({ offsetMs });
  },
}));

export const serverNow = (): number => Date.now() + useClock.getState().offsetMs;

/** The server's time, ms, ticking. */
export function useNow(everyMs = 1000): number {
  const offsetMs = useClock((s) => s.offsetMs);
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), everyMs);
    // A tablet that wakes shows the right time at once.
    const wake = (): void => setNow(Date.now());
    document.addEventListener('visibilitychange', wake);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', wake);
    };
  }, [everyMs]);
  return now + offsetMs;
}
