import {
  brewState,
  concentrateOf,
  lastHotStage,
  offHeatAt,
  runOfBatch,
  strainedOffAt,
  wayAsItWent,
  type Batch,
} from '../batch/batch';
import { frozenBrew, vesselOf } from '../batch/brewState';
import type { CooledBy } from '../batch/batchEvent';
import { TWO_STEP } from '../heat/cooling';
import { coolingTauMin, newtonMinutes, newtonTempC, type Load } from '../heat/heating';
import { closedLossWPerK, ICE_BATH_C, vesselHeatJPerK, type Vessel } from '../heat/vessel';
import { apparentBrix, massG, portionOf, volumeMl, type Liquid } from '../liquid/liquid';
import { lineLiquid } from '../plan/mixLines';
import { plantsOf } from '../reference/plants';
import { sucroseSpecificHeat } from '../sugar/sucroseSolution';

/** One way of cooling on from here: when 21 °C and 5 °C are reached; undefined where they never are. */
export type CoolingWay = { how: CooledBy; middleMs: number | undefined; coldMs: number | undefined };

/** A cooling liquor at one moment against its limits; °C, min. */
export type CoolingView = {
  brewId: string;
  /** what it is now, by the model from the last reading on */
  tempC: number;
  readAt: string | undefined;
  how: CooledBy;
  /** which limit runs: to 21 °C, then to 5 °C */
  leg: 'to-21' | 'to-5' | 'cold';
  /** when the running limit ends, ms */
  limitMs: number;
  /** when it is reached as it cools now, ms; undefined if it never is */
  reachedMs: number | undefined;
  /** as it stands: kept, kept only if something is done, or over */
  state: 'in-time' | 'act' | 'missed';
  /** the last moment at which the ice bath still keeps the limit, ms */
  actByMs: number;
  ways: readonly CoolingWay[];
};

const MIN = 60_000;

/** So long before the last moment for the ice bath the cook is called, min. House estimate: time to fetch ice. */
const WARN_BEFORE_MIN = 20;

const AMBIENT: Record<CooledBy, (batch: Batch) => number> = {
  counter: ({ plan }) => plan.kitchen.roomC,
  'ice-bath': () => ICE_BATH_C,
  fridge: ({ plan }) => plan.kitchen.fridgeC,
};

/**
 * The strained brew on its way to the fridge's warmth, and the two limits it has: 2 h to 21 °C from the strain, 4 h more to
 * 5 °C. Follows the largest hot brew: it cools slowest. Undefined when nothing hot was strained, or it is put away.
 */
export function coolingAt(batch: Batch, nowMs: number): CoolingView | undefined {
  const offAt = strainedOffAt(batch);
  if (!offAt || batch.offStoveAt) return undefined;
  const pot = hottest(batch);
  if (!pot) return undefined;
  const offMs = Date.parse(offAt);
  const path = followed(batch, pot, offMs, nowMs);
  const { tempC, how, middleAtMs } = path;
  const leg = tempC <= TWO_STEP.toC ? 'cold' : middleAtMs === undefined ? 'to-21' : 'to-5';
  const limitMs =
    leg === 'to-21' ? offMs + TWO_STEP.firstLegMaxMin * MIN : (middleAtMs ?? nowMs) + TWO_STEP.secondLegMaxMin * MIN;
  const toC = leg === 'to-21' ? TWO_STEP.middleC : TWO_STEP.toC;
  const reach = (by: CooledBy, target: number): number | undefined => {
    const min = minutesTo(batch, pot, by, tempC, target);
    return Number.isFinite(min) ? nowMs + min * MIN : undefined;
  };
  const ways = (['counter', 'ice-bath', 'fridge'] as const).map((by) => ({
    how: by,
    middleMs: reach(by, TWO_STEP.middleC),
    coldMs: reach(by, TWO_STEP.toC),
  }));
  const reachedMs = reach(how, toC);
  const bathMin = minutesTo(batch, pot, 'ice-bath', tempC, toC);
  const actByMs = limitMs - (bathMin + WARN_BEFORE_MIN) * MIN;
  const missed = leg !== 'cold' && nowMs > limitMs;
  const inTime = leg === 'cold' || (reachedMs !== undefined && reachedMs <= limitMs) || nowMs < actByMs;
  return {
    brewId: pot.brewId,
    tempC,
    readAt: batch.temps.at(-1)?.at,
    how,
    leg,
    limitMs,
    reachedMs,
    state: missed ? 'missed' : inTime ? 'in-time' : 'act',
    actByMs,
    ways,
  };
}

