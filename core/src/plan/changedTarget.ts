import { cardTarget } from './houseStandard';
import { askable } from './planOrWhy';
import { TARGET_RANGES, wayOf, writtenMinutes, type Drink, type PlanTarget } from '../drink/drink';

/** What decides how much and how strong it is made: a wish for another of these is no plan as written any more. */
const WISHES = ['litres', 'glassMl', 'iced', 'hot', 'strengthX', 'sugarGPerL', 'acidGPerL', 'second'] as const;

/** A change of a target; undefined leaves a wish out. */
export type TargetChange = { readonly [K in keyof PlanTarget]?: PlanTarget[K] | undefined };

/**
 * What a change of a target comes to. As written stays as written while only the way, who drinks and what is known changes; a wish
 * that goes beyond the card starts from the card's own figures, within what may be asked for.
 */
export function changeOfTarget(drink: Drink, shown: PlanTarget, change: TargetChange): TargetChange {
  if (!shown.asWritten || change.asWritten !== undefined) return change;
  const way = wayOf(drink, change.wayId ?? shown.wayId);
  const otherTime = change.steepMin !== undefined && way !== undefined && change.steepMin !== writtenMinutes(way);
  if (!otherTime && !WISHES.some((w) => w in change && change[w] !== shown[w])) return change;
  return { ...cardFigures(drink, shown), ...change, asWritten: false, times: undefined };
}

/** The figures of the card itself, whatever they come to in this kitchen; by the way that is chosen. */
function cardFigures(drink: Drink, shown: PlanTarget): TargetChange {
  const { wayId, glassMl, iced, hot } = shown;
  const { litres, strengthX, sugarGPerL } = cardTarget(drink) ?? askable(shown);
  const { min, max } = TARGET_RANGES.steepMin;
  const way = wayOf(drink, wayId);
  const steepMin = way ? Math.min(max, Math.max(min, writtenMinutes(way))) : min;
  return { litres, glassMl, strengthX, sugarGPerL, wayId, steepMin, iced, hot };
}

/** A target with a change of it. */
export function changedTarget(drink: Drink, target: PlanTarget, change: TargetChange): PlanTarget {
  return without({ ...target, ...changeOfTarget(drink, target, change) });
}

/** The same wish, planned: from the card's figures where it is as written. */
export const asPlanned = (drink: Drink, target: PlanTarget): PlanTarget =>
  target.asWritten ? without({ ...target, ...cardFigures(drink, target), asWritten: false, times: undefined }) : target;

const without = (target: TargetChange): PlanTarget =>
  Object.fromEntries(Object.entries(target).filter(([, v]) => v !== undefined)) as PlanTarget;
