import { CUBE_ML } from '../heat/icedGlass';
import { requireNotNegative, requirePositive } from '../quantity/range';
import type { FilledVessel, KeptShape } from './storedVessel';
import type { KeptWhere } from './kept';

// A jug filled into bottles, cubes or moulds: so many whole ones, with the room that each wants, and what is over.

/** Why a vessel is not filled to the top. */
export type FillFor = 'cold' | 'hot' | 'fizz' | 'frost';

/**
 * Share of a vessel that stays empty. House choices: a finger under the lid; hot liquid shrinks and its lid is drawn in; fizz wants room
 * for its gas; ice takes a tenth more room than water (freezing guidance: a tenth left empty).
 */
export const HEADSPACE: Readonly<Record<FillFor, number>> = { cold: 0.03, hot: 0.05, fizz: 0.05, frost: 0.1 };

/** What is filled: bottles and bags by their size, trays and moulds by what they hold in all. */
export type FillWish = {
  kind: 'bottle' | 'jar' | 'bag' | 'tray' | 'moulds';
  /** of one bottle, of a whole tray */
  capacityMl: number;
  /** cubes of a tray, pops of a set of moulds */
  pieces?: number;
  /** at most so many; as many as it takes where it is left out */
  most?: number;
  for: FillFor;
};

/** How a jug is filled up: whole ones, what goes into each, and what is over, ml. */
export type FillUp = { count: number; eachMl: number; overMl: number };

/** Whole vessels that so much fills. A last one that lacks less than this share is as good as full. House estimate. */
const AS_GOOD_AS_FULL = 0.02;

/** @throws InputError for a capacity that is not above 0 */
export function fillUp(haveMl: number, { capacityMl, most = Infinity, for: why }: FillWish): FillUp {
  requireNotNegative('fillUp', 'haveMl', haveMl, 'ml');
  requirePositive('fillUp', 'capacityMl', capacityMl, 'ml');
  const eachMl = capacityMl * (1 - HEADSPACE[why]);
  const count = Math.min(most, Math.floor(haveMl / eachMl + AS_GOOD_AS_FULL));
  const used = Math.min(haveMl, count * eachMl);
  return { count, eachMl: count > 0 ? used / count : eachMl, overMl: haveMl - used };
}

/** An ordinary tray, and an ordinary set of moulds: how many, and what each holds, ml. House estimates. */
export const TRAY = { pieces: 14, eachMl: CUBE_ML } as const;
/** Pops of an ordinary set of moulds. House estimate. */
export const MOULDS = { pieces: 6, eachMl: 80 } as const;

/** The things that are filled, each with its name and its place: the last of them go into the freezer. */
export function filledFrom(
  fill: FillUp,
  wish: FillWish,
  named: { id: (i: number) => string; kindName: string; inFreezer: number },
): readonly FilledVessel[] {
  const shape: KeptShape = {
    kind: wish.kind,
    capacityMl: wish.capacityMl,
    ...(wish.pieces === undefined ? {} : { pieces: wish.pieces }),
  };
  return Array.from({ length: fill.count }, (_, i) => {
    const where: KeptWhere = i >= fill.count - named.inFreezer ? 'freezer' : 'fridge';
    return {
      id: named.id(i),
      name: fill.count === 1 ? named.kindName : `${named.kindName} ${i + 1} of ${fill.count}`,
      shape,
      ml: Math.round(fill.eachMl * 10) / 10,
      where,
      keptIn: {
        container: 'sound',
        closure: wish.kind === 'tray' || wish.kind === 'moulds' ? 'loose' : 'tight',
        full: HEADSPACE[wish.for] < HEADSPACE.frost,
      },
    };
  });
}
