import { botanicalBySlug, netBodyMax, type Botanical } from '../reference/botanicals';
import { EXTRACTION_CLASSES, HEAT_ONLY_EA } from '../extraction/extractionClass';
import { extent } from '../extraction/extract';
import { rateFactor } from '../extraction/arrhenius';
import { bodyGPerL, harshGPerL, sugarGPerL, totalOf, volumeMl, type Liquid } from './liquid';
import { liquorColour, toHex, type Colourant, type Rgb } from '../colour/liquorColour';

/**
 * What a plant's net body counts towards strength, L/g: a liquor that holds all the net body of the usual dose counts 1.
 * So a plant that is used sparingly counts as much in its own way as one used by the handful.
 */
export function strengthWeightLPerG(plant: string): number {
  const b = botanicalBySlug(plant);
  const full = b.dose.typical * netBodyMax(b);
  return full > 0 ? 1 / full : 0;
}

/** Weighted strength of a liquid, before it is put in proportion to a house standard. Water, syrup and juice count 0. */
export function weightedStrength(l: Liquid): number {
  return Object.keys(l.bodyG).reduce((sum, plant) => sum + strengthWeightLPerG(plant) * bodyGPerL(l, plant), 0);
}

/** Share of each plant in the strength; adds up to 1 for a liquid that has any. */
export function strengthShares(l: Liquid): Record<string, number> {
  const all = weightedStrength(l);
  return Object.fromEntries(
    Object.keys(l.bodyG).map((plant) => [
      plant,
      all === 0 ? 0 : (strengthWeightLPerG(plant) * bodyGPerL(l, plant)) / all,
    ]),
  );
}

/**
 * Harsh solids of a plant that bring a drinker to the limit, g/L: the most its usual dose gives in the longest time practice
 * advises, hot at the middle of its temperatures or cold in the fridge. A plant that the table calls not harsh has no limit.
 * House estimate built on the botanical table; verdicts move it for the house.
 */
export function harshLimitGPerL(plant: string): number {
  const known = LIMITS.get(plant);
  if (known !== undefined) return known;
  const limit = limitOf(botanicalBySlug(plant));
  LIMITS.set(plant, limit);
  return limit;
}

// The table never changes while the program runs.
const LIMITS = new Map<string, number>();

function limitOf(b: Botanical): number {
  if (b.extractionClass === 'stirred_in' || b.harshNote === 'none') return Infinity;
  const { harsh } = EXTRACTION_CLASSES[b.extractionClass];
  const out = (minutes: number, tempC: number): number =>
    extent(
      harsh,
      minutes * rateFactor(harsh.eaKJPerMol, tempC),
      minutes * rateFactor(Math.max(HEAT_ONLY_EA, harsh.eaKJPerMol), tempC),
    );
  const most = Math.max(out(b.hotMin.max, (b.hotC.min + b.hotC.max) / 2), out(b.coldHours.max * 60, 5));
  const limit = b.dose.typical * b.harshMax * most;
  return limit > 0 ? limit : Infinity;
}

/** Each 12 % of sugar halves what is felt of harshness. House estimate. */
const MASKING_SUGAR_G_PER_L = 120;

/**
 * Harshness as felt, 1 at the drinker's limit: each plant against its own limit, masked by sugar.
 * @param houseLimit the house's own limit as learned, 1 unless verdicts moved it
 */
export function harshness(l: Liquid, houseLimit = 1): number {
  const raw = Object.keys(l.harshG).reduce((sum, plant) => sum + harshGPerL(l, plant) / harshLimitGPerL(plant), 0);
  return raw / houseLimit / (1 + sugarGPerL(l) / MASKING_SUGAR_G_PER_L);
}

/** Colour of a liquid seen through a depth of it, as "#rrggbb". */
export const colourOf = (l: Liquid, depthCm: number): string => toHex(liquorColourOf(l, depthCm));

/** Colour of a liquid seen through a depth of it. */
export function liquorColourOf(l: Liquid, depthCm: number): Rgb {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return { r: 255, g: 255, b: 255 };
  // Families that change with acidity need a rough pH only: an acid infusion or not.
  const ph = l.acidG / litres > 0.5 ? 3 : 6.5;
  const colourants: Colourant[] = Object.keys(l.bodyG).flatMap((plant) => {
    const b = botanicalBySlug(plant);
    if (b.colourFamily === 'none') return [];
    // The measured spectra are per gram of all body solids, so a plant's own sugar and acid are counted back in.
    return [{ family: b.colourFamily, gPerL: (bodyGPerL(l, plant) * b.bodyMax) / netBodyMax(b) }];
  });
  return liquorColour(colourants, depthCm, ph);
}

/** Net body of all plants, g/L. */
export const netBodyGPerL = (l: Liquid): number =>
  totalOf(l.bodyG) === 0 ? 0 : (1000 * totalOf(l.bodyG)) / volumeMl(l);
