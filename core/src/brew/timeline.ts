import { InputError } from '../quantity/errors';
import {
  coolingSteepOf,
  isKettle,
  mainStageOf,
  untilStrained,
  type BrewWay,
  type Kitchen,
  type Lid,
  type Stage,
} from '../drink/drink';
import {
  BURNER_EFFICIENCY,
  coolingTauMin,
  heatingSegment,
  kitchenBoilingPoint,
  openCooling,
  type Load,
} from '../heat/heating';
import { endC, startC, temperatureHistory, type Segment, type TemperatureHistory } from '../heat/temperatureHistory';
import { closedLossWPerK, ICE_BATH_C, openingM2, vesselHeatJPerK, type Place, type Vessel } from '../heat/vessel';
import { knownPlant, type Plants } from '../reference/plants';
import type { BrewFactors } from './brewFactors';
import { coolingDown } from './coolingDown';
import { liquidIn } from './contents';

/** All that one brew depends on; two of the same run alike. */
export type BrewSetup = {
  way: BrewWay;
  /** times the recipe as written */
  scale: number;
  vessel: Vessel;
  kitchen: Kitchen;
  /** the cook's own plants among its ingredients */
  plants: Plants;
  factors?: BrewFactors;
  /** how long stages really took, min, where that is known */
  actualMinutes?: Readonly<Record<string, number>>;
  /** how long what is boiled down before the strain takes, min; the run works it out */
  boiledMin?: Readonly<Record<string, number>>;
  /** what was seen of it and done to it while a stage before the strain ran, in order */
  happened?: readonly Happening[];
  /** what one pot gave at the strain, where it was measured before anything else was done to it */
  strainedMl?: number;
};

/** Something seen or done `atMin` minutes into a stage. `water` is of all pots of the recipe as written. */
export type Happening = { stageId: string; atMin: number } & (
  | { kind: 'lid'; lid: Lid }
  | { kind: 'temp'; tempC: number }
  | { kind: 'water'; ml: number; tempC: number }
  /** what is in one pot, plants and all */
  | { kind: 'weight'; netG: number }
);

/** When a stage begins and ends, and between which temperatures. */
export type StageTime = {
  stageId: string;
  kind: Stage['kind'];
  lid: Lid;
  /** where the lid was changed on the way: from when on, min of the run */
  lids?: readonly { fromMin: number; lid: Lid }[];
  startMin: number;
  endMin: number;
  fromC: number;
  toC: number;
};

/** Minutes for a spell of work of the hands, and to stir sugar clear. House estimates. */
export const HANDS_MIN = 5;
/** A glass of it is stirred clear in less than a pot. */
export const dissolveMin = (ml: number): number => 1 + Math.min(2, ml / 500);

/** What a jar in full sun settles at. House estimate; 40 to 55 °C. */
const SUN_C = 45;

/** Temperatures of the brew from the water to straining, and when each stage up to then begins and ends. */
export function timeline(asked: BrewSetup, factors: BrewFactors): { history: TemperatureHistory; stages: StageTime[] } {
  const stages: StageTime[] = [];
  const all: Segment[] = [];
  let [tempC, atMin] = [startingC(asked), 0];
  let setup = asked;
  const later = somethingWetComesLater(asked);
  for (const [i, stage] of untilStrained(asked.way).entries()) {
    if (later) {
      const before = setup;
      setup = withWhatIsIn(asked, i);
      if (i > 0) tempC = stirredC(before, setup, tempC);
    }
    const own = asItHappened(stage, tempC, setup, factors);
    const time = timeOf(stage, own, tempC, atMin);
    const lids = lidsOf(stage, setup).map(({ atMin: at, lid }) => ({ fromMin: time.startMin + at, lid }));
    stages.push(lids.length > 0 ? { ...time, lids } : time);
    all.push(...own);
    // What is toasted is dry: the water that comes after it is as cold as before.
    if (stage.kind !== 'toast') tempC = isKettle(setup.way, stage) ? pouredC(time.toC, setup) : time.toC;
    atMin = time.endMin;
  }
  // A brew without any time in it is still a moment long.
  if (all.length === 0) all.push({ kind: 'hold', minutes: 1, tempC });
  return { history: temperatureHistory(all), stages };
}

