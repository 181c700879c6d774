import { REFERENCE_FACTORS } from '../brew/brewRun';
import {
  brewOf,
  choiceFor,
  TARGET_RANGES,
  withSteep,
  writtenMinutes,
  type BrewWay,
  type Drink,
  type Kitchen,
  type PlanTarget,
} from '../drink/drink';
import { noticed } from '../blend/goals';
import type { Vessel } from '../heat/vessel';
import { portionOfVolume, pourTogether, volumeMl } from '../liquid/liquid';
import { timesStandard } from '../liquid/strength';
import { sweetGPerL } from '../liquid/sweetness';
import { few } from '../quantity/few';
import { plantsOf } from '../reference/plants';
import type { Learned } from '../taste/learned';
import { finishPlan, runOf, type Jugs, type Made } from './finishPlan';
import { bookOf, glassLinesShare, writtenTarget } from './houseStandard';
import { figuresOf, type Jug } from './mixJug';
import { lineLiquid } from './mixLines';
import type { NoPlan, Plan, PlanResult } from './planTypes';
import { decafOf, DrinkSolver, type SolvedBrew } from './solveDrink';
import { scaledWay } from './rounding';
import { smallestHolding, smallestVesselFor } from './vesselChoice';

/** More than this many pots at once is no plan for a kitchen. */
const MOST_POTS = 4;

/**
 * The drink as it stands on the card, forward: these amounts, in this kitchen's pots, all that comes out of them into the jug. Nothing
 * is scaled and nothing is met; its target says what it makes. Which way it is made by, who drinks it and what is confirmed are the
 * cook's.
 */
export function planWritten(
  drink: Drink,
  asked: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): PlanResult {
  const start = startOf(drink, asked);
  const solver = new DrinkSolver(drink, start, kitchen, REFERENCE_FACTORS);
  const times = asked.times ?? 1;
  const brews = brewsTimes(solver, asked, times);
  if ('kind' in brews) return brews;
  return solver.answering((): PlanResult => ({ kind: 'plan', plan: saying(finished(solver, brews, times, learned)) }));
}

/**
 * The card for another amount: so many times all of it that is not fixed, and nothing made denser, sweeter or weaker. How many times is found
 * from the litres, for a larger pot steams less for its size. `same` where what comes out is as the card's glass within what is noticed: in a
 * shallower pot or other air it may not be. What no pots hold brings the largest that they do; undefined where it has no such size.
 */
export function planTimes(
  drink: Drink,
  asked: PlanTarget,
  kitchen: Kitchen,
  learned?: Pick<Learned, 'harshLimit'>,
): { kind: 'plan'; plan: Plan; same: boolean } | NoPlan | undefined {
  const solver = new DrinkSolver(drink, asked, kitchen, REFERENCE_FACTORS);
  const wantedMl = asked.litres * 1000 * (1 - glassLinesShare(drink));
  const jugMlAt = (times: number): number => {
    const brews = brewsTimes(solver, asked, times);
    if ('kind' in brews) return NaN;
    return jugAsWritten(
      solver,
      brews.map((b) => ({ ...b, ...runOf(solver, b, REFERENCE_FACTORS) })),
      times,
    ).figures.volumeMl;
  };
  let begin = wantedMl / bookOf(drink).jugMl;
  const tooLarge = brewsTimes(solver, asked, begin);
  if ('kind' in tooLarge) {
    const fits = mostTimes((times) => !('kind' in brewsTimes(solver, asked, times)), begin);
    const most = solver.answering((): number | { kind: 'none' } => (fits > 0 ? jugMlAt(fits) : { kind: 'none' }));
    if (typeof most !== 'number') return tooLarge;
    if (most < wantedMl) {
      const litres = Math.floor((0.998 * most) / (1 - glassLinesShare(drink)) / 10) / 100;
      return litres >= TARGET_RANGES.litres.min ? { ...tooLarge, nearest: { ...asked, litres } } : tooLarge;
    }
    // This kitchen gives more of it than the card reckons with: less of it is wanted.
    begin = (fits * wantedMl) / most;
  }
  const result = solver.answering((): PlanResult | { kind: 'none' } => {
    const times = timesFor(wantedMl, begin, jugMlAt);
    if (times === undefined) return { kind: 'none' };
    const brews = brewsTimes(solver, asked, times);
    if ('kind' in brews) return brews;
    return { kind: 'plan', plan: asAsked(finished(solver, brews, times, learned), asked) };
  });
  return result.kind === 'plan' ? { ...result, same: isAsTheCard(result.plan, wantedMl) } : undefined;
}

