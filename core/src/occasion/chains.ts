import { betweenStages, HANDS, mixMinutes, restMinutes, servedAtOnce } from '../plan/workTime';
import type { PlannedBrew, Plan } from '../plan/planTypes';
import { isKettle } from '../drink/drink';
import { massG, volumeMl } from '../liquid/liquid';
import { TWO_STEP } from '../heat/cooling';
import { WATER_CP } from '../physics/water';
import { shortName } from '../words/shortName';
import type { Chain, DayTask, Gap, Hold, KitchenUse, Mode, Need, TaskKind } from './kitchenDay';
import { RING, VESSEL, type StandsIn } from './whatThereIs';

// What is to be done for a drink, made from its plan and never typed.

const HANDS_NEED: Need = { of: 'hands', amount: 1 };
const BATH: Need = { of: 'bath', amount: 1 };
const AT_ONCE: Gap = { minMin: 0, maxMin: 0 };
/** What is hot or has just been strained waits no longer than this, min: the cooling limits have room for it. House choice. */
const SOON: Gap = { minMin: 0, maxMin: 20 };
/** What is cold and closed may wait for hours before it is mixed, min. House choice. */
const COLD_WAITS: Gap = { minMin: 0, maxMin: 24 * 60 };
/** What is weighed may stand ready for a while, min: over a night, covered. House choice. */
const READY_TO_GO: Gap = { minMin: 0, maxMin: 14 * 60 };
/** A steep may be pulled so much later, share of its time, and at least and at most so many minutes. House choice, inside most windows. */
const PULL_LATE = { share: 0.1, least: 2, most: 30 } as const;
/** A brew beside the main one, cooled in the bath by itself so that the mix waits for nothing, min. House estimate. */
const SIDE_BREW_COOLS_MIN = 30;
/** Above this it is warm to the hand, and is cooled before it waits, °C. */
const WARM_C = 30;
/** Stirring a plain syrup clear, min. House estimate. */
const SYRUP_MIN = 12;
/** Emptied, washed and ready for the next thing, min. House estimate. */
const WASH_MIN = 5;
/** How far a stage may run over, four times in five: share of it. House estimate, by kind of stage that the hands do not end. */
const RUNS_OVER = 0.15;
/** A warm jar among others takes so many times as long; the slower ways are tried where the fridge has too much to cool. */
const SLOWER_IN_FRIDGE = [1, 1.5, 2] as const;

/** A plan, and of the kitchen what it was worked out for: its rings by their place, of so many watts, and what it did without. */
export type PlannedOn = { plan: Plan; use: KitchenUse; rings: readonly number[] };

/** What a chain is asked for beside its plans. */
export type ChainWish = {
  /** where it stands until it is served */
  standsIn: StandsIn;
  /** how long it keeps, min, once it is mixed */
  keepsMin?: number;
};

/**
 * What is to be done for a drink, as chains: each brew beside the main one, its plain syrups, and its main one to the glass. Each plan is
 * a way of doing the same on other rings or in other pots; the first is the one that is planned without any of it being taken.
 * @param id of the drink in its day; chains are named by it and what they are of
 */
