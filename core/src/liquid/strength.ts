import { netBodyMax, type Botanical } from '../reference/botanicals';
import { plantIn } from '../reference/plants';
import { EXTRACTION_CLASSES, HEAT_ONLY_EA } from '../extraction/extractionClass';
import { extent } from '../extraction/extract';
import { rateFactor } from '../extraction/arrhenius';
import { bodyGPerL, harshGPerL, sugarGPerL, totalOf, volumeMl, type Liquid } from './liquid';
import { liquorColour, toHex, type Colourant, type Rgb } from '../colour/liquorColour';

/**
 * What a plant's net body counts towards strength, L/g: a liquor that holds all the net body of the usual dose counts 1.
 * So a plant that is used sparingly counts as much in its own way as one used by the handful.
 */
export function strengthWeightLPerG(b: Botanical): number {
  const full = b.dose.typical * netBodyMax(b);
  return full > 0 ? 1 / full : 0;
}

/** Weighted strength of a liquid, before it is put in proportion to a house standard. Water, syrup and juice count 0. */
export function weightedStrength(l: Liquid): number {
  return Object.keys(l.bodyG).reduce((sum, plant) => sum + plantStrength(l, plant), 0);
}

/** What one plant brings to the weighted strength of a liquid. */
export const plantStrength = (l: Liquid, plant: string): number => {
  const gPerL = bodyGPerL(l, plant);
  return gPerL === 0 ? 0 : strengthWeightLPerG(plantIn(l.own, plant)) * gPerL;
};

/** Share of each plant in the strength; adds up to 1 for a liquid that has any. */
export function strengthShares(l: Liquid): Record<string, number> {
  const all = weightedStrength(l);
  return Object.fromEntries(
    Object.keys(l.bodyG).map((plant) => [plant, all === 0 ? 0 : plantStrength(l, plant) / all]),
  );
}

/**
 * Harsh solids of a plant that bring a drinker to the limit, g/L: the most its usual dose gives in the longest time practice
 * advises, hot at the middle of its temperatures or cold in the fridge. A plant that the table calls not harsh has no limit.
 * House estimate built on the botanical table; verdicts move it for the house.
 */
export function harshLimitGPerL(b: Botanical): number {
  const known = LIMITS.get(b);
  if (known !== undefined) return known;
  const limit = limitOf(b);
  LIMITS.set(b, limit);
  return limit;
}

// A plant's figures never change: the same figures have the same limit, so nothing but time is saved.
const LIMITS = new WeakMap<Botanical, number>();

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
export const harshness = (l: Liquid, houseLimit = 1): number =>
  rawHarsh(l) / houseLimit / (1 + sugarGPerL(l) / MASKING_SUGAR_G_PER_L);

/** Harshness before sugar masks it, in drinkers' limits. */
export const rawHarsh = (l: Liquid): number =>
  Object.keys(l.harshG).reduce((sum, plant) => sum + plantHarshness(l, plant), 0);

/** Harshness that one plant brings, in drinkers' limits of that plant, before sugar masks it. */
export const plantHarshness = (l: Liquid, plant: string): number => {
  const gPerL = harshGPerL(l, plant);
  return gPerL === 0 ? 0 : gPerL / harshLimitGPerL(plantIn(l.own, plant));
};

/** Colour of a liquid seen through a depth of it, as "#rrggbb". */
export const colourOf = (l: Liquid, depthCm: number): string => toHex(liquorColourOf(l, depthCm));

/** Colour of a liquid seen through a depth of it. */
export function liquorColourOf(l: Liquid, depthCm: number): Rgb {
  const litres = volumeMl(l) / 1000;
  if (litres === 0) return { r: 255, g: 255, b: 255 };
  // Families that change with acidity need a rough pH only: an acid infusion or not.
  const ph = l.acidG / litres > 0.5 ? 3 : 6.5;
  const colourants: Colourant[] = Object.keys(l.bodyG).flatMap((plant) => {
    const b = plantIn(l.own, plant);
    if (b.colourFamily === 'none') return [];
    // The measured spectra are per gram of all body solids, so a plant's own sugar and acid are counted back in.
    return [{ family: b.colourFamily, gPerL: (bodyGPerL(l, plant) * b.bodyMax) / netBodyMax(b) }];
  });
  return liquorColour(colourants, depthCm, ph);
}

/** Net body of all plants, g/L. */
export const netBodyGPerL = (l: Liquid): number =>
  totalOf(l.bodyG) === 0 ? 0 : (1000 * totalOf(l.bodyG)) / volumeMl(l);
