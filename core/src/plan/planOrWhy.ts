import {
  TARGET_RANGES,
  writtenMinutes,
  type Brew,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type WayChoice,
} from '../drink/drink';
import { InputError } from '../quantity/errors';
import type { Learned } from '../taste/learned';
import { faultInWords } from '../words/inWords';
import { planDrink } from './planDrink';
import type { PlanResult } from './planTypes';

/**
 * A target that was made for another version of a drink, as far as it fits this one: a way that is gone gives way to the one the
 * drink is written for, brews that are gone are left out, and what is poured hot has no ice.
 */
export function fittedTarget(drink: Drink, target: PlanTarget): PlanTarget {
  const [first, ...rest] = drink.brews;
  const { others, ...own } = target;
  const kept = first.ways.some((w) => w.id === own.wayId) ? own : { ...own, ...writtenChoice(first, drink.book.wayId) };
  const still = Object.entries(others ?? {}).filter(([brewId, choice]) =>
    rest.some((b) => b.id === brewId && b.ways.some((w) => w.id === choice.wayId)),
  );
  return {
    ...kept,
    ...(kept.asWritten ? askable(kept) : {}),
    ...(kept.hot && kept.iced ? { hot: false } : {}),
    ...(still.length > 0 ? { others: Object.fromEntries(still) } : {}),
  };
}

/** What came out as written may be more or sweeter than may be asked for: then it is the nearest that may. */
export const askable = (target: PlanTarget): Pick<PlanTarget, keyof typeof TARGET_RANGES> =>
  Object.fromEntries(
    Object.entries(TARGET_RANGES).map(([field, { min, max }]) => [
      field,
      Math.min(max, Math.max(min, target[field as keyof typeof TARGET_RANGES])),
    ]),
  ) as Pick<PlanTarget, keyof typeof TARGET_RANGES>;

function writtenChoice(brew: Brew, wayId: string): WayChoice {
  const way = brew.ways.find((w) => w.id === wayId) ?? brew.ways[0]!;
  const { min, max } = TARGET_RANGES.steepMin;
  return { wayId: way.id, steepMin: Math.min(max, Math.max(min, writtenMinutes(way))) };
}

/** Whether a target names only what a drink has. */
export const fits = (drink: Drink, target: PlanTarget): boolean =>
  JSON.stringify(fittedTarget(drink, target)) === JSON.stringify(target);

/**
 * {@link planDrink} for a page: what cannot be worked out at all is an answer too, with the reason in words and, where that helps,
 * the same wish as the drink is now.
 */
export function planOrWhy(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  try {
    return planDrink(drink, target, kitchen, learned);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    const fitted = fittedTarget(drink, target);
    return {
      kind: 'no-plan',
      limit: 'recipe',
      message: faultInWords(error),
      nearest: JSON.stringify(fitted) === JSON.stringify(target) ? undefined : fitted,
    };
  }
}
