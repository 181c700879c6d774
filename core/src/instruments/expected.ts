import { brewState, runningStage, type Batch } from '../batch/batch';
import { isOffPlants } from '../batch/brewState';
import { progressAt } from '../batch/progress';
import { kitchenBoilingPoint } from '../heat/heating';
import { coolingAt } from '../stove/cooling';
import type { Expected } from './judge';

/**
 * How far the model may be off, °C, one standard deviation. On the way up a burner may be a third off, and of what cools nobody
 * may have said that it is in its ice bath; at the boil the temperature is known; from there it grows less sure as it falls.
 * House estimates.
 */
const SIGMA_C = { unwatched: 12, boil: 0.8, start: 1.2, ofFall: 0.2 } as const;

/** What the model thinks of a pot at a moment, ms since 1970 UTC, and how sure it is, °C; undefined where nothing of it runs or cools. */
export function expectedOf(batch: Batch, brewId: string, nowMs: number): Expected | undefined {
  if (batch.offStoveAt) return undefined;
  const { kitchen } = batch.plan;
  const base = { roomC: kitchen.roomC, boilsAtC: kitchenBoilingPoint(kitchen) };
  const running = runningStage(batch, brewId);
  if (isOffPlants(batch.plan, brewState(batch, brewId))) {
    const cooling = coolingAt(batch, nowMs);
    if (cooling?.brewId !== brewId) return undefined;
    return { ...base, tempAt: (ms) => coolingAt(batch, ms)?.tempC ?? cooling.tempC, sigmaC: SIGMA_C.unwatched };
  }
  if (!running) return undefined;
  const began = progressAt(batch, brewId, Date.parse(running.startedAt))?.tempC ?? kitchen.tapC;
  const tempAt = (ms: number): number => progressAt(batch, brewId, ms)?.tempC ?? began;
  const sigmaC =
    running.kind === 'heat' || running.kind === 'toast'
      ? SIGMA_C.unwatched
      : running.kind === 'hold'
        ? SIGMA_C.boil
        : SIGMA_C.start + SIGMA_C.ofFall * Math.abs(began - tempAt(nowMs));
  return { ...base, tempAt, sigmaC };
}
