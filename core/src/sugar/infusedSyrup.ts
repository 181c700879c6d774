import { requireNotNegative, requirePositive } from '../quantity/range';
import { addSugar, apparentBrix, volumeMl, type Liquid } from '../liquid/liquid';

export type InfusedSyrup = { liquid: Liquid; sugarG: number; brix: number; volumeMl: number };

/**
 * Syrup from an infusion, a juice or a purée: sugar by the volume that really came out. Plant solids count in its Brix.
 * @param sugarGPerMl grams of sugar to each ml of liquor: 1 is the usual one to one
 */
export function syrupForYield(liquor: Liquid, sugarGPerMl: number, kind = 'white_sugar'): InfusedSyrup {
  const sugarG = volumeMl(liquor) * requireNotNegative('syrupForYield', 'sugarGPerMl', sugarGPerMl, 'g/ml');
  return withSugar(liquor, sugarG, kind);
}

/** Syrup of a wanted Brix from a liquor, dissolved solids of the plants included. @throws InputError if it is sweeter already */
export function syrupFromLiquor(liquor: Liquid, brix: number, kind = 'white_sugar'): InfusedSyrup {
  requirePositive('syrupFromLiquor', 'brix', brix, '°Bx');
  const now = apparentBrix(liquor);
  const mass = volumeMl(liquor) === 0 ? 0 : (liquor.waterG * 100) / (100 - now);
  const sugarG = (mass * (brix - now)) / (100 - brix);
  return withSugar(liquor, requireNotNegative('syrupFromLiquor', 'brix', sugarG, 'g of sugar'), kind);
}

function withSugar(liquor: Liquid, sugarG: number, kind: string): InfusedSyrup {
  const liquid = addSugar(liquor, sugarG, kind);
  return { liquid, sugarG, brix: apparentBrix(liquid), volumeMl: volumeMl(liquid) };
}
