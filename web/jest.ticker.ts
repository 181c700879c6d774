/** In tests the page's own timers are never slowed down. */
export function openTicker(onTick: () => void): () => void {
  const timer = setInterval(onTick, 1000);
  return () => clearInterval(timer);
}
