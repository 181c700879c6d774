import { solveBlend, type BlendLiquid } from '../blend/solveBlend';
import { InputError } from '../quantity/errors';
import {
  acidGPerL,
  portionOfVolume,
  pourTogether,
  sugarGPerL,
  totalOf,
  volumeMl,
  waterOf,
  type Liquid,
} from '../liquid/liquid';
import { harshness, weightedStrength } from '../liquid/strength';

/** What stands on the table for the mix: the liquids as they are, all of each. Water is never short. */
export type OnHand = { concentrate: Liquid; syrup: Liquid };

/** What the jug must be, before any ice. Strength is ×, in proportion to `standard`. */
export type JugWanted = { volumeMl: number; strengthX: number; sugarGPerL: number; standard: number };

export type MixVolumes = { concentrateMl: number; syrupMl: number; waterMl: number };

export type JugFigures = { volumeMl: number; strengthX: number; sugarGPerL: number; acidGPerL: number; harsh: number };

export type Jug = {
  mix: MixVolumes;
  liquid: Liquid;
  figures: JugFigures;
  /** which wishes are missed, and which liquids are used to the last drop */
  missed: readonly ('strength' | 'sugar')[];
  usedUp: readonly ('concentrate' | 'syrup')[];
};

/** Fills the jug from what is on hand, as near to what is wanted as that allows. */
export function mixJug(onHand: OnHand, wanted: JugWanted): Jug {
  const liquids: BlendLiquid[] = [
    {
      id: 'concentrate',
      maxMl: volumeMl(onHand.concentrate),
      perLitre: qualities(onHand.concentrate, wanted.standard),
    },
    { id: 'syrup', maxMl: volumeMl(onHand.syrup), perLitre: qualities(onHand.syrup, wanted.standard) },
    { id: 'water', perLitre: {} },
  ];
  const goals = [
    { id: 'strength', target: wanted.strengthX, tolerance: 0.05 },
    { id: 'sugar', target: wanted.sugarGPerL, tolerance: 4 },
  ];
  const result = solveBlend({ liquids, goals, volumeMl: wanted.volumeMl });
  if (result.kind === 'no-blend') throw new Error(`mixJug: ${result.reason}, though water is never short`);
  const mix = {
    concentrateMl: result.volumesMl.concentrate!,
    syrupMl: result.volumesMl.syrup!,
    waterMl: result.volumesMl.water!,
  };
  return {
    ...jugOf(onHand, mix, wanted.standard),
    missed: result.missed as Jug['missed'],
    usedUp: result.usedUp as Jug['usedUp'],
  };
}

/** What given volumes make, whether or not they are the ones that were worked out. */
export function jugOf(onHand: OnHand, mix: MixVolumes, standard: number): Pick<Jug, 'mix' | 'liquid' | 'figures'> {
  const liquid = pourTogether(
    portionOfVolume(onHand.concentrate, mix.concentrateMl),
    portionOfVolume(onHand.syrup, mix.syrupMl),
    waterOf(mix.waterMl),
  );
  return { mix, liquid, figures: figuresOf(liquid, standard) };
}

/** Strength ×, sugar, acid and harshness of a liquid. */
export const figuresOf = (liquid: Liquid, standard: number, houseHarshLimit = 1): JugFigures => ({
  volumeMl: volumeMl(liquid),
  strengthX: weightedStrength(liquid) / standard,
  sugarGPerL: sugarGPerL(liquid),
  acidGPerL: acidGPerL(liquid),
  harsh: harshness(liquid, houseHarshLimit),
});

const qualities = (l: Liquid, standard: number): Record<string, number> =>
  volumeMl(l) === 0 ? {} : { strength: weightedStrength(l) / standard, sugar: sugarGPerL(l) };

export type ShortFall = {
  /** the wanted volume as near as it gets */
  sameVolume: Jug;
  /** the largest volume that meets every wish; undefined if none does */
  smallerJug: Jug | undefined;
  /** dry sugar that stirred straight in would bring the same volume to its sweetness, g */
  sugarToAddG: number;
};

/** The ways out when a liquid runs short, or undefined when nothing is missed. */
export function shortFall(onHand: OnHand, wanted: JugWanted): ShortFall | undefined {
  const sameVolume = mixJug(onHand, wanted);
  if (sameVolume.missed.length === 0) return undefined;
  const missingSugar = (wanted.sugarGPerL * wanted.volumeMl) / 1000 - totalOf(sameVolume.liquid.sugarG);
  return { sameVolume, smallerJug: largestThatFits(onHand, wanted), sugarToAddG: Math.max(0, missingSugar) };
}

/** Without limits the blend is the same at every volume, so its shares tell how far each liquid reaches. */
function largestThatFits(onHand: OnHand, wanted: JugWanted): Jug | undefined {
  const [haveC, haveS] = [volumeMl(onHand.concentrate), volumeMl(onHand.syrup)];
  if (haveC === 0 || (haveS === 0 && wanted.sugarGPerL > 0)) return undefined;
  const plenty = (l: Liquid, have: number): Liquid =>
    have === 0 ? l : portionOfVolume(l, Math.max(have, wanted.volumeMl));
  const free = mixJug({ concentrate: plenty(onHand.concentrate, haveC), syrup: plenty(onHand.syrup, haveS) }, wanted);
  if (free.missed.length > 0) return undefined;
  const reach = Math.min(
    free.mix.concentrateMl > 0 ? haveC / free.mix.concentrateMl : Infinity,
    free.mix.syrupMl > 0 ? haveS / free.mix.syrupMl : Infinity,
  );
  if (!(reach > 0) || reach >= 1) return undefined;
  return mixJug(onHand, { ...wanted, volumeMl: wanted.volumeMl * reach });
}

/** Water that thins a liquid from one strength to a lower one, ml. @throws InputError if it would have to grow stronger */
export function waterToThinMl({ volumeMl: ml, fromX, toX }: { volumeMl: number; fromX: number; toX: number }): number {
  if (!(toX > 0 && toX <= fromX)) throw new InputError('waterToThinMl', 'toX', `above 0 and at most ×${fromX}`, toX);
  return ml * (fromX / toX - 1);
}
