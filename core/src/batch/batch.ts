import { runBrew, type BrewRun } from '../brew/brewRun';
import type { Stage } from '../drink/drink';
import { InputError } from '../quantity/errors';
import type { Vessel } from '../heat/vessel';
import { correctForVolume } from './correctForVolume';
import type { BatchEvent, FrozenPlan, ServedState, Verdict } from './batchEvent';
import {
  massG,
  NO_LIQUID,
  portionOf,
  portionOfVolume,
  addSugar,
  syrupOf,
  volumeMl,
  type Liquid,
} from '../liquid/liquid';
import { jugOf, type MixVolumes } from '../plan/mixJug';
import { massesForSyrup } from '../sugar/syrup';
import type { PhReading } from '../keeping/keepingWindow';
import { pourGlass, iceFor } from '../plan/glass';
import { bookStandard } from '../plan/houseStandard';

// The state of a batch is a fold over its events.
// 1. Same events, same state: nothing reads a clock. 2. An undone event counts as if it had never been.
// 3. Events fold by time, then by sequence. 4. Nothing is poured that is not there.

export type Phase = 'running' | 'strained' | 'measured' | 'put-away' | 'discarded';

export type StageRecord = { stageId: string; kind: Stage['kind']; startedAt: string; endedAt: string | undefined };
export type Tasting = { eventId: string; at: string; state: ServedState; verdict: Verdict };
export type StoredVessel = { id: 'jug' | 'concentrate'; name: string; liquid: Liquid; filledAt: string };

export type Batch = {
  id: string;
  plan: FrozenPlan;
  startedAt: string;
  phase: Phase;
  stages: readonly StageRecord[];
  /** when the liquor was strained off the plants */
  strainedAt: string | undefined;
  measuredVolumeMl: number | undefined;
  ph: PhReading | undefined;
  mix: MixVolumes | undefined;
  /** the jug as it was mixed, before anything was poured from it */
  jug: Liquid | undefined;
  vessels: readonly StoredVessel[];
  tastings: readonly Tasting[];
  discardedWhy: string | undefined;
  events: readonly BatchEvent[];
};

/**
 * The batch after its events.
 * @throws InputError for a list without a start: there is no batch without one
 */
