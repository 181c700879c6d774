import { glassOverIce } from '../heat/ice';
import {
  apparentBrix,
  massG,
  NO_LIQUID,
  portionOfVolume,
  pourTogether,
  syrupOf,
  volumeMl,
  waterOf,
  type Liquid,
} from '../liquid/liquid';
import type { Kitchen, Serve } from '../drink/drink';

/** A glass when it is to be right: g of ice melted, °C. */
export type Glass = {
  /** ice that has become drink when it is to be right, g */
  meltedG: number;
  /** how many times the poured volume the drink then fills: strength and sugar fall by this factor */
  thinning: number;
  tempC: number;
  liquid: Liquid;
};

/** Share of a drinking glass's mass that warms or cools with the drink. House estimate. */
const GLASS_SHARE = 0.7;

/**
 * A glass poured from the jug, as it is `minutes` later; without ice it is the drink as poured.
 * `atGlass` is what is poured into each glass beside the jug, and part of `glassMl`.
 */
export function pourGlass(
  jug: Liquid,
  { glassMl, iceG, atGlass = NO_LIQUID }: { glassMl: number; iceG: number; atGlass?: Liquid },
  kitchen: Kitchen,
  minutes: number,
): Glass {
  const poured = pourTogether(portionOfVolume(jug, glassMl - volumeMl(atGlass)), atGlass);
  if (iceG === 0) return { meltedG: 0, thinning: 1, tempC: kitchen.fridgeC, liquid: poured };
  const glass = glassOverIce(
    {
      drinkG: massG(poured),
      drinkC: kitchen.fridgeC,
      iceG,
      iceC: kitchen.freezerC,
      glassG: kitchen.glassG * GLASS_SHARE,
      glassC: kitchen.roomC,
      brix: apparentBrix(poured),
    },
    kitchen.roomC,
  );
  const meltedG = glass.meltedG(minutes);
  const liquid = pourTogether(poured, waterOf(meltedG));
  return { meltedG, thinning: 1 + meltedG / glassMl, tempC: glass.firstSip.finalC, liquid };
}

/** Ice for a glass of another size, in proportion to the recipe's; none if it is not served over ice. */
export const iceFor = (serve: Serve, glassMl: number, iced: boolean): number =>
  iced ? (serve.iceG * glassMl) / serve.glassMl : 0;

/** What the jug must be for the glass to be right: the poured volume, and strength and sugar raised by what ice will thin. */
export type JugForGlass = { volumeMl: number; strengthX: number; sugarGPerL: number; thinning: number };

/**
 * From the glass to the jug. The melt hardly depends on what is dissolved, so a syrup of the wanted sweetness stands in for the
 * drink that is not there yet.
 */
export function jugForGlass(
  wanted: { volumeMl: number; glassMl: number; iceG: number; strengthX: number; sugarGPerL: number },
  kitchen: Kitchen,
  rightAtMin: number,
): JugForGlass {
  const gPerMl = wanted.sugarGPerL / 1000;
  const stand = syrupOf({ sugarG: gPerMl * wanted.glassMl, waterG: wanted.glassMl * (1 - 0.62 * gPerMl) });
  const { thinning } = pourGlass(stand, { glassMl: volumeMl(stand), iceG: wanted.iceG }, kitchen, rightAtMin);
  return {
    volumeMl: wanted.volumeMl,
    strengthX: wanted.strengthX * thinning,
    sugarGPerL: wanted.sugarGPerL * thinning,
    thinning,
  };
}
