/** So long a page may be held up in one go, ms: well under what a finger feels. */
const GO_MS = 12;

const nextTask = (): Promise<void> => new Promise((go) => setTimeout(go, 0));

/** Works through a list in short goes, so that the page answers in between however long the list is. */
export async function paced<T>(
  items: readonly T[],
  work: (item: T) => void,
  stopped = (): boolean => false,
): Promise<void> {
  let until = performance.now() + GO_MS;
  for (const item of items) {
    if (stopped()) return;
    work(item);
    if (performance.now() < until) continue;
    await nextTask();
    until = performance.now() + GO_MS;
  }
}
