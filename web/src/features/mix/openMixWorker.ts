import { wrap, type Remote } from 'comlink';
import type { MixApi } from './mixAnswers';

/** Starts the worker. In a file of its own, because only a browser can. */
export function openMixWorker(): { api: Remote<MixApi>; close: () => void } {
  const worker = new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' });
  return { api: wrap<MixApi>(worker), close: () => worker.terminate() };
}
