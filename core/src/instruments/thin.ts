import type { Reading } from './instrument';

/** How closely readings are kept, by their age: all of the first day, one in ten seconds of the first month, one a minute after. */
export const THINNING = [
  { olderThanMs: 30 * 86_400_000, everyMs: 60_000 },
  { olderThanMs: 86_400_000, everyMs: 10_000 },
] as const;

/** Of each stretch the reading in the middle of the others by its value: one that was really taken. Oldest first. */
export function thinned(readings: readonly Reading[], everyMs: number): Reading[] {
  const stretches = new Map<number, Reading[]>();
  for (const r of readings) {
    const key = Math.floor(r.atMs / everyMs);
    const own = stretches.get(key);
    if (own) own.push(r);
    else stretches.set(key, [r]);
  }
  return [...stretches.values()].map(
    (own) => [...own].sort((a, b) => a.value - b.value)[Math.floor((own.length - 1) / 2)]!,
  );
}
