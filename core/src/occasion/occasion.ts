import type { PlannedBrew, Plan } from '../plan/planTypes';
import { betweenStages, HANDS, mixMinutes, restMinutes, servedAtOnce } from '../plan/workTime';
import { volumeMl } from '../liquid/liquid';
import type { Kitchen } from '../drink/drink';
import { NIGHT } from '../quantity/night';
import { normalCdf } from '../quantity/normal';
import { requirePositive } from '../quantity/range';
import { bisect } from '../quantity/solve';
import type { Chain, DayKitchen, DayTask, Gap, Hold, Need } from './kitchenDay';

// An occasion: several drinks for guests, ready at one time, made by one kitchen.

/** A group that drinks: so many people, so many glasses each. */
export type Group = { people: number; glassesEach: number };

/** A drink of an occasion: its share of the glasses, or so many litres of it. */
export type OccasionDrink = { drinkId: string; share: number; litres?: number; wayId?: string };

/** An occasion as it is kept. */
export type Occasion = {
  v: 1;
  id: string;
  name: string;
  /** when all is to be ready, UTC */
  readyBy: string;
  /** how long it is served, h */
  servedHours: number;
  groups: readonly Group[];
  drinks: readonly OccasionDrink[];
  /** pairs of hands */
  hands: number;
  /** tasks that were put somewhere: chains by how much earlier they end than they might, min */
  moved: Readonly<Record<string, number>>;
};

/** Accepted figures of an occasion. */
export const OCCASION_RANGES = {
  people: { unit: '', min: 1, max: 500 },
  glassesEach: { unit: '', min: 0.25, max: 12 },
  share: { unit: '', min: 1, max: 100 },
  litres: { unit: 'L', min: 0.2, max: 20 },
  servedHours: { unit: 'h', min: 0, max: 24 },
  hands: { unit: '', min: 1, max: 4 },
} as const;

/** Glasses of an occasion, all told. */
export const glassesOfOccasion = ({ groups }: Pick<Occasion, 'groups'>): number =>
  groups.reduce((sum, g) => sum + g.people * g.glassesEach, 0);

/**
 * Litres of each drink: those told, or its share of the glasses less what stands and is still good then.
 * @param glassMl size of a glass of a drink, ml
 * @param standing glasses of a drink that stand and keep until it is served
 */
export function litresOf(
  occasion: Pick<Occasion, 'groups' | 'drinks'>,
  drink: OccasionDrink,
  glassMl: number,
  standing = 0,
): { litres: number; glasses: number } {
  requirePositive('litresOf', 'glassMl', glassMl, 'ml');
  const shares = occasion.drinks.reduce((sum, d) => sum + d.share, 0);
  const glasses = shares > 0 ? (glassesOfOccasion(occasion) * drink.share) / shares : 0;
  const missing = Math.max(0, glasses - standing);
  const litres = drink.litres ?? Math.round((missing * glassMl) / 100) / 10;
  return { litres, glasses };
}

const HANDS_NEED: Need = { of: 'hands', amount: 1 };
const AT_ONCE: Gap = { minMin: 0, maxMin: 0 };
/** What is hot or has just been strained waits no longer than this, min: the cooling limits have room for it. House choice. */
const SOON: Gap = { minMin: 0, maxMin: 20 };
/** What is weighed may stand ready for a while, min. House choice. */
const READY_TO_GO: Gap = { minMin: 0, maxMin: 240 };
/** A steep may be pulled so much later, share of its time, and at least and at most so many minutes. House choice, inside most windows. */
const PULL_LATE = { share: 0.1, least: 2, most: 30 } as const;
/** A brew beside the main one, cooled in the bath by itself so that the mix waits for nothing, min. House estimate. */
const SIDE_BREW_COOLS_MIN = 30;
/** Stirring a plain syrup clear, min. House estimate. */
const SYRUP_MIN = 12;
/** How far a stage may run over, four times in five: share of it. House estimate, by kind of stage that the hands do not end. */
const RUNS_OVER = 0.15;

/** What is to be done for a drink, as chains: each brew that is not the last to be strained by itself, its syrup, and its main one to the glass. */
export function chainsOf(id: string, plan: Plan): readonly Chain[] {
  const longest = plan.brews.reduce((a, b) => (b.run.endMin > a.run.endMin ? b : a));
  const others = plan.brews.filter((b) => b !== longest);
  const syrups = plan.syrups.filter((s) => s.volumeMl > 0);
  const before: Chain[] = [
    ...others.map((b): Chain => {
      const { tasks, gaps, holds } = brewed(`${id}/${b.brewId}`, b);
      const cool = {
        id: `${id}/${b.brewId}/cool`,
        name: `cool the ${b.name.toLowerCase()}`,
        minutes: SIDE_BREW_COOLS_MIN,
        slackMin: SIDE_BREW_COOLS_MIN * RUNS_OVER,
        needs: [BATH],
      };
      return {
        id: `${id}/${b.brewId}`,
        name: `${plan.drink.name}: ${b.name.toLowerCase()}`,
        tasks: [...tasks, cool],
        gaps: [...gaps, SOON],
        holds,
        restMin: 0,
      };
    }),
    ...syrups.map((s): Chain => ({
      id: `${id}/${s.lineId}`,
      name: `${plan.drink.name}: syrup`,
      tasks: [
        {
          id: `${id}/${s.lineId}/stir`,
          name: `stir the ${s.name.toLowerCase()} clear`,
          minutes: SYRUP_MIN,
          slackMin: 3,
          needs: [HANDS_NEED],
        },
      ],
      gaps: [],
      holds: [],
      restMin: 0,
    })),
  ];
  return [
    ...before,
    main(
      id,
      plan,
      longest,
      before.map((c) => c.id),
    ),
  ];
}

