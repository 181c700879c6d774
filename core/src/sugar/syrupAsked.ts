import { keepingWindow } from '../keeping/keepingWindow';
import { requireInRange } from '../quantity/range';
import { bisect } from '../quantity/solve';
import { sucroseSolubility, sucroseViscosity, THICKEST_BRIX } from './sucroseSolution';

// A syrup by what it should be: how it pours, that it stays clear, how long it keeps. Each wish leaves a stretch of Brix.

/** How a cook says that a syrup pours, and how thick that is, mPa s. Maple syrup at table warmth is about 170; house bands round it. */
export const POURS = {
  cream: { words: 'like cream', from: 15, to: 45 },
  oil: { words: 'like oil', from: 60, to: 110 },
  maple: { words: 'like maple syrup', from: 130, to: 260 },
  honey: { words: 'like honey', from: 800, to: 3000 },
} as const;

/** One of {@link POURS}. */
export type PoursLike = keyof typeof POURS;

/** What a syrup should be; a wish that is left out is free. */
export type SyrupWish = {
  pours?: PoursLike;
  /** no crystals where it is kept */
  staysClear: boolean;
  /** days that it is to keep in the fridge */
  keepsDays?: number;
  /** where it is kept and poured, °C */
  keptC: number;
};

/** The Brix that has it all; or the two wishes that cannot both be had, in words. */
export type SyrupAnswer =
  | { kind: 'syrup'; brix: number; from: number; to: number }
  | { kind: 'not-both'; wishes: readonly [string, string]; helps: string | undefined };

/** Syrups are made between these, °Bx. */
const [THINNEST, THICKEST] = [20, 72];

type Stretch = { from: number; to: number; wish: string };

/**
 * The thinnest syrup that is all that was asked for: sugar is not spent for nothing.
 * @throws InputError outside 0 to 40 °C, and for days that no syrup keeps
 * @example syrupAsked({ pours: 'maple', staysClear: true, keptC: 5 }) // about 60 °Bx
 */
export function syrupAsked(wish: SyrupWish): SyrupAnswer {
  requireInRange('syrupAsked', 'keptC', wish.keptC, { unit: '°C', min: 0, max: 40 });
  if (wish.keepsDays !== undefined)
    requireInRange('syrupAsked', 'keepsDays', wish.keepsDays, { unit: 'days', min: 1, max: LONGEST_DAYS });
  const stretches: Stretch[] = [
    ...(wish.pours ? [poursBetween(wish.pours, wish.keptC)] : []),
    ...(wish.staysClear ? [{ from: THINNEST, to: sucroseSolubility(wish.keptC) - CLEAR_BY, wish: CLEAR }] : []),
    ...(wish.keepsDays === undefined ? [] : keepsFrom(wish.keepsDays)),
  ];
  const any: Stretch = { from: THINNEST, to: THICKEST, wish: 'being of sugar and water alone' };
  const from = stretches.reduce((most, s) => (s.from > most.from ? s : most), any);
  const to = stretches.reduce((least, s) => (s.to < least.to ? s : least), any);
  if (from.from > to.to)
    return { kind: 'not-both', wishes: [from.wish, to.wish], helps: to.wish === CLEAR ? KEEPS_CLEAR : undefined };
  // A little inside, so that a scale's error does not leave it; in the middle where only a most was asked for.
  const brix = from === any ? (from.from + to.to) / 2 : from.from + 0.25 * (to.to - from.from);
  return { kind: 'syrup', brix, from: from.from, to: to.to };
}

const CLEAR = 'staying clear';
/** Other sugars hinder crystals. House rule; see crystalRisk. */
const KEEPS_CLEAR = 'A tenth of honey or glucose syrup among the sugar keeps a thick one clear.';

/** A syrup this much below saturation stays clear, °Bx. House choice. */
const CLEAR_BY = 0.5;

const keeps = (brix: number): number =>
  keepingWindow({ hotBrewed: true, onlyTea: false, brix, freshFruit: false }).targetDays;

/** The longest that a syrup is said to keep, days: by the window of the thickest. */
const LONGEST_DAYS = keeps(THICKEST);

function poursBetween(pours: PoursLike, keptC: number): Stretch {
  const { from, to, words } = POURS[pours];
  // Warm, even the thickest may pour thinner than that.
  const at = (mPaS: number): number =>
    sucroseViscosity(THICKEST_BRIX, keptC) <= mPaS
      ? THICKEST_BRIX
      : bisect('syrupAsked', (brix) => sucroseViscosity(brix, keptC) - mPaS, 1, THICKEST_BRIX, 1e-6);
  return { from: at(from), to: at(to), wish: `pouring ${words}` };
}

/** From which Brix on it keeps so long; by the windows that every page uses. */
function keepsFrom(days: number): Stretch[] {
  for (let brix = THINNEST; brix < THICKEST; brix += 0.5)
    if (keeps(brix) >= days) return [{ from: brix, to: THICKEST, wish: `keeping ${days} days` }];
  return [{ from: THICKEST, to: THICKEST, wish: `keeping ${days} days` }];
}
