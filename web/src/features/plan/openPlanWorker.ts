import { wrap, type Remote } from 'comlink';
import type { PlanApi } from './plan.worker';

/** Starts the worker. In a file of its own, because only a browser can. */
export function openPlanWorker(): { api: Remote<PlanApi>; close: () => void } {
  const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<PlanApi>(worker), close: () => worker.terminate() };
}
