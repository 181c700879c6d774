import { drinkGoals, goalFor } from '../blend/goals';
import { solveBlend, type BlendGoal, type BlendLiquid } from '../blend/solveBlend';
import { InputError } from '../quantity/errors';
import { acidGPerL, portionOfVolume, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { harshness } from '../liquid/harshness';
import { sweetGPerL } from '../liquid/sweetness';
import { sucroseEquivalentG, SWEETENERS, type Sweetener } from '../sugar/sweeteners';
import { timesStandard } from '../liquid/strength';

/** A part of the mix as it stands on the table. */
export type OnHandPart = {
  id: string;
  liquid: Liquid;
  /** never short: water from the tap */
  endless?: boolean;
  /** poured in this proportion, ml to a litre of the jug, because no wish decides it */
  perLitreMl?: number;
};
/** What a jug can be mixed from. */
export type OnHand = readonly OnHandPart[];

/** What the jug must be, before any ice. Strength is ×, in proportion to `standard`. */
export type JugWanted = {
  volumeMl: number;
  strengthX: number;
  sugarGPerL: number;
  acidGPerL?: number;
  standard: number;
  /** × that single parts are to bring where several brews make the strength */
  parts?: Readonly<Record<string, number>>;
};

/** Millilitres by part. */
export type MixVolumes = Readonly<Record<string, number>>;

/** Sugar is what sweetens as so much white sugar does; what it weighs stands with the syrup. */
export type JugFigures = { volumeMl: number; strengthX: number; sugarGPerL: number; acidGPerL: number; harsh: number };

/** What a jug is measured by. */
export type Wish = 'strength' | 'sugar' | 'acid';

/** A jug as it comes out. */
export type Jug = {
  mix: MixVolumes;
  liquid: Liquid;
  figures: JugFigures;
  /** which wishes are missed, and which parts are used to the last drop */
  missed: readonly Wish[];
  usedUp: readonly string[];
};

/**
 * Fills the jug from what is on hand, as near to what is wanted as that allows. Without an endless part it fills no further
 * than what there is, each part that has a fixed share of the jug in that share: when a brew comes out short, so does the jug.
 * With nothing on hand the jug is empty.
 */
export function mixJug(onHand: OnHand, asWished: JugWanted): Jug {
  const wanted = { ...asWished, volumeMl: Math.min(asWished.volumeMl, mostMl(onHand, asWished.volumeMl)) };
  if (wanted.volumeMl < NOTHING_ML) return { ...jugOf(onHand, {}, wanted.standard), missed: [], usedUp: [] };
  const result = solveBlend({
    liquids: onHand.map((part) => blendLiquid(part, wanted)),
    goals: goalsOf(wanted),
    volumeMl: wanted.volumeMl,
  });
  if (result.kind === 'no-blend')
    throw new InputError('mixJug', 'perLitreMl', 'parts that fit into the jug together', wanted.volumeMl);
  return {
    ...jugOf(onHand, result.volumesMl, wanted.standard),
    missed: result.missed.filter((m): m is Wish => m === 'strength' || m === 'sugar' || m === 'acid'),
    usedUp: result.usedUp,
  };
}

/** Less than this is no jug. */
const NOTHING_ML = 0.01;

/** The largest jug up to a volume that all parts together fill, those of a fixed share in their share, ml. */
function mostMl(onHand: OnHand, upToMl: number): number {
  const filled = (ml: number): number =>
    onHand.reduce((sum, p) => {
      const have = p.endless ? Infinity : volumeMl(p.liquid);
      return sum + (p.perLitreMl === undefined ? have : Math.min(have, (p.perLitreMl * ml) / 1000));
    }, 0);
  // Shares that add up to the whole fill it, whatever the last digit says.
  const fills = (ml: number): boolean => filled(ml) >= ml * (1 - 1e-9);
  if (fills(upToMl)) return upToMl;
  // What has a fixed share grows slower than the jug, so there is one volume at which both are the same.
  let [lo, hi] = [0, upToMl];
  while (hi - lo > 1e-6) {
    const middle = (lo + hi) / 2;
    if (fills(middle)) lo = middle;
    else hi = middle;
  }
  return lo;
}

function blendLiquid({ id, liquid, endless, perLitreMl }: OnHandPart, wanted: JugWanted): BlendLiquid {
  const have = endless ? Infinity : volumeMl(liquid);
  const fixed = perLitreMl === undefined ? undefined : Math.min(have, (perLitreMl * wanted.volumeMl) / 1000);
  return {
    id,
    ...(fixed === undefined ? {} : { minMl: fixed }),
    ...(fixed === undefined ? (endless ? {} : { maxMl: have }) : { maxMl: fixed }),
    perLitre: qualities(id, liquid, wanted),
  };
}

const goalsOf = ({ strengthX, sugarGPerL, acidGPerL, parts = {} }: JugWanted): BlendGoal[] => [
  ...drinkGoals({ strength: strengthX, sugarGPerL, acidGPerL }),
  ...Object.entries(parts).map(([id, target]) => goalFor('part', target, `part:${id}`)),
];

/** What given volumes make, whether or not they are the ones that were worked out. */
export function jugOf(onHand: OnHand, mix: MixVolumes, standard: number): Pick<Jug, 'mix' | 'liquid' | 'figures'> {
  const liquid = pourTogether(...onHand.map((part) => portionOfVolume(part.liquid, mix[part.id] ?? 0)));
  return { mix, liquid, figures: figuresOf(liquid, standard) };
}

/** Strength ×, sugar, acid and harshness of a liquid. */
export const figuresOf = (liquid: Liquid, standard: number, houseHarshLimit = 1): JugFigures => ({
  volumeMl: volumeMl(liquid),
  strengthX: timesStandard(liquid, standard),
  sugarGPerL: sweetGPerL(liquid),
  acidGPerL: acidGPerL(liquid),
  harsh: harshness(liquid, houseHarshLimit),
});

function qualities(id: string, l: Liquid, { standard, parts }: JugWanted): Record<string, number> {
  if (volumeMl(l) === 0) return {};
  const strength = timesStandard(l, standard);
  return {
    strength,
    sugar: sweetGPerL(l),
    acid: acidGPerL(l),
    ...(parts?.[id] === undefined ? {} : { [`part:${id}`]: strength }),
  };
}

/** Volume of all that is poured, ml. */
export const mixTotalMl = (mix: MixVolumes): number => Object.values(mix).reduce((sum, ml) => sum + ml, 0);

/** What can be done where the wishes cannot all be met. */
export type ShortFall = {
  /** the wanted volume as near as it gets */
  sameVolume: Jug;
  /** the largest volume that meets every wish; undefined if none does */
  smallerJug: Jug | undefined;
  /** sweetener, as it comes, that stirred straight in would bring the same volume to its sweetness, g */
  sugarToAddG: number;
};

/** The ways out when a part runs short, or undefined when nothing is missed. */
export function shortFall(onHand: OnHand, wanted: JugWanted, sweetener = 'white_sugar'): ShortFall | undefined {
  const sameVolume = mixJug(onHand, wanted);
  if (sameVolume.missed.length === 0) return undefined;
  const missingSugar =
    (wanted.sugarGPerL * wanted.volumeMl) / 1000 - (sweetGPerL(sameVolume.liquid) * sameVolume.figures.volumeMl) / 1000;
  const perG = sucroseEquivalentG(
    1,
    (SWEETENERS as Readonly<Record<string, Sweetener>>)[sweetener] ?? SWEETENERS.white_sugar,
  );
  return { sameVolume, smallerJug: largestThatFits(onHand, wanted), sugarToAddG: Math.max(0, missingSugar) / perG };
}

/** Without limits the blend is the same at every volume, so its shares tell how far each part reaches. */
function largestThatFits(onHand: OnHand, wanted: JugWanted): Jug | undefined {
  const have = new Map(onHand.map((p) => [p.id, volumeMl(p.liquid)]));
  const plenty = onHand.map((p) =>
    p.endless || have.get(p.id) === 0
      ? p
      : { ...p, liquid: portionOfVolume(p.liquid, Math.max(have.get(p.id)!, wanted.volumeMl)) },
  );
  const free = mixJug(plenty, wanted);
  if (free.missed.length > 0) return undefined;
  const reach = Math.min(
    ...onHand.filter((p) => !p.endless && free.mix[p.id]! > 0).map((p) => have.get(p.id)! / free.mix[p.id]!),
  );
  if (!(reach > 0) || reach >= 1) return undefined;
  return mixJug(onHand, { ...wanted, volumeMl: wanted.volumeMl * reach });
}

/** Water that thins a liquid from one strength to a lower one, ml. @throws InputError if it would have to grow stronger */
export function waterToThinMl({ volumeMl: ml, fromX, toX }: { volumeMl: number; fromX: number; toX: number }): number {
  if (!(toX > 0 && toX <= fromX)) throw new InputError('waterToThinMl', 'toX', `above 0 and at most ×${fromX}`, toX);
  return ml * (fromX / toX - 1);
}
