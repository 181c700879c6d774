import { brewState, offHeatAt, runningStage, runOfBatch, strainedOffAt, wayAsItWent, type Batch } from '../batch/batch';
import { goesInAfterStrain, isOffPlants, timedStages, frozenBrew, type BrewState } from '../batch/brewState';
import { progressAt } from '../batch/progress';
import { liveJarAt } from '../batch/tendingOfBatch';
import type { TendingTask } from '../ferment/tending';
import { SKIPPABLE } from '../batch/asItWent';
import { coolingAt } from './cooling';

// What the pots of a batch want from the hands, and when.
// 1. A call is computed from the events and the moment; it is never stored. Its id stays the same as long as it is open.
// 2. A call rings from its moment until it is done or heard.

/** What the hands are wanted for. */
export type CallWhat =
  /** `brewId`: the brew whose heat waits for it */
  | { kind: 'lay-out'; brewId: string }
  | { kind: 'start'; brewId: string }
  | {
      kind: 'put-in';
      brewId: string;
      ingredientId: string;
      plant: string;
      grams: number;
      written?: string;
      asked?: true;
    }
  | { kind: 'take-out'; brewId: string; ingredientId: string; plant: string }
  | { kind: 'end-stage'; brewId: string; stageId: string; skippable: boolean }
  | { kind: 'tend'; brewId: string; task: TendingTask }
  | { kind: 'measure'; brewId: string }
  | { kind: 'mix' }
  /** into the ice bath: as planned, or because a leg of cooling is about to be missed */
  | { kind: 'cool'; planned: boolean };

/** One thing that is due at the stove. */
export type Call = {
  id: string;
  batchId: string;
  what: CallWhat;
  /** when it is due, ms since 1970 UTC */
  dueMs: number;
  /** by the clock; otherwise a prediction, and the senses decide */
  byClock: boolean;
  /** from when it rings; undefined where it was heard, and where nothing is to be rung for */
  ringsMs: number | undefined;
};

const MIN = 60_000;

/** Before a call of a prediction rings, the hands may be ahead of it: only what is this far over rings. House estimate. */
const PREDICTED_GRACE = 0.15;

/** All open calls of a batch, what is due first before the rest. */
export function callsAt(batch: Batch, nowMs: number): Call[] {
  if (batch.phase === 'discarded' || batch.phase === 'put-away') return [];
  const open = batch.plan.brews.flatMap((b) => brewCalls(batch, b.brewId, nowMs));
  const cold = coolingCall(batch, nowMs);
  const all = [...(waitsForLayOut(batch) ? [layOutCall(batch)] : open), ...cold, ...mixCall(batch, nowMs)];
  return all.map((call) => withRing(batch, call)).sort((a, b) => a.dueMs - b.dueMs || a.id.localeCompare(b.id));
}

type Unrung = Omit<Call, 'ringsMs'> & { ringMs?: number };

/** Everything is on the table before anything is on the heat. */
export const waitsForLayOut = (batch: Batch): boolean =>
  batch.laidOut !== undefined && batch.brews.every((b) => b.startedAt === undefined);

const layOutCall = (batch: Batch): Unrung => ({
  id: 'lay-out',
  batchId: batch.id,
  what: { kind: 'lay-out', brewId: batch.plan.brews[0].brewId },
  dueMs: Date.parse(batch.startedAt),
  byClock: false,
});

/** Nothing rings for what waits on the cook alone; all else rings at its moment, or after a heard call’s rest. */
function withRing(batch: Batch, { ringMs, ...call }: Unrung): Call {
  const heard = batch.heard[call.id];
  const quiet =
    call.what.kind === 'lay-out' ||
    call.what.kind === 'mix' ||
    (call.what.kind === 'put-in' && call.what.asked === true);
  if (quiet) return { ...call, ringsMs: undefined };
  const own = ringMs ?? call.dueMs;
  if (!heard) return { ...call, ringsMs: own };
  return { ...call, ringsMs: heard.againAtMs === undefined ? undefined : Math.max(own, heard.againAtMs) };
}

