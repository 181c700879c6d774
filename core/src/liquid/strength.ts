import { netBodyMax, type Botanical } from '../reference/botanicals';
import { plantIn } from '../reference/plants';
import { bodyGPerL, plantOfBody, totalOf, volumeMl, type Liquid } from './liquid';

/**
 * What a plant's net body counts towards strength, L/g: a liquor that holds all the net body of the usual dose counts 1.
 * Juice and whatever else is in at once is not brewed: it has figures of its own and counts nothing.
 * So a plant that is used sparingly counts as much in its own way as one used by the handful.
 */
export function strengthWeightLPerG(b: Botanical): number {
  if (b.extractionClass === 'stirred_in') return 0;
  const full = b.dose.typical * netBodyMax(b);
  return full > 0 ? 1 / full : 0;
}

/** Weighted strength of a liquid, before it is put in proportion to a house standard. Water, syrup and juice count 0. */
export function weightedStrength(l: Liquid): number {
  return Object.keys(l.bodyG).reduce((sum, plant) => sum + plantStrength(l, plant), 0);
}

/** What one plant brings to the weighted strength of a liquid. */
export const plantStrength = (l: Liquid, plant: string): number => {
  const gPerL = plant !== plantOfBody(plant) ? 0 : bodyGPerL(l, plant);
  return gPerL === 0 ? 0 : strengthWeightLPerG(plantIn(l.own, plant)) * gPerL;
};

/** Share of each plant in the strength; adds up to 1 for a liquid that has any. */
export function strengthShares(l: Liquid): Record<string, number> {
  const all = weightedStrength(l);
  return Object.fromEntries(
    Object.keys(l.bodyG)
      .filter((plant) => plant === plantOfBody(plant))
      .map((plant) => [plant, all === 0 ? 0 : plantStrength(l, plant) / all]),
  );
}

/** Net body of all plants, g/L. */
export const netBodyGPerL = (l: Liquid): number =>
  totalOf(l.bodyG) === 0 ? 0 : (1000 * totalOf(l.bodyG)) / volumeMl(l);

/** Times ×1.0, given its weighted strength; 0 where nothing of the drink is brewed, so that it has no ×. */
export const timesStandard = (l: Liquid, standard: number): number =>
  standard > 0 ? weightedStrength(l) / standard : 0;
