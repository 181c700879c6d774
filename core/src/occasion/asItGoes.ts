import { runOfBatch, type Batch } from '../batch/batch';
import { brewState } from '../batch/batch';
import { timedStages, frozenBrew } from '../batch/brewState';
import { expectedVolumeMl } from '../batch/progress';
import { volumeMl } from '../liquid/liquid';
import type { Chain, DayTask, Mode } from './kitchenDay';

// A drink that has begun at the stove: what of its day is over or runs, by what was told, and how long the rest will take by how it went.

/** A stretch as it went, min against ready; an end that nobody tells is when it would be. */
type Stretch = { from: number; to: number };

/**
 * The chains of a drink as its batch goes: what has begun has the times it had, what runs ends no sooner than now, and what is to come
 * takes as long as the batch now says.
 * @param id of the drink in its day
 * @param readyMs when all is to be ready, ms
 */
export function asItGoes(
  chains: readonly Chain[],
  id: string,
  batch: Batch,
  { readyMs, nowMs }: { readyMs: number; nowMs: number },
): readonly Chain[] {
  const at = (iso: string): number => (Date.parse(iso) - readyMs) / 60_000;
  const now = (nowMs - readyMs) / 60_000;
  return chains.map((chain) => {
    const went = stretchesOf(chain.modes[0], id, batch, at, now);
    const begun = went.map((s) => s.from);
    const modes = chain.modes.map((m) => ({
      ...m,
      tasks: m.tasks.map((t, i): DayTask => {
        const s = went[i];
        if (s) return { ...t, minutes: Math.max(0, s.to - s.from) };
        const minutes = predictedMin(batch, id, t);
        return minutes === undefined ? t : { ...t, minutes };
      }),
    }));
    return { ...chain, modes: modes as unknown as Chain['modes'], ...(begun.length > 0 ? { begun } : {}) };
  });
}

/** What of a chain has begun, in its order; what nobody told and must be over took no time. */
function stretchesOf(
  { tasks }: Mode,
  id: string,
  batch: Batch,
  at: (iso: string) => number,
  now: number,
): readonly Stretch[] {
  const told = tasks.map((t) => stretchOf(t, id, batch, at, now));
  const last = told.reduce((l, s, i) => (s ? i : l), -1);
  const all: Stretch[] = [];
  for (let i = 0; i <= last; i++) {
    const before = all[i - 1]?.to;
    const s = told[i];
    if (s) all.push({ from: Math.max(s.from, before ?? -Infinity), to: Math.max(s.to, before ?? -Infinity) });
    else {
      const from = before ?? told.slice(i).find((x) => x)!.from;
      all.push({ from, to: from });
    }
  }
  return all;
}

function stretchOf(
  task: DayTask,
  id: string,
  batch: Batch,
  at: (iso: string) => number,
  now: number,
): Stretch | undefined {
  const [first, second] = task.id.slice(id.length + 1).split('/') as [string, string | undefined];
  const over = batch.offStoveAt === undefined ? undefined : at(batch.offStoveAt);
  const running = (from: number, minutes = task.minutes): Stretch => ({ from, to: Math.max(now, from + minutes) });
  /** ends when it would: nobody is asked */
  const unsaid = (from: number): Stretch => ({
    from,
    to: over === undefined ? from + task.minutes : Math.min(over, from + task.minutes),
  });
  if (second === undefined)
    switch (first) {
      case 'mix':
        return over === undefined ? undefined : { from: over, to: over };
      case 'cold':
        return over === undefined ? undefined : { from: over, to: over + task.minutes };
      case 'bath': {
        const cooled = batch.cooledBy.find((c) => c.how === 'ice-bath');
        return cooled && unsaid(at(cooled.at));
      }
      default:
        return undefined;
    }
  if (second === 'stir') return over === undefined ? undefined : { from: over, to: over };
  const state = batch.brews.find((b) => b.brewId === first);
  if (!state) return undefined;
  if (second === 'weigh') {
    const from = at(batch.startedAt);
    if (state.startedAt !== undefined) return { from: Math.min(from, at(state.startedAt)), to: at(state.startedAt) };
    // All of it is laid out together, with the first brew.
    return first === batch.plan.brews[0].brewId ? running(from) : undefined;
  }
  if (second === 'cool') return state.doneAt === undefined ? undefined : unsaid(at(state.doneAt));
  const record = state.stages.find((s) => s.stageId === second);
  if (record) {
    const from = at(record.startedAt);
    return record.endedAt === undefined
      ? running(from, predictedMin(batch, id, task))
      : { from, to: at(record.endedAt) };
  }
  // A strain has no clock: it begins when what is before it ends.
  const { way } = frozenBrew(batch.plan, first);
  const i = way.stages.findIndex((s) => s.id === second);
  if (way.stages[i]?.kind !== 'strain') return undefined;
  const timed = timedStages(frozenBrew(batch.plan, first));
  const before = way.stages.slice(0, i).findLast((s) => timed.includes(s));
  const ended = before ? state.stages.find((s) => s.stageId === before.id)?.endedAt : state.startedAt;
  return ended === undefined ? undefined : unsaid(at(ended));
}

/** How long a stage that is not over takes by how it goes, min; undefined for what is no stage. */
function predictedMin(batch: Batch, id: string, task: DayTask): number | undefined {
  const [brewId, stageId] = task.id.slice(id.length + 1).split('/') as [string, string | undefined];
  if (stageId === undefined || !batch.plan.brews.some((b) => b.brewId === brewId)) return undefined;
  const time = runOfBatch(batch, brewId).stages.find((s) => s.stageId === stageId);
  return time ? Math.max(0, Math.round(time.endMin - time.startMin)) : undefined;
}

/**
 * Litres of a drink that its batch comes to: what was mixed, or what was planned in the proportion in which its brews came out.
 * @param plannedL litres that were planned
 */
export function cameOutL(batch: Batch, plannedL: number): number {
  if (batch.jug) return volumeMl(batch.jug) / 1000;
  const shares = batch.plan.brews.flatMap(({ brewId }) => {
    const { measuredVolumeMl } = brewState(batch, brewId);
    const expected = expectedVolumeMl(batch, brewId);
    return measuredVolumeMl === undefined || expected <= 0 ? [] : [measuredVolumeMl / expected];
  });
  return plannedL * Math.min(1, ...shares);
}
