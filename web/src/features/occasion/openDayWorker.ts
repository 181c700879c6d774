import { wrap, type Remote } from 'comlink';
import type { DayApi } from './day.worker';

/** Starts the worker. In a file of its own, because only a browser can. */
export function openDayWorker(): { api: Remote<DayApi>; close: () => void } {
  const worker = new Worker(new URL('./day.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<DayApi>(worker), close: () => worker.terminate() };
}