export function chainsOf(id: string, plans: readonly [PlannedOn, ...PlannedOn[]], wish: ChainWish): readonly Chain[] {
  const [{ plan }] = plans;
  const main = mainBrewOf(plan);
  const sides = plan.brews.filter((b) => b !== main);
  const mainMode = (p: PlannedOn): Mode[] => {
    const brew = p.plan.brews.find((b) => b.brewId === main.brewId)!;
    return ringSets(p, brew.pots).flatMap((rings) =>
      servedAtOnce(p.plan)
        ? [toTheGlass(id, p, brew, rings, wish, 1)]
        : slowerWays(p.plan).map((slower) => toTheGlass(id, p, brew, rings, wish, slower)),
    );
  };
  const modes = plans.flatMap(mainMode);
  const before: Chain[] = [
    ...sides.map((b): Chain => ({
      id: `${id}/${b.brewId}`,
      name: `${plan.drink.name}: ${b.name.toLowerCase()}`,
      modes: plans.flatMap((p) => {
        const own = p.plan.brews.find((o) => o.brewId === b.brewId)!;
        return ringSets(p, own.pots).map((rings) => besides(`${id}/${b.brewId}`, p, own, rings));
      }) as unknown as Chain['modes'],
      restMin: 0,
    })),
    ...plan.syrups
      .filter((s) => s.volumeMl > 0)
      .map((s): Chain => ({
        id: `${id}/${s.lineId}`,
        name: `${plan.drink.name}: syrup`,
        modes: [
          {
            tasks: [
              {
                id: `${id}/${s.lineId}/stir`,
                name: `Stir the ${s.name.toLowerCase()} for the ${lowerFirst(shortName(plan.drink.name))} clear`,
                kind: 'hands',
                minutes: SYRUP_MIN,
                slackMin: 3,
                litres: s.volumeMl / 1000,
                needs: [HANDS_NEED],
              },
            ],
            gaps: [],
            holds: [],
          },
        ],
        restMin: 0,
      })),
  ];
  return [
    ...before,
    {
      id,
      name: plan.drink.name,
      modes: modes as unknown as Chain['modes'],
      restMin: Math.round(restMinutes(plan)),
      ...(wish.keepsMin === undefined ? {} : { keepsMin: wish.keepsMin }),
      ...(before.length > 0 ? { after: before.map((c) => ({ chain: c.id, task: `${id}/mix` })) } : {}),
    },
  ];
}

/** The brew that takes longest: the others are done beside it. */
export const mainBrewOf = ({ brews }: Pick<Plan, 'brews'>): PlannedBrew =>
  brews.reduce((a, b) => (b.run.endMin > a.run.endMin ? b : a));

/** Rings that a brew of so many pots may stand on: those of the watts it was planned for, any of them. */
function ringSets({ rings }: PlannedOn, pots: number): readonly (readonly number[])[] {
  if (pots > rings.length) return [rings.slice(0, 1)];
  const sets = (from: number, left: number): number[][] =>
    left === 0 ? [[]] : rings.slice(from).flatMap((r, i) => sets(from + i + 1, left - 1).map((rest) => [r, ...rest]));
  return sets(0, pots).slice(0, 6);
}

/** Times as long as by itself that the fridge may take and still be safe: the leg from 21 to 5 °C has its limit. */
function slowerWays({ cooling }: Plan): readonly number[] {
  const legMin = cooling.legs.min21To5 ?? 0;
  return SLOWER_IN_FRIDGE.filter((s) => s === 1 || (cooling.fridgeMin > 0 && legMin * s <= TWO_STEP.secondLegMaxMin));
}

class Writer {
  readonly tasks: DayTask[] = [];
  readonly gaps: Gap[] = [];
  readonly holds: Hold[] = [];
  add(task: Omit<DayTask, 'slackMin'> & { slackMin?: number }, gap: Gap): number {
    if (this.tasks.length > 0) this.gaps.push(gap);
    this.tasks.push({ slackMin: 0, ...task, minutes: Math.max(1, Math.round(task.minutes)) });
    return this.tasks.length - 1;
  }
  made(use: KitchenUse): Mode {
    const { tasks, gaps, holds } = this;
    const besides = use.watts !== undefined || (use.without?.length ?? 0) > 0;
    return { tasks, gaps, holds, ...(besides ? { use } : {}) };
  }
}

/** A brew that is not the main one: made, cooled, and ready before the mix. */
function besides(id: string, on: PlannedOn, brew: PlannedBrew, rings: readonly number[]): Mode {
  const w = new Writer();
  const out = volumeMl(brew.concentrate) / 1000;
  brewed(w, id, on.plan, brew, rings);
  if (endC(brew) > WARM_C)
    w.add(
      {
        id: `${id}/cool`,
        name: `${brew.name} into the ice bath`,
        kind: 'bath',
        minutes: SIDE_BREW_COOLS_MIN,
        slackMin: SIDE_BREW_COOLS_MIN * RUNS_OVER,
        litres: out,
        needs: [BATH],
      },
      SOON,
    );
  return w.made(on.use);
}

const endC = ({ run }: PlannedBrew): number => run.at(run.endMin).tempC;

