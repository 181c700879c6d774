import { batchAfter, type Batch } from '../batch/batch';
import type { BatchEvent } from '../batch/batchEvent';
import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { SCHOOLS } from '../drink/schools';
import { colourIn } from '../liquid/colour';
import { volumeMl } from '../liquid/liquid';
import { planFromLots, type FromLots } from '../pantry/lotsFor';
import type { PantryEntry } from '../pantry/pantry';
import { shoppingForAll, type ShoppingLine } from '../pantry/shopping';
import { alsoToGet } from '../plan/alsoToGet';
import type { Plan } from '../plan/planTypes';
import { windowOf } from '../safety/derive';
import { blocksAt, findingsOf, warningsOfPlan, type Finding } from '../safety/evaluate';
import { factsOfPlan } from '../safety/planFacts';
import type { Learned } from '../taste/learned';
import { asItGoes, cameOutL } from './asItGoes';
import { chainsOf, type PlannedOn } from './chains';
import { endOf, type Chain, type DayKitchen, type KitchenUse, type PlacedChain } from './kitchenDay';
import { drinkKeys, LEAST_LITRES, litresOf, targetFor, type Occasion, type OccasionDrink } from './occasion';
import { BINDS } from './placing';
import { latestBegin, scheduleDay, type DayWish, type Scheduled } from './schedule';
import { surelyReadyMin, withSlack } from './sure';
import { ICE_MAKING } from '../drink/defaultKitchen';
import { iceFor, kitchenAs, kitchenOfDay, ringsOf, sharedJugs, type StandsIn } from './whatThereIs';

// The day of an occasion: its drinks planned, put on one clock, and what it takes.

/** A drink of an occasion, where its next plan starts from in this house, and its batch once it has begun. */
export type AskedDrink = {
  of: OccasionDrink;
  drink: Drink;
  startFrom: PlanTarget;
  learned?: Learned;
  /** glasses of it that stand already and keep until it is served */
  standing: number;
  events?: readonly BatchEvent[];
};

/** All that a day is worked out from. */
export type DayQuestion = {
  occasion: Occasion;
  drinks: readonly AskedDrink[];
  kitchen: Kitchen;
  pantry: readonly PantryEntry[];
  nowMs: number;
};

/** What is not the question's own: where the house is, and how plans are had (one that was worked out before may be taken). */
export type DayMeans = {
  /** the hour of the day at a moment, 0 to below 24, where the kitchen is */
  localHour: (ms: number) => number;
  planned?: typeof planFromLots;
  tries?: number;
};

/** A drink as the day makes it. */
export type DayDrink = {
  key: string;
  drinkId: string;
  drinkVersion: number;
  name: string;
  colour: string;
  glasses: number;
  standing: number;
  litres: number;
  glassMl: number;
  second?: { name: string; glasses: number };
  standsIn: StandsIn;
  /** what it would be begun with at the stove, and what of the kitchen it takes */
  target?: PlanTarget;
  use?: KitchenUse;
  warnings: readonly Finding[];
  blocks: readonly Finding[];
  /** why it cannot be planned */
  reason?: string;
  /** it cannot be ready any more while it is served: when it is at the soonest, min against ready */
  soonestMin?: number;
  /** where it has begun: how far it is, and what it comes to, L */
  begun?: { batchId: string; phase: Batch['phase']; cameOutL: number };
};

/** Ice for all of it: what is needed, how often the trays are filled, and what is bought, g. */
export type DayIce = { neededG: number; goes: number; madeG: number; boughtG: number };

/** A day as it can be, or which drink has no place in it and what is in its way. */
export type DayAnswer = {
  drinks: readonly DayDrink[];
  kitchen: DayKitchen;
  /** what all of it needs, against what is there */
  toGet: readonly ShoppingLine[];
  ice: DayIce;
} & (
  | {
      kind: 'day';
      placed: readonly PlacedChain[];
      /** when the first drink is begun; trays are filled before */
      beginMin: number;
      /** no day of it could begin later, min against ready */
      boundMin: number;
      /** when all is ready nine times in ten, min against ready */
      sureMin: number;
    }
  | { kind: 'no-place'; key: string; drinkName: string; binds: string | undefined }
);