export function batchAfter(events: readonly BatchEvent[]): Batch {
  const undone = new Set(events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const ordered = events.filter((e) => !undone.has(e.id) && e.type !== 'undone').sort(inOrder);
  const first = ordered.find((e) => e.type === 'started');
  if (first?.type !== 'started')
    throw new InputError('batchAfter', 'events', 'a list with a start', `${events.length} events`);
  const start: Batch = {
    id: first.batchId,
    plan: first.plan,
    startedAt: first.at,
    phase: 'running',
    stages: stagesAtStart(first.plan, first.at),
    strainedAt: undefined,
    measuredVolumeMl: undefined,
    ph: undefined,
    mix: undefined,
    jug: undefined,
    vessels: [],
    tastings: [],
    discardedWhy: undefined,
    events,
  };
  return ordered.reduce(applyEvent, start);
}

const inOrder = (a: BatchEvent, b: BatchEvent): number => Date.parse(a.at) - Date.parse(b.at) || a.seq - b.seq;

function applyEvent(batch: Batch, event: BatchEvent): Batch {
  switch (event.type) {
    case 'started':
    case 'undone':
      return batch;
    case 'stage-ended':
      return endStage(batch, event.stageId, event.at);
    case 'measured':
      return event.what === 'volume'
        ? { ...batch, measuredVolumeMl: event.value, phase: batch.phase === 'strained' ? 'measured' : batch.phase }
        : {
            ...batch,
            ph: {
              ph: event.value,
              method: event.method === 'meter' || event.method === 'strip' ? event.method : 'estimate',
            },
          };
    case 'mixed':
      return mixed(batch, event);
    case 'bottled':
      return {
        ...batch,
        phase: 'put-away',
        vessels: [vessel('concentrate', 'concentrate', concentrateOf(batch), event.at)],
      };
    case 'poured':
      return { ...batch, vessels: batch.vessels.map((v) => (v.id === event.vesselId ? pouredFrom(v, event.ml) : v)) };
    case 'tasted':
      return {
        ...batch,
        tastings: [...batch.tastings, { eventId: event.id, at: event.at, state: event.state, verdict: event.verdict }],
      };
    case 'discarded':
      return { ...batch, phase: 'discarded', discardedWhy: event.why, vessels: [] };
  }
}

/** The first stage runs from the start; straining takes no time, so it has no record. */
function stagesAtStart(plan: FrozenPlan, at: string): StageRecord[] {
  const first = timedStages(plan)[0];
  return first ? [{ stageId: first.id, kind: first.kind, startedAt: at, endedAt: undefined }] : [];
}

export const timedStages = (plan: FrozenPlan): readonly Stage[] => plan.way.stages.filter((s) => s.kind !== 'strain');

/** The stage that runs now, if one does. */
export const runningStage = (batch: Batch): StageRecord | undefined =>
  batch.stages.find((s) => s.endedAt === undefined);

function endStage(batch: Batch, stageId: string, at: string): Batch {
  const stages = batch.stages.map((s) =>
    s.stageId === stageId && s.endedAt === undefined ? { ...s, endedAt: at } : s,
  );
  const order = timedStages(batch.plan);
  const next = order[order.findIndex((s) => s.id === stageId) + 1];
  if (next)
    return { ...batch, stages: [...stages, { stageId: next.id, kind: next.kind, startedAt: at, endedAt: undefined }] };
  return { ...batch, stages, phase: 'strained', strainedAt: at };
}

const minutesBetween = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 60000;

/** How long the ended stages took, min. */
export const actualMinutes = (batch: Batch): Record<string, number> =>
  Object.fromEntries(
    batch.stages.flatMap((s) => (s.endedAt ? [[s.stageId, minutesBetween(s.startedAt, s.endedAt)] as const] : [])),
  );

export function vesselOf(plan: FrozenPlan, vesselId: string): Vessel {
  const found = plan.kitchen.vessels.find((v) => v.id === vesselId);
  if (!found) throw new InputError('vesselOf', 'vesselId', 'a vessel of the plan’s kitchen', vesselId);
  return found;
}

/** The brew as it really went so far: ended stages by their own times, the rest as planned. */
export const runOfBatch = (batch: Batch, minutesOf: Record<string, number> = actualMinutes(batch)): BrewRun =>
  runBrew({
    way: batch.plan.way,
    scale: 1,
    vessel: vesselOf(batch.plan, batch.plan.vesselId),
    kitchen: batch.plan.kitchen,
    factors: batch.plan.factors,
    actualMinutes: minutesOf,
  });

/** The concentrate: as it was really steeped, and corrected to the measured volume once there is one. */
export function concentrateOf(batch: Batch): Liquid {
  const run = runOfBatch(batch);
  return batch.measuredVolumeMl === undefined ? run.concentrate : correctForVolume(run, batch.measuredVolumeMl);
}

/** The syrup that was planned, or as much of it as there is. */
export function plannedSyrup(batch: Batch, ml: number): Liquid {
  return ml === 0 ? NO_LIQUID : syrupOf(massesForSyrup({ volumeMl: ml, brix: batch.plan.drink.syrup.brix }));
}

function mixed(batch: Batch, event: BatchEvent & { type: 'mixed' }): Batch {
  const concentrate = concentrateOf(batch);
  const poured = jugOf(
    { concentrate, syrup: plannedSyrup(batch, event.mix.syrupMl) },
    event.mix,
    standardOf(batch),
  ).liquid;
  const jug = event.sugarAddedG > 0 ? addSugar(poured, event.sugarAddedG, batch.plan.drink.syrup.sweetener) : poured;
  const leftMl = volumeMl(concentrate) - event.mix.concentrateMl;
  const rest =
    leftMl >= KEPT_FROM_ML
      ? [vessel('concentrate', 'concentrate left over', portionOfVolume(concentrate, leftMl), event.at)]
      : [];
  return { ...batch, mix: event.mix, jug, phase: 'put-away', vessels: [vessel('jug', 'jug', jug, event.at), ...rest] };
}

/** A rest smaller than this is a film in the pot, not a bottle. */
const KEPT_FROM_ML = 50;

const vessel = (id: StoredVessel['id'], name: string, liquid: Liquid, filledAt: string): StoredVessel => ({
  id,
  name,
  liquid,
  filledAt,
});

function pouredFrom(v: StoredVessel, ml: number): StoredVessel {
  const all = volumeMl(v.liquid);
  return all === 0 ? v : { ...v, liquid: portionOf(v.liquid, Math.max(0, 1 - ml / all)) };
}

export const standardOf = (batch: Batch): number => bookStandard(batch.plan.drink);

/** What the taster had in the glass: the jug as it is, or over ice; the mix as planned if no jug was made. */
export function tastedLiquid(batch: Batch, state: ServedState): Liquid {
  const { plan } = batch;
  const jug = batch.jug ?? plannedJug(batch);
  if (state !== 'iced' || massG(jug) === 0) return jug;
  const { serve } = plan.drink;
  const { glassMl } = plan.target;
  return pourGlass(jug, { glassMl, iceG: iceFor(serve, glassMl, true) }, plan.kitchen, serve.rightAtMin).liquid;
}

function plannedJug(batch: Batch): Liquid {
  const { mix } = batch.plan.promised;
  const concentrate = concentrateOf(batch);
  const concentrateMl = Math.min(mix.concentrateMl, volumeMl(concentrate));
  return jugOf({ concentrate, syrup: plannedSyrup(batch, mix.syrupMl) }, { ...mix, concentrateMl }, standardOf(batch))
    .liquid;
}