function brewCalls(batch: Batch, brewId: string, nowMs: number): Unrung[] {
  const state = brewState(batch, brewId);
  const base = { batchId: batch.id };
  if (!state.startedAt)
    return [
      {
        ...base,
        id: `${brewId}/start`,
        what: { kind: 'start', brewId },
        dueMs: startAt(batch, brewId, nowMs),
        byClock: false,
      },
    ];
  const calls = [
    ...plantCalls(batch, state, nowMs),
    ...endCall(batch, state, nowMs),
    ...tendCalls(batch, state, nowMs),
  ];
  if (state.doneAt && state.measuredVolumeMl === undefined)
    calls.push({
      ...base,
      id: `${brewId}/measure`,
      what: { kind: 'measure', brewId },
      dueMs: Date.parse(state.doneAt),
      byClock: false,
      // A strained brew can wait a little; what does not wait is its cooling, and that has a call of its own.
      ringMs: Date.parse(state.doneAt) + 10 * MIN,
    });
  return calls;
}

/** A brew that waits is begun so that it is ready with the one that takes longest; now if it is late already. */
function startAt(batch: Batch, brewId: string, nowMs: number): number {
  const lastMs = Math.max(
    ...batch.plan.brews.map((b) => readyAtMs(batch, b.brewId, nowMs) ?? 0),
    ...batch.brews.map((b) => (b.doneAt ? Date.parse(b.doneAt) : 0)),
  );
  return Math.max(Date.parse(batch.startedAt), lastMs - lengthMin(batch, brewId) * MIN);
}

/** From the first heat to the end of what is done to it, min. */
function lengthMin(batch: Batch, brewId: string): number {
  const run = runOfBatch(batch, brewId);
  return run.stages.at(-1)?.endMin ?? run.endMin;
}

/** When a brew that runs will have everything done to it, ms; undefined for one that does not run. */
export function readyAtMs(batch: Batch, brewId: string, nowMs: number): number | undefined {
  const progress = progressAt(batch, brewId, nowMs);
  if (!progress) return undefined;
  const run = runOfBatch(batch, brewId);
  const now = run.stages.find((s) => s.stageId === progress.stageId)!;
  const restMin = (run.stages.at(-1)?.endMin ?? run.endMin) - now.endMin;
  return nowMs + (Math.max(0, progress.leftMin) + restMin) * MIN;
}

function endCall(batch: Batch, { brewId }: BrewState, nowMs: number): Unrung[] {
  const progress = progressAt(batch, brewId, nowMs);
  const running = runningStage(batch, brewId);
  if (!progress || !running) return [];
  const plannedMs = Date.parse(running.startedAt) + progress.plannedMin * MIN;
  // What boils dry comes off the heat then, whatever its time.
  const { dryMs } = progress;
  const dry = dryMs !== undefined && dryMs <= nowMs;
  const byClock = dry || ['hold', 'steep', 'ferment', 'toast'].includes(progress.kind);
  const dueMs = dry ? Math.min(plannedMs, dryMs) : plannedMs;
  return [
    {
      id: `${brewId}/${progress.stageId}/end`,
      batchId: batch.id,
      what: {
        kind: 'end-stage',
        brewId,
        stageId: progress.stageId,
        skippable: SKIPPABLE.has(progress.kind),
      },
      dueMs,
      byClock,
      ringMs: byClock ? dueMs : dueMs + Math.max(2, progress.plannedMin * PREDICTED_GRACE) * MIN,
    },
  ];
}

/** Plants that go in or come out while the brew runs. What is there from the beginning is laid out, not called. */
function plantCalls(batch: Batch, state: BrewState, nowMs: number): Unrung[] {
  const { brewId, changes } = state;
  const off = isOffPlants(batch.plan, state);
  const offAt = offHeatAt(batch, brewId) ?? state.doneAt;
  // In a pot that has boiled dry there is one thing to do, and it is no spice.
  const dryMs = progressAt(batch, brewId, nowMs)?.dryMs;
  if (dryMs !== undefined && dryMs <= nowMs) return [];
  const brew = frozenBrew(batch.plan, brewId);
  const first = timedStages(brew)[0]?.id;
  const said = (id: string): boolean => changes.put.some((p) => p.ingredientId === id && !p.more);
  const calls: Unrung[] = [];
  for (const { id, plant, grams, enters, written } of brew.way.ingredients) {
    if (changes.leftOut.includes(id) || said(id)) continue;
    if (enters.stageId === first && enters.atMin === 0) continue;
    // Once it is strained only what finishes it goes in; of the rest it is asked whether it did.
    const asked = off && (state.doneAt !== undefined || !goesInAfterStrain(brew, id));
    const dueMs = asked ? Date.parse(offAt ?? state.doneAt ?? batch.startedAt) : momentMs(batch, state, enters, nowMs);
    if (dueMs !== undefined)
      calls.push({
        id: `${brewId}/in/${id}`,
        batchId: batch.id,
        what: {
          kind: 'put-in',
          brewId,
          ingredientId: id,
          plant,
          grams,
          ...(written === undefined ? {} : { written }),
          ...(asked ? { asked } : {}),
        },
        dueMs,
        byClock: !asked,
      });
  }
  if (off) return calls;
  for (const { id, plant, leaves } of wayAsItWent(batch, brewId).ingredients) {
    if (!leaves || changes.taken.some((t) => t.ingredientId === id)) continue;
    const dueMs = momentMs(batch, state, leaves, nowMs);
    if (dueMs !== undefined)
      calls.push({
        id: `${brewId}/out/${id}`,
        batchId: batch.id,
        what: { kind: 'take-out', brewId, ingredientId: id, plant },
        dueMs,
        byClock: true,
      });
  }
  return calls;
}

