import { jarBounds, tendingOf, type JarBounds, type Tending, type TendingTask } from '../ferment/tending';
import { sugarGPerL, volumeMl } from '../liquid/liquid';
import { brewState, runningStage, runOfBatch, type Batch } from './batch';
import { frozenBrew, vesselOf } from './brewState';

/** A live jar at a moment: what it wants next, and what it may come to. */
export type LiveJarView = { tasks: readonly Tending[]; bounds: JarBounds };

/** Room above the liquor that a jar is taken to have at least, as a share of its liquor. House estimate. */
export const LEAST_HEADSPACE = 0.05;

/** @param nowMs the moment, milliseconds since 1970 UTC; undefined result when nothing of the brew ferments */
export function liveJarAt(batch: Batch, brewId: string, nowMs: number): LiveJarView | undefined {
  const running = runningStage(batch, brewId);
  if (running?.kind !== 'ferment') return undefined;
  const brew = frozenBrew(batch.plan, brewId);
  const stage = brew.way.stages.find((s) => s.id === running.stageId)!;
  const { tended } = brewState(batch, brewId);
  const since = (at: string): number => (nowMs - Date.parse(at)) / 60000;
  // A liquid that is added starts the jar anew: what was done before it no longer counts.
  const from = tended.filter((t) => t.task === 'added').at(-1)?.at ?? running.startedAt;
  const done = tended.filter((t) => t.task !== 'added' && t.at >= from);
  const lastDoneMin = Object.fromEntries(done.map((t) => [t.task as TendingTask, since(t.at)]));
  // What was stirred in after the strain works too: it is in what comes out, not in the pot.
  const liquor = runOfBatch(batch, brewId).concentrate;
  const liquidMl = volumeMl(liquor);
  const { capacityMl } = vesselOf(batch.plan, brew.vesselId);
  const tempC = batch.plan.kitchen.roomC;
  return {
    tasks: tendingOf({
      sinceMin: since(from),
      tempC,
      lid: stage.lid,
      lastDoneMin,
      ...(stage.kind === 'ferment' && stage.tend ? { rhythm: stage.tend } : {}),
    }),
    bounds: jarBounds({
      sugarGPerL: sugarGPerL(liquor),
      liquidMl,
      headspaceMl: Math.max(capacityMl - liquidMl, LEAST_HEADSPACE * liquidMl),
      tempC,
    }),
  };
}