/** What has no colour of its own. */
const NO_COLOUR = '#8a6a4a';
const GLASS_CM = 9;
/** The chains of the ice. */
const ICE = { bath: 'ice-for-the-bath', glasses: 'ice-for-the-glasses' } as const;
const MIN_A_DAY = 1440;

/** Whether something is a matter of the ice and not of a drink. */
export const isIce = (chainId: string): boolean => chainId === ICE.bath || chainId === ICE.glasses;

/** The key of the drink that a chain is of; chains of the ice have none. */
export const keyOfChain = (chainId: string): string => chainId.split('/')[0]!;

type Worked = {
  line: DayDrink;
  plans: readonly [PlannedOn, ...PlannedOn[]] | undefined;
  asked: AskedDrink;
  batch: Batch | undefined;
};

/** A day of an occasion, worked out back from when it is to be ready and forward from now. */
export function dayOfOccasion(question: DayQuestion, means: DayMeans): DayAnswer {
  const { occasion, kitchen, pantry, nowMs } = question;
  const readyMs = Date.parse(occasion.readyBy);
  const nowMin = (nowMs - readyMs) / 60_000;
  const asDone = (c: Chain): Chain => doneBySheet(c, occasion.done ?? {}, nowMin);
  const works = planAll(question, means);
  const stands = sharedJugs(
    kitchen,
    works.flatMap(({ line, plans }) =>
      plans ? [{ id: line.key, litres: volumeMl(plans[0].plan.jug.liquid) / 1000 }] : [],
    ),
  );
  const plans = works.flatMap((w) => (w.plans && !w.batch ? [w.plans[0].plan] : []));
  const ices = works.flatMap((w) => (w.plans ? [alsoToGet(w.plans[0].plan).ice] : []));
  const bathG = ices.reduce((sum, i) => sum + i.bathG, 0);
  const neededG = ices.reduce((sum, i) => sum + i.glassesG + i.jugG, bathG);
  const have = kitchenOfDay(kitchen, occasion, means.localHour);
  const own = works.flatMap((w) => chainsOfWorked(w, stands, { readyMs, nowMs })).map(asDone);
  const drinks = works.map(({ line }) => ({ ...line, standsIn: stands[line.key] ?? [] }));
  const base = { drinks, kitchen: have, toGet: shoppingForAll(plans, pantry) };
  const noJug = works.find((w) => w.plans && !stands[w.line.key]);
  if (noJug)
    return {
      ...base,
      ice: { neededG, ...iceFor(kitchen, 0, 0), boughtG: neededG },
      kind: 'no-place',
      key: noJug.line.key,
      drinkName: noJug.line.name,
      binds: 'jugs',
    };
  const ice = iceFor(kitchen, neededG, AWAKE * Math.max(0, -nowMin / 60));
  const trays: DayKitchen = { ...have, have: { ...have.have, trays: 1 } };
  const wish = { nowMin, pins: occasion.moved, ...(means.tries === undefined ? {} : { tries: means.tries }) };
  const withIce = iceChains(kitchen, ice.goes, bathG).map(asDone);
  let made: DayIce = { neededG, ...ice };
  let day = scheduledWithout(withSlack([...behindIce(own, withIce), ...withIce]), trays, wish);
  // What the trays would hold up is bought: where the day is pressed, and is less so without them.
  if (withIce.length > 0 && pressOf(day) > 0) {
    const without = scheduledWithout(withSlack(own), trays, wish);
    if (pressOf(without) < pressOf(day) - 1) {
      day = without;
      made = { neededG, goes: 0, madeG: 0, boughtG: neededG };
    }
  }
  const { scheduled, chains: all, soonest } = day;
  if (scheduled.kind === 'no-place') {
    const key = keyOfChain(scheduled.chainId);
    const drinkName = drinks.find((d) => d.key === key)?.name ?? '';
    return { ...base, ice: made, kind: 'no-place', key, drinkName, binds: scheduled.binds };
  }
  const { placed } = scheduled;
  return {
    ...base,
    drinks: drinks.map((d) => {
      const use = placed.find((p) => p.id === d.key)?.use;
      const soonestMin = soonest[d.key];
      return { ...d, ...(use ? { use } : {}), ...(soonestMin === undefined ? {} : { soonestMin }) };
    }),
    ice: made,
    kind: 'day',
    placed,
    beginMin: Math.min(0, ...placed.filter((p) => !isIce(p.id)).map((p) => p.starts[0]!)),
    boundMin: latestBegin(
      all.filter((c) => !isIce(c.id)).map((c) => ({ ...c, after: (c.after ?? []).filter((a) => !isIce(a.chain)) })),
      trays,
    ),
    sureMin: surelyReadyMin(placed.filter((p) => !isIce(p.id))),
  };
}