/** Whether something wet goes in after the first stage: it cools the pot by what it is. */
const somethingWetComesLater = ({ way, plants }: BrewSetup): boolean =>
  way.ingredients.some(
    (i) => i.enters.stageId !== way.stages[0]?.id && knownPlant(plants, i.plant)?.matter !== undefined,
  );

/** The brew with what is in it by a stage. */
function withWhatIsIn(setup: BrewSetup, at: number): BrewSetup {
  const by = new Set(setup.way.stages.slice(0, at + 1).map((s) => s.id));
  return {
    ...setup,
    way: { ...setup.way, ingredients: setup.way.ingredients.filter((i) => by.has(i.enters.stageId)) },
  };
}

/** The pot once something from the room has been put into it. */
function stirredC(before: BrewSetup, now: BrewSetup, potC: number): number {
  const was = liquidIn(before.way, before.scale, before.plants).heatG;
  const is = liquidIn(now.way, now.scale, now.plants).heatG;
  return is > was ? (potC * was + now.kitchen.roomC * (is - was)) / is : potC;
}

/** What is filled from a kettle takes its part of the heat. */
function pouredC(kettleC: number, { way, scale, plants, vessel, kitchen }: BrewSetup): number {
  if (kettleC <= kitchen.roomC) return kettleC;
  const water = liquidIn(way, scale, plants).heatG * WATER_CP;
  const jar = vesselHeatJPerK(vessel);
  return (kettleC * water + kitchen.roomC * jar) / (water + jar);
}

/** J/(g K) */
const WATER_CP = 4.186;

/** A stage's time from the segments it takes. */
export function timeOf(stage: Stage, own: readonly Segment[], tempC: number, atMin: number): StageTime {
  const minutes = own.reduce((sum, segment) => sum + segment.minutes, 0);
  return {
    stageId: stage.id,
    kind: stage.kind,
    lid: stage.lid,
    startMin: atMin,
    endMin: atMin + minutes,
    fromC: own.length > 0 ? startC(own[0]!) : tempC,
    toC: own.length > 0 ? endC(own[own.length - 1]!) : tempC,
  };
}

/** A fridge steep starts from water that was chilled, anything else from the tap; fruit alone from the room. */
function startingC({ way, kitchen }: BrewSetup): number {
  const first = way.stages.find((s) => ['heat', 'cool', 'hold', 'steep'].includes(s.kind));
  if (first?.kind === 'steep' && first.place === 'fridge') return kitchen.fridgeC;
  return first ? kitchen.tapC : kitchen.roomC;
}

const lidsOf = (stage: Stage, { happened = [] }: BrewSetup): { atMin: number; lid: Lid }[] =>
  happened.flatMap((h) => (h.stageId === stage.id && h.kind === 'lid' ? [h] : []));

/**
 * A stage by what was seen of it: up to a reading its temperature went straight there, after it the stage goes on from that.
 * A lid that was changed and water that was poured in count from their moment on.
 */
function asItHappened(stage: Stage, startC: number, setup: BrewSetup, factors: BrewFactors): Segment[] {
  const actual = setup.actualMinutes?.[stage.id];
  const own = (setup.happened ?? []).filter((h) => h.stageId === stage.id && h.kind !== 'weight');
  if (own.length === 0 || (actual !== undefined && actual <= 0))
    return stageSegments(stage, startC, setup, factors, actual);
  const segments: Segment[] = [];
  let [tempC, doneMin, now] = [startC, 0, stage];
  for (const h of own) {
    const atMin = Math.min(h.atMin, actual ?? Infinity);
    const minutes = atMin - doneMin;
    if (minutes > 1e-6) {
      const asModelled = partOfStage(now, tempC, setup, factors, minutes);
      const piece: Segment[] = h.kind === 'temp' ? [{ kind: 'ramp', minutes, fromC: tempC, toC: h.tempC }] : asModelled;
      segments.push(...piece);
      tempC = endC(piece[piece.length - 1]!);
      doneMin = atMin;
    }
    if (h.kind === 'temp') tempC = h.tempC;
    if (h.kind === 'water') tempC = withWaterC(h, tempC, setup);
    if (h.kind === 'lid') now = { ...now, lid: h.lid };
  }
  const left = leftOf(now, doneMin, actual);
  return left === 0 ? segments : [...segments, ...stageSegments(left.stage, tempC, setup, factors, left.minutes)];
}

