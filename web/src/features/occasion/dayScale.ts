import type { Chain, Starts } from '@steepsis/core';

/** Where a moment stands across the picture, px; stretches in which nobody is wanted take little room. */
export type DayScale = { fromMin: number; x: (min: number) => number; skipped: readonly (readonly [number, number])[] };

/** A stretch without work is skipped from so long on, min; it then takes as much room as so many minutes. House choices. */
const [SKIP_FROM_MIN, SKIPPED_AS_MIN, ROUND_MIN] = [150, 45, 15];

/** The scale of a day: what the hands do has its room, a night hardly any. */
export function dayScale(chains: readonly Chain[], starts: Starts, servedMin: number, widthPx: number): DayScale {
  const busy = chains
    .flatMap((c) =>
      c.tasks.flatMap((t, i): [number, number][] => {
        const from = starts[c.id]?.[i];
        if (from === undefined || t.needs.every((n) => n.of === 'fridge')) return [];
        return [[from - ROUND_MIN, from + t.minutes + ROUND_MIN]];
      }),
    )
    .concat([[-ROUND_MIN, servedMin]])
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
  const all = Math.max(1, shown(servedMin));
  return { fromMin, skipped, x: (min) => (widthPx * shown(min)) / all };
}
