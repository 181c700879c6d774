import { InputError } from '../quantity/errors';
import { requireNotNegative, requirePositive } from '../quantity/range';
import { FUSION_HEAT, ICE_CP, WATER_CP } from '../physics/water';

/** A drink poured onto ice: g and °C. */
export type IcePour = {
  drinkG: number;
  drinkC: number;
  iceG: number;
  iceC: number;
  /** the part of the glass that takes part, g; 0 leaves the glass out */
  glassG?: number;
  glassC?: number;
  glassCp?: number;
  drinkCp?: number;
  /** apparent sugar, for the freezing point: -0.06 K a °Bx is enough below 15 °Bx */
  brix?: number;
  /** alcohol by volume, %, for the freezing point */
  abv?: number;
  /** share of the ice that is already water on its surface */
  wetShare?: number;
};

/** Where drink and ice come to rest: °C, g. */
export type IceResult = { finalC: number; meltedG: number; iceLeftG: number };

/**
 * Drink poured onto ice, in balance: how much melts and how cold it gets (the first sip).
 * Enthalpies are counted from water at 0 °C.
 * @throws InputError for a negative mass or ice above 0 °C
 * @source conservation of energy
 * @example iceInDrink({ drinkG: 250, drinkC: 20, iceG: 150, iceC: -18 }) // 45.8 g melts, 0 °C
 */
export function iceInDrink(pour: IcePour): IceResult {
  const {
    drinkG,
    drinkC,
    iceG,
    iceC,
    glassG = 0,
    glassC = drinkC,
    glassCp = 0.84,
    drinkCp = WATER_CP,
    brix = 0,
    abv = 0,
    wetShare = 0,
  } = pour;
  requirePositive('iceInDrink', 'drinkG', drinkG, 'g');
  requireNotNegative('iceInDrink', 'iceG', iceG, 'g');
  requireNotNegative('iceInDrink', 'glassG', glassG, 'g');
  if (!(iceC <= 0)) throw new InputError('iceInDrink', 'iceC', '0 °C or below', iceC);
  const water = iceG * wetShare;
  const solid = iceG - water;
  const glassHeat = glassG * glassCp;
  const heat = drinkG * drinkCp * drinkC + glassHeat * glassC + solid * (ICE_CP * iceC - FUSION_HEAT);
  const allMelted = heat / (drinkG * drinkCp + iceG * WATER_CP + glassHeat);
  // Alcohol: a fit to tables of freezing points up to 25 % vol.
  const freezesAt = (melted: number): number => {
    const thinned = drinkG / (drinkG + melted);
    const a = abv * thinned;
    return -0.06 * brix * thinned - 0.33 * a - 0.004 * a ** 2;
  };
  if (allMelted > freezesAt(iceG)) return { finalC: allMelted, meltedG: iceG, iceLeftG: 0 };
  const excess = (melt: number): number => {
    const tf = freezesAt(water + melt);
    return (
      heat -
      ((drinkG * drinkCp + glassHeat + water * WATER_CP + melt * WATER_CP) * tf +
        (solid - melt) * (ICE_CP * tf - FUSION_HEAT))
    );
  };
  let [lo, hi] = [0, solid];
  // excess() falls as more melts. Below zero at no melt: the drink itself would start to freeze, and nothing melts.
  if (excess(0) <= 0) return { finalC: freezesAt(water), meltedG: water, iceLeftG: solid };
  for (let i = 0; i < 60; i++) {
    const middle = (lo + hi) / 2;
    if (excess(middle) > 0) lo = middle;
    else hi = middle;
  }
  const melted = water + (lo + hi) / 2;
  return { finalC: freezesAt(melted), meltedG: melted, iceLeftG: iceG - melted };
}

/** A 400 ml glass with ice in it takes up this much heat from a room, W/K. House estimate, 0.25 to 0.6. */
export const ICED_GLASS_LOSS_W_PER_K = 0.4;

/** Ice that melts while the glass stands, g, as long as there is ice. */
export const ambientMeltG = ({
  minutes,
  ambientC,
  drinkC = 0,
  lossWPerK = ICED_GLASS_LOSS_W_PER_K,
}: {
  minutes: number;
  ambientC: number;
  drinkC?: number;
  lossWPerK?: number;
}): number => (1000 * lossWPerK * Math.max(0, ambientC - drinkC) * minutes * 60) / (FUSION_HEAT * 1000);

/**
 * Ice that a hot concentrate melts completely to end at `finalC`, per mass of concentrate, and the strength it must have.
 * @throws InputError if it is no hotter than its end
 */
export function flashChill({
  hotC,
  iceC,
  finalC,
  targetX,
}: {
  hotC: number;
  iceC: number;
  finalC: number;
  targetX: number;
}): { icePerHot: number; concentrateX: number } {
  if (!(hotC > finalC && finalC >= 0))
    throw new InputError('flashChill', 'hotC', `above the final ${finalC} °C, itself 0 °C or more`, hotC);
  const icePerHot = (WATER_CP * (hotC - finalC)) / (FUSION_HEAT - ICE_CP * iceC + WATER_CP * finalC);
  return { icePerHot, concentrateX: targetX * (1 + icePerHot) };
}

/** A glass from the first sip on; ice melts with the minutes, g. */
export type GlassOverTime = { firstSip: IceResult; meltedG(minutes: number): number };

/** A glass over ice from the first sip on: what melts at once, then what the room melts. */
export function glassOverIce(pour: IcePour, ambientC: number, lossWPerK = ICED_GLASS_LOSS_W_PER_K): GlassOverTime {
  const firstSip = iceInDrink(pour);
  return {
    firstSip,
    meltedG: (minutes) =>
      Math.min(pour.iceG, firstSip.meltedG + ambientMeltG({ minutes, ambientC, drinkC: firstSip.finalC, lossWPerK })),
  };
}
