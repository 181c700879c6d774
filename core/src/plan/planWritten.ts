import { REFERENCE_FACTORS } from '../brew/brewRun';
import {
  brewOf,
  choiceFor,
  withSteep,
  writtenMinutes,
  type BrewWay,
  type Drink,
  type Kitchen,
  type PlanTarget,
} from '../drink/drink';
import type { Vessel } from '../heat/vessel';
import { portionOfVolume, pourTogether, volumeMl } from '../liquid/liquid';
import { timesStandard } from '../liquid/strength';
import { few } from '../quantity/few';
import { plantsOf } from '../reference/plants';
import type { Learned } from '../taste/learned';
import { finishPlan, type Jugs, type Made } from './finishPlan';
import { glassLinesShare, writtenTarget } from './houseStandard';
import { figuresOf, type Jug } from './mixJug';
import { lineLiquid } from './mixLines';
import type { NoPlan, Plan, PlanResult } from './planTypes';
import { decafOf, DrinkSolver, type SolvedBrew } from './solveDrink';
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
  const brews: SolvedBrew[] = [];
  for (const line of drink.mix) {
    if (line.from.kind !== 'brew') continue;
    const brew = brewOf(drink, line.from.brewId)!;
    const { wayId, steepMin } = choiceFor(drink, start, brew.id);
    const written = withSteep(brew.ways.find((w) => w.id === wayId) ?? brew.ways[0]!, steepMin);
    const way = ofLots(decafOf(written, brew.id, asked), start.potency);
    const pot = potFor(kitchen, way);
    if (!pot) return noPotFor(kitchen, way);
    brews.push({ brew, lineId: line.id, way, ...pot });
  }
  // In the drink's own order, however the mix is written.
  brews.sort((a, b) => drink.brews.indexOf(a.brew) - drink.brews.indexOf(b.brew));
  return solver.answering((): PlanResult => {
    const plan = finishPlan(
      solver,
      brews,
      (ml) => jugsHolding(kitchen, ml),
      learned?.harshLimit ?? 1,
      (made) => jugAsWritten(solver, made),
    );
    return { kind: 'plan', plan: saying(plan) };
  });
}

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
  };
}

/** The same amounts of lots that give more or less than the reference: the drink is as strong as they make it. */
const ofLots = (way: BrewWay, potency: PlanTarget['potency'] = {}): BrewWay => ({
  ...way,
  ingredients: way.ingredients.map((i) => (potency[i.plant] === undefined ? i : { ...i, potency: potency[i.plant]! })),
});

/** The pot of its kind that holds it; several alike where none does; another vessel of the kitchen where there is none of its kind. */
function potFor({ vessels }: Kitchen, way: BrewWay): { vessel: Vessel; pots: number } | undefined {
  for (let pots = 1; pots <= MOST_POTS; pots++) {
    const vessel = smallestVesselFor(vessels, way, 1 / pots);
    if (vessel) return { vessel, pots };
  }
  const kinds = ['pot', 'jar'] as const;
  for (const vesselKind of kinds) {
    const vessel = smallestVesselFor(vessels, { ...way, vesselKind }, 1);
    if (vessel) return { vessel, pots: 1 };
  }
  return undefined;
}

function noPotFor({ vessels }: Kitchen, { vesselKind }: BrewWay): NoPlan {
  const largest = Math.max(0, ...vessels.filter((v) => v.kind === vesselKind).map((v) => v.capacityMl));
  return {
    kind: 'no-plan',
    limit: 'vessel',
    message: `The largest ${vesselKind} holds ${few(largest / 1000)} L: as it is written, it does not fit even into four of them.`,
    nearest: undefined,
  };
}

const largestJug = ({ vessels }: Kitchen): Vessel =>
  [...vessels].filter((v) => v.kind === 'jug').sort((a, b) => b.capacityMl - a.capacityMl)[0] ?? vessels[0]!;

/** All that is poured together, as written: of a brew all that came out, or so much as there is. */
function jugAsWritten({ drink, standard }: DrinkSolver, made: readonly Made[]): Jug {
  const inJug = drink.mix.filter((l) => l.at === 'jug');
  const there = new Map(made.map((b) => [b.lineId, b.concentrate]));
  const fixed = inJug.map(({ id, book }): number => {
    const brewed = there.get(id);
    if (book === 'rest') return 0;
    if (book === 'all') return brewed ? volumeMl(brewed) : 0;
    return brewed ? Math.min(book, volumeMl(brewed)) : book;
  });
  const partsMl = fixed.reduce((sum, ml) => sum + ml, 0);
  const restMl = Math.max(0, drink.book.jugMl - partsMl);
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
function saying(plan: Plan): Plan {
  const { drink, jug, glass } = plan;
  const jugMl = jug.figures.volumeMl;
  const wholeMl = jugMl / (1 - glassLinesShare(drink));
  const target: PlanTarget = {
    ...plan.target,
    // As a jug is read: to 10 ml, to 1 where it is small.
    litres: wholeMl >= 1000 ? Math.round(wholeMl / 10) / 100 : Math.round(wholeMl) / 1000,
    strengthX: plan.standard > 0 ? Math.round(glass.figures.strengthX * 100) / 100 : 1,
    sugarGPerL: Math.round(glass.figures.sugarGPerL * 10) / 10,
  };
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
