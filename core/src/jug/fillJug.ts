import { solveBlend, type BlendGoal, type BlendLiquid } from '../blend/solveBlend';
import { drinkGoals, noticed } from '../blend/goals';
import { whatBinds } from '../blend/whatBinds';
import { acidGPerL, portionOfVolume, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { colourDepthPerCm, phOfLiquid } from '../liquid/colour';
import { harshness } from '../liquid/harshness';
import { timesStandard } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { CUP_ML, TBSP_ML, TSP_ML } from '../quantity/kitchenMeasures';
import { isPlain, qualitiesOf, SHADES, shadeOf, type Shade } from './qualities';

/** Something that stands beside the jug: as much of it as there is; a litre of it stands for what is endless. */
export type BenchPart = {
  id: string;
  name: string;
  liquid: Liquid;
  /** never short, as water is; bought as needed */
  endless?: boolean;
  /** poured in this amount, ml: nothing else may move it */
  setMl?: number;
  /** at least and at most so much, ml */
  minMl?: number;
  maxMl?: number;
};

/** What the jug is to be. A wish that is left out is free. */
export type BenchWish = {
  volumeMl: number;
  /** what the vessel takes */
  capacityMl: number;
  strengthX?: number;
  /** as sweet as so much white sugar */
  sweetGPerL?: number;
  acidGPerL?: number;
  shade?: Shade;
  /** weighted strength of ×1.0 */
  standard: number;
};

/** Accepted strength of a jug: stronger than any glass, because a jug may be a base. */
export const JUG_STRENGTH = { unit: '×', min: 0.2, max: 6 } as const;

/** What a cook measures with: a jug to 5 ml, cups and spoons, or whole ladles. */
export type MeasuredWith = 'ml' | 'cups' | 'ladles';

/** An ordinary ladle. House estimate: weigh one full of water. */
export const LADLE_ML = 120;

/** What a liquid is: ml, × of the house, g/L as sweet as white sugar, g/L as citric acid, harshness (1 is what the house bears), shade. */
export type BenchFigures = {
  volumeMl: number;
  strengthX: number;
  sweetGPerL: number;
  acidGPerL: number;
  harsh: number;
  shade: Shade;
};

/** A way to free what cannot be had as it stands. */
export type Freeing =
  | { kind: 'more-of'; part: string; extraMl: number }
  | { kind: 'less-of'; part: string; lessMl: number }
  | { kind: 'other-volume'; volumeMl: number }
  | { kind: 'unlock'; part: string };

/** What may be wished of a jug. */
export type WishName = 'strength' | 'sugar' | 'acid' | 'shade';

/** A jug that was filled, or why it cannot be. */
export type Filled =
  | {
      kind: 'filled';
      mix: Readonly<Record<string, number>>;
      liquid: Liquid;
      figures: BenchFigures;
      missed: readonly WishName[];
      usedUp: readonly string[];
      /** each of these alone would let every wish be met */
      freeing: readonly Freeing[];
    }
  | { kind: 'contradiction'; message: string; freeing: readonly Freeing[] };

/**
 * Fills the jug: what is set is poured, the rest is chosen so that the wishes are met as nearly as possible, water before
 * anything dearer. Contradictory locks and an over-full jug are answers, with what would free them.
 * @throws InputError for a volume of 0
 */
export function fillJug(parts: readonly BenchPart[], wish: BenchWish, measuredWith: MeasuredWith = 'ml'): Filled {
  const locked = contradiction(parts, wish);
  if (locked) return locked;
  // Colours change with acid, and the acid is only known once it is poured: several are tried where a colour is wished for.
  const first = fillAt(ACID_PH, parts, wish, measuredWith);
  if (wish.shade === undefined || first.kind !== 'filled' || !first.missed.includes('shade')) return first;
  const others = [phOfLiquid(first.liquid), MILD_PH].map((ph) => fillAt(ph, parts, wish, measuredWith));
  return others.reduce<Filled>(
    (best, f) => (f.kind === 'filled' && best.kind === 'filled' && f.missed.length < best.missed.length ? f : best),
    first,
  );
}

const ACID_PH = 3;
const MILD_PH = 6.5;

function fillAt(ph: number, parts: readonly BenchPart[], wish: BenchWish, measuredWith: MeasuredWith): Filled {
  const goals = goalsOf(wish);
  const liquids = parts.map((p) => blendLiquid(p, wish, ph));
  const setMl = parts.reduce((sum, p) => sum + (p.setMl ?? 0), 0);
  // With everything set there is nothing to choose: the jug is what is poured.
  const free = parts.some((p) => p.setMl === undefined);
  if (!free && setMl > wish.capacityMl + 0.5) return setOver(parts, setMl, wish);
  if (!free) return filledWith(parts, Object.fromEntries(parts.map((p) => [p.id, p.setMl!])), wish, []);
  const exact = solveBlend({ liquids, goals, volumeMl: wish.volumeMl });
  if (exact.kind === 'no-blend') return cannotFill(exact.reason, parts, wish, setMl);
  const result = measuredWith === 'ml' ? exact : inWholeMeasures(exact, parts, { liquids, goals, wish, measuredWith });
  const freeing = exact.missed.length === 0 ? [] : whatBinds({ liquids, goals, volumeMl: wish.volumeMl });
  return filledWith(
    parts,
    result.volumesMl,
    wish,
    freeing.map((r): Freeing =>
      r.kind === 'more-of'
        ? { kind: 'more-of', part: r.liquid, extraMl: r.extraMl }
        : r.kind === 'less-of'
          ? { kind: 'less-of', part: r.liquid, lessMl: r.lessMl }
          : r,
    ),
    result,
  );
}

type Solved = Extract<ReturnType<typeof solveBlend>, { kind: 'blend' }>;

function inWholeMeasures(
  exact: Solved,
  parts: readonly BenchPart[],
  {
    liquids,
    goals,
    wish,
    measuredWith,
  }: { liquids: BlendLiquid[]; goals: BlendGoal[]; wish: BenchWish; measuredWith: MeasuredWith },
): Solved {
  const stepped = liquids.map((l, i) => {
    const ml = exact.volumesMl[l.id]!;
    if (parts[i]!.setMl !== undefined || ml <= 1) return l;
    const step = stepMl(measuredWith, ml);
    // Bounds with no whole measure between them are poured by the millilitre.
    const fits = Math.floor((l.maxMl ?? Infinity) / step + 1e-9) >= Math.ceil((l.minMl ?? 0) / step - 1e-9);
    return fits ? { ...l, stepMl: step } : l;
  });
  const whole = solveBlend({ liquids: stepped, goals, volumeMl: wish.volumeMl, mostMl: wish.capacityMl });
  if (whole.kind !== 'blend') return exact;
  // Where no whole measures fit below the brim it is poured by the millilitre.
  const poured = Object.values(whole.volumesMl).reduce((sum, ml) => sum + ml, 0);
  return poured <= wish.capacityMl * (1 + 1e-6) ? whole : exact;
}

/** The smallest measure a cook reaches for at an amount, ml. */
export function stepMl(measuredWith: MeasuredWith, ml: number): number {
  if (measuredWith === 'ml') return 5;
  if (measuredWith === 'ladles' && ml >= LADLE_ML / 2) return LADLE_ML / 2;
  return ml >= CUP_ML / 4 ? CUP_ML / 4 : ml >= TBSP_ML ? TBSP_ML : TSP_ML / 2;
}

const haveMl = (p: BenchPart): number => (p.endless ? Infinity : volumeMl(p.liquid));

function blendLiquid(p: BenchPart, wish: BenchWish, ph: number): BlendLiquid {
  const most = Math.min(haveMl(p), p.maxMl ?? Infinity);
  return {
    id: p.id,
    minMl: p.setMl ?? p.minMl ?? 0,
    ...(p.setMl === undefined ? (most === Infinity ? {} : { maxMl: most }) : { maxMl: p.setMl }),
    perLitre: {
      ...qualitiesOf(p.liquid, wish.standard),
      ...shadeColumns(colourDepthPerCm(p.liquid, ph)),
      dear: isPlain(p.liquid) ? 0 : 1,
    },
  };
}

const shadeColumns = (depth: number): Record<string, number> => ({ 'shade-most': depth, 'shade-least': depth });

function goalsOf({ strengthX, sweetGPerL: sweet, acidGPerL: acid, shade }: BenchWish): BlendGoal[] {
  const goals: BlendGoal[] = [
    { id: 'dear', target: 0, tolerance: 100, weight: 0.01, kind: 'at-most' },
    ...drinkGoals({ strength: strengthX, sugarGPerL: sweet, acidGPerL: acid }),
  ];
  if (shade !== undefined) {
    const { min, max } = SHADES[shade];
    // A little inside the band, so that rounding stays in it.
    if (max < Infinity) goals.push({ id: 'shade-most', target: 0.93 * max, tolerance: 0.01, kind: 'at-most' });
    if (min > 0) goals.push({ id: 'shade-least', target: 1.07 * min, tolerance: 0.01, kind: 'at-least' });
  }
  return goals;
}

function filledWith(
  parts: readonly BenchPart[],
  mix: Readonly<Record<string, number>>,
  wish: BenchWish,
  freeing: readonly Freeing[],
  solved?: Solved,
): Filled {
  const liquid = pourTogether(...parts.map((p) => portionOfVolume(p.liquid, mix[p.id] ?? 0)));
  const figures = benchFigures(liquid, wish.standard);
  if (figures.volumeMl > wish.capacityMl * (1 + 1e-6)) return overFull(figures.volumeMl, wish);
  return {
    kind: 'filled',
    mix,
    liquid,
    figures,
    missed: missedOf(figures, wish),
    usedUp: solved ? solved.usedUp.filter((id) => !parts.find((p) => p.id === id)!.endless) : [],
    freeing,
  };
}

/** Strength, sweetness, acid, harshness as felt and depth of colour of a liquid. */
export const benchFigures = (l: Liquid, standard: number): BenchFigures => ({
  volumeMl: volumeMl(l),
  strengthX: timesStandard(l, standard),
  sweetGPerL: sweetGPerL(l),
  acidGPerL: acidGPerL(l),
  harsh: harshness(l),
  shade: shadeOf(l),
});

function missedOf(f: BenchFigures, w: BenchWish): WishName[] {
  const off = <T extends 'strength' | 'sugar' | 'acid'>(of: T, reached: number, wanted: number | undefined): T[] =>
    wanted !== undefined && Math.abs(reached - wanted) > noticed(of, wanted) ? [of] : [];
  return [
    ...off('strength', f.strengthX, w.strengthX),
    ...off('sugar', f.sweetGPerL, w.sweetGPerL),
    ...off('acid', f.acidGPerL, w.acidGPerL),
    ...(w.shade !== undefined && f.shade !== w.shade ? (['shade'] as const) : []),
  ];
}

const whole = (ml: number): string => `${Math.round(ml)} ml`;

function overFull(ml: number, { capacityMl }: BenchWish): Filled {
  return {
    kind: 'contradiction',
    message: `That is ${whole(ml)}, and the jug holds ${whole(capacityMl)}.`,
    freeing: [{ kind: 'other-volume', volumeMl: capacityMl }],
  };
}

/** All of it is set, and it is too much: one of them has to give way. */
const setOver = (parts: readonly BenchPart[], setMl: number, { capacityMl }: BenchWish): Filled => ({
  kind: 'contradiction',
  message: `What is set comes to ${whole(setMl)}, and the jug holds ${whole(capacityMl)}.`,
  freeing: parts
    .filter((p) => p.setMl! >= setMl - capacityMl)
    .map((p): Freeing => ({ kind: 'less-of', part: p.id, lessMl: setMl - capacityMl })),
});

/** Locks that cannot hold together, before any solving. */
function contradiction(parts: readonly BenchPart[], wish: BenchWish): Filled | undefined {
  for (const p of parts) {
    const have = haveMl(p);
    if (p.setMl !== undefined && p.setMl > have + 0.5)
      return {
        kind: 'contradiction',
        message: `${p.name}: ${whole(p.setMl)} is set, and only ${whole(have)} is there.`,
        freeing: [{ kind: 'less-of', part: p.id, lessMl: p.setMl - have }],
      };
    const least = p.minMl ?? 0;
    const most = Math.min(have, p.maxMl ?? Infinity);
    if (p.setMl === undefined && least > most)
      return {
        kind: 'contradiction',
        message: `${p.name}: at least ${whole(least)} is asked for, and at most ${whole(most)} can be had.`,
        freeing: [{ kind: 'less-of', part: p.id, lessMl: least - most }],
      };
  }
  if (wish.volumeMl > wish.capacityMl + 0.5) return overFull(wish.volumeMl, wish);
  return undefined;
}

function cannotFill(
  reason: 'not-enough-liquid' | 'least-amounts-too-large',
  parts: readonly BenchPart[],
  wish: BenchWish,
  setMl: number,
): Filled {
  if (reason === 'not-enough-liquid') {
    const most = parts.reduce((sum, p) => sum + (p.setMl ?? Math.min(haveMl(p), p.maxMl ?? Infinity)), 0);
    return {
      kind: 'contradiction',
      message: `All of it together is ${whole(most)}, and ${whole(wish.volumeMl)} is wanted. Add water, or make less.`,
      freeing: [
        ...(most >= 1 ? [{ kind: 'other-volume', volumeMl: most } as const] : []),
        ...parts.filter((p) => p.setMl !== undefined).map((p): Freeing => ({ kind: 'unlock', part: p.id })),
      ],
    };
  }
  const least = parts.reduce((sum, p) => sum + (p.setMl ?? p.minMl ?? 0), 0);
  const over = least - wish.volumeMl;
  return {
    kind: 'contradiction',
    message: `What is ${setMl > 0 ? 'set' : 'asked for'} comes to ${whole(least)} already, more than the ${whole(wish.volumeMl)} wanted.`,
    freeing: [
      ...(least <= wish.capacityMl ? [{ kind: 'other-volume', volumeMl: least } as const] : []),
      ...parts
        .filter((p) => (p.setMl ?? p.minMl ?? 0) >= over)
        .map((p): Freeing => ({ kind: 'less-of', part: p.id, lessMl: over })),
    ],
  };
}