/** When a moment of a brew comes, or came; undefined where its stage is not known. */
function momentMs(
  batch: Batch,
  { brewId, stages }: BrewState,
  { stageId, atMin }: { stageId: string; atMin: number },
  nowMs: number,
): number | undefined {
  const begun = stages.find((s) => s.stageId === stageId);
  if (begun) return Date.parse(begun.startedAt) + atMin * MIN;
  const run = runOfBatch(batch, brewId);
  const progress = progressAt(batch, brewId, nowMs);
  const [own, now] = [stageId, progress?.stageId].map((id) => run.stages.find((s) => s.stageId === id));
  if (!own || !now || !progress) return undefined;
  return nowMs + (Math.max(0, progress.leftMin) + own.startMin - now.endMin + atMin) * MIN;
}

function tendCalls(batch: Batch, { brewId }: BrewState, nowMs: number): Unrung[] {
  const jar = liveJarAt(batch, brewId, nowMs);
  return (jar?.tasks ?? []).map(({ task, inMin }) => ({
    id: `${brewId}/tend/${task}`,
    batchId: batch.id,
    what: { kind: 'tend', brewId, task },
    dueMs: nowMs + inMin * MIN,
    byClock: true,
  }));
}

/** The jug is mixed once all came out and what is hot has had its planned bath. */
function mixCall(batch: Batch, nowMs: number): Unrung[] {
  if (batch.phase !== 'measured' || bathAhead(batch, nowMs)) return [];
  const bath = batch.cooledBy.find((c) => c.how === 'ice-bath');
  const bathedMs = bath ? Date.parse(bath.at) + batch.plan.promised.bathMin * MIN : 0;
  return [
    {
      id: 'mix',
      batchId: batch.id,
      what: { kind: 'mix' },
      dueMs: Math.max(Date.parse(batch.strainedAt!), bathedMs),
      byClock: false,
    },
  ];
}

/** Warmer than the bath was to make it by this much, K, and than this, °C, it still wants it. House choices. */
const STILL_HOT = { overK: 10, overC: 30 } as const;

/** Whether what was strained waits for the ice bath of its plan: nothing was said of how it cools, and it is hot. */
function bathAhead(batch: Batch, nowMs: number): boolean {
  const { bathMin, bathToC } = batch.plan.promised;
  if (bathMin <= 0 || batch.plan.target.hot || batch.cooledBy.length > 0) return false;
  const cooling = coolingAt(batch, nowMs);
  return cooling !== undefined && cooling.tempC > Math.max(STILL_HOT.overC, bathToC + STILL_HOT.overK);
}

/**
 * The planned bath is called once it is strained and measured; without one, cooling calls when a limit is so near that something must be done for it
 * to be kept. Once it is missed nothing can.
 */
function coolingCall(batch: Batch, nowMs: number): Unrung[] {
  const offAt = strainedOffAt(batch);
  // What is poured hot is drunk.
  if (!offAt || batch.plan.target.hot) return [];
  const cooling = coolingAt(batch, nowMs);
  if (!cooling || cooling.leg === 'cold') return [];
  const call = { batchId: batch.id, byClock: false } as const;
  if (cooling.state === 'act') {
    const dueMs = Math.min(nowMs, cooling.actByMs);
    return [{ ...call, id: `cool/${cooling.leg}`, what: { kind: 'cool', planned: false }, dueMs }];
  }
  // What came out is measured first.
  if (cooling.state !== 'in-time' || batch.phase !== 'measured' || !bathAhead(batch, nowMs)) return [];
  const dueMs = Date.parse(batch.strainedAt!);
  return [{ ...call, id: 'bath', what: { kind: 'cool', planned: true }, dueMs, ringMs: dueMs + 10 * MIN }];
}
