import { asFraction, CUP_ML, LADLE_ML, TBSP_ML, TSP_ML, type MeasuredWith } from '@steepsis/core';

/** An amount in the measure a cook reaches for: "1 1/4 cups", "3 tbsp", "1/2 tsp", "a few drops". */
export function kitchenWords(ml: number, measuredWith: MeasuredWith = 'cups'): string {
  if (measuredWith === 'ladles' && ml >= LADLE_ML / 2) return counted(ml / LADLE_ML, 0.5, 'ladle', 'ladles');
  if (ml >= 0.9 * (CUP_ML / 4)) return counted(ml / CUP_ML, 0.25, 'cup', 'cups');
  if (ml >= 0.9 * TBSP_ML) return counted(ml / TBSP_ML, 0.5, 'tbsp', 'tbsp');
  if (ml >= TSP_ML / 5) return counted(ml / TSP_ML, 0.25, 'tsp', 'tsp');
  // A drop of a thin liquid off a spoon is about a twentieth of a millilitre. House estimate.
  return `${Math.max(1, Math.round(ml * 20))} drops`;
}

function counted(count: number, step: number, one: string, many: string): string {
  const n = Math.max(step, Math.round(count / step) * step);
  return `${asFraction(n)} ${n > 1 ? many : one}`;
}

/** Millilitres as far as a kitchen reads them: halves below ten, whole ones above. */
export const mlWords = (ml: number): string => `${ml < 10 ? Math.round(ml * 2) / 2 : Math.round(ml)} ml`;
