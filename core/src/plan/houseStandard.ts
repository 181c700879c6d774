import { runBrew } from '../brew/brewRun';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import {
  choiceFor,
  isSweetened,
  isSyrup,
  TARGET_RANGES,
  writtenMinutes,
  type Drink,
  type MixLine,
  type PlanTarget,
} from '../drink/drink';
import { InputError } from '../quantity/errors';
import { NO_LIQUID, portionOf, portionOfVolume, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { weightedStrength } from '../liquid/strength';
import { plantsOf } from '../reference/plants';
import { iceFor, pourGlass } from './glass';
import { lineLiquid } from './mixLines';
import { smallestVesselFor } from './vesselChoice';

/** The drink as written, run forward: its jug by parts, what is poured at each glass, and the weighted strength of ×1.0. */
export type Book = {
  standard: number;
  /** volume of each part in the jug, ml */
  mixMl: Readonly<Record<string, number>>;
  /** weighted strength that each part brings to a litre of the glass, as shares of the whole */
  shares: Readonly<Record<string, number>>;
  /** the glass as it is drunk */
  glass: Liquid;
  /** all that is in the jug */
  jugLiquid: Liquid;
  /** the jug as written, ml: at least all that goes into it */
  jugMl: number;
};

/**
 * The house standard, the glass that is ×1.0: the drink's own recipe run forward with the reference figures, so many times as strong as the
 * house made it. It is worked out anew each time and never stored, so a better model does not move what ×1.0 means.
 * @throws InputError for a recipe that does not come out, as one too large for any ordinary pot
 */
export function bookOf(drink: Drink): Book {
  const known = BOOKS.get(drink);
  if (known) return known;
  const book = runBook(drink);
  BOOKS.set(drink, book);
  return book;
}

/** Weighted strength of ×1.0: a glass of the house where one was made the standard, the card's otherwise. */
export const bookStandard = (drink: Drink): number => bookOf(drink).standard;

/** Weighted strength of the glass as the card has it. */
export const cardStandard = (drink: Drink): number => bookStandard(drink) / timesOfCard(drink);

const timesOfCard = ({ ours }: Drink): number => ours?.times ?? 1;

// A drink is never changed in place, so its book can be kept for as long as the drink itself is.
const BOOKS = new WeakMap<Drink, Book>();

function runBook(drink: Drink): Book {
  const kitchen = DEFAULT_KITCHEN;
  const brewed = new Map(drink.brews.map((b) => [b.id, bookBrew(drink, b.id)]));
  const liquidOf = (line: MixLine): Liquid =>
    line.from.kind === 'brew' ? brewed.get(line.from.brewId)! : lineLiquid(line.from, 1000, plantsOf(drink));
  const inJug = drink.mix.filter((l) => l.at === 'jug');
  const fixed = inJug.map((l) => (l.book === 'all' ? volumeMl(liquidOf(l)) : l.book === 'rest' ? 0 : l.book));
  const partsMl = fixed.reduce((sum, ml) => sum + ml, 0);
  // The jug is the sum of its parts: the volume that is written says only how much of a rest there is, where there is one.
  const restMl = inJug.some((l) => l.book === 'rest') ? Math.max(0, drink.book.jugMl - partsMl) : 0;
  const mixMl = Object.fromEntries(inJug.map((l, i) => [l.id, l.book === 'rest' ? restMl : fixed[i]!]));
  const poured = inJug.map((l) => portion(liquidOf(l), mixMl[l.id]!));
  const jug = pourTogether(...poured);
  const { serve } = drink;
  const { liquid } = pourGlass(
    jug,
    {
      glassMl: serve.glassMl,
      iceG: iceFor(serve, serve.glassMl, drink.book.iced),
      atGlass: atGlassOf(drink, serve.glassMl),
    },
    kitchen,
    serve.rightAtMin,
  );
  const amounts = poured.map((l) => weightedStrength(l) * volumeMl(l));
  const all = amounts.reduce((sum, a) => sum + a, 0);
  return {
    standard: weightedStrength(liquid) * timesOfCard(drink),
    glass: liquid,
    jugLiquid: jug,
    jugMl: partsMl + restMl,
    mixMl,
    shares: Object.fromEntries(inJug.map((l, i) => [l.id, all > 0 ? amounts[i]! / all : 0])),
  };
}

const portion = (liquid: Liquid, ml: number): Liquid => (ml === 0 ? NO_LIQUID : portionOfVolume(liquid, ml));

function bookBrew(drink: Drink, brewId: string): Liquid {
  const brew = drink.brews.find((b) => b.id === brewId)!;
  const first = brew === drink.brews[0];
  const way = first ? brew.ways.find((w) => w.id === drink.book.wayId) : brew.ways[0];
  if (!way) throw new InputError('bookOf', 'book.wayId', `a way of ${drink.id}`, drink.book.wayId);
  for (let pots = 1; pots <= MOST_BOOK_POTS; pots++) {
    const vessel = smallestVesselFor(DEFAULT_KITCHEN.vessels, way, 1 / pots);
    if (!vessel) continue;
    const setup = { way, scale: 1 / pots, vessel, kitchen: DEFAULT_KITCHEN, plants: plantsOf(drink) };
    return portionOf(runBrew(setup).concentrate, pots);
  }
  throw new InputError('bookOf', 'waterMl', 'an amount that fits the pots of an ordinary kitchen', way.waterMl);
}

/** A recipe for a feast is written in so many pots of the default kitchen at most. */
const MOST_BOOK_POTS = 12;

/**
 * The target that is the drink as written: its own jug, glass, strength and sweetness. What the cook chose besides (hot, who
 * drinks) is kept.
 * @throws InputError for a recipe that does not come out
 */
export function writtenTarget(drink: Drink): PlanTarget {
  const { glass } = bookOf(drink);
  const way = drink.brews[0].ways.find((w) => w.id === drink.book.wayId) ?? drink.brews[0].ways[0]!;
  const { litres, sugarGPerL: sugarRange, strengthX: strengthRange } = TARGET_RANGES;
  const within = (x: number, range: { min: number; max: number }): number =>
    Math.min(range.max, Math.max(range.min, x));
  const { hot, audience } = drink.defaults;
  return {
    litres: within(Math.round(bookOf(drink).jugMl / (1 - glassLinesShare(drink)) / 10) / 100, litres),
    glassMl: drink.serve.glassMl,
    iced: drink.book.iced,
    ...(hot && !drink.book.iced ? { hot } : {}),
    strengthX: within(1 / timesOfCard(drink), strengthRange),
    sugarGPerL: within(Math.round(sweetGPerL(glass)), sugarRange),
    wayId: way.id,
    steepMin: within(writtenMinutes(way), TARGET_RANGES.steepMin),
    audience,
  };
}

/** The card's own target; undefined for a recipe that does not come out, which says so where it is planned. */
export function cardTarget(drink: Drink): PlanTarget | undefined {
  try {
    return writtenTarget(drink);
  } catch (error) {
    if (error instanceof InputError) return undefined;
    throw error;
  }
}

/** Share of each glass that is poured at the glass, not from the jug. */
export const glassLinesShare = (drink: Drink): number =>
  drink.mix.filter((l) => l.at === 'glass').reduce((sum, l) => sum + shareAtGlass(l), 0);

/** A part at the glass is written as a share of the glass: ml to 1000 ml. */
const shareAtGlass = ({ book }: MixLine): number => (typeof book === 'number' ? book / 1000 : 0);

/** What is poured into a glass beside the jug. */
export const atGlassOf = (drink: Drink, glassMl: number): Liquid =>
  pourTogether(
    ...drink.mix
      .filter((l) => l.at === 'glass' && shareAtGlass(l) > 0)
      .map((l) => lineLiquid(l.from, shareAtGlass(l) * glassMl, plantsOf(drink))),
  );

/**
 * Volume of a part that no wish decides, ml to a litre of the jug: as the book has it. Undefined for what is solved: brews,
 * the syrup that follows the wish for sugar, juice where acid is asked for, and the rest.
 */
export function fixedPerLitreMl(drink: Drink, target: PlanTarget, line: MixLine): number | undefined {
  if (line.book === 'rest') return undefined;
  // Where nothing has a strength to be met, brews keep their share of the jug too.
  if (line.from.kind === 'brew' && bookOf(drink).standard > 0) return undefined;
  if (line === sweetLineOf(drink)) return undefined;
  if (line.from.kind === 'juice' && target.acidGPerL !== undefined) return undefined;
  const { mixMl, jugMl } = bookOf(drink);
  return (1000 * mixMl[line.id]!) / jugMl;
}

/** The plain syrup that follows the wish for sugar. */
const sweetLineOf = (drink: Drink): MixLine | undefined =>
  drink.mix.find((l) => l.at === 'jug' && l.from.kind === 'syrup');

/** Whether anything can follow the wish for sugar: a plain syrup, or a brew that ends as one. */
export const canSweeten = (drink: Drink, target: PlanTarget): boolean =>
  sweetLineOf(drink) !== undefined ||
  drink.brews.some((b) =>
    b.ways.some((w) => w.id === choiceFor(drink, target, b.id).wayId && (isSyrup(w) || isSweetened(w))),
  );
