import { TARGET_RANGES, type Drink, type Kitchen, type PlanTarget } from '../drink/drink';
import { roundTo } from '../quantity/kitchenMeasures';
import type { Plan } from '../plan/planDrink';
import { asPlanned } from '../plan/changedTarget';
import { fittedTarget, planOrWhy } from '../plan/planOrWhy';
import { few } from '../quantity/few';
import { loadOfIndex } from '../liquid/harshness';
import { suits, type TastingRecord } from './preference';
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
};

/** A change must win at least this much: smaller ones are noise. */
const WORTH_IT = 0.05;

/** A smaller change that wins this share of the best one's gain is preferred to it. */
const ENOUGH_OF_THE_GAIN = 0.8;

/** Early on only part of the change is made, so that a single verdict does not swing the recipe. */
const damping = (learned: Learned): number => (learned.tastings <= 2 ? 0.7 : 1);

/**
 * Looks over single changes of dose, steep time and sugar that answer a complaint of the last two tastings, and picks one
 * after which the glass should suit the house better; a small one is preferred to a large one that wins little more.
 * @param last the latest tasting, to tell a badly made glass from a badly planned one The dose is moved by the strength asked for; a change of time keeps the strength and moves the leaf instead.
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
  const suitsAt = (t: PlanTarget): number => {
    const result = planOrWhy(drink, t, kitchen, learned);
    return result.kind === 'plan' ? suits(glassOf(result.plan), learned) : 0;
  };
  const suitsBefore = suitsAt(target);
  const candidates = movesFrom(target, learned).map((move) => ({ ...move, suits: suitsAt(move.target) }));
  const most = Math.max(suitsBefore, ...candidates.map((c) => c.suits));
  const enough = suitsBefore + ENOUGH_OF_THE_GAIN * (most - suitsBefore);
  // Moves come smallest first within their kind; the first that wins most of what there is to win is taken.
  const best = candidates.find((c) => c.suits >= enough);
  if (!best || best.suits - suitsBefore < WORTH_IT) {
    return { kind: 'none', target: made, reason: noChange(learned, last), suitsBefore, suitsAfter: suitsBefore };
  }
  return {
    kind: best.kind,
    target: best.target,
    reason: reasonFor(best.kind, target, best.target),
    suitsBefore,
    suitsAfter: best.suits,
  };
}

/** The plan counts harshness against the house's limit, and flattened; suits() does so itself, so both are taken out again. */
const glassOf = (plan: Plan): Parameters<typeof suits>[0] => ({
  strengthX: plan.glass.figures.strengthX,
  harshLoad: loadOfIndex(plan.glass.figures.harsh) * plan.houseHarshLimit,
  sugarGPerL: plan.glass.figures.sugarGPerL,
});

type Move = { kind: ChangeKind; target: PlanTarget };

/** Changes that answer a complaint, smallest first. */
function movesFrom(target: PlanTarget, learned: Learned): Move[] {
  const { strength, harsh, sweet } = learned.complaints;
  const damp = damping(learned);
  const moves: Move[] = [];
  const add = (kind: ChangeKind, change: Partial<PlanTarget>): void => {
    moves.push({ kind, target: { ...target, ...change } });
  };
  // A complaint is only answered in its own direction: the estimate may lie on the other side of what was made.
  const strengthX = clampTo(
    'strengthX',
    roundTo(target.strengthX * (learned.wantedX / target.strengthX) ** damp, 0.01),
  );
  if (strength !== 0 && Math.sign(target.strengthX - strengthX) === strength) add('dose', { strengthX });
  if (harsh === 1) {
    for (const factor of [0.9, 0.8, 0.7, 0.6, 0.5]) {
      const steepMin = clampTo('steepMin', roundTime(target.steepMin * factor ** damp));
      if (steepMin < target.steepMin) add('time', { steepMin });
    }
  }
  if (sweet !== 0 && learned.wantedSugarGPerL !== undefined && target.sugarGPerL > 0) {
    const sugarGPerL = clampTo(
      'sugarGPerL',
      roundTo(target.sugarGPerL * (learned.wantedSugarGPerL / target.sugarGPerL) ** damp, 1),
    );
    if (Math.sign(target.sugarGPerL - sugarGPerL) === sweet) add('sugar', { sugarGPerL });
  }
  return moves;
}

/** A suggestion stays inside what a target accepts; the suggested figure itself is shown. */
const clampTo = (field: keyof typeof TARGET_RANGES, value: number): number =>
  Math.min(TARGET_RANGES[field].max, Math.max(TARGET_RANGES[field].min, value));

const roundTime = (minutes: number): number => roundTo(minutes, minutes < 10 ? 0.5 : minutes < 60 ? 1 : 15);

function reasonFor(kind: ChangeKind, before: PlanTarget, after: PlanTarget): string {
  if (kind === 'dose') {
    return after.strengthX > before.strengthX
      ? `${times(after.strengthX)} instead of ${times(before.strengthX)} last time, by more leaf: it has tasted weak here.`
      : `${times(after.strengthX)} instead of ${times(before.strengthX)} last time, by less leaf: it has tasted strong here.`;
  }
  if (kind === 'time') {
    return `Pull at ${minutesText(after.steepMin)} instead of ${minutesText(before.steepMin)}, with a little more leaf: it has tasted harsh here.`;
  }
  return after.sugarGPerL > before.sugarGPerL
    ? `${few(after.sugarGPerL)} g/L of sugar instead of ${few(before.sugarGPerL)}: it has wanted more sweetness against its acid.`
    : `${few(after.sugarGPerL)} g/L of sugar instead of ${few(before.sugarGPerL)}: it has tasted too sweet here.`;
}

/** As every page writes a strength. */
const times = (x: number): string => `×${x.toFixed(x >= 1.995 ? 1 : 2)}`;

const minutesText = (minutes: number): string =>
  minutes >= 120 ? `${Math.round((minutes / 60) * 4) / 4} h` : `${minutes} min`;

/** Off its plan by more than this, a glass says more about the making than about the recipe. */
const WELL_MADE = 0.06;

function noChange({ tastings, complaints }: Learned, last: TastingRecord | undefined): string {
  if (tastings === 0) return 'Nothing tasted yet.';
  const off = last && last.strengthX > 0 && last.plannedX > 0 ? Math.log(last.strengthX / last.plannedX) : 0;
  if (last && complaints.strength !== 0 && Math.abs(off) > WELL_MADE && Math.sign(off) === complaints.strength) {
    return `This one came out at ×${last.strengthX.toFixed(2)} where ×${last.plannedX.toFixed(2)} was planned. Made as planned it should be right.`;
  }
  return 'Nothing to change: no single step would make it clearly better.';
}
