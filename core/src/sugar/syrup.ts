import { requireNotNegative, requirePositive } from '../quantity/range';
import { InputError, type WarningSink } from '../quantity/errors';
import { solidsOf } from './sweeteners';
import { waterDensity } from '../physics/water';
import {
  BRIX,
  brixFromSugarGPerL,
  sucroseDensity,
  sucroseSolubility,
  sucroseViscosity,
  THICKEST_BRIX,
  sugarGPerL,
} from './sucroseSolution';

/** A plain syrup: °Bx, g, ml. */
export type Syrup = { brix: number; massG: number; volumeMl: number };

/**
 * Sugar dissolved in water: its Brix, mass and volume at 20 °C.
 * @param solids share of the sweetener that is sugar (white sugar 1)
 * @throws InputError if both masses are zero or one is negative
 */
export function syrupFromMasses(
  { sugarG, waterG, solids = 1 }: { sugarG: number; waterG: number; solids?: number },
  warn?: WarningSink,
): Syrup {
  requireNotNegative('syrupFromMasses', 'sugarG', sugarG, 'g');
  requireNotNegative('syrupFromMasses', 'waterG', waterG, 'g');
  const massG = requirePositive('syrupFromMasses', 'sugarG + waterG', sugarG + waterG, 'g');
  const brix = (100 * sugarG * solids) / massG;
  return { brix, massG, volumeMl: (1000 * massG) / sucroseDensity(brix, 20, warn) };
}

/** Cup of 236.588 ml, in which kitchen recipes count. */
export const US_CUP_ML = 236.588;

/** Syrup from cups of sugar and cups of water; water is measured at `tempC`. */
export function syrupFromCups(
  {
    sugarCups,
    sugarGPerCup,
    waterCups,
    tempC = 20,
  }: { sugarCups: number; sugarGPerCup: number; waterCups: number; tempC?: number },
  warn?: WarningSink,
): Syrup {
  const waterG = (waterCups * US_CUP_ML * waterDensity(tempC, warn)) / 1000;
  return syrupFromMasses({ sugarG: sugarCups * sugarGPerCup, waterG }, warn);
}

/** Sugar and water, in grams, for a volume of syrup of one strength. The inverse of {@link syrupFromMasses}. */
export function massesForSyrup(
  { volumeMl, brix }: { volumeMl: number; brix: number },
  warn?: WarningSink,
): { sugarG: number; waterG: number } {
  requireNotNegative('massesForSyrup', 'volumeMl', volumeMl, 'ml');
  const massG = (volumeMl * sucroseDensity(brix, 20, warn)) / 1000;
  const sugarG = (massG * Math.min(brix, BRIX.max)) / 100;
  return { sugarG, waterG: massG - sugarG };
}

/** The same of any sweetener, g as it comes: what honey brings of water need not be added. @throws InputError for a syrup thicker than it */
export function massesToWeigh({ volumeMl, brix, sweetener }: { volumeMl: number; brix: number; sweetener: string }): {
  sugarG: number;
  waterG: number;
} {
  const { sugarG: solidsG, waterG } = massesForSyrup({ volumeMl, brix });
  const sugarG = solidsG / solidsOf(sweetener);
  const water = waterG - (sugarG - solidsG);
  if (water < -1e-9)
    throw new InputError(
      'massesToWeigh',
      'brix',
      `at most the ${(100 * solidsOf(sweetener)).toFixed(0)} °Bx of what it is made of`,
      brix,
    );
  return { sugarG, waterG: Math.max(0, water) };
}

/**
 * Boiling a syrup down to a smaller volume (both at 20 °C): its new Brix and the water that must leave.
 * @throws InputError if it would have to grow
 */
