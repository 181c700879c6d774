import {
  concentrateOf,
  brewState,
  runningStage,
  runOfBatch,
  wayAsItWent,
  actualMinutes,
  type Batch,
} from '../batch/batch';
import { frozenBrew, isOffPlants, vesselOf, type StageRecord } from '../batch/brewState';
import type { BrewRun } from '../brew/brewRun';
import { tempAt } from '../heat/temperatureHistory';
import { apparentBrix, massG, portionOf } from '../liquid/liquid';
import { coolingAt } from '../stove/cooling';
import { normalDraw, type Random } from '../uncertainty/random';
import type { InstrumentKind } from './instrument';

// Stand-ins for instruments: they follow the running pot by the model, of a pot that is not quite the one the plan believes in,
// and err as real ones do.

/** What a simulated instrument can be told to do wrong. */
export const MISBEHAVIOURS = ['none', 'silent', 'stuck', 'drifts', 'jumps', 'out-of-the-pot', 'reads-low'] as const;
/** A way in which a simulated instrument goes wrong. */
export type Misbehaviour = (typeof MISBEHAVIOURS)[number];

/** How an instrument errs when it behaves. House estimates for cheap kitchen ones. */
export type Errs = {
  /** first-order lag, s */
  lagS: number;
  /** one standard deviation of a reading */
  noise: number;
  /** in an hour */
  drift: number;
  /** share of readings that never arrive */
  dropOut: number;
  /** smallest step that it shows */
  step: number;
};

/** How far instruments of each kind are off: lag s, noise and drift an hour in their unit, share of readings lost, steps of the display. House estimates. */
export const ERRS: Record<InstrumentKind, Errs> = {
  probe: { lagS: 6, noise: 0.12, drift: 0.1, dropOut: 0.01, step: 0.1 },
  scale: { lagS: 1, noise: 0.6, drift: 2, dropOut: 0.01, step: 1 },
  refractometer: { lagS: 4, noise: 0.1, drift: 0, dropOut: 0.02, step: 0.1 },
};

/** A made-up instrument between two readings. */
export type Simulated = {
  misbehaves: Misbehaviour;
  /** since when, ms */
  sinceMs: number;
  /** where its lag has got to, and when */
  follows: { atMs: number; value: number } | undefined;
  /** what it said last */
  said: number | undefined;
  beganMs: number;
};

/** A simulated instrument that behaves well from a moment on, ms since 1970 UTC. */
export const freshlySimulated = (nowMs: number): Simulated => ({
  misbehaves: 'none',
  sinceMs: nowMs,
  follows: undefined,
  said: undefined,
  beganMs: nowMs,
});

/** Faults when told to misbehave: drift an hour, a jump, and what a low one is off by. In units of its kind’s noise, but for these. */
const FAULT = { driftPerMin: { probe: 1.5, scale: 25, refractometer: 0.3 }, jump: 40, lowShare: 0.06 } as const;

/**
 * What it says now, if it says anything.
 * @param truth what is really there, in the instrument’s unit; `airTruth` what it would read out of the pot
 */
export function sayNow(
  kind: InstrumentKind,
  state: Simulated,
  { truth, airTruth, nowMs }: { truth: number; airTruth: number; nowMs: number },
  random: Random,
): { state: Simulated; value: number | undefined } {
  const errs = ERRS[kind];
  const aim = state.misbehaves === 'out-of-the-pot' ? airTruth : truth;
  const before = state.follows ?? { atMs: nowMs, value: aim };
  const share = 1 - Math.exp(-Math.max(0, nowMs - before.atMs) / 1000 / errs.lagS);
  const value = before.value + (aim - before.value) * share;
  const follows = { atMs: nowMs, value };
  const hours = (nowMs - state.beganMs) / 3_600_000;
  const faultMin = (nowMs - state.sinceMs) / 60_000;
  const noise = normalDraw(random) * errs.noise;
  const lost = random() < errs.dropOut;
  const jump = random() < 0.08 ? (random() < 0.5 ? -1 : 1) : 0;
  const next = { ...state, follows };
  if (lost || state.misbehaves === 'silent') return { state: next, value: undefined };
  if (state.misbehaves === 'stuck' && state.said !== undefined) return { state: next, value: state.said };
  const wrong =
    state.misbehaves === 'drifts'
      ? FAULT.driftPerMin[kind] * faultMin
      : state.misbehaves === 'jumps'
        ? jump * (kind === 'probe' ? FAULT.jump : errs.noise * 300)
        : state.misbehaves === 'reads-low'
          ? -FAULT.lowShare * value
          : 0;
  const said = Math.round((value + noise + errs.drift * hours + wrong) / errs.step) * errs.step;
  return { state: { ...next, said }, value: Math.round(said * 1000) / 1000 };
}