type WithoutLate = {
  scheduled: Scheduled;
  chains: readonly Chain[];
  /** by drink, min against ready */
  soonest: Readonly<Record<string, number>>;
};

/** A day without the drinks that cannot be ready any more while it is served; each says when it is at the soonest. */
function scheduledWithout(
  chains: readonly Chain[],
  kitchen: DayKitchen,
  wish: DayWish & { tries?: number },
): WithoutLate {
  const soonest: Record<string, number> = {};
  for (let left = chains; ;) {
    const scheduled = scheduleDay(left, kitchen, wish);
    if (scheduled.kind === 'day' || scheduled.binds !== BINDS.time) return { scheduled, chains: left, soonest };
    const key = keyOfChain(scheduled.chainId);
    const own = left.filter((c) => keyOfChain(c.id) === key);
    // How long it would keep is no matter of when it is ready.
    const own_ = own.map(({ keepsMin: _keeps, ...c }): Chain => ({
      ...c,
      after: (c.after ?? []).filter((a) => keyOfChain(a.chain) === key),
    }));
    const alone = scheduleDay(own_, { ...kitchen, servedMin: EVER_MIN }, { ...wish, pins: {}, tries: 1 });
    soonest[key] = alone.kind === 'day' ? Math.max(...alone.placed.map((p) => endOf(p) + p.restMin)) : EVER_MIN;
    left = left
      .filter((c) => keyOfChain(c.id) !== key)
      .map((c) => (c.after ? { ...c, after: c.after.filter((a) => keyOfChain(a.chain) !== key) } : c));
  }
}

/** As long as anything may take, min: a live jar takes weeks. */
const EVER_MIN = 60 * 1440;

/** How far something of a day is from being in time, min; without end where it has no place. */
const pressOf = ({ scheduled, soonest }: WithoutLate): number =>
  scheduled.kind === 'no-place'
    ? Infinity
    : Math.max(0, ...scheduled.placed.map((p) => p.lateMin), ...Object.values(soonest));

/** Of the hours of a day so many somebody is up to fill trays. */
const AWAKE = 0.6;

/** Each drink planned as it would be begun, and in other pots and on other rings where drinks meet. */
function planAll(
  { occasion, drinks, kitchen, pantry }: DayQuestion,
  { planned = planFromLots }: DayMeans,
): readonly Worked[] {
  const keys = drinkKeys(occasion);
  const rings = ringsOf(kitchen);
  const top = rings[0] ?? kitchen.burner.watts;
  const ringsAt = (watts: number): number[] => rings.flatMap((w, i) => (w === watts ? [i] : []));
  const strongest = kitchenAs(kitchen, { watts: top });
  const bases = drinks.map((asked, i): Worked & { made?: FromLots } => {
    const { of, drink, startFrom, standing } = asked;
    const glassMl = of.glassMl ?? startFrom.glassMl;
    const { litres, glasses, secondGlasses } = litresOf(occasion, of, glassMl, standing);
    const line: DayDrink = {
      key: keys[i]!,
      drinkId: drink.id,
      drinkVersion: drink.version,
      name: drink.name,
      colour: NO_COLOUR,
      glasses,
      standing,
      litres,
      glassMl,
      ...(of.second ? { second: { name: of.second.name, glasses: secondGlasses } } : {}),
      standsIn: [],
      warnings: [],
      blocks: [],
    };
    const batch = asked.events && asked.events.length > 0 ? batchAfter(asked.events) : undefined;
    if (batch && batch.phase !== 'discarded') return begunAt({ line, asked, batch }, ringsAt(top), planned);
    if (litres < LEAST_LITRES) return { line, plans: undefined, asked, batch: undefined };
    const target = targetFor(occasion, of, startFrom, litres);
    const made = planned(pantry, { drink, target, kitchen: strongest, learned: asked.learned });
    if (made.result.kind === 'no-plan')
      return { line: { ...line, reason: made.result.message }, plans: undefined, asked, batch: undefined };
    const { plan } = made.result;
    const findings = findingsOf(...factsOfPlan(plan));
    return {
      line: {
        ...line,
        colour: colourOf(plan),
        target: made.target,
        warnings: warningsOfPlan(findings),
        blocks: blocksAt(findings, 'plan', 'picker', 'stove'),
      },
      plans: [{ plan, use: top === kitchen.burner.watts ? {} : { watts: top }, rings: ringsAt(top) }],
      asked,
      batch: undefined,
      made,
    };
  });
  const taken = vesselsTwice(bases);
  return bases.map((w): Worked => {
    if (!w.plans || !w.made || w.batch) return w;
    const [{ plan }] = w.plans;
    const without = plan.brews.map((b) => b.vessel.id).filter((id) => taken.has(id));
    const uses: { use: KitchenUse; rings: readonly number[] }[] = [
      ...(without.length > 0 ? [{ use: { ...w.plans[0].use, without }, rings: ringsAt(top) }] : []),
      ...[...new Set(rings)].filter((x) => x !== top).map((watts) => ({ use: { watts }, rings: ringsAt(watts) })),
    ];
    const others = uses.flatMap(({ use, rings: on }): PlannedOn[] => {
      const { result } = planned(pantry, {
        drink: w.asked.drink,
        target: w.made!.target,
        kitchen: kitchenAs(strongest, use),
        learned: w.asked.learned,
      });
      // Another ring or pot does what this one does: a drink of other brews is another drink.
      return result.kind === 'plan' ? [{ plan: result.plan, use, rings: on }] : [];
    });
    return { ...w, plans: [w.plans[0], ...others] };
  });
}