/**
 * Both legs of cooling as it was told to go, min: along every change of place so far, and from here on as it stands. The first counts from the
 * strain. Undefined where nothing hot was strained; a leg that never ends is Infinity.
 * @param coldC where the second leg ends
 */
export function legsAsTold(
  batch: Batch,
  nowMs: number,
  coldC: number,
): { min60To21: number; min21ToCold: number } | undefined {
  const offAt = strainedOffAt(batch);
  const pot = offAt === undefined ? undefined : hottest(batch);
  if (offAt === undefined || !pot) return undefined;
  const offMs = Date.parse(offAt);
  const { tempC, how, middleAtMs } = followed(batch, pot, offMs, nowMs);
  const middleMs = middleAtMs ?? nowMs + minutesTo(batch, pot, how, tempC, TWO_STEP.middleC) * MIN;
  const coldMs =
    middleAtMs === undefined
      ? middleMs + minutesTo(batch, pot, how, TWO_STEP.middleC, coldC) * MIN
      : nowMs + minutesTo(batch, pot, how, tempC, coldC) * MIN;
  return { min60To21: (middleMs - offMs) / MIN, min21ToCold: Math.max(0, (coldMs - middleMs) / MIN) };
}

/**
 * What a jug of these parts would be, °C: the heat of its parts by their mass, each brew as it is by the model (the largest from the last
 * reading on), water from the tap, anything else from the room. Undefined where nothing that was hot is on its way down.
 */
export function jugWarmC(batch: Batch, mixMl: Readonly<Record<string, number>>, nowMs: number): number | undefined {
  const view = coolingAt(batch, nowMs);
  if (!view) return undefined;
  const { drink, kitchen } = batch.plan;
  const parts = drink.mix
    .filter((l) => l.at === 'jug' && (mixMl[l.id] ?? 0) > 0)
    .map(({ id, from }) => {
      const ml = mixMl[id]!;
      if (from.kind !== 'brew')
        return {
          g: massG(lineLiquid(from, ml, plantsOf(drink))),
          tempC: from.kind === 'water' ? kitchen.tapC : kitchen.roomC,
        };
      const made = concentrateOf(batch, from.brewId);
      return { g: (ml * massG(made)) / Math.max(1, volumeMl(made)), tempC: brewWarmC(batch, from.brewId, nowMs, view) };
    });
  const g = parts.reduce((sum, p) => sum + p.g, 0);
  return g > 0 ? parts.reduce((sum, p) => sum + p.g * p.tempC, 0) / g : undefined;
}

/** What one strained brew is by now: as it was strained where it was never warm, along its own way down otherwise. */
function brewWarmC(batch: Batch, brewId: string, nowMs: number, view: CoolingView): number {
  if (brewId === view.brewId) return view.tempC;
  const pot = potOf(batch, brewId);
  const offAt = offHeatAt(batch, brewId);
  if (pot.startC <= TWO_STEP.middleC || offAt === undefined) return pot.startC;
  // A thermometer stood in the largest pot.
  return followed({ ...batch, temps: [] }, pot, Date.parse(offAt), nowMs).tempC;
}

type Pot = {
  brewId: string;
  liquid: Liquid;
  vessel: Vessel;
  /** what it was when it began to cool */
  startC: number;
  /** stages of its recipe that cool it: when they began and ended, and to what */
  cooled: readonly Mark[];
};

type Mark = { ms: number; how: CooledBy | undefined; tempC: number | undefined };

/** Of the brews that came hot off their plants, the largest pot. */
function hottest(batch: Batch): Pot | undefined {
  return (
    batch.plan.brews
      // A live jar is kept warm on purpose; it has rules and calls of its own.
      .filter(({ way }) => !way.stages.some((s) => s.kind === 'ferment'))
      .map(({ brewId }) => potOf(batch, brewId))
      // Of a pot that came to nothing there is nothing to cool.
      .filter((p) => p.startC > TWO_STEP.middleC && volumeMl(p.liquid) > 0)
      .sort((a, b) => volumeMl(b.liquid) - volumeMl(a.liquid))[0]
  );
}

