const DAY_MS = 86_400_000;

/** What may be done with a thing that is kept: used, used soon and not by everyone, or poured away. */
export type KeepingState =
  | { kind: 'good' }
  /** past its use-by and not past its last day */
  | { kind: 'due' }
  /** past its last day; so many whole days, 0 within the first */
  | { kind: 'past'; days: number };

/** How a thing stands at a moment against its two days. */
export function keepingStateAt(ends: { useBy: string; discardAfter: string }, nowMs: number): KeepingState {
  const overMs = nowMs - Date.parse(ends.discardAfter);
  if (overMs > 0) return { kind: 'past', days: Math.floor(overMs / DAY_MS) };
  return nowMs > Date.parse(ends.useBy) ? { kind: 'due' } : { kind: 'good' };
}
