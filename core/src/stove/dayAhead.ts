import { requireInRange } from '../quantity/range';

// The next day along one line, finer near now: what wants hands within minutes has as much room as what comes tonight.

/** How far ahead the line goes, h. */
export const DAY_AHEAD_H = 24;

/** Hours ahead at which the line has grown half as fine as at now. House choice. */
const FINE_FOR_H = 1.5;

/**
 * Where a moment stands on the line: 0 is now, 1 a day ahead. What is over stands at 0, what is later at 1.
 * @param hoursAhead h from now
 */
export function shareOfDayAhead(hoursAhead: number): number {
  requireInRange('shareOfDayAhead', 'hoursAhead', hoursAhead, { unit: 'h', min: -1e6, max: 1e6 });
  const within = Math.min(DAY_AHEAD_H, Math.max(0, hoursAhead));
  return Math.log1p(within / FINE_FOR_H) / Math.log1p(DAY_AHEAD_H / FINE_FOR_H);
}

/** Something on the line that takes room to be named. */
export type NamedOnLine = { id: string; share: number; width: number };

/**
 * Which of several names have room beside each other, the first come first; the others keep their mark alone.
 * @param names share 0 to 1, width as a share of the line, its mark counted; the name stands to the right of its mark
 * @param mark width of a mark, share of the line
 * @param taken shares that something else has, from and to
 */
export function namesWithRoom(
  names: readonly NamedOnLine[],
  mark: number,
  taken: readonly (readonly [number, number])[] = [],
): ReadonlySet<string> {
  const full: (readonly [number, number])[] = [...taken];
  const shown = new Set<string>();
  for (const { id, share, width } of [...names].sort((a, b) => a.share - b.share)) {
    const [from, to] = [share, share + width];
    const others = names.filter((n) => n.id !== id).map((n): [number, number] => [n.share, n.share + mark]);
    const free = to <= 1 && [...full, ...others].every(([a, b]) => to <= a || from >= b);
    if (!free) continue;
    full.push([from, to]);
    shown.add(id);
  }
  return shown;
}

/** The longest stretch in which nothing is wanted, of at least an hour; ms since 1970 UTC. Undefined where there is none. */
export function longestRest(dueMs: readonly number[], nowMs: number): { fromMs: number; toMs: number } | undefined {
  const end = nowMs + DAY_AHEAD_H * 3_600_000;
  const times = [...dueMs, nowMs].map((t) => Math.max(nowMs, t)).filter((t) => t < end);
  const sorted = [...times, end].sort((a, b) => a - b);
  const gaps = sorted.slice(1).map((to, i) => ({ fromMs: sorted[i]!, toMs: to }));
  const [longest] = gaps.sort((a, b) => b.toMs - b.fromMs - (a.toMs - a.fromMs));
  return longest && longest.toMs - longest.fromMs >= 3_600_000 ? longest : undefined;
}
