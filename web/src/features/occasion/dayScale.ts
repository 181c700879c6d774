import type { PlacedChain } from '@steepsis/core';

/** Where a moment stands across the picture, px, and back; stretches in which nobody is wanted take little room. */
export type DayScale = {
  fromMin: number;
  toMin: number;
  x: (min: number) => number;
  min: (x: number) => number;
  skipped: readonly (readonly [number, number])[];
};

/** A stretch without work is skipped from so long on, min; it then takes as much room as so many minutes. House choices. */
const [SKIP_FROM_MIN, SKIPPED_AS_MIN, ROUND_MIN] = [150, 45, 15];

/** The scale of a day: what the hands do has its room, a night hardly any. */
export function dayScale(
  placed: readonly Pick<PlacedChain, 'tasks' | 'starts'>[],
  toMin: number,
  widthPx: number,
): DayScale {
  const busy = placed
    .flatMap((p) =>
      p.tasks.flatMap((t, i): [number, number][] => {
        // What stands by itself for long needs no room of its own: its beginning does.
        const long = !t.needs.some((n) => n.of === 'hands' || n.of.startsWith('ring:') || n.of === 'bath');
        const from = p.starts[i]!;
        return [[from - ROUND_MIN, from + (long ? 0 : t.minutes) + ROUND_MIN]];
      }),
    )
    .concat([[-ROUND_MIN, toMin]])
    .sort((a, b) => a[0] - b[0]);
  const fromMin = busy[0]![0];
  const skipped: [number, number][] = [];
  let end = busy[0]![1];
  for (const [from, to] of busy) {
    if (from - end >= SKIP_FROM_MIN) skipped.push([end, from]);
    end = Math.max(end, to);
  }
  const shown = (min: number): number =>
    min -
    fromMin -
    skipped.reduce((sum, [a, b]) => {
      const over = Math.min(Math.max(0, min - a), b - a);
      return sum + over * (1 - SKIPPED_AS_MIN / (b - a));
    }, 0);
  const all = Math.max(1, shown(end));
  const x = (min: number): number => (widthPx * shown(min)) / all;
  const back = (px: number): number => {
    let min = fromMin + (px * all) / widthPx;
    for (const [a, b] of skipped) {
      if (x(a) >= px) break;
      min += Math.min(px - x(a), x(b) - x(a)) * ((b - a - SKIPPED_AS_MIN) / Math.max(1e-9, x(b) - x(a)));
    }
    return min;
  };
  return { fromMin, toMin: end, skipped, x, min: back };
}
