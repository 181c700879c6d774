import type { Audience } from '../drink/audience';
import { SECOND_RANGES, TARGET_RANGES, type PlanTarget, type SecondDrink } from '../drink/drink';
import { requirePositive } from '../quantity/range';

// An occasion: several drinks for guests, ready at one time, made by one kitchen.

/** A group that drinks: so many people, so many glasses each, and what is known of them. */
export type Group = { people: number; glassesEach: number; audience?: Audience };

/** How a drink went, once it was served: glasses that there were, and those that were left, or how long after the beginning it ran out. */
export type Went = { glasses: number } & ({ leftGlasses: number } | { ranOutMin: number });

/** A second drink of an occasion from the same base: its own share of the glasses. */
export type OccasionSecond = Pick<SecondDrink, 'name' | 'strengthX' | 'water'> & { share: number };

/** A drink of an occasion: its share of the glasses, or so many litres of it; and how, where that is not as last time. */
export type OccasionDrink = {
  drinkId: string;
  share: number;
  litres?: number;
  wayId?: string;
  strengthX?: number;
  glassMl?: number;
  second?: OccasionSecond;
  /** what it was begun as, at the stove */
  batchId?: string;
  went?: Went;
};

/** An occasion as it is kept. */
export type Occasion = {
  v: 1;
  id: string;
  name: string;
  /** when all is to be ready, UTC */
  readyBy: string;
  /** how long it is served, h */
  servedHours: number;
  groups: readonly Group[];
  drinks: readonly OccasionDrink[];
  /** pairs of hands */
  hands: number;
  /** tasks that were put somewhere by hand: when they begin, min against ready */
  moved: Readonly<Record<string, number>>;
  /** the sheet as it stood when the day was begun: what happens is told against it */
  sheet?: {
    at: string;
    starts: Readonly<Record<string, number>>;
    /** glasses of each drink that stood already, by its key */
    standing: Readonly<Record<string, number>>;
  };
  /** what no stove tells of, done by the sheet (ice trays, a syrup stirred): when it was begun, by task, min against ready */
  done?: Readonly<Record<string, number>>;
};

/** Accepted figures of an occasion. */
export const OCCASION_RANGES = {
  people: { unit: '', min: 1, max: 500 },
  glassesEach: { unit: '', min: 0.25, max: 12 },
  share: { unit: '', min: 0.1, max: 100 },
  litres: { unit: 'L', min: 0.2, max: 20 },
  servedHours: { unit: 'h', min: 0, max: 24 },
  hands: { unit: '', min: 1, max: 4 },
  strengthX: TARGET_RANGES.strengthX,
  glassMl: TARGET_RANGES.glassMl,
  secondX: SECOND_RANGES.strengthX,
  movedMin: { unit: 'min', min: -43_200, max: 1440 },
  glasses: { unit: '', min: 0, max: 6000 },
  ranOutMin: { unit: 'min', min: 0, max: 1440 },
} as const;

/** What is less than this is not made, L. */
export const LEAST_LITRES = OCCASION_RANGES.litres.min;

/** Names of an occasion's drinks in its day: a drink that stands in it twice has two. */
export function drinkKeys({ drinks }: Pick<Occasion, 'drinks'>): readonly string[] {
  const seen: Record<string, number> = {};
  return drinks.map(({ drinkId }) => {
    const n = (seen[drinkId] = (seen[drinkId] ?? 0) + 1);
    return n === 1 ? drinkId : `${drinkId}.${n}`;
  });
}

/** People of an occasion, all told. */
export const peopleOfOccasion = ({ groups }: Pick<Occasion, 'groups'>): number =>
  groups.reduce((sum, g) => sum + g.people, 0);

/** Glasses of an occasion, all told. */
export const glassesOfOccasion = ({ groups }: Pick<Occasion, 'groups'>): number =>
  groups.reduce((sum, g) => sum + g.people * g.glassesEach, 0);

/** All that is known of anybody who drinks at it; undefined where nobody told. */
export function audienceOfOccasion({ groups }: Pick<Occasion, 'groups'>): Audience | undefined {
  const told = groups.flatMap((g) => (g.audience ? [g.audience] : []));
  return told.length > 0 ? [...new Set(told.flat())] : undefined;
}

const sharesOf = ({ drinks }: Pick<Occasion, 'drinks'>): number =>
  drinks.reduce((sum, d) => sum + d.share + (d.second?.share ?? 0), 0);

/**
 * Litres of each drink: those told, or its share of the glasses less what stands and is still good then.
 * @param glassMl size of a glass of a drink, ml
 * @param standing glasses of a drink that stand and keep until it is served
 */
export function litresOf(
  occasion: Pick<Occasion, 'groups' | 'drinks'>,
  drink: OccasionDrink,
  glassMl: number,
  standing = 0,
): { litres: number; glasses: number; secondLitres: number; secondGlasses: number } {
  requirePositive('litresOf', 'glassMl', glassMl, 'ml');
  const shares = sharesOf(occasion);
  const ofAll = (share: number): number => (shares > 0 ? (glassesOfOccasion(occasion) * share) / shares : 0);
  const round = (glasses: number): number => Math.round((glasses * glassMl) / 100) / 10;
  const glasses = ofAll(drink.share);
  const secondGlasses = ofAll(drink.second?.share ?? 0);
  return {
    litres: drink.litres ?? round(Math.max(0, glasses - standing)),
    glasses,
    secondLitres: round(secondGlasses),
    secondGlasses,
  };
}