function potOf(batch: Batch, brewId: string): Pot {
  const { pots, vesselId } = frozenBrew(batch.plan, brewId);
  const run = runOfBatch(batch, brewId);
  const last = lastHotStage(wayAsItWent(batch, brewId));
  const heatedAfter = run.stages.find((s) => s.stageId === last?.id && s.startMin >= run.endMin);
  return {
    brewId,
    liquid: portionOf(concentrateOf(batch, brewId), 1 / pots),
    vessel: vesselOf(batch.plan, vesselId),
    startC: heatedAfter?.toC ?? run.at(run.endMin).tempC,
    cooled: coolStages(batch, brewId),
  };
}

/** A stage that cools says where the pot stands while it runs, and how cold it was when the cook ended it. */
const coolStages = (batch: Batch, brewId: string): Mark[] =>
  brewState(batch, brewId).stages.flatMap((s): Mark[] => {
    const stage = frozenBrew(batch.plan, brewId).way.stages.find((x) => x.id === s.stageId);
    if (stage?.kind !== 'cool') return [];
    const how = stage.by === 'ice-bath' ? 'ice-bath' : 'counter';
    const begun: Mark = { ms: Date.parse(s.startedAt), how, tempC: undefined };
    return s.endedAt ? [begun, { ms: Date.parse(s.endedAt), how: 'counter', tempC: stage.toC }] : [begun];
  });

function loadOf(batch: Batch, { liquid, vessel }: Pot, how: CooledBy): Load {
  return {
    massKg: massG(liquid) / 1000,
    cpKJPerKgK: sucroseSpecificHeat(Math.min(80, apparentBrix(liquid)), 60),
    vesselJPerK: vesselHeatJPerK(vessel),
    lossWPerK: closedLossWPerK(vessel, volumeMl(liquid), how),
    ambientC: AMBIENT[how](batch),
  };
}

const minutesTo = (batch: Batch, pot: Pot, how: CooledBy, fromC: number, toC: number): number => {
  if (fromC <= toC) return 0;
  const load = loadOf(batch, pot, how);
  return newtonMinutes({ fromC, toC, ambientC: load.ambientC, tauMin: coolingTauMin(load) });
};

/** From the strain to now through every change of place and every reading. */
function followed(
  batch: Batch,
  pot: Pot,
  offMs: number,
  nowMs: number,
): { tempC: number; how: CooledBy; middleAtMs: number | undefined } {
  const marks: Mark[] = [
    ...pot.cooled,
    ...batch.cooledBy.map((c) => ({ ms: Date.parse(c.at), how: c.how, tempC: undefined })),
    ...batch.temps.map((t) => ({ ms: Date.parse(t.at), how: undefined, tempC: t.tempC })),
    { ms: nowMs, how: undefined, tempC: undefined },
  ]
    .filter((m) => m.ms >= offMs && m.ms <= nowMs)
    .sort((a, b) => a.ms - b.ms);
  let [tempC, fromMs, how] = [pot.startC, offMs, 'counter' as CooledBy];
  let middleAtMs: number | undefined;
  for (const mark of marks) {
    const minutes = (mark.ms - fromMs) / MIN;
    const load = loadOf(batch, pot, how);
    const tauMin = coolingTauMin(load);
    const nextC = newtonTempC({ fromC: tempC, ambientC: load.ambientC, tauMin, minutes });
    if (middleAtMs === undefined && tempC > TWO_STEP.middleC && nextC <= TWO_STEP.middleC)
      middleAtMs = fromMs + minutesTo(batch, pot, how, tempC, TWO_STEP.middleC) * MIN;
    tempC = mark.tempC ?? nextC;
    // A thermometer goes before the model, both ways.
    if (mark.tempC !== undefined) middleAtMs = mark.tempC > TWO_STEP.middleC ? undefined : (middleAtMs ?? mark.ms);
    if (mark.how) how = mark.how;
    fromMs = mark.ms;
  }
  return { tempC, how, middleAtMs };
}

/** Minutes until what cools is down to a temperature, as it stands now; undefined if it never is. */
export function minutesUntil(batch: Batch, view: CoolingView, toC: number): number | undefined {
  const pot = hottest(batch);
  if (!pot) return undefined;
  const min = minutesTo(batch, pot, view.how, view.tempC, toC);
  return Number.isFinite(min) ? min : undefined;
}