/** The main brew, down its ways to cold, mixed, and standing until it is served. */
function toTheGlass(
  id: string,
  on: PlannedOn,
  brew: PlannedBrew,
  rings: readonly number[],
  { standsIn }: ChainWish,
  slower: number,
): Mode {
  const { plan } = on;
  const w = new Writer();
  const name = shortName(plan.drink.name);
  const out = volumeMl(brew.concentrate) / 1000;
  const litres = volumeMl(plan.jug.liquid) / 1000;
  const { cooling } = plan;
  const cold = !servedAtOnce(plan);
  brewed(w, `${id}/${brew.brewId}`, plan, brew, rings);
  if (cold && cooling.bathMin >= 1)
    w.add(
      {
        id: `${id}/bath`,
        name: `${name} into the ice bath, to ${Math.round(cooling.bathToC)} °C`,
        kind: 'bath',
        minutes: cooling.bathMin,
        slackMin: cooling.bathMin * RUNS_OVER,
        litres: out,
        needs: [BATH],
      },
      SOON,
    );
  const mixAt = w.add(
    {
      id: `${id}/mix`,
      name: `Mix the ${lowerFirst(name)}`,
      kind: 'hands',
      minutes: Math.max(2, mixMinutes(plan)),
      slackMin: 2,
      litres,
      needs: [HANDS_NEED],
    },
    // What was steeped cold waits as long as it likes; what was hot does not.
    endC(brew) > WARM_C ? SOON : COLD_WAITS,
  );
  if (cold) {
    const minutes = Math.round(cooling.fridgeMin * slower);
    const joules = massG(plan.jug.liquid) * WATER_CP * Math.max(0, cooling.jugStartC - TWO_STEP.toC);
    const coldAt = w.add(
      {
        id: `${id}/cold`,
        name: `${name} into the fridge`,
        kind: 'fridge',
        minutes,
        slackMin: minutes * RUNS_OVER,
        litres,
        needs: minutes >= 1 ? [{ of: 'cold', amount: joules / (Math.max(1, minutes) * 60) }] : [],
      },
      SOON,
    );
    w.holds.push({ of: 'fridge', amount: litres, fromTask: coldAt, toTask: coldAt, untilServed: true });
  }
  for (const { vesselId } of standsIn)
    w.holds.push({ of: VESSEL(vesselId), amount: 1, fromTask: mixAt, toTask: mixAt, untilServed: true });
  return w.made(on.use);
}

const lowerFirst = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1);

/** A brew from what is weighed to what is strained. */
function brewed(
  w: Writer,
  id: string,
  { kitchen }: Plan,
  { way, run, pots, vessel, waterMl, name }: PlannedBrew,
  rings: readonly number[],
): void {
  const litres = waterMl / 1000;
  const low = lowerFirst(name);
  w.add(
    {
      id: `${id}/weigh`,
      name: `Weigh for the ${low}`,
      kind: 'hands',
      minutes: Math.max(2, way.ingredients.length * HANDS.measureEach),
      slackMin: 2,
      litres: 0,
      needs: [HANDS_NEED],
    },
    AT_ONCE,
  );
  let gap = READY_TO_GO;
  let strainAt: number | undefined;
  let hot = false;
  for (const stage of way.stages) {
    if (stage.kind === 'strain') {
      const at = w.add(
        {
          id: `${id}/${stage.id}`,
          name: `Strain the ${low}`,
          kind: 'hands',
          minutes: Math.max(2, Math.sqrt(pots) * betweenStages(way, run)),
          slackMin: 2,
          litres,
          needs: [HANDS_NEED],
        },
        gap,
      );
      strainAt ??= at;
      gap = SOON;
      continue;
    }
    const time = run.stages.find((t) => t.stageId === stage.id);
    const minutes = time ? Math.round(time.endMin - time.startMin) : 0;
    if (minutes < 1) continue;
    const { kind, needs } = needsOf(stage, rings, litres);
    w.add(
      {
        id: `${id}/${stage.id}`,
        name: isKettle(way, stage) ? `Kettle on for the ${low}` : wordsFor(stage, name, { rings, hot }),
        kind,
        minutes,
        slackMin: stage.kind === 'steep' ? 0 : minutes * RUNS_OVER,
        litres,
        needs,
      },
      gap,
    );
    hot ||= kind === 'heat';
    gap = gapAfter(stage.kind, minutes, strainAt !== undefined);
  }
  const last = w.tasks.length - 1;
  // Its pot is taken from the first thing that is put on until it is strained and washed.
  const until = { fromTask: Math.min(1, last), toTask: strainAt ?? last, washMin: WASH_MIN };
  // Of two pots neither is smaller than the one it was planned for; where there are not as many, it asks for more than there is.
  const alike = kitchen.vessels
    .filter((v) => v.kind === vessel.kind && v.capacityMl >= vessel.capacityMl)
    .sort((a, b) => a.capacityMl - b.capacityMl);
  if (alike.length < pots) w.holds.push({ of: VESSEL(vessel.id), amount: pots, ...until });
  else for (const v of alike.slice(0, pots)) w.holds.push({ of: VESSEL(v.id), amount: 1, ...until });
}

