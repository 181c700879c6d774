import { scaledGrams, untilStrained, type BrewIngredient, type BrewWay } from '../drink/drink';
import { openingM2, type Vessel } from '../heat/vessel';
import { stirredIn } from '../liquid/stirredIn';
import { volumeMl } from '../liquid/liquid';
import { botanicalIfKnown, type Botanical } from '../reference/botanicals';
import { isFresh, ownLiquorMlPerG, rawMlPerG, type FreshMatter } from '../reference/matter';
import { knownPlant, type Plants } from '../reference/plants';

// What a pot holds besides its water, how much room it takes, and how much water fits beside it.

/** Grams of each plant that are in the pot before the strain. */
const inPot = (way: BrewWay, scale: number, plants?: Plants): { grams: number; b: Botanical | undefined }[] => {
  const before = new Set(untilStrained(way).map((s) => s.id));
  return way.ingredients
    .filter((i) => before.has(i.enters.stageId))
    .map((i) => ({ grams: scaledGrams(i, scale), b: knownPlant(plants, i.plant) }));
};

/** Heat that solids take up against as much water. House estimate after sugars and cellulose, 1.3 to 2 kJ/(kg K). */
const SOLIDS_HEAT = 0.4;

/** What is heated and cooled, as so much water, g, and the room of what is liquid, ml: water, juice, and fruit by its own water. */
export function liquidIn(way: BrewWay, scale: number, plants: Plants): { heatG: number; ml: number } {
  let [heatG, ml] = [way.waterMl * scale * 0.9982, way.waterMl * scale];
  for (const { grams, b } of inPot(way, scale, plants)) {
    if (!b?.matter) continue;
    heatG += grams * (b.matter.water + SOLIDS_HEAT * (1 - b.matter.water));
    ml +=
      b.extractionClass === 'stirred_in'
        ? volumeMl(stirredIn(b, grams))
        : isFresh(b.matter)
          ? grams * ownLiquorMlPerG(b.matter)
          : 0;
  }
  return { heatG: Math.max(1, heatG), ml: Math.max(1, ml) };
}

/** Grams of what is steeped to a litre of what it steeps in: water and juice, g/L. */
export function liquorRatioOf(way: BrewWay): number {
  let [steepedG, liquidMl] = [0, way.waterMl];
  for (const { grams, b } of inPot(way, 1)) {
    if (b?.extractionClass === 'stirred_in') liquidMl += grams;
    else steepedG += grams;
  }
  return (1000 * steepedG) / Math.max(1, liquidMl);
}

/** Room that dry plants take in the pot, ml a gram, on top of the water they float in. House estimate. */
const PLANT_ROOM_ML_PER_G = 1;
const CUP_ML = 236.6;

/** Room of a heap of something fresh, as loosely as it lies, ml. */
export const heapMl = (m: FreshMatter, grams: number): number =>
  m.looseGPerCup === null ? grams * rawMlPerG(m) : (CUP_ML * grams) / m.looseGPerCup;

/** How high a pot is filled, ml: its water with the plants under it, or the heap of them where that is higher. */
export function filledMl(way: BrewWay, scale: number): number {
  let [under, heap] = [way.waterMl * scale, 0];
  for (const { grams, b } of inPot(way, scale)) {
    under += grams * (b && isFresh(b.matter) ? rawMlPerG(b.matter) : PLANT_ROOM_ML_PER_G);
    if (b && isFresh(b.matter)) heap += heapMl(b.matter, grams);
  }
  return Math.max(under, heap);
}

/** A jar holds more to the brim than it is called, and its mouth is narrower than it is. House estimates. */
const BRIM = { share: 1.04, sd: 0.015 } as const;

/** Water that fits beside the plants, ml, and how far that may be off, one standard deviation. */
export type FitsBeside = { waterMl: number; sd: number };

/**
 * Water that fits into a jar beside what is in it, up to so far under the rim, ml, with one standard deviation.
 * @param brim what is filled is the jar to its brim; false where the volume is that of a line on it
 * @param mouthCm inner width of the mouth; 8.5 cm of a jar of 1.5 L
 * @example waterBeside({ capacityMl: 1500 }, 8.5, 3, [{ plant: 'lingonberry_fresh', grams: 350 }], 30).waterMl // 1018
 */
export function waterBeside(
  { capacityMl, brim = true }: Pick<Vessel, 'capacityMl'> & { brim?: boolean },
  mouthCm: number,
  underRimCm: number,
  plants: readonly Pick<BrewIngredient, 'plant' | 'grams'>[],
  besideMl = 0,
): FitsBeside {
  const toLineMl = (brim ? BRIM.share : 1) * capacityMl - (Math.PI / 4) * mouthCm ** 2 * underRimCm;
  let [roomMl, variance] = [0, (BRIM.sd * capacityMl) ** 2];
  for (const { plant, grams } of plants) {
    const b = botanicalIfKnown(plant);
    const own =
      grams *
      (b && isFresh(b.matter)
        ? rawMlPerG(b.matter)
        : b?.extractionClass === 'stirred_in'
          ? volumeMl(stirredIn(b, 1))
          : PLANT_ROOM_ML_PER_G);
    roomMl += own;
    variance += (0.04 * own) ** 2;
  }
  return { waterMl: Math.max(0, toLineMl - roomMl - besideMl), sd: Math.sqrt(variance) };
}

/** Water stands so much over what it just covers, cm. House estimate, ±0.4 cm. */
const COVER = { cm: 0.6, sdCm: 0.4 } as const;
/** Share of a heap of dry plants that is gaps, 0.35 to 0.6, and the room of a gram of one that nobody measured by the cup, ml. House estimates. */
const HEAP = { gaps: 0.45, mlPerG: 4 } as const;

/**
 * Water that just covers what lies in a pot, ml with one standard deviation, and how high it stands then.
 * @param pieceCm height of one piece of fruit: no layer of it is lower
 * @example waterToCover(potOf17cm, [{ plant: 'plum_fresh', grams: 500 }]).waterMl // 370
 */
export function waterToCover(
  pot: Vessel,
  ingredients: readonly Pick<BrewIngredient, 'plant' | 'grams'>[],
  plants?: Plants,
  pieceCm = 3,
): FitsBeside & { levelCm: number } {
  const areaCm2 = openingM2(pot) * 1e4;
  let [heap, solid, fruit] = [0, 0, 0];
  for (const { plant, grams } of ingredients) {
    const b = knownPlant(plants, plant);
    if (b && isFresh(b.matter)) {
      const own = heapMl(b.matter, grams);
      heap += own;
      solid += grams * rawMlPerG(b.matter);
      if (b.extractionClass === 'fresh_fruit') fruit += grams;
    } else if (b?.extractionClass !== 'stirred_in') {
      const own = grams * (b?.cupG ? CUP_ML / b.cupG : HEAP.mlPerG);
      heap += own;
      solid += own * (1 - HEAP.gaps);
    }
  }
  const layerCm = Math.max(heap / areaCm2, fruit > 0 ? pieceCm : 0);
  const levelCm = layerCm + COVER.cm;
  return { waterMl: Math.max(0, areaCm2 * levelCm - solid), sd: areaCm2 * COVER.sdCm, levelCm };
}
