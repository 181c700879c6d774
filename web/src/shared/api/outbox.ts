import { create } from 'zustand';
import type { Problem, BatchView } from '@steepsis/contract';
import { isAway, post, ProblemError } from './client';
import { allOut, putOut, takeOut, type Outgoing } from './device';

// What is said at the stove goes out through here.
// 1. It is kept on this device before it is shown, and sent in the order it was said.
// 2. Each event has its id from the start: sent twice, it is stored once.
// 3. What the server refuses leaves the queue and is told with its reason; nothing is dropped in silence.
// 4. Only a refusal is a refusal: where the server makes a mistake the thing stays on this device, is shown, and is sent again; what
//    was said of other batches goes on.

export type Refused = { outgoing: Outgoing; problem: Problem };

type Outbox = {
  queue: readonly Outgoing[];
  refused: readonly Refused[];
  /** the server did not answer last time, since when */
  awaySince: number | undefined;
  /** what is shown is what this device kept then, ISO */
  shownFrom: string | undefined;
  /** things that the server made a mistake with, by the event's id: how often, and what it says of it */
  failing: Readonly<Record<string, { times: number; problem: Problem }>>;
  forget: (id: string) => void;
};

export const useOutbox = create<Outbox>((set) => ({
  queue: [],
  refused: [],
  awaySince: undefined,
  shownFrom: undefined,
  failing: {},
  forget: (id) => set((s) => ({ refused: s.refused.filter((r) => r.outgoing.event.id !== id) })),
}));

const set = useOutbox.setState;
const get = useOutbox.getState;

export const noteHere = (): void => {
  if (get().awaySince !== undefined) set({ awaySince: undefined, shownFrom: undefined });
};
export const noteAway = (shownFrom?: string): void =>
  set((s) => ({ awaySince: s.awaySince ?? Date.now(), shownFrom: shownFrom ?? s.shownFrom }));

/** How a sent thing fared: stored, waiting on this device, or refused. */
export type Outcome =
  | { kind: 'stored'; view: BatchView }
  /** `failed`: the server is there, and made a mistake */
  | { kind: 'waiting'; failed?: Problem }
  | { kind: 'refused'; problem: Problem };

const RETRY_MS = 3000;
/** What fails again and again is tried less and less often, up to this. */
const LONGEST_RETRY_MS = 60_000;
let running: Promise<void> | undefined;
let retry: ReturnType<typeof setTimeout> | undefined;
const outcomes = new Map<string, Outcome>();
const listeners = new Set<(view: BatchView) => void>();

/** For pages that show batches: what was stored later. */
export function onStored(listener: (view: BatchView) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Keeps an event on this device, then sends all that waits. */
export async function sendOut(batchId: string, event: Outgoing['event']): Promise<Outcome> {
  const outgoing = await putOut({ batchId, event });
  set((s) => ({ queue: [...s.queue, outgoing] }));
  await flush();
  const outcome = outcomes.get(event.id) ?? { kind: 'waiting' };
  outcomes.delete(event.id);
  if (outcome.kind === 'refused') get().forget(event.id);
  return outcome;
}

/** Takes something back that has not gone out. */
export async function withdraw(outgoing: Outgoing): Promise<void> {
  await takeOut(outgoing.n);
  set((s) => ({
    queue: s.queue.filter((o) => o.n !== outgoing.n),
    failing: withoutKey(s.failing, outgoing.event.id),
  }));
}

const withoutKey = <V>(all: Readonly<Record<string, V>>, key: string): Record<string, V> =>
  Object.fromEntries(Object.entries(all).filter(([k]) => k !== key));

/** Reads what waited on this device when the page was last open, and sends it. */
export async function resume(): Promise<void> {
  try {
    const all = await allOut();
    const known = new Set(get().queue.map((o) => o.n));
    const more = all.filter((o) => !known.has(o.n)).map((o) => ({ ...o, waits: true as const }));
    set((s) => ({ queue: [...s.queue, ...more].sort((a, b) => a.n - b.n) }));
  } catch {
    return;
  }
  await flush();
}

/** Sends what waits, one after the other. Two tabs take turns. */
export async function flush(): Promise<void> {
  const before = running;
  const mine = (async () => {
    await before;
    // Where there are no locks, a second send is stored once all the same.
    const locks = (navigator as { locks?: LockManager }).locks;
    await (locks ? locks.request('steepsis-outbox', sendAll) : sendAll());
  })();
  running = mine.catch(() => undefined);
  await mine;
}

async function sendAll(): Promise<void> {
  // A batch keeps its order: after one thing of it that failed nothing of it goes out in this round.
  const held = new Set<string>();
  const next = (): Outgoing | undefined => get().queue.find((o) => !held.has(o.batchId));
  for (let one = next(); one; one = next()) {
    const outcome = await sendOne(one);
    const { n, batchId, event } = one;
    if (outcome.kind === 'waiting' && outcome.failed) {
      held.add(batchId);
      outcomes.set(event.id, outcome);
      const { failed: problem } = outcome;
      set((s) => ({
        queue: s.queue.map((o) => (o.batchId === batchId ? { ...o, waits: true } : o)),
        failing: { ...s.failing, [event.id]: { times: (s.failing[event.id]?.times ?? 0) + 1, problem } },
      }));
      continue;
    }
    if (outcome.kind === 'waiting') {
      set((s) => ({ queue: s.queue.map((o) => ({ ...o, waits: true })) }));
      return again(RETRY_MS);
    }
    await takeOut(n);
    outcomes.set(event.id, outcome);
    set((s) => ({ queue: s.queue.filter((o) => o.n !== n), failing: withoutKey(s.failing, event.id) }));
    if (outcome.kind === 'refused') {
      const refused: Refused = { outgoing: one, problem: outcome.problem };
      set((s) => ({ refused: [...s.refused, refused] }));
    } else if (outcome.kind === 'stored') for (const listener of listeners) listener(outcome.view);
  }
  if (held.size > 0) again(waitAfter(Math.max(...Object.values(get().failing).map((x) => x.times))));
}

const waitAfter = (times: number): number => Math.min(LONGEST_RETRY_MS, RETRY_MS * 2 ** (times - 1));

async function sendOne({ batchId, event }: Outgoing): Promise<Outcome> {
  try {
    const view = await post<BatchView>(`/api/batches/${encodeURIComponent(batchId)}/events`, event);
    noteHere();
    return { kind: 'stored', view };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    if (isAway(error)) {
      noteAway();
      return { kind: 'waiting' };
    }
    return error.problem.status >= 500
      ? { kind: 'waiting', failed: error.problem }
      : { kind: 'refused', problem: error.problem };
  }
}

function again(inMs: number): void {
  clearTimeout(retry);
  retry = setTimeout(() => void flush(), inMs);
}

/** For tests: nothing waits, nothing was refused. */
export function emptyOutbox(): void {
  clearTimeout(retry);
  outcomes.clear();
  set({ queue: [], refused: [], awaySince: undefined, shownFrom: undefined, failing: {} });
}