/** By halves, the most times that fit into the pots, below so many that do not: known without boiling anything. */
function mostTimes(fits: (times: number) => boolean, tooMany: number): number {
  let [most, not] = [0, tooMany];
  while (not - most > not / 512) {
    const middle = (most + not) / 2;
    if (fits(middle)) most = middle;
    else not = middle;
  }
  return most;
}

/** Nearer than this to a whole, a half or a third of the card, it is just that: nobody measures a jug nearer. */
const JUST_SO = 0.01;
/** A jug this near to what is asked for is it. */
const NEAR_ENOUGH = 0.004;

/** How many times the card gives so much; undefined where no size does. */
function timesFor(wantedMl: number, begin: number, jugMlAt: (times: number) => number): number | undefined {
  let times = begin;
  for (let i = 0; i < 6; i++) {
    const gives = jugMlAt(times);
    if (!(gives > 0)) return undefined;
    if (Math.abs(gives / wantedMl - 1) < NEAR_ENOUGH) break;
    times *= wantedMl / gives;
  }
  const round = [Math.round(times), Math.round(times * 2) / 2, 1 / Math.round(1 / times)].find(
    (r) => r > 0 && Number.isFinite(r) && Math.abs(r / times - 1) < 2 * JUST_SO,
  );
  return round !== undefined && Math.abs(jugMlAt(round) / wantedMl - 1) < JUST_SO ? round : times;
}

/** Whether what is planned is what the card makes, within what is noticed, and as much as was asked for. */
function isAsTheCard({ drink, glass, jug, standard }: Plan, wantedMl: number): boolean {
  const card = bookOf(drink).glass;
  const near = (of: 'strength' | 'sugar', is: number, written: number): boolean =>
    Math.abs(is - written) <= noticed(of, written);
  return (
    Math.abs(jug.figures.volumeMl / wantedMl - 1) < JUST_SO &&
    (standard === 0 || near('strength', glass.figures.strengthX, timesStandard(card, standard))) &&
    near('sugar', glass.figures.sugarGPerL, sweetGPerL(card))
  );
}

/** The brews of a card at so many times its amounts, each in its pots; or why one has none. */
function brewsTimes({ drink, target, kitchen }: DrinkSolver, asked: PlanTarget, times: number): SolvedBrew[] | NoPlan {
  const brews: SolvedBrew[] = [];
  for (const line of drink.mix) {
    if (line.from.kind !== 'brew') continue;
    const brew = brewOf(drink, line.from.brewId)!;
    const { wayId, steepMin } = choiceFor(drink, target, brew.id);
    const written = withSteep(brew.ways.find((w) => w.id === wayId) ?? brew.ways[0]!, steepMin);
    const lots = ofLots(decafOf(written, brew.id, asked), target.potency);
    const way = times === 1 ? lots : scaledWay(lots, times);
    const pot = potFor(kitchen, way, asked.asWritten === true);
    if (!pot) return noPotFor(kitchen, way, times);
    brews.push({ brew, lineId: line.id, way, ...pot });
  }
  // In the drink's own order, however the mix is written.
  return brews.sort((a, b) => drink.brews.indexOf(a.brew) - drink.brews.indexOf(b.brew));
}

