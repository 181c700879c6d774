import { scaledGrams, type BrewWay, type Stage } from '../drink/drink';
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
  stages: way.stages.map((s) => scaledStage(s, scale)),
});

/** Amounts of a stage follow the size of the brew; shares, Brix and times do not. */
function scaledStage(stage: Stage, scale: number): Stage {
  if (stage.kind === 'rinse') return { ...stage, waterMl: Math.max(10, roundTo(stage.waterMl * scale, 10)) };
  if (stage.kind === 'dissolve' && 'grams' in stage.to)
    return { ...stage, to: { grams: roundLeaf(stage.to.grams * scale) } };
  if (stage.kind === 'onto-ice') return { ...stage, iceG: Math.max(5, roundTo(stage.iceG * scale, 5)) };
  if (stage.kind === 'reduce' && 'volumeMl' in stage.to)
    return { ...stage, to: { volumeMl: roundWater(stage.to.volumeMl * scale) } };
  if (stage.kind === 'reduce' && 'massG' in stage.to)
    return { ...stage, to: { massG: roundTo(stage.to.massG * scale, 5) } };
  return stage;
}