/** What is really in a pot: the model, with the heat that this pot really loses. */
export type Truth = { tempC: number; panWeightG: number; brix: number };

/** How the simulated kitchen’s pots differ from what the plan believes: they lose a fifth more. */
export const TRUE_LOSS_SCALE = 1.2;

/** A stage that is not ended is followed for this long past its plan, min. */
const FOLLOWED_OVER_MIN = 24 * 60;

/**
 * A pot of a batch as it really is, by the moment; undefined before it was begun. Made once for a state of the batch, it
 * answers quickly.
 */
export function truthOf(batch: Batch, brewId: string): (nowMs: number) => Truth | undefined {
  const state = brewState(batch, brewId);
  const { pots, vesselId } = frozenBrew(batch.plan, brewId);
  const { emptyG } = vesselOf(batch.plan, vesselId);
  if (!state.startedAt) return () => undefined;
  if (isOffPlants(batch.plan, state)) {
    const liquid = portionOf(concentrateOf(batch, brewId), 1 / pots);
    const still = { panWeightG: emptyG + massG(liquid), brix: apparentBrix(liquid) };
    const running = runningStage(batch, brewId);
    const boils =
      running?.kind === 'reduce'
        ? runOfBatch(batch, brewId).stages.find((s) => s.stageId === running.stageId)
        : undefined;
    const unread = { ...batch, temps: [] };
    return (nowMs) => ({
      ...still,
      tempC: boils?.toC ?? coolingAt(unread, nowMs)?.tempC ?? batch.plan.kitchen.roomC,
    });
  }
  const running = runningStage(batch, brewId)!;
  const { run, fromMin, toMin } = followed(batch, brewId, running);
  const plantsG = wayAsItWent(batch, brewId).ingredients.reduce((sum, i) => sum + i.grams / pots, 0);
  return (nowMs) => {
    const elapsed = (nowMs - Date.parse(running.startedAt)) / 60_000;
    const atMin = Math.min(toMin, fromMin + Math.max(0, elapsed));
    const { liquor } = run.at(atMin);
    const dissolvedG = massG(liquor) - liquor.waterG;
    return {
      tempC: tempAt(run.history, atMin),
      panWeightG: emptyG + liquor.waterG + Math.max(plantsG, dissolvedG),
      brix: apparentBrix(liquor),
    };
  };
}

/** The run of a brew with its running stage as long as it may take. A heat gets there as fast as it can and stays there. */
function followed(
  batch: Batch,
  brewId: string,
  { stageId, kind }: StageRecord,
): { run: BrewRun; fromMin: number; toMin: number } {
  const otherwise = { lossScale: TRUE_LOSS_SCALE, unread: true } as const;
  const asPlanned = runOfBatch(batch, brewId, otherwise);
  const time = asPlanned.stages.find((s) => s.stageId === stageId)!;
  if (kind === 'heat' || kind === 'cool') return { run: asPlanned, fromMin: time.startMin, toMin: time.endMin };
  const minutesOf = { ...actualMinutes(batch, brewId), [stageId]: time.endMin - time.startMin + FOLLOWED_OVER_MIN };
  return { run: runOfBatch(batch, brewId, { ...otherwise, minutesOf }), fromMin: time.startMin, toMin: Infinity };
}