const finished = (
  solver: DrinkSolver,
  brews: readonly SolvedBrew[],
  times: number,
  learned: Pick<Learned, 'harshLimit'> | undefined,
): Plan =>
  finishPlan(
    solver,
    brews,
    (ml) => jugsHolding(solver.kitchen, ml),
    learned?.harshLimit ?? 1,
    (made) => jugAsWritten(solver, made, times),
  );

/** What stays the cook's own of a target when the drink is made as written. */
function startOf(drink: Drink, asked: PlanTarget): PlanTarget {
  const written = writtenTarget(drink);
  const {
    wayId,
    others,
    audience,
    provenance,
    confirmedOn,
    asked: askedAbout,
    people,
    glassesEach,
    readyBy,
    potency,
    drinker,
  } = asked;
  const way =
    drink.brews[0].ways.find((w) => w.id === wayId) ?? drink.brews[0].ways.find((w) => w.id === written.wayId)!;
  const chosen = Object.entries(others ?? {}).flatMap(([brewId, choice]) => {
    const of = brewOf(drink, brewId)?.ways.find((w) => w.id === choice.wayId);
    return of ? [[brewId, { wayId: of.id, steepMin: writtenMinutes(of) }] as const] : [];
  });
  return {
    ...written,
    wayId: way.id,
    steepMin: writtenMinutes(way),
    ...(chosen.length > 0 ? { others: Object.fromEntries(chosen) } : {}),
    audience,
    ...(provenance ? { provenance } : {}),
    ...(confirmedOn ? { confirmedOn } : {}),
    ...(askedAbout ? { asked: askedAbout } : {}),
    ...(people === undefined ? {} : { people }),
    ...(glassesEach === undefined ? {} : { glassesEach }),
    ...(readyBy ? { readyBy } : {}),
    ...(potency ? { potency } : {}),
    ...(drinker ? { drinker } : {}),
    asWritten: true,
    ...(asked.times === undefined ? {} : { times: asked.times }),
  };
}

/** The same amounts of lots that give more or less than the reference: the drink is as strong as they make it. */
const ofLots = (way: BrewWay, potency: PlanTarget['potency'] = {}): BrewWay => ({
  ...way,
  ingredients: way.ingredients.map((i) => (potency[i.plant] === undefined ? i : { ...i, potency: potency[i.plant]! })),
});

/**
 * The pot of its kind that holds it; several alike where none does; as written, another vessel of the kitchen where there is none of its
 * kind.
 */
function potFor({ vessels }: Kitchen, way: BrewWay, anyKind: boolean): { vessel: Vessel; pots: number } | undefined {
  for (let pots = 1; pots <= MOST_POTS; pots++) {
    const vessel = smallestVesselFor(vessels, way, 1 / pots);
    if (vessel) return { vessel, pots };
  }
  const kinds = anyKind ? (['pot', 'jar'] as const) : [];
  for (const vesselKind of kinds) {
    const vessel = smallestVesselFor(vessels, { ...way, vesselKind }, 1);
    if (vessel) return { vessel, pots: 1 };
  }
  return undefined;
}

function noPotFor({ vessels }: Kitchen, { vesselKind }: BrewWay, times: number): NoPlan {
  const largest = Math.max(0, ...vessels.filter((v) => v.kind === vesselKind).map((v) => v.capacityMl));
  return {
    kind: 'no-plan',
    limit: 'vessel',
    message:
      times === 1
        ? `The largest ${vesselKind} holds ${few(largest / 1000)} L: as it is written, it does not fit even into four of them.`
        : `The largest ${vesselKind} holds ${few(largest / 1000)} L, too little for this much even in four at once.`,
    nearest: undefined,
  };
}

const largestJug = ({ vessels }: Kitchen): Vessel =>
  [...vessels].filter((v) => v.kind === 'jug').sort((a, b) => b.capacityMl - a.capacityMl)[0] ?? vessels[0]!;