/** What is still to come of a stage that is so far in: the same stage, shorter; 0 when nothing is. */
function leftOf(
  stage: Stage,
  doneMin: number,
  actual: number | undefined,
): { stage: Stage; minutes: number | undefined } | 0 {
  if (actual !== undefined) return actual - doneMin > 1e-6 ? { stage, minutes: actual - doneMin } : 0;
  const planned = plannedMinutes(stage);
  // A heat and a cooling last until they are there, however long that has taken so far.
  if (planned === undefined) return { stage, minutes: undefined };
  return planned - doneMin > 1e-6 ? { stage, minutes: planned - doneMin } : 0;
}

/** Minutes that a stage is written for; undefined for what lasts as long as it takes. */
export function plannedMinutes(stage: Stage): number | undefined {
  switch (stage.kind) {
    case 'toast':
    case 'hold':
    case 'steep':
      return stage.minutes;
    case 'ferment':
      return stage.days * 1440;
    case 'hands':
      return HANDS_MIN;
    case 'dissolve':
      return dissolveMin(1000);
    case 'heat':
    case 'cool':
    case 'strain':
    case 'rinse':
    case 'reduce':
      return undefined;
  }
}

/** The first minutes of a stage as the model has them; one that is over sooner stays where it ended. */
function partOfStage(stage: Stage, fromC: number, setup: BrewSetup, factors: BrewFactors, minutes: number): Segment[] {
  const lasts = plannedMinutes(stage) !== undefined;
  const whole = stageSegments(stage, fromC, setup, factors, lasts ? minutes : undefined);
  const part: Segment[] = [];
  let left = minutes;
  for (const segment of whole) {
    if (left <= 1e-6) break;
    part.push(shortened(segment, Math.min(left, segment.minutes)));
    left -= segment.minutes;
  }
  const reachedC = part.length > 0 ? endC(part[part.length - 1]!) : fromC;
  return left > 1e-6 ? [...part, { kind: 'hold', minutes: left, tempC: reachedC }] : part;
}

const shortened = (segment: Segment, minutes: number): Segment =>
  segment.kind === 'ramp'
    ? { ...segment, minutes, toC: segment.fromC + ((segment.toC - segment.fromC) * minutes) / segment.minutes }
    : { ...segment, minutes };

/** Heat above 0 °C is shared: water that is poured in cools the pot. All of the recipe's water counts as in it by then. */
function withWaterC({ ml, tempC }: { ml: number; tempC: number }, potC: number, { way }: BrewSetup): number {
  const share = Math.min(1, ml / Math.max(1, way.waterMl));
  return potC * (1 - share) + tempC * share;
}

