import { scaledGrams, type BrewWay } from '../drink/drink';
import { roundGrams, roundTo } from '../quantity/kitchenMeasures';

/** To what a kitchen scale shows; up rather than down where rounding down would thin the drink by more than a hundredth. */
export function roundLeaf(grams: number): number {
  const nearest = Math.max(0.1, roundGrams(grams));
  const step = grams >= 10 ? 1 : 0.1;
  return (grams - nearest) / grams > 0.01 ? roundGrams(nearest + step) : nearest;
}

/** To what a jug shows: 10 ml, 5 for small amounts. */
const roundWater = (ml: number): number =>
  // A small pot of water is weighed: half of it may steam off, and 5 ml would be a tenth of what is left.
  ml < 200 ? Math.max(5, Math.round(ml)) : ml < 500 ? roundTo(ml, 5) : roundTo(ml, 10);

/** A way at another size, in amounts that a kitchen measures. */
export const scaledWay = (way: BrewWay, scale: number): BrewWay => ({
  ...way,
  waterMl: way.waterMl === 0 ? 0 : roundWater(way.waterMl * scale),
  ingredients: way.ingredients.map((i) => ({ ...i, grams: roundLeaf(scaledGrams(i, scale)) })),
  stages: way.stages.map((s) =>
    s.kind === 'rinse' ? { ...s, waterMl: Math.max(10, roundTo(s.waterMl * scale, 10)) } : s,
  ),
});