const BATH: Need = { of: 'bath', amount: 1 };

function main(id: string, plan: Plan, brew: PlannedBrew, after: readonly string[]): Chain {
  const { tasks: made, gaps: between, holds: held } = brewed(`${id}/${brew.brewId}`, brew);
  const tasks = [...made];
  const gaps = [...between];
  const holds: Hold[] = [...held];
  const add = (task: DayTask, gap: Gap): void => {
    if (task.minutes <= 0) return;
    gaps.push(gap);
    tasks.push(task);
  };
  const jugs: Need = { of: 'jugs', amount: volumeMl(plan.jug.liquid) / 1000 };
  add(
    {
      id: `${id}/mix`,
      name: `mix the ${plan.drink.name.toLowerCase()}`,
      minutes: Math.max(2, mixMinutes(plan)),
      slackMin: 2,
      needs: [HANDS_NEED],
    },
    SOON,
  );
  const mixAt = tasks.length - 1;
  if (!servedAtOnce(plan)) {
    add(
      {
        id: `${id}/bath`,
        name: 'into the ice bath',
        minutes: Math.round(plan.cooling.bathMin),
        slackMin: plan.cooling.bathMin * RUNS_OVER,
        needs: [BATH],
      },
      SOON,
    );
    add(
      {
        id: `${id}/cold`,
        name: 'into the fridge',
        minutes: Math.round(plan.cooling.fridgeMin),
        slackMin: plan.cooling.fridgeMin * RUNS_OVER,
        needs: [],
      },
      SOON,
    );
    const coldAt = tasks.length - 1;
    holds.push({
      of: 'fridge',
      amount: volumeMl(plan.jug.liquid) / 1000,
      fromTask: Math.max(mixAt, coldAt),
      toTask: coldAt,
      untilServed: true,
    });
  }
  holds.push({ ...jugs, fromTask: mixAt, toTask: mixAt, untilServed: true });
  return {
    id,
    name: plan.drink.name,
    tasks,
    gaps,
    holds,
    restMin: Math.round(restMinutes(plan)),
    ...(after.length > 0 ? { after } : {}),
  };
}

/** A brew from what is weighed to what is strained. */
function brewed(
  id: string,
  { way, run, pots, vessel, waterMl, name }: PlannedBrew,
): Pick<Chain, 'tasks' | 'gaps' | 'holds'> {
  const tasks: DayTask[] = [];
  const gaps: Gap[] = [];
  const push = (task: DayTask, gap: Gap): void => {
    if (tasks.length > 0) gaps.push(gap);
    tasks.push(task);
  };
  push(
    {
      id: `${id}/weigh`,
      name: `weigh for the ${name.toLowerCase()}`,
      minutes: Math.max(2, Math.round(way.ingredients.length * HANDS.measureEach)),
      slackMin: 2,
      needs: [HANDS_NEED],
    },
    AT_ONCE,
  );
  let gap = READY_TO_GO;
  let strainAt: number | undefined;
  for (const stage of way.stages) {
    if (stage.kind === 'strain') {
      push(
        {
          id: `${id}/${stage.id}`,
          name: `strain the ${name.toLowerCase()}`,
          minutes: Math.max(2, Math.round(Math.sqrt(pots) * betweenStages(way, run))),
          slackMin: 2,
          needs: [HANDS_NEED],
        },
        gap,
      );
      strainAt ??= tasks.length - 1;
      gap = SOON;
      continue;
    }
    const time = run.stages.find((t) => t.stageId === stage.id);
    const minutes = time ? Math.round(time.endMin - time.startMin) : 0;
    if (minutes < 1) continue;
    const needs = needsOf(stage, pots, waterMl / 1000);
    push(
      {
        id: `${id}/${stage.id}`,
        name: `${STAGE_WORDS[stage.kind] ?? stage.kind} the ${name.toLowerCase()}`,
        minutes,
        slackMin: minutes * (stage.kind === 'steep' ? 0 : RUNS_OVER),
        needs,
      },
      gap,
    );
    gap = gapAfter(stage.kind, minutes, strainAt !== undefined);
  }
  const last = tasks.length - 1;
  // Its pot is taken from the first thing that is put on until it is strained.
  const pot: Hold = {
    of: `${vessel.kind}:${vessel.id}`,
    amount: pots,
    fromTask: Math.min(1, last),
    toTask: strainAt ?? last,
  };
  return { tasks, gaps, holds: [pot] };
}