function stageSegments(
  stage: Stage,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment[] {
  if (actual !== undefined && actual <= 0) return [];
  switch (stage.kind) {
    case 'toast':
      return [{ kind: 'hold', minutes: actual ?? stage.minutes, tempC: stage.atC }];
    case 'heat':
      return heatStage(stage.to, fromC, setup, factors, actual);
    case 'hold':
      return [{ kind: 'hold', minutes: actual ?? stage.minutes, tempC: fromC }];
    case 'cool':
      return coolStage(stage, fromC, setup, factors, actual);
    case 'steep':
      return steepStage(stage, fromC, setup, factors, actual);
    case 'hands':
      return [{ kind: 'hold', minutes: actual ?? HANDS_MIN, tempC: fromC }];
    case 'dissolve':
      return [{ kind: 'hold', minutes: actual ?? dissolveMin(setup.way.waterMl * setup.scale), tempC: fromC }];
    case 'ferment':
      return [{ kind: 'hold', minutes: actual ?? stage.days * 1440, tempC: setup.kitchen.roomC }];
    case 'strain':
      return [];
    case 'reduce':
      return reduceStage(stage, fromC, setup, factors, actual);
    case 'rinse':
    case 'onto-ice':
      throw new InputError(
        'runBrew',
        `stages.${stage.id}`,
        stage.kind === 'rinse'
          ? 'after the strain: only drained plants are rinsed'
          : 'after the strain: plants are not poured over ice',
        stage.kind,
      );
  }
}

/** Up to the boil, and then for as long as it is boiled down. */
function reduceStage(
  stage: Extract<Stage, { kind: 'reduce' }>,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment[] {
  const boilC = kitchenBoilingPoint(setup.kitchen);
  const heat = fromC < boilC - 1e-3 ? heatStage('boil', fromC, setup, factors, undefined) : [];
  const heatMin = heat.reduce((sum, s) => sum + s.minutes, 0);
  // Told how long all of it took, the heat at its beginning is part of that.
  if (actual !== undefined && actual <= heatMin) return [{ kind: 'ramp', minutes: actual, fromC, toC: boilC }];
  const minutes = actual === undefined ? (setup.boiledMin?.[stage.id] ?? 0) : actual - heatMin;
  return minutes > 0 ? [...heat, { kind: 'hold', minutes, tempC: Math.max(fromC, boilC) }] : heat;
}

function steepStage(
  stage: Extract<Stage, { kind: 'steep' }>,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment[] {
  const at = loadOf(setup, factors, stage.place === 'fridge' ? 'fridge' : 'counter');
  const load = stage.place === 'sun' ? { ...at, ambientC: SUN_C } : at;
  const minutes = actual ?? stage.minutes;
  if (stage.lid !== 'closed' && fromC > load.ambientC)
    return openCooling({ ...uncovered(setup, stage.lid), load, fromC, minutes }).segments;
  return [{ kind: 'newton', minutes, fromC, towardsC: load.ambientC, tauMin: coolingTauMin(load) }];
}

function heatStage(
  to: 'boil' | number,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment[] {
  const toC = to === 'boil' ? kitchenBoilingPoint(setup.kitchen) : to;
  // What is hot enough already needs no heat, unless it was given some.
  if (toC <= fromC) return actual === undefined ? [] : [{ kind: 'hold', minutes: actual, tempC: fromC }];
  const { kind, watts } = setup.kitchen.burner;
  // A heat that took longer or shorter than predicted went by the same path, stretched.
  if (actual !== undefined) return [{ kind: 'ramp', minutes: actual, fromC, toC }];
  const powerIntoPotW = watts * BURNER_EFFICIENCY[kind];
  return [heatingSegment({ load: loadOf(setup, factors, 'counter'), fromC, toC, powerIntoPotW })];
}

/** A pot whose steam gets out, by its lid. */
const uncovered = (
  { vessel, kitchen }: BrewSetup,
  lid: Lid,
): Pick<Parameters<typeof openCooling>[0], 'surfaceM2' | 'boilsAtC' | 'lid'> => ({
  surfaceM2: openingM2(vessel),
  boilsAtC: kitchenBoilingPoint(kitchen),
  lid,
});

function coolStage(
  stage: Extract<Stage, { kind: 'cool' }>,
  fromC: number,
  setup: BrewSetup,
  factors: BrewFactors,
  actual: number | undefined,
): Segment[] {
  const load = loadOf(setup, factors, stage.by === 'ice-bath' ? 'ice-bath' : 'counter');
  return coolingDown(stage, fromC, load, setup, actual);
}

const AMBIENT: Record<Place, (kitchen: Kitchen) => number> = {
  counter: (k) => k.roomC,
  fridge: (k) => k.fridgeC,
  'ice-bath': () => ICE_BATH_C,
};

function loadOf({ way, scale, vessel, kitchen, plants }: BrewSetup, factors: BrewFactors, place: Place): Load {
  const { heatG, ml } = liquidIn(way, scale, plants);
  return {
    massKg: heatG / 1000,
    cpKJPerKgK: 4.186,
    vesselJPerK: vesselHeatJPerK(vessel),
    lossWPerK: closedLossWPerK(vessel, ml, place) * factors.heatLoss,
    ambientC: AMBIENT[place](kitchen),
  };
}

/** The agitation that one clock serves the whole brew with: that of the stage that lasts. */
export const mainAgitation = (way: BrewWay): Stage['agitation'] =>
  (mainStageOf(way) ?? coolingSteepOf(way) ?? way.stages[0])?.agitation ?? 'still';