/** A drink that has begun is what it was begun as. */
function begunAt(
  { line, asked, batch }: { line: DayDrink; asked: AskedDrink; batch: Batch },
  rings: readonly number[],
  planned: typeof planFromLots,
): Worked {
  const { drink, target, kitchen, houseHarshLimit } = batch.plan;
  // Its lots and what was known of the house are in what it was begun with: no pantry of today changes it.
  const { result } = planned([], { drink, target, kitchen, learned: { harshLimit: houseHarshLimit } });
  const begun = { batchId: batch.id, phase: batch.phase, cameOutL: cameOutL(batch, target.litres) };
  const own = { ...line, litres: target.litres, glassMl: target.glassMl, begun };
  if (result.kind === 'no-plan') return { line: { ...own, reason: result.message }, plans: undefined, asked, batch };
  return {
    line: { ...own, colour: colourOf(result.plan) },
    plans: [{ plan: result.plan, use: {}, rings }],
    asked,
    batch,
  };
}

const colourOf = (plan: Plan): string => colourIn(plan.jug.liquid, { diameterCm: GLASS_CM });

/** Pots and jars that more than one drink would be made in. */
function vesselsTwice(works: readonly Worked[]): ReadonlySet<string> {
  const seen = new Map<string, number>();
  for (const { plans } of works)
    for (const id of new Set(plans?.[0].plan.brews.map((b) => b.vessel.id) ?? []))
      seen.set(id, (seen.get(id) ?? 0) + 1);
  return new Set([...seen].flatMap(([id, n]) => (n > 1 ? [id] : [])));
}

function chainsOfWorked(
  { line, plans, batch }: Worked,
  stands: Readonly<Record<string, StandsIn | undefined>>,
  when: { readyMs: number; nowMs: number },
): readonly Chain[] {
  if (!plans) return [];
  const [{ plan }] = plans;
  const days = Math.min(...factsOfPlan(plan).map((f) => windowOf(f).targetDays));
  const chains = chainsOf(line.key, plans, { standsIn: stands[line.key] ?? [], keepsMin: days * MIN_A_DAY });
  return batch ? asItGoes(chains, line.key, batch, when) : chains;
}

