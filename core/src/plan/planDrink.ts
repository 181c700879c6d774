import { REFERENCE_FACTORS } from '../brew/brewRun';
import type { WaterLedger } from '../brew/waterLedger';
import {
  choiceFor,
  GLASSES_EACH,
  writtenMinutes,
  PEOPLE_AT_TABLE,
  TARGET_RANGES,
  ACID_RANGE,
  POTENCY_RANGE,
  SECOND_RANGES,
  type Drink,
  type Kitchen,
  type PlanTarget,
} from '../drink/drink';
import { InputError } from '../quantity/errors';
import { roundTo } from '../quantity/kitchenMeasures';
import { describeRange } from '../quantity/range';
import type { Learned } from '../taste/learned';
import { few } from '../quantity/few';
import { finishPlan, type Jugs } from './finishPlan';
import { planTimes, planWritten } from './planWritten';
import { cardTarget, glassLinesShare } from './houseStandard';
import { mixJug, mixTotalMl } from './mixJug';
import type { NoPlan, Plan, PlannedBrew, PlannedLeaf, PlanResult } from './planTypes';
import { DrinkSolver, onHandFor } from './solveDrink';
import { smallestHolding } from './vesselChoice';

export type { Limit, NoPlan, Plan, PlannedBrew, PlannedLeaf, PlannedSyrup, PlanResult } from './planTypes';

/** @throws InputError for a target outside its accepted range, naming the field */
export function requireTarget(drink: Drink, target: PlanTarget): void {
  const within = (field: string, value: number, range: { unit: string; min: number; max: number }): void => {
    if (!Number.isFinite(value) || value < range.min || value > range.max)
      throw new InputError('planDrink', field, `a number, ${describeRange(range)}`, value);
  };
  for (const [field, range] of Object.entries(TARGET_RANGES))
    within(field, target[field as keyof typeof TARGET_RANGES], range);
  if (target.acidGPerL !== undefined) within('acidGPerL', target.acidGPerL, ACID_RANGE);
  if (target.people !== undefined) within('people', target.people, PEOPLE_AT_TABLE);
  if (target.glassesEach !== undefined) within('glassesEach', target.glassesEach, GLASSES_EACH);
  if (target.second) {
    within('second.litres', target.second.litres, SECOND_RANGES.litres);
    within('second.strengthX', target.second.strengthX, SECOND_RANGES.strengthX);
  }
  if (target.hot && target.iced)
    throw new InputError('planDrink', 'hot', 'hot without ice, or iced', 'hot and iced at once');
  for (const [plant, potency] of Object.entries(target.potency ?? {}))
    within(`potency.${plant}`, potency, POTENCY_RANGE);
  const knownWay = (field: string, brewId: string, wayId: string): void => {
    const ways = drink.brews.find((b) => b.id === brewId)?.ways.map((w) => w.id) ?? [];
    if (!ways.includes(wayId)) throw new InputError('planDrink', field, `one of ${ways.join(', ')}`, wayId);
  };
  knownWay('wayId', drink.brews[0].id, target.wayId);
  for (const [brewId, choice] of Object.entries(target.others ?? {})) {
    if (!drink.brews.slice(1).some((b) => b.id === brewId))
      throw new InputError('planDrink', 'others', 'brews of the drink besides the first', brewId);
    knownWay(`others.${brewId}.wayId`, brewId, choice.wayId);
    within(`others.${brewId}.steepMin`, choice.steepMin, TARGET_RANGES.steepMin);
  }
}

/**
 * Plans a drink back from the glass to the leaf: ice, jug, brews and syrups, leaf and water with losses.
 * Impossible wishes are an answer, not an error: the limit that binds and the nearest target that works.
 * @throws InputError for a target outside its accepted range
 */
export function planDrink(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  // As written nothing is wished for: its figures are what comes out.
  if (target.asWritten) return planWritten(drink, target, kitchen, learned);
  requireTarget(drink, target);
  const result = planned(drink, target, kitchen, learned);
  // What is offered instead has itself been planned: taking it always gives a plan.
  if (result.kind === 'plan' || !result.nearest || hasPlan(drink, result.nearest, kitchen)) return result;
  return { ...result, nearest: undefined };
}

/** The card so many times where that is all that is wished for, and solved back from the glass otherwise. */
function planned(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  // Where only the amount is wished for, it is the card, so many times.
  const asTheCard = wishesOnlyAnAmount(drink, target) ? planTimes(drink, target, kitchen, learned) : undefined;
  if (asTheCard?.kind === 'plan' && asTheCard.same && fitsIntoJugs(asTheCard.plan)) return asTheCard;
  const result = asTheCard?.kind === 'no-plan' ? asTheCard : planOnce(drink, target, kitchen, learned);
  // Nothing but the amount was wished for: what the card then makes is an answer, however near it is.
  if (result.kind === 'no-plan' && asTheCard?.kind === 'plan' && fitsIntoJugs(asTheCard.plan)) return asTheCard;
  return result;
}

/** Whether strength, sweetness, ways and times are the card's own: what is wished for is an amount of it. */
function wishesOnlyAnAmount(drink: Drink, target: PlanTarget): boolean {
  const card = cardTarget(drink);
  const lots = Object.values(target.potency ?? {}).some((p) => p !== 1);
  return (
    card !== undefined &&
    !lots &&
    target.acidGPerL === undefined &&
    target.second === undefined &&
    (['strengthX', 'sugarGPerL', 'iced', 'wayId', 'steepMin'] as const).every((k) => card[k] === target[k]) &&
    drink.brews.slice(1).every((brew) => {
      const { wayId, steepMin } = choiceFor(drink, target, brew.id);
      return wayId === brew.ways[0]!.id && steepMin === writtenMinutes(brew.ways[0]!);
    })
  );
}