export function reduceToVolume(
  { brix, volumeMl, toVolumeMl }: { brix: number; volumeMl: number; toVolumeMl: number },
  warn?: WarningSink,
): { brix: number; evaporatedG: number } {
  requirePositive('reduceToVolume', 'volumeMl', volumeMl, 'ml');
  if (!(toVolumeMl > 0 && toVolumeMl <= volumeMl)) {
    throw new InputError('reduceToVolume', 'toVolumeMl', `above 0 and at most ${volumeMl} ml`, toVolumeMl);
  }
  const sugarG = (sugarGPerL(brix, 20, warn) * volumeMl) / 1000;
  const after = brixFromSugarGPerL((1000 * sugarG) / toVolumeMl, warn);
  const massBefore = (sucroseDensity(brix, 20, warn) * volumeMl) / 1000;
  const massAfter = (sucroseDensity(after, 20, warn) * toVolumeMl) / 1000;
  return { brix: after, evaporatedG: massBefore - massAfter };
}

/** Water that must leave to bring a mass from one Brix to a higher one, in the unit of `mass`. */
export function evaporatedToBrix({ mass, brix, toBrix }: { mass: number; brix: number; toBrix: number }): number {
  requirePositive('evaporatedToBrix', 'mass', mass, 'g');
  if (!(brix >= 0 && toBrix >= brix && toBrix > 0 && toBrix <= 100)) {
    throw new InputError('evaporatedToBrix', 'toBrix', `${brix} to 100 °Bx, and above 0`, toBrix);
  }
  return mass * (1 - brix / toBrix);
}

/**
 * Syrup that brings a drink to a higher Brix when nothing may be taken out, g.
 * @throws InputError if the target is below the drink, or not below the syrup
 * @source Pearson's square
 * @example addOnlySyrup({ massG: 800, brix: 5, targetBrix: 9, syrupBrix: 60 }) // 62.7
 */
export function addOnlySyrup({
  massG,
  brix,
  targetBrix,
  syrupBrix,
}: {
  massG: number;
  brix: number;
  targetBrix: number;
  syrupBrix: number;
}): number {
  requirePositive('addOnlySyrup', 'massG', massG, 'g');
  if (!(targetBrix >= brix && targetBrix < syrupBrix)) {
    throw new InputError(
      'addOnlySyrup',
      'targetBrix',
      `at least the drink's ${brix} and below the syrup's ${syrupBrix} °Bx`,
      targetBrix,
    );
  }
  return (massG * (targetBrix - brix)) / (syrupBrix - targetBrix);
}

/** How thick a syrup pours: mPa s, and in words. */
export type Thickness = { mPaS: number; words: string };

/**
 * How thick a syrup is at a temperature, in mPa s and in words. Past the range of viscosities that were measured it is told as at
 * its end, {@link THICKEST_BRIX}: it is at least as thick as that. The words are house choices.
 */
export function thickness(brix: number, tempC: number, warn?: WarningSink): Thickness {
  const mPaS = sucroseViscosity(Math.min(brix, THICKEST_BRIX), tempC, warn);
  const word = THICKNESS_WORDS.find(([below]) => mPaS < below);
  return { mPaS, words: word ? word[1] : 'sets hard' };
}

const THICKNESS_WORDS: readonly (readonly [number, string])[] = [
  [10, 'watery'],
  [50, 'like cream'],
  [120, 'like oil'],
  [300, 'like maple syrup'],
  [3000, 'like honey'],
];

/** How far past saturation a syrup stands (1 is saturated), and what that means. */
export type CrystalRisk = { supersaturation: number; words: string };

/**
 * Whether a sucrose syrup will crystallise where it is kept. Acid inversion or a tenth of glucose syrup or honey lowers the risk.
 * The grades are house estimates.
 */
export function crystalRisk(brix: number, storageTempC: number, warn?: WarningSink): CrystalRisk {
  const ratio = (pct: number): number => pct / (100 - pct);
  const supersaturation = ratio(Math.min(brix, BRIX.max)) / ratio(sucroseSolubility(storageTempC, warn));
  const words =
    supersaturation < 1
      ? 'stays clear'
      : supersaturation < 1.05
        ? 'keep an eye on it'
        : supersaturation < 1.15
          ? 'likely once a crystal starts it'
          : 'expect crystals';
  return { supersaturation, words };
}