/** A chain with what was done of it by the sheet; what stands by itself begins when what is before it is over. */
function doneBySheet(chain: Chain, done: Readonly<Record<string, number>>, nowMin: number): Chain {
  if (chain.begun) return chain;
  const begun: number[] = [];
  const { tasks } = chain.modes[0];
  for (const [i, t] of tasks.entries()) {
    const over = i > 0 ? begun[i - 1]! + tasks[i - 1]!.minutes : -Infinity;
    const at = done[t.id] ?? (t.needs.some((n) => n.of === 'hands') || over > nowMin ? undefined : over);
    if (at === undefined || at === -Infinity) break;
    begun.push(Math.max(at, over));
  }
  return begun.length > 0 ? { ...chain, begun } : chain;
}

/** Trays that are filled so often, those for the bath before the first bath, the others before the glasses are poured. */
function iceChains(kitchen: Kitchen, goes: number, bathG: number): readonly Chain[] {
  const { trayG, hours } = kitchen.ice ?? ICE_MAKING;
  if (goes <= 0 || trayG <= 0) return [];
  const forBath = Math.min(goes, Math.ceil(bathG / trayG - 1e-9));
  const chain = (id: string, name: string, n: number): Chain[] =>
    n <= 0
      ? []
      : [
          {
            id,
            name,
            restMin: 0,
            modes: [
              {
                tasks: Array.from({ length: n }, (_, i) => [
                  {
                    id: `${id}/fill-${i + 1}`,
                    name: i === 0 ? `Fill the ice trays, ${name}` : 'Ice into a bag, fill the trays anew',
                    kind: 'hands' as const,
                    minutes: 3,
                    slackMin: 0,
                    litres: trayG / 1000,
                    needs: [{ of: 'hands', amount: 1 }],
                  },
                  {
                    id: `${id}/freeze-${i + 1}`,
                    name: 'Ice freezes',
                    kind: 'stand' as const,
                    minutes: Math.round(hours * 60),
                    slackMin: 0,
                    litres: trayG / 1000,
                    needs: [{ of: 'trays', amount: 1 }],
                  },
                ]).flat(),
                gaps: Array.from({ length: 2 * n - 1 }, (_, k) =>
                  k % 2 === 0 ? { minMin: 0, maxMin: 0 } : { minMin: 0, maxMin: MIN_A_DAY },
                ),
                holds: [],
              },
            ],
          },
        ];
  return [...chain(ICE.bath, 'for the bath', forBath), ...chain(ICE.glasses, 'for the glasses', goes - forBath)];
}

/** Drinks whose bath waits for its ice, in whatever way they are done. */
const behindIce = (chains: readonly Chain[], ice: readonly Chain[]): readonly Chain[] =>
  !ice.some((c) => c.id === ICE.bath)
    ? chains
    : chains.map((c) => {
        const begun = new Set(c.modes[0].tasks.slice(0, c.begun?.length ?? 0).map((t) => t.id));
        const baths = new Set(c.modes.flatMap((m) => m.tasks.find((t) => t.kind === 'bath')?.id ?? []));
        const waits = [...baths].filter((id) => !begun.has(id)).map((task) => ({ chain: ICE.bath, task }));
        return waits.length > 0 ? { ...c, after: [...(c.after ?? []), ...waits] } : c;
      });

/**
 * A change that was tried, and what comes of it: the day can be, or is less late. It is the occasion's, or the drink's own where its card has
 * no such way yet.
 */
export type DayWayOut = { words: string; lateMin: number } & (
  { kind: 'occasion'; occasion: Occasion } | { kind: 'school'; drinkId: string }
);

/**
 * Changes tried one after the other, each by itself, for a drink that has no place or is late: another way of its own, another pair of hands,
 * without what was put by hand, less of it, without it. Those after which the day can be and nothing is as late; the least late first.
 */