const fitsIntoJugs = ({ jug }: Plan): boolean => jug.count <= MOST_JUGS;

const hasPlan = (drink: Drink, target: PlanTarget, kitchen: Kitchen): boolean => {
  try {
    requireTarget(drink, target);
    return planned(drink, target, kitchen).kind === 'plan';
  } catch (error) {
    if (error instanceof InputError) return false;
    throw error;
  }
};

function planOnce(
  drink: Drink,
  target: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  const solver = new DrinkSolver(drink, target, kitchen, REFERENCE_FACTORS);
  const jugs = jugsFor(kitchen, solver.jugWanted.volumeMl);
  if (!jugs) return tooBigForJugs(drink, target, kitchen);
  const solved = solver.solve();
  if (solved.kind === 'no-plan') return solved;
  return solver.answering((): PlanResult => ({
    kind: 'plan',
    plan: finishPlan(
      solver,
      solved.brews,
      () => jugs,
      learned?.harshLimit ?? 1,
      (made) =>
        mixJug(
          onHandFor(solver, (lineId) => made.find((b) => b.lineId === lineId)!.concentrate),
          solver.jugWanted,
        ),
    ),
  }));
}

/** What is too much for the largest jug is made in two. */
const MOST_JUGS = 2;

/** The fewest jugs of a kind that hold so much; undefined where two of the largest do not. */
function jugsFor(kitchen: Kitchen, ml: number): Jugs | undefined {
  const all = kitchen.vessels.filter((v) => v.kind === 'jug');
  for (let count = 1; count <= MOST_JUGS; count++) {
    const vessel = smallestHolding(all, ml / count);
    if (vessel) return { vessel, count };
  }
  return undefined;
}

const TRIES = 7;

/**
 * The nearest target that has a plan, where the limit does not name it itself: another sweetness first, then another strength,
 * then another amount, then another time; each towards what the drink is written for, as little as a few tries find. Where none
 * of them alone is enough, the drink as it is written. It takes a score of trial plans, so an interface asks for it beside its main
 * work. What it says has been planned.
 */
export function nearestThatWorks(drink: Drink, target: PlanTarget, kitchen: Kitchen): PlanTarget | undefined {
  const works = (t: PlanTarget): boolean => hasPlan(drink, t, kitchen);
  const written: PlanTarget = {
    ...drink.defaults,
    hot: target.hot ?? false,
    iced: target.iced,
    audience: target.audience,
  };
  const towards = (field: 'sugarGPerL' | 'strengthX' | 'litres' | 'steepMin', step: number): PlanTarget | undefined => {
    const at = (value: number): PlanTarget => ({ ...target, [field]: value });
    const home = field === 'steepMin' && target.wayId !== written.wayId ? target.steepMin : written[field];
    if (Math.abs(home - target[field]) < step || !works(at(home))) return undefined;
    let [good, bad] = [home, target[field]];
    for (let i = 0; i < TRIES && Math.abs(bad - good) > step * 1.01; i++) {
      const middle = roundTo((good + bad) / 2, step);
      if (middle === good || middle === bad) break;
      if (works(at(middle))) good = middle;
      else bad = middle;
    }
    return at(good);
  };
  const one =
    towards('sugarGPerL', 1) ?? towards('strengthX', 0.05) ?? towards('litres', 0.05) ?? towards('steepMin', 1);
  if (one) return one;
  const several: PlanTarget[] = [
    { ...target, sugarGPerL: written.sugarGPerL, strengthX: written.strengthX },
    { ...target, sugarGPerL: written.sugarGPerL, strengthX: written.strengthX, litres: written.litres },
    { ...written, glassMl: target.glassMl },
    written,
  ];
  return several.find(works);
}

function tooBigForJugs(drink: Drink, target: PlanTarget, kitchen: Kitchen): NoPlan {
  const capacity = Math.max(0, ...kitchen.vessels.filter((v) => v.kind === 'jug').map((v) => v.capacityMl));
  const largest = Math.floor((MOST_JUGS * capacity) / (1 - glassLinesShare(drink)) / 10 + 1e-6) / 100;
  const nearest = largest >= TARGET_RANGES.litres.min ? { ...target, litres: largest } : undefined;
  return {
    kind: 'no-plan',
    limit: 'jug',
    message: `Two of the largest jugs hold ${few((MOST_JUGS * capacity) / 1000)} L, and ${few(target.litres)} L is wanted.`,
    nearest,
  };
}

/** All plants of a plan, brew by brew. */
export const leafOf = (plan: Plan): readonly PlannedLeaf[] => plan.brews.flatMap((b) => b.leaf);

/** Where the water of a brew goes, all pots together. */
export const ledgerOf = ({ run, pots }: PlannedBrew): WaterLedger => {
  const { ledger } = run;
  const of = (key: keyof WaterLedger): number => ledger[key] * pots;
  return {
    waterMl: of('waterMl'),
    steamMl: of('steamMl'),
    ownMl: of('ownMl'),
    dissolvedMl: of('dissolvedMl'),
    heldMl: of('heldMl'),
    pressedMl: of('pressedMl'),
    clingingMl: of('clingingMl'),
    rinsedMl: of('rinsedMl'),
    sweetenedMl: of('sweetenedMl'),
    stirredMl: of('stirredMl'),
    reducedMl: of('reducedMl'),
    outMl: of('outMl'),
  };
};

/** How a brew of a plan is to be made. */
export const choiceOf = (plan: Plan, brewId: string): { wayId: string; steepMin: number } =>
  choiceFor(plan.drink, plan.target, brewId);

/** Volume of the jug that is planned, ml. */
export const plannedJugMl = (plan: Plan): number => mixTotalMl(plan.jug.mix);