/** What a drink of an occasion is planned for: as it would be next, with what the occasion says of it. */
export function targetFor(
  occasion: Pick<Occasion, 'groups' | 'drinks' | 'readyBy'>,
  of: OccasionDrink,
  startFrom: PlanTarget,
  litres: number,
): PlanTarget {
  const { asWritten: _card, readyBy: _then, people: _people, second: _other, ...from } = startFrom;
  const glassMl = of.glassMl ?? from.glassMl;
  const { secondLitres } = litresOf(occasion, of, glassMl);
  const audience = audienceOfOccasion(occasion);
  const second = of.second && secondLitres >= SECOND_RANGES.litres.min ? of.second : undefined;
  return {
    ...from,
    litres,
    glassMl,
    readyBy: occasion.readyBy,
    ...(of.wayId ? { wayId: of.wayId } : {}),
    ...(of.strengthX ? { strengthX: of.strengthX } : {}),
    ...(audience ? { audience } : {}),
    ...(second
      ? { second: { name: second.name, strengthX: second.strengthX, water: second.water, litres: secondLitres } }
      : {}),
  };
}

/** How much of a drink was wanted, glasses, and between what four times in five; undefined where nobody told how it went. */
export type Wanted = { glasses: number; low: number; high: number };

/** Standard deviations on either side that hold four in five. */
const FOUR_IN_FIVE = 1.2816;
/** What ran out sooner than in this share of the time tells no more than that it was far too little. House choice. */
const SOONEST = 0.2;

/**
 * How much of a drink was wanted at an occasion. What was left tells it; what ran out was asked for evenly until then (house estimate: guests
 * drink somewhat more at first), and would have been asked for after. Glasses are counted as if each were asked for by itself.
 */
export function wantedOf({ went }: Pick<OccasionDrink, 'went'>, servedHours: number): Wanted | undefined {
  if (!went) return undefined;
  const made = went.glasses;
  const spread = (glasses: number): number => FOUR_IN_FIVE * Math.sqrt(Math.max(1, glasses));
  if ('leftGlasses' in went) {
    const glasses = Math.max(0, made - went.leftGlasses);
    return { glasses, low: Math.max(0, glasses - spread(glasses)), high: glasses + spread(glasses) };
  }
  const servedMin = Math.max(1, servedHours * 60);
  const share = Math.min(1, Math.max(SOONEST, went.ranOutMin / servedMin));
  const glasses = made / share;
  // At least what there was; as unsure as the few that were seen are.
  return { glasses, low: made, high: glasses + spread(made) / share };
}

/** The same occasion again for so many people: groups in their proportion, and each drink by what was wanted of it, where that was told. */
export function occasionAgain(
  occasion: Occasion,
  { id, readyBy, people }: { id: string; readyBy: string; people: number },
): Occasion {
  const before = peopleOfOccasion(occasion);
  requirePositive('occasionAgain', 'people', people, '');
  const times = people / before;
  const all = glassesOfOccasion(occasion);
  const shares = sharesOf(occasion);
  const glassesOf = (d: OccasionDrink): number =>
    wantedOf(d, occasion.servedHours)?.glasses ?? (all * d.share) / Math.max(shares, 1e-9);
  const told = occasion.drinks.some((d) => d.went);
  const sum = occasion.drinks.reduce((s, d) => s + glassesOf(d) + (all * (d.second?.share ?? 0)) / shares, 0);
  const groups = scaledGroups(occasion.groups, people).map((g) => ({
    ...g,
    glassesEach:
      told && all > 0 ? clamp(roundTo((g.glassesEach * sum) / all, 0.05), OCCASION_RANGES.glassesEach) : g.glassesEach,
  }));
  const { sheet: _sheet, done: _done, ...rest } = occasion;
  return {
    ...rest,
    id,
    readyBy,
    groups,
    moved: {},
    drinks: occasion.drinks.map((d) => {
      const { batchId: _batch, went: _went, litres, ...kept } = d;
      const share =
        told && sum > 0 ? clamp(roundTo((glassesOf(d) * shares) / sum, 0.1), OCCASION_RANGES.share) : d.share;
      return {
        ...kept,
        share,
        ...(litres === undefined || told
          ? {}
          : { litres: clamp(roundTo(litres * times, 0.1), OCCASION_RANGES.litres) }),
      };
    }),
  };
}

/** Groups in their proportion that come to so many people together, none of them empty. */
function scaledGroups(groups: readonly Group[], people: number): readonly Group[] {
  const before = groups.reduce((sum, g) => sum + g.people, 0);
  let left = people;
  let of = before;
  return groups.map((g, i) => {
    const rest = groups.length - 1 - i;
    const own = Math.max(1, Math.min(left - rest, Math.round((left * g.people) / Math.max(1, of))));
    left -= own;
    of -= g.people;
    return { ...g, people: Math.max(1, own) };
  });
}

const roundTo = (x: number, step: number): number => Math.round(x / step) / Math.round(1 / step);
const clamp = (x: number, { min, max }: { min: number; max: number }): number => Math.min(max, Math.max(min, x));
