/** Calls back every second, also while the page is hidden. @returns what stops it */
export function openTicker(onTick: () => void): () => void {
  const worker = new Worker(new URL('./ticker.worker.ts', import.meta.url), { type: 'module' });
  worker.onmessage = onTick;
  return () => worker.terminate();
}
