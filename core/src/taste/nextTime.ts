import { TARGET_RANGES, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { roundTo } from '../quantity/kitchenMeasures';
import type { Plan } from '../plan/planDrink';
import { asPlanned } from '../plan/changedTarget';
import { fittedTarget, planOrWhy } from '../plan/planOrWhy';
import { few } from '../quantity/few';
import { loadOfIndex } from '../liquid/harshness';
import { chanceRight, worthIt } from './filter';
import { expectedLoss, suits, type GlassFigures, type TastingRecord } from './preference';
import type { Learned } from './learned';

/** What is changed for the next time. */
export type ChangeKind = 'none' | 'dose' | 'time' | 'sugar';

/** The one change to make next time, in a line, and the target it leads to. */
export type NextTime = {
  kind: ChangeKind;
  target: PlanTarget;
  /** "8 % more leaf: it came out a little weak for this house." */
  reason: string;
  /** how well the glass should suit this house before and after, 0 to 1 */
  suitsBefore: number;
  suitsAfter: number;
  /** the chance that it is called right in strength, before and after, and the best there is; 0 to 1 */
  rightBefore: number;
  rightAfter: number;
  rightAtBest: number;
};

/** A smaller change that wins this share of the best one's gain is preferred to it. House choice. */
const ENOUGH_OF_THE_GAIN = 0.8;

/**
 * The one change after which the next glass is expected to be nearest to what this house likes, of dose, steep time and sugar, with the lot that
 * it will really be made of; none where it would win less than it is worth. How far it goes comes from how sure the house's verdicts make it.
 * @param last the latest tasting, to tell a badly made glass from a badly planned one. The dose is moved by the strength asked for; a change
 *   of time keeps the strength and moves the leaf instead.
 */
export function nextTime(
  drink: Drink,
  wasMadeBy: PlanTarget,
  kitchen: Kitchen,
  learned: Learned,
  last?: TastingRecord,
): NextTime {
  // It may have been made by a way that the drink has no more.
  const made = fittedTarget(drink, wasMadeBy);
  // What was made as written is changed from the card's own figures.
  const target = asPlanned(drink, made);
  const glassAt = (t: PlanTarget): GlassFigures | undefined => {
    const result = planOrWhy(drink, t, kitchen, learned);
    return result.kind === 'plan' ? glassOf(result.plan) : undefined;
  };
  const before = glassAt(target);
  const lossOf = (glass: GlassFigures | undefined): number => (glass ? expectedLoss(glass, learned) : Infinity);
  const lossBefore = lossOf(before);
  const candidates = movesFrom(target, learned).map((move) => {
    const glass = glassAt(move.target);
    return { ...move, glass, gain: lossBefore - lossOf(glass) };
  });
  const most = Math.max(0, ...candidates.map((c) => c.gain));
  // Moves come smallest first within their kind; the first that wins most of what there is to win is taken.
  const best = candidates.find((c) => c.gain > 0 && c.gain >= ENOUGH_OF_THE_GAIN * most);
  const turns =
    best?.kind === 'dose' &&
    learned.lastMove !== 0 &&
    Math.sign(best.target.strengthX - target.strengthX) !== learned.lastMove;
  const taken = best && best.gain >= worthIt(turns) ? best : undefined;
  const after = taken?.glass ?? before;
  const rightAt = (glass: GlassFigures | undefined): number =>
    glass && glass.strengthX > 0 ? chanceRight(learned.strength, Math.log(glass.strengthX)) : 0;
  const chances = {
    suitsBefore: before ? suits(before, learned) : 0,
    suitsAfter: after ? suits(after, learned) : 0,
    rightBefore: rightAt(before),
    rightAfter: rightAt(after),
    // What is liked on the whole need not be where most is called right, to a hair.
    rightAtBest: Math.max(chanceRight(learned.strength, Math.log(learned.wantedX)), rightAt(before), rightAt(after)),
  };
  if (!taken) return { kind: 'none', target: made, reason: noChange(learned, last, chances), ...chances };
  return {
    kind: taken.kind,
    target: taken.target,
    reason: `${reasonFor(taken.kind, target, taken.target, last?.verdict, learned.who)}${learned.newLot && taken.kind === 'dose' ? NEW_LOT : ''}`,
    ...chances,
  };
}

/** Of a lot that nobody has tasted yet nothing is known but what the plant's lots were so far. */
const NEW_LOT = ' It is a new lot: measure its Brix or try a small glass first.';

/** The plan counts harshness against the house's limit, and flattened; suits() does so itself, so both are taken out again. */
const glassOf = (plan: Plan): GlassFigures => ({
  strengthX: plan.glass.figures.strengthX,
  harshLoad: loadOfIndex(plan.glass.figures.harsh) * plan.houseHarshLimit,
  sugarGPerL: plan.glass.figures.sugarGPerL,
});

type Move = { kind: ChangeKind; target: PlanTarget };

/** Single changes towards what is liked, smallest first. */
function movesFrom(target: PlanTarget, learned: Learned): Move[] {
  const moves: Move[] = [];
  const add = (kind: ChangeKind, change: Partial<PlanTarget>): void => {
    moves.push({ kind, target: { ...target, ...change } });
  };
  // Where nothing is brewed there is no strength to change.
  const strengthX = clampTo('strengthX', roundTo(learned.wantedX, 0.01));
  if (Math.abs(strengthX - target.strengthX) >= 0.005) add('dose', { strengthX });
  for (const factor of [0.9, 0.8, 0.7, 0.6, 0.5]) {
    const steepMin = clampTo('steepMin', roundTime(target.steepMin * factor));
    if (steepMin < target.steepMin) add('time', { steepMin });
  }
  if (learned.wantedSugarGPerL !== undefined && target.sugarGPerL > 0) {
    const sugarGPerL = clampTo('sugarGPerL', roundTo(learned.wantedSugarGPerL, 1));
    if (sugarGPerL !== target.sugarGPerL) add('sugar', { sugarGPerL });
  }
  return moves;
}

/** A suggestion stays inside what a target accepts; the suggested figure itself is shown. */
const clampTo = (field: keyof typeof TARGET_RANGES, value: number): number =>
  Math.min(TARGET_RANGES[field].max, Math.max(TARGET_RANGES[field].min, value));

const roundTime = (minutes: number): number => roundTo(minutes, minutes < 10 ? 0.5 : minutes < 60 ? 1 : 15);

/** What is said for a change: what was tasted, where that was said of the last one. */
function reasonFor(
  kind: ChangeKind,
  before: PlanTarget,
  after: PlanTarget,
  said: TastingRecord['verdict'] | undefined,
  who: string | undefined,
): string {
  const here = who === undefined ? 'here' : `to ${who}`;
  if (kind === 'dose') {
    const more = after.strengthX > before.strengthX;
    const tasted = said !== undefined && said.strength !== 0 && said.strength < 0 === more;
    const why = tasted
      ? `it has tasted ${more ? 'weak' : 'strong'} ${here}`
      : `that is nearer to what ${who === undefined ? 'is liked here' : `${who} likes`}`;
    return `${times(after.strengthX)} instead of ${times(before.strengthX)} last time, by ${more ? 'more' : 'less'} leaf: ${why}.`;
  }
  if (kind === 'time') {
    return `Pull at ${minutesText(after.steepMin)} instead of ${minutesText(before.steepMin)}, with a little more leaf: it has tasted harsh ${here}.`;
  }
  return after.sugarGPerL > before.sugarGPerL
    ? `${few(after.sugarGPerL)} g/L of sugar instead of ${few(before.sugarGPerL)}: it has wanted more sweetness against its acid.`
    : `${few(after.sugarGPerL)} g/L of sugar instead of ${few(before.sugarGPerL)}: it has tasted too sweet ${here}.`;
}

/** As every page writes a strength. */
const times = (x: number): string => `×${x.toFixed(x >= 1.995 ? 1 : 2)}`;

const minutesText = (minutes: number): string =>
  minutes >= 120 ? `${Math.round((minutes / 60) * 4) / 4} h` : `${minutes} min`;

/** Off its plan by more than this, a glass says more about the making than about the recipe. */
const WELL_MADE = 0.06;

function noChange(
  { tastings }: Learned,
  last: TastingRecord | undefined,
  { rightBefore, rightAtBest }: Pick<NextTime, 'rightBefore' | 'rightAtBest'>,
): string {
  if (tastings === 0) return 'Nothing tasted yet.';
  const off = last && last.strengthX > 0 && last.plannedX > 0 ? Math.log(last.strengthX / last.plannedX) : 0;
  if (
    last &&
    last.verdict.strength !== 0 &&
    Math.abs(off) > WELL_MADE &&
    Math.sign(off) === Math.sign(last.verdict.strength)
  ) {
    return `This one came out at ×${last.strengthX.toFixed(2)} where ×${last.plannedX.toFixed(2)} was planned. Made as planned it should be right.`;
  }
  if (!(rightBefore > 0)) return 'Nothing to change: no single step would make it clearly better.';
  return `Close enough: it should be called right ${inTen(rightBefore)} times in ten, and ${inTen(rightAtBest)} is the most that any change would give.`;
}

const inTen = (chance: number): string => String(Math.round(10 * chance));
