import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { addSweetener, apparentBrix, volumeMl, type Liquid } from '../liquid/liquid';

import { solidsOf } from './sweeteners';

/** A syrup with plants in it: g, °Bx, ml. */
export type InfusedSyrup = { liquid: Liquid; sugarG: number; brix: number; volumeMl: number };

/** How sweet a liquor is made: by its volume (1 g to each ml is the usual one to one), up to a Brix, or by an amount, g as it comes. */
export type Sweetness = { gPerMl: number } | { brix: number } | { grams: number };

/** The same in a making of another size. */
export const scaledSweetness = (to: Sweetness, scale: number): Sweetness =>
  'grams' in to ? { grams: to.grams * scale } : to;

/**
 * Sweetener that a liquor takes, g as it comes; dissolved solids of the plants count in a Brix.
 * @throws InputError if it is sweeter already, or if the sweetener itself is no thicker
 */
export function sugarForG(liquor: Liquid, to: Sweetness, kind = 'white_sugar'): number {
  if ('grams' in to) return requireNotNegative('sugarForG', 'grams', to.grams, 'g');
  if ('gPerMl' in to) return volumeMl(liquor) * requireNotNegative('sugarForG', 'gPerMl', to.gPerMl, 'g/ml');
  requirePositive('sugarForG', 'brix', to.brix, '°Bx');
  const now = apparentBrix(liquor);
  const own = 100 * solidsOf(kind);
  if (to.brix >= own)
    throw new InputError('sugarForG', 'brix', `below the ${own.toFixed(0)} °Bx of what sweetens it`, to.brix);
  const mass = volumeMl(liquor) === 0 ? 0 : (liquor.waterG * 100) / (100 - now);
  return requireNotNegative('sugarForG', 'brix', (mass * (to.brix - now)) / (own - to.brix), 'g of sugar');
}

/** A liquor with sugar dissolved in it. */
export function sweetenTo(liquor: Liquid, to: Sweetness, kind = 'white_sugar'): InfusedSyrup {
  const sugarG = sugarForG(liquor, to, kind);
  const liquid = addSweetener(liquor, sugarG, kind);
  return { liquid, sugarG, brix: apparentBrix(liquid), volumeMl: volumeMl(liquid) };
}

/** Syrup from an infusion, a juice or a purée: sugar by the volume that really came out. */
export const syrupForYield = (liquor: Liquid, sugarGPerMl: number, kind = 'white_sugar'): InfusedSyrup =>
  sweetenTo(liquor, { gPerMl: sugarGPerMl }, kind);

/** Syrup of a wanted Brix from a liquor, dissolved solids of the plants included. @throws InputError if it is sweeter already */
export const syrupFromLiquor = (liquor: Liquid, brix: number, kind = 'white_sugar'): InfusedSyrup =>
  sweetenTo(liquor, { brix }, kind);
