import { fadeHalfLifeDays } from '../extraction/aromaAndFade';
import type { ColourFamily } from '../colour/colourFamilies';
import { phOfLiquid } from '../liquid/colour';
import { plantOfBody, totalOf, volumeMl, type Liquid } from '../liquid/liquid';
import { requireNotNegative } from '../quantity/range';
import { knownPlant } from '../reference/plants';

// What standing does to a drink that is still good: colour, aroma and fizz go, each by its own clock.

/** A share that is left of what it had, likely between `low` and `high`. */
export type Left = { share: number; low: number; high: number };

/** How a drink is after some days of standing; undefined for what it never had. */
export type Aged = { colour: Left | undefined; aroma: Left | undefined; fizz: Left | undefined };

/** How it stands, and how it is closed. */
export type Standing = { tempC: number; frozen: boolean; fizzy?: 'open' | 'closed' };

/** Hues that fade: anthocyanins. Tea, bark and flowers keep theirs for as long as the drink is good. */
const FADING: ReadonlySet<ColourFamily> = new Set<ColourFamily>([
  'roselle_red',
  'berry_dark',
  'fruit_red',
  'anthocyanin_purple',
  'butterfly_pea',
]);

/** Oxygen and light make cold keeping so much worse than in the dark (2 to 4 times), and nothing cold lasts longer, days. House estimates. */
const IN_AIR = { times: 3, low: 2, high: 4, mostDays: 45 } as const;
/** Half of an aroma is gone after so long in a closed bottle at 4 °C, days, and so much faster for 10 K more. House estimates, half to double. */
const AROMA = { halfDaysAt4C: 7, spread: 2, q10: 2.2 } as const;
/** Half of a fizz is gone after so long in an opened bottle, days; a closed one keeps it. House estimate, half to double. */
const FIZZ = { halfDays: 1.5, spread: 2 } as const;
/** Frozen, all of it goes so much slower. House estimate: a few months for what takes days. */
const FROZEN_SLOWER = 20;

/** @param days of standing from now on */
export function agedBy(liquid: Liquid, days: number, { tempC, frozen, fizzy }: Standing): Aged {
  requireNotNegative('agedBy', 'days', days, 'days');
  const slower = frozen ? FROZEN_SLOWER : 1;
  const left = (halfDays: number, shorter: number, longer: number): Left => ({
    share: 0.5 ** (days / (halfDays * slower)),
    low: 0.5 ** (days / ((halfDays / shorter) * slower)),
    high: 0.5 ** (days / (halfDays * longer * slower)),
  });
  const at = Math.max(0, frozen ? 4 : tempC);
  const aromaHalf = AROMA.halfDaysAt4C / AROMA.q10 ** ((at - 4) / 10);
  return {
    colour: fades(liquid)
      ? left(colourHalfDays(liquid, at), IN_AIR.high / IN_AIR.times, IN_AIR.times / IN_AIR.low)
      : undefined,
    aroma: totalOf(liquid.bodyG) > 0 ? left(aromaHalf, AROMA.spread, AROMA.spread) : undefined,
    fizz:
      fizzy === 'open'
        ? left(FIZZ.halfDays, FIZZ.spread, FIZZ.spread)
        : fizzy
          ? { share: 1, low: 1, high: 1 }
          : undefined,
  };
}

/** Days in which half of its colour fades; twice as fast above pH 4. @source published kinetics, as {@link fadeHalfLifeDays} */
function colourHalfDays(liquid: Liquid, tempC: number): number {
  const mild = volumeMl(liquid) > 0 && phOfLiquid(liquid) > 4 ? 2 : 1;
  return Math.min(IN_AIR.mostDays, fadeHalfLifeDays({ tempC }) / IN_AIR.times) / mild;
}

const fades = (liquid: Liquid): boolean =>
  Object.entries(liquid.bodyG).some(([kind, g]) => {
    const family = knownPlant(liquid.own, plantOfBody(kind))?.colourFamily;
    return g > 0.01 && family !== undefined && FADING.has(family as ColourFamily);
  });