/** All that is poured together, so many times as written: of a brew all that came out, or so much as there is. */
function jugAsWritten(
  { drink, standard }: DrinkSolver,
  made: readonly Pick<Made, 'lineId' | 'concentrate'>[],
  times: number,
): Jug {
  const inJug = drink.mix.filter((l) => l.at === 'jug');
  const there = new Map(made.map((b) => [b.lineId, b.concentrate]));
  const fixed = inJug.map(({ id, book }): number => {
    const brewed = there.get(id);
    if (book === 'rest') return 0;
    if (book === 'all') return brewed ? volumeMl(brewed) : 0;
    return brewed ? Math.min(book * times, volumeMl(brewed)) : book * times;
  });
  const partsMl = fixed.reduce((sum, ml) => sum + ml, 0);
  const restMl = Math.max(0, drink.book.jugMl * times - partsMl);
  const volumes = inJug.map((l, i) => (l.book === 'rest' ? restMl : fixed[i]!));
  const liquid = pourTogether(
    ...inJug.map((l, i) => {
      const brewed = there.get(l.id);
      return brewed ? portionOfVolume(brewed, volumes[i]!) : lineLiquid(l.from, volumes[i]!, plantsOf(drink));
    }),
  );
  return {
    mix: Object.fromEntries(inJug.map((l, i) => [l.id, volumes[i]!])),
    liquid,
    figures: figuresOf(liquid, standard),
    missed: [],
    usedUp: inJug.filter((l) => l.book === 'all').map((l) => l.id),
  };
}

/** What it makes is what its target says. */
const saying = (plan: Plan): Plan => {
  const { jug, glass, drink } = plan;
  const wholeMl = jug.figures.volumeMl / (1 - glassLinesShare(drink));
  return asAsked(plan, {
    ...plan.target,
    // As a jug is read: to 10 ml, to 1 where it is small.
    litres: wholeMl >= 1000 ? Math.round(wholeMl / 10) / 100 : Math.round(wholeMl) / 1000,
    strengthX: plan.standard > 0 ? Math.round(glass.figures.strengthX * 100) / 100 : 1,
    sugarGPerL: Math.round(glass.figures.sugarGPerL * 10) / 10,
  });
};

/** What the jug is to be is what comes out. */
function asAsked(plan: Plan, target: PlanTarget): Plan {
  const { drink, jug, glass } = plan;
  const jugMl = jug.figures.volumeMl;
  const wholeMl = jugMl / (1 - glassLinesShare(drink));
  const parts = plan.brews.flatMap((b) => {
    const line = drink.mix.find((l) => l.from.kind === 'brew' && l.from.brewId === b.brewId)!;
    return b.curve
      ? [[line.id, (timesStandard(b.concentrate, plan.standard) * (jug.mix[line.id] ?? 0)) / jugMl] as const]
      : [];
  });
  return {
    ...plan,
    target,
    jugWanted: {
      volumeMl: jugMl,
      strengthX: jug.figures.strengthX,
      sugarGPerL: jug.figures.sugarGPerL,
      standard: plan.standard,
      ...(parts.length > 1 && plan.standard > 0 ? { parts: Object.fromEntries(parts) } : {}),
    },
    glass: { ...glass, count: wholeMl / target.glassMl },
  };
}

/** One jug that holds it, or as many of the largest as it takes. */
function jugsHolding(kitchen: Kitchen, ml: number): Jugs {
  const all = kitchen.vessels.filter((v) => v.kind === 'jug');
  const one = smallestHolding(all, ml);
  if (one) return { vessel: one, count: 1 };
  const vessel = largestJug(kitchen);
  const count = Math.max(1, Math.ceil(ml / vessel.capacityMl - 1e-9));
  return { vessel: smallestHolding(all, ml / count) ?? vessel, count };
}