function gapAfter(kind: PlannedBrew['way']['stages'][number]['kind'], minutes: number, strained: boolean): Gap {
  if (kind === 'steep') return pulledBy(minutes);
  if (kind === 'ferment') return READY_TO_GO;
  return strained ? SOON : AT_ONCE;
}

const pulledBy = (minutes: number): Gap => ({
  minMin: 0,
  maxMin: Math.min(PULL_LATE.most, Math.max(PULL_LATE.least, Math.round(minutes * PULL_LATE.share))),
});

function needsOf(stage: PlannedBrew['way']['stages'][number], pots: number, litres: number): Need[] {
  switch (stage.kind) {
    case 'toast':
    case 'heat':
    case 'hold':
    case 'reduce':
      return [{ of: 'burner', amount: pots }];
    case 'hands':
    case 'dissolve':
      return [HANDS_NEED];
    case 'cool':
      return stage.by === 'ice-bath' ? [BATH] : [];
    case 'steep':
      return stage.place === 'fridge' ? [{ of: 'fridge', amount: litres }] : [];
    default:
      return [];
  }
}

const STAGE_WORDS: Readonly<Record<string, string>> = {
  toast: 'toast',
  heat: 'heat',
  hold: 'simmer',
  steep: 'steep',
  cool: 'cool',
  hands: 'work at',
  dissolve: 'sweeten',
  reduce: 'boil down',
  ferment: 'leave to work',
  'onto-ice': 'pour over ice',
  rinse: 'rinse',
};

/** Litres that a fridge of a house has room for beside what it holds. House estimate until the kitchen tells its own. */
export const FRIDGE_LITRES = 12;

/**
 * What a kitchen has for a day of it.
 * @param localHour the hour of the day at a moment, 0 to below 24, where the kitchen is
 */
export function kitchenOfDay(
  kitchen: Kitchen,
  { hands, servedHours, readyBy }: Pick<Occasion, 'hands' | 'servedHours' | 'readyBy'>,
  localHour: (ms: number) => number,
  fridgeLitres = FRIDGE_LITRES,
): DayKitchen {
  const have: Record<string, number> = { hands, burner: kitchen.burners ?? 2, bath: 1, fridge: fridgeLitres };
  for (const v of kitchen.vessels) have[`${v.kind}:${v.id}`] = (have[`${v.kind}:${v.id}`] ?? 0) + 1;
  // Jugs, jars and bottles that a drink may stand in until it is served, by what they hold together.
  have['jugs'] = kitchen.vessels
    .filter((v) => v.kind !== 'pot' && v.kind !== 'glass')
    .reduce((sum, v) => sum + v.capacityMl / 1000, 0);
  return { have, closed: { hands: nights(Date.parse(readyBy), localHour) }, servedMin: servedHours * 60 };
}

const DAYS_BACK = 4;

/** The nights before a moment, min against it. */
function nights(readyMs: number, localHour: (ms: number) => number): readonly (readonly [number, number])[] {
  const hour = localHour(readyMs);
  return Array.from({ length: DAYS_BACK + 1 }, (_, d): readonly [number, number] => {
    const wakes = -60 * (hour - NIGHT.toH) - d * 1440;
    return [wakes - 60 * (24 - NIGHT.fromH + NIGHT.toH), wakes];
  });
}

/** How sure it is that all is ready when it is said to be. House choice. */
const SURE = 0.9;
/** Standard deviations of a normal spread on either side that hold four in five. */
const FOUR_IN_FIVE_SD = 1.2816;
/** Standard deviations beyond which nothing is told apart. */
const FAR_SD = 8;

/**
 * When all of it is ready nine times in ten, min after the plan; 0 for a day that is as sure by then. Spreads along a chain add in
 * squares; that every chain is ready is the product of their chances, as if none delayed another (house estimate).
 * @param ends when the last task of each chain ends, min against ready
 */
export function surelyReadyMin(chains: readonly Chain[], ends: Readonly<Record<string, number>>): number {
  const each = chains.map((c) => ({
    readyMin: (ends[c.id] ?? 0) + c.restMin,
    sdMin: Math.sqrt(c.tasks.reduce((sum, t) => sum + t.slackMin ** 2, 0)) / FOUR_IN_FIVE_SD,
  }));
  const chanceBy = (min: number): number =>
    each.reduce(
      (all, { readyMin, sdMin }) => all * (sdMin > 0 ? normalCdf((min - readyMin) / sdMin) : min >= readyMin ? 1 : 0),
      1,
    );
  if (chanceBy(0) >= SURE) return 0;
  const far = Math.max(...each.map(({ readyMin, sdMin }) => readyMin + FAR_SD * sdMin)) + 1;
  return bisect('surelyReadyMin', (min) => chanceBy(min) - SURE, 0, far, 1e-3);
}
