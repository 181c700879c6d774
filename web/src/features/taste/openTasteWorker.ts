import { wrap, type Remote } from 'comlink';
import type { TasteApi } from './taste.worker';

/** Starts the worker. In a file of its own, because only a browser can. */
export function openTasteWorker(): { api: Remote<TasteApi>; close: () => void } {
  const worker = new Worker(new URL('./taste.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<TasteApi>(worker), close: () => worker.terminate() };
}
