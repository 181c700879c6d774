import { solveBlend, type BlendGoal, type BlendLiquid } from './solveBlend';

/** One thing that, alone, would let every goal be met. */
export type Relaxation =
  | { kind: 'more-of'; liquid: string; extraMl: number }
  | { kind: 'less-of'; liquid: string; lessMl: number }
  | { kind: 'other-volume'; volumeMl: number };

/**
 * Why goals are missed: for each bound that binds, how little it would have to give way for everything to be met, smallest
 * first; and the nearest volume at which everything is met as it stands. Empty when nothing is missed, or when no single
 * thing would do.
 */
export function whatBinds({
  liquids,
  goals,
  volumeMl,
}: {
  liquids: readonly BlendLiquid[];
  goals: readonly BlendGoal[];
  volumeMl: number;
}): Relaxation[] {
  const meets = (changed: readonly BlendLiquid[], volume: number): boolean => {
    const result = solveBlend({ liquids: changed, goals, volumeMl: volume });
    return result.kind === 'blend' && result.missed.length === 0;
  };
  if (meets(liquids, volumeMl)) return [];
  const found: Relaxation[] = [];
  for (const l of liquids) {
    const withMax = (maxMl: number): BlendLiquid[] => liquids.map((x) => (x.id === l.id ? { ...x, maxMl } : x));
    const withMin = (minMl: number): BlendLiquid[] => liquids.map((x) => (x.id === l.id ? { ...x, minMl } : x));
    if (l.maxMl !== undefined && l.maxMl < volumeMl && meets(withMax(volumeMl), volumeMl)) {
      found.push({
        kind: 'more-of',
        liquid: l.id,
        extraMl: least(0, volumeMl - l.maxMl, (extra) => meets(withMax(l.maxMl! + extra), volumeMl)),
      });
    }
    if (l.minMl !== undefined && l.minMl > 0 && meets(withMin(0), volumeMl)) {
      found.push({
        kind: 'less-of',
        liquid: l.id,
        lessMl: least(0, l.minMl, (less) => meets(withMin(l.minMl! - less), volumeMl)),
      });
    }
  }
  found.sort((a, b) => amountOf(a) - amountOf(b));
  const smaller = volumeThatMeets(meets, liquids, volumeMl);
  return smaller === undefined ? found : [...found, { kind: 'other-volume', volumeMl: smaller }];
}

const amountOf = (r: Relaxation): number => (r.kind === 'more-of' ? r.extraMl : r.kind === 'less-of' ? r.lessMl : 0);

/** Smallest amount that is enough, to half a millilitre; `enough(most)` is known to hold. */
function least(none: number, most: number, enough: (amount: number) => boolean): number {
  let [lo, hi] = [none, most];
  while (hi - lo > 0.5) {
    const middle = (lo + hi) / 2;
    if (enough(middle)) hi = middle;
    else lo = middle;
  }
  return hi;
}

/** Largest smaller volume that meets everything, looked for from just below down to a twentieth. */
function volumeThatMeets(
  meets: (l: readonly BlendLiquid[], v: number) => boolean,
  liquids: readonly BlendLiquid[],
  volumeMl: number,
): number | undefined {
  const start = Array.from({ length: 19 }, (_, i) => volumeMl * (1 - (i + 1) / 20)).find((v) => meets(liquids, v));
  if (start === undefined) return undefined;
  return volumeMl - least(0, volumeMl - start, (less) => meets(liquids, volumeMl - less));
}