type Stage = PlannedBrew['way']['stages'][number];

function gapAfter(kind: Stage['kind'], minutes: number, strained: boolean): Gap {
  if (kind === 'steep') return pulledBy(minutes);
  if (kind === 'ferment') return { minMin: 0, maxMin: 240 };
  return strained ? SOON : AT_ONCE;
}

const pulledBy = (minutes: number): Gap => ({
  minMin: 0,
  maxMin: Math.min(PULL_LATE.most, Math.max(PULL_LATE.least, Math.round(minutes * PULL_LATE.share))),
});

function needsOf(stage: Stage, rings: readonly number[], litres: number): { kind: TaskKind; needs: Need[] } {
  switch (stage.kind) {
    case 'toast':
    case 'heat':
    case 'hold':
    case 'reduce':
      return { kind: 'heat', needs: rings.map((r) => ({ of: RING(r), amount: 1 })) };
    case 'hands':
    case 'dissolve':
      return { kind: 'hands', needs: [HANDS_NEED] };
    case 'cool':
      return stage.by === 'ice-bath' ? { kind: 'bath', needs: [BATH] } : { kind: 'stand', needs: [] };
    case 'steep':
      return stage.place === 'fridge'
        ? { kind: 'fridge', needs: [{ of: 'fridge', amount: litres }] }
        : { kind: 'stand', needs: [] };
    default:
      return { kind: 'stand', needs: [] };
  }
}

/** What a cook does at the beginning of a stage. */
function wordsFor(stage: Stage, brewName: string, { rings, hot }: { rings: readonly number[]; hot: boolean }): string {
  const low = lowerFirst(brewName);
  const on = `${rings.length > 1 ? 'rings' : 'ring'} ${rings.map((r) => r + 1).join(' and ')}`;
  switch (stage.kind) {
    case 'toast':
      return `Toast for the ${low}, on ${on}`;
    case 'heat':
      return `${brewName} on ${on}`;
    case 'hold':
      return `Turn the ${low} down to simmer`;
    case 'reduce':
      return `Boil the ${low} down, on ${on}`;
    case 'steep':
      return stage.place === 'fridge'
        ? `${brewName} into the fridge, to steep`
        : hot
          ? `${brewName} off the heat, lid on`
          : `Pour onto the ${low}, to steep`;
    case 'cool':
      return stage.by === 'ice-bath' ? `${brewName} into the ice bath` : `Let the ${low} cool`;
    case 'hands':
      return `${HANDS_WORDS[stage.work]} for the ${low}`;
    case 'dissolve':
      return `Stir the sugar into the ${low}`;
    case 'ferment':
      return `Leave the ${low} to work`;
    case 'onto-ice':
      return `Pour the ${low} over ${Math.round(stage.iceG)} g of ice`;
    case 'rinse':
      return `Rinse through the ${low}`;
    default:
      return brewName;
  }
}

const HANDS_WORDS: Readonly<Record<Extract<Stage, { kind: 'hands' }>['work'], string>> = {
  crush: 'Crush',
  blend: 'Blend',
  skim: 'Skim',
  shake: 'Shake',
  juice: 'Press the juice',
  pour: 'Pour',
  bottle: 'Fill the bottles',
  carbonate: 'Make the fizz',
  freeze: 'Into the freezer',
};
