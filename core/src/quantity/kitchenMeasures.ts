import { requireNotNegative } from './range';

/** A US cup, ml: half a liquid pint, as the botanical table's grams were taken with. @source NIST Handbook 44, appendix C */
export const CUP_ML = 236.588;
/** A sixteenth of a cup, ml. */
export const TBSP_ML = CUP_ML / 16;
/** A third of a tablespoon, ml. */
export const TSP_ML = CUP_ML / 48;

/** What a cup, a tablespoon and a teaspoon of something weigh, g; null where it is not measured so. */
export type VolumeWeights = { cupG: number | null; tbspG: number | null; tspG: number | null };

/** A measure by volume and what it weighs by the table: "1 1/4 cups", 47.5 g. */
export type KitchenMeasure = { text: string; grams: number };

/**
 * Grams of a plant as level cups and spoons a cook owns: quarter cups from a quarter cup up, whole and half tablespoons
 * above a tablespoon, quarter teaspoons below.
 * @returns undefined where the plant has no volume measure, or the amount is too small for one
 */
export function inKitchenMeasure(grams: number, weights: VolumeWeights): KitchenMeasure | undefined {
  requireNotNegative('inKitchenMeasure', 'grams', grams, 'g');
  const { cupG, tbspG, tspG } = weights;
  if (cupG && grams >= 0.22 * cupG) return measured(grams, cupG, 0.25, 'cup', 'cups');
  if (tbspG && grams >= 0.9 * tbspG) return measured(grams, tbspG, 0.5, 'tbsp', 'tbsp');
  if (tspG && grams >= 0.2 * tspG) return measured(grams, tspG, 0.25, 'tsp', 'tsp');
  return undefined;
}

function measured(grams: number, unitG: number, step: number, one: string, many: string): KitchenMeasure {
  const count = Math.max(step, Math.round(grams / unitG / step) * step);
  return { text: `${asFraction(count)} ${count > 1 ? many : one}`, grams: count * unitG };
}

const FRACTIONS: readonly (readonly [number, string])[] = [
  [0.25, '1/4'],
  [1 / 3, '1/3'],
  [0.5, '1/2'],
  [2 / 3, '2/3'],
  [0.75, '3/4'],
];

/** 1.25 as "1 1/4"; other values to two decimals. */
export function asFraction(count: number): string {
  const whole = Math.floor(count + 1e-9);
  const rest = count - whole;
  if (rest < 0.01) return String(whole);
  const known = FRACTIONS.find(([value]) => Math.abs(value - rest) < 0.01);
  if (!known) return String(Math.round(count * 100) / 100);
  return whole === 0 ? known[1] : `${whole} ${known[1]}`;
}

/** Nearest multiple of a step: a jug is read to 5 ml, a kitchen scale to 1 g. */
export const roundTo = (value: number, step: number): number => Math.round(value / step) * step;

/** Grams as a kitchen scale shows them: whole grams from 10 g, tenths below. */
export const roundGrams = (grams: number): number => (grams >= 10 ? Math.round(grams) : Math.round(grams * 10) / 10);