export function waysOutOfDay(question: DayQuestion, answer: DayAnswer, means: DayMeans): readonly DayWayOut[] {
  const { occasion, drinks } = question;
  const keys = drinkKeys(occasion);
  const key = answer.kind === 'no-place' ? answer.key : worst(answer);
  const at = keys.indexOf(key ?? '');
  const asked = drinks[at];
  const before = answer.kind === 'no-place' ? Infinity : lateOf(answer);
  const with_ = (change: (d: OccasionDrink) => OccasionDrink): Occasion => ({
    ...occasion,
    drinks: occasion.drinks.map((d, i) => (i === at ? change(d) : d)),
  });
  const line = answer.drinks.find((d) => d.key === key);
  const begun = line?.begun !== undefined;
  const swapped = (change: Partial<AskedDrink>): readonly AskedDrink[] =>
    drinks.map((d, i) => (i === at ? { ...d, ...change } : d));
  type Try = { words: string; drinks: readonly AskedDrink[]; occasion: Occasion; school?: string };
  const of = (words: string, o: Occasion): Try => {
    const kept = drinks.filter((_, i) => o.drinks.length === drinks.length || i !== at);
    return { words, occasion: o, drinks: kept.map((d, i) => ({ ...d, of: o.drinks[i]! })) };
  };
  const free = asked && !begun ? asked : undefined;
  const tries: readonly Try[] = [
    ...(free
      ? free.drink.brews[0].ways
          .filter((w) => w.id !== (free.of.wayId ?? free.startFrom.wayId))
          .map((w) =>
            of(
              `${free.drink.name}: ${w.shortName.toLowerCase()}`,
              with_((d) => ({ ...d, wayId: w.id })),
            ),
          )
      : []),
    of('A second pair of hands', { ...occasion, hands: occasion.hands + 1 }),
    ...(Object.keys(occasion.moved).length > 0 ? [of('Nothing moved by hand', { ...occasion, moved: {} })] : []),
    ...(free
      ? SCHOOLS.filter((s) => OTHER_WAYS.has(s.id)).flatMap((s): Try[] => {
          const made = s.apply(free.drink, free.startFrom);
          if (!made) return [];
          const { wayId: _own, ...plain } = free.of;
          return [
            {
              words: `${free.drink.name}, ${s.name.charAt(0).toLowerCase() + s.name.slice(1)}`,
              occasion,
              drinks: swapped({ drink: made.drink, startFrom: made.target, of: plain }),
              school: free.drink.id,
            },
          ];
        })
      : []),
    ...(free && line
      ? LESS.map(({ share, words }) =>
          of(
            `${words} of the ${free.drink.name}`,
            with_((d) => ({ ...d, litres: Math.max(LEAST_LITRES, Math.round(line.litres * share * 10) / 10) })),
          ),
        )
      : []),
    ...(free && occasion.drinks.length > 1
      ? [
          of(`The day without the ${free.drink.name}`, {
            ...occasion,
            drinks: occasion.drinks.filter((_, i) => i !== at),
          }),
        ]
      : []),
  ];
  const found = tries.flatMap(({ words, occasion: o, drinks: asked_, school }): DayWayOut[] => {
    const then = dayOfOccasion({ ...question, occasion: o, drinks: asked_ }, { ...means, tries: TRIED });
    if (then.kind === 'no-place' || then.drinks.some((d) => d.reason)) return [];
    const lateMin = lateOf(then);
    if (lateMin >= before - 1) return [];
    return [
      school ? { kind: 'school', words, lateMin, drinkId: school } : { kind: 'occasion', words, lateMin, occasion: o },
    ];
  });
  // Of two that are as little late, what asks for less comes first: as they were tried.
  return found.sort((a, b) => Math.round(a.lateMin / 5) - Math.round(b.lateMin / 5));
}

/** Orders that are tried for each change: fewer, for there are many. */
const TRIED = 40;
/** Schools that change how long a drink takes and what it wants of the kitchen. */
const OTHER_WAYS: ReadonlySet<string> = new Set([
  'boiled',
  'boil-then-fridge',
  'cold',
  'short-and-hot',
  'long-and-cold',
  'onto-ice',
]);
const LESS = [
  { share: 0.75, words: 'A quarter less' },
  { share: 0.5, words: 'Half as much' },
] as const;

/** How late the latest of a day is, min. */
const lateOf = ({ placed, drinks }: Extract<DayAnswer, { kind: 'day' }>): number =>
  Math.max(0, ...placed.map((p) => p.lateMin), ...drinks.map((d) => d.soonestMin ?? 0));

/** The drink that is latest. */
function worst({ placed, drinks }: Extract<DayAnswer, { kind: 'day' }>): string | undefined {
  const all = [
    ...placed.map((p) => ({ key: keyOfChain(p.id), late: p.lateMin })),
    ...drinks.map((d) => ({ key: d.key, late: d.soonestMin ?? 0 })),
  ].sort((a, b) => b.late - a.late);
  return all[0] && all[0].late > 0 ? all[0].key : undefined;
}
