import { volumeMl } from '../liquid/liquid';
import type { ShelfItem } from './shelfItem';
import { keepingStateAt } from './keepingState';

// Where a thing stands on the shelf: by what is to be done with it.

/** By what is to be done with it: poured away, drunk today, kept, left to rest, frozen. */
export const SHELF_PLACES = ['pour-away', 'drink-today', 'keeps', 'resting', 'frozen'] as const;
/** One of {@link SHELF_PLACES}. */
export type ShelfPlace = (typeof SHELF_PLACES)[number];

/**
 * Rules that leave nothing to do but to pour it away: it stood out too long, its days are over, it shows signs of spoiling, it worked
 * and is not sour enough, it stood in what held no food.
 */
export const POUR_AWAY_RULES: ReadonlySet<string> = new Set([
  'TT-01',
  'TT-02',
  'TT-04',
  'KEEP-01',
  'KEEP-03',
  'STO-03',
  'STO-05',
  'STO-06',
  'FER-04',
]);

/** What a rule book said of a thing, as far as its place goes. */
export type SaidOfIt = readonly { id: string; level: string; message: string }[];

/** The place of a thing, with the words why where it is to be poured away. */
export type Placed = { place: Exclude<ShelfPlace, 'pour-away'> } | { place: 'pour-away'; why: string };

/**
 * Where a thing stands. What is past its last day or unfit stands nowhere else, whatever else is true of it.
 * @param dayEndMs when today ends where the cook is, ms since 1970 UTC: what must be drunk by then is for today
 */
export function placeOf(
  item: Pick<ShelfItem, 'useBy' | 'discardAfter' | 'window' | 'where' | 'restedFrom'>,
  said: SaidOfIt,
  { nowMs, dayEndMs }: { nowMs: number; dayEndMs: number },
): Placed {
  const unfit = said.find((f) => f.level === 'block' && POUR_AWAY_RULES.has(f.id));
  const state = keepingStateAt(item, nowMs);
  if (state.kind === 'past') return { place: 'pour-away', why: `Its last day is past: ${item.window.reason}.` };
  if (unfit) return { place: 'pour-away', why: unfit.message };
  if (item.where === 'freezer') return { place: 'frozen' };
  if (state.kind === 'due' || Date.parse(item.useBy) <= dayEndMs) return { place: 'drink-today' };
  if (item.restedFrom !== undefined && Date.parse(item.restedFrom) > nowMs) return { place: 'resting' };
  return { place: 'keeps' };
}

/** The order on a shelf of one place: what ends first stands first. */
export const byUseBy = (a: ShelfItem, b: ShelfItem): number =>
  Date.parse(a.useBy) - Date.parse(b.useBy) ||
  volumeMl(b.liquid) - volumeMl(a.liquid) ||
  (a.vesselId < b.vesselId ? -1 : 1);

/** What may be done with a thing where it stands. Past its place nothing is offered but the drain. */
export type ShelfAction =
  | 'pour'
  | 'taste'
  | 'put-right'
  | 'fill'
  | 'label'
  | 'freeze'
  | 'thaw'
  | 'to-fridge'
  | 'stood-out'
  | 'ph'
  | 'sign'
  | 'how-kept'
  | 'pour-away';

/** Actions of a place, the two that it most wants first. */
export function actionsOf(
  item: Pick<ShelfItem, 'where' | 'shape' | 'labelledAt'>,
  placed: Placed,
): readonly ShelfAction[] {
  if (placed.place === 'pour-away') return ['pour-away'];
  const pieces = item.shape.pieces !== undefined;
  const move: ShelfAction = item.where === 'freezer' ? 'thaw' : item.where === 'cupboard' ? 'to-fridge' : 'freeze';
  const label: ShelfAction[] = ['label'];
  const rest: ShelfAction[] = ['ph', 'stood-out', 'sign', 'how-kept', 'pour-away'];
  if (placed.place === 'frozen') return pieces ? ['pour', ...label, move, ...rest] : [move, ...label, 'pour', ...rest];
  const jug = item.shape.kind === 'jug' || item.shape.kind === 'jar';
  const open: ShelfAction[] = ['pour', 'taste', 'put-right'];
  if (placed.place === 'drink-today') return [...open.slice(0, 1), move, ...open.slice(1), 'fill', ...label, ...rest];
  if (jug) return ['pour', 'taste', 'put-right', 'fill', ...label, move, ...rest];
  return item.labelledAt === undefined
    ? ['pour', ...label, 'taste', 'put-right', 'fill', move, ...rest]
    : [...open, 'fill', ...label, move, ...rest];
}
