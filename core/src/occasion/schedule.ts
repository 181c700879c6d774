import { seededRandom } from '../uncertainty/random';
import { InputError } from '../quantity/errors';
import { endsBeforeMin, takenBy, type Chain, type DayKitchen, type Starts, type Taken } from './kitchenDay';

// Several drinks on one clock, worked out back from when all is to be ready: each as late as it may be, nothing held twice.

/** A day that can be, or which chain has no place and what is in its way. */
export type Scheduled =
  | { kind: 'day'; starts: Starts; /** when the first thing begins, min against ready */ beginMin: number }
  | { kind: 'no-place'; chainId: string; binds: string | undefined };

/** Nobody begins earlier than this before the day, min: four days. House choice. */
const HORIZON_MIN = 4 * 1440;
/** Moves by which a chain is tried earlier before it is given up. */
const MOST_MOVES = 4000;
const EPS = 1e-6;

/** What is taken already, by thing. */
type Book = Map<string, Taken[]>;

/** The most that stands in the way of a stretch: the latest moment at which it may end so that it is clear of that; undefined where it is free. */
function inTheWay(book: Book, kitchen: DayKitchen, want: Taken): number | undefined {
  const have = kitchen.have[want.of] ?? 0;
  for (const [from, to] of kitchen.closed[want.of] ?? []) if (want.from < to - EPS && want.to > from + EPS) return from;
  if (want.amount > have + EPS) return -Infinity;
  const over = (book.get(want.of) ?? []).filter((t) => t.from < want.to - EPS && t.to > want.from + EPS);
  if (over.reduce((sum, t) => sum + t.amount, 0) + want.amount <= have + EPS) return undefined;
  // Where it is too much at some moment, it must end before what is taken there begins.
  let latest: number | undefined;
  for (const { from } of over) {
    const at = Math.max(from, want.from);
    const used = over.filter((t) => t.from <= at + EPS && t.to > at + EPS).reduce((sum, t) => sum + t.amount, 0);
    if (used + want.amount > have + EPS) {
      const clear = Math.min(...over.filter((t) => t.from <= at + EPS && t.to > at + EPS).map((t) => t.from));
      latest = Math.min(latest ?? Infinity, Math.max(clear, want.from - 1e9));
    }
  }
  return latest;
}

/**
 * The latest place of a chain that ends by a moment: back from its last task, each task as late as its gap and the kitchen let it.
 * A task that has no room inside its gap moves what comes after it earlier, and it is tried anew.
 */
function place(
  chain: Chain,
  book: Book,
  kitchen: DayKitchen,
  endBy: number,
): readonly number[] | { binds: string | undefined } {
  const { tasks, gaps, holds } = chain;
  const last = tasks.length - 1;
  const starts = tasks.map(() => 0);
  let limit = endBy;
  let binds: string | undefined;
  outer: for (let move = 0; move < MOST_MOVES && limit > -HORIZON_MIN; move++) {
    let next = limit;
    for (let i = last; i >= 0; i--) {
      const { minutes, needs } = tasks[i]!;
      const gap = i === last ? { minMin: 0, maxMin: Infinity } : gaps[i]!;
      const nextStart = i === last ? limit : starts[i + 1]!;
      let end = i === last ? next : nextStart - gap.minMin;
      const earliestEnd = i === last ? -HORIZON_MIN : nextStart - gap.maxMin;
      for (;;) {
        const blocked = needs
          .map((n) => ({ of: n.of, at: inTheWay(book, kitchen, { ...n, from: end - minutes, to: end }) }))
          .filter((b) => b.at !== undefined)
          .sort((a, b) => a.at! - b.at!)[0];
        if (!blocked) break;
        binds = blocked.of;
        if (blocked.at === -Infinity) return { binds };
        end = Math.min(end - EPS, blocked.at!);
        if (end < -HORIZON_MIN) return { binds };
      }
      if (end < earliestEnd - EPS) {
        // It cannot wait that long: all that comes after it moves earlier by as much.
        limit -= earliestEnd - end;
        continue outer;
      }
      starts[i] = end - minutes;
      next = starts[i]!;
    }
    for (const h of holds) {
      const [want] = takenBy(
        { ...chain, tasks: chain.tasks.map((t) => ({ ...t, needs: [] })), holds: [h] },
        starts,
        kitchen.servedMin,
      );
      if (!want) continue;
      const at = inTheWay(book, kitchen, want);
      if (at === undefined) continue;
      binds = h.of;
      if (at === -Infinity || h.untilServed) return { binds };
      limit -= Math.max(1, want.to - at);
      continue outer;
    }
    return starts;
  }
  return { binds };
}

/** Places chains one after the other in an order, each as late as it may be. */
export function scheduleInOrder(
  chains: readonly Chain[],
  order: readonly number[],
  kitchen: DayKitchen,
  pinned: Starts = {},
): Scheduled {
  const book: Book = new Map();
  const note = (chain: Chain, starts: readonly number[]): void => {
    for (const t of takenBy(chain, starts, kitchen.servedMin)) book.set(t.of, [...(book.get(t.of) ?? []), t]);
  };
  const starts: Record<string, readonly number[]> = {};
  for (const chain of chains) {
    const own = pinned[chain.id];
    if (own) {
      starts[chain.id] = own;
      note(chain, own);
    }
  }
  // What another waits for is placed after it: we go back in time.
  for (const i of backwards(chains, order)) {
    const chain = chains[i]!;
    if (starts[chain.id]) continue;
    const before = chains.filter((c) => c.after?.includes(chain.id)).map((c) => starts[c.id]?.[0] ?? 0);
    const placed = place(chain, book, kitchen, Math.min(-endsBeforeMin(chain), ...before));
    if ('binds' in placed) return { kind: 'no-place', chainId: chain.id, binds: placed.binds };
    starts[chain.id] = placed as readonly number[];
    note(chain, placed as readonly number[]);
  }
  return { kind: 'day', starts, beginMin: Math.min(0, ...Object.values(starts).map((s) => s[0] ?? 0)) };
}

/** The order, with every chain behind those that wait for it. */
function backwards(chains: readonly Chain[], order: readonly number[]): readonly number[] {
  const done: number[] = [];
  const visit = (i: number, on: readonly number[]): void => {
    if (done.includes(i)) return;
    if (on.includes(i))
      throw new InputError('scheduleInOrder', 'after', 'chains that do not wait for each other', chains[i]!.id);
    chains.forEach((c, k) => {
      if (c.after?.includes(chains[i]!.id)) visit(k, [...on, i]);
    });
    done.push(i);
  };
  for (const i of order) visit(i, []);
  return done;
}

/** How early all of it has begun, min: first the whole day, then each drink, so that it is as fresh as it may be. */
export const costOf = (chains: readonly Chain[], { starts, beginMin }: Extract<Scheduled, { kind: 'day' }>): number =>
  -beginMin +
  (EARLY_WEIGHT * chains.reduce((sum, c) => sum - (starts[c.id]?.[0] ?? 0), 0)) / Math.max(1, chains.length);

/** What a minute of one drink's standing weighs against a minute of the cook's day. House choice. */
const EARLY_WEIGHT = 0.1;

/**
 * A day worked out back from when all is to be ready: orders of placing tried by annealing, so many of them, the same for the same seed.
 * @throws InputError for chains that wait for each other in a ring
 */
export function scheduleDay(
  chains: readonly Chain[],
  kitchen: DayKitchen,
  { tries = 300, seed = 1, pinned = {} }: { tries?: number; seed?: number; pinned?: Starts } = {},
): Scheduled {
  const random = seededRandom(seed);
  const length = (c: Chain): number => c.tasks.reduce((sum, t) => sum + t.minutes, endsBeforeMin(c));
  // The longest first: it decides when the day begins.
  let order = chains.map((_, i) => i).sort((a, b) => length(chains[b]!) - length(chains[a]!));
  let now = scheduleInOrder(chains, order, kitchen, pinned);
  let best = now;
  const cost = (s: Scheduled): number => (s.kind === 'day' ? costOf(chains, s) : Infinity);
  const from = Math.max(10, 0.1 * (Number.isFinite(cost(now)) ? cost(now) : 600));
  for (let t = 0; t < tries && chains.length > 1; t++) {
    const warmth = from * (1 - t / tries) ** 2;
    const [i, k] = [Math.floor(random() * order.length), Math.floor(random() * order.length)];
    const other = [...order];
    // A drink is put elsewhere in the order, or two change places.
    if (random() < 0.5) [other[i], other[k]] = [other[k]!, other[i]!];
    else other.splice(k, 0, ...other.splice(i, 1));
    const tried = scheduleInOrder(chains, other, kitchen, pinned);
    const worse = cost(tried) - cost(now);
    if (
      worse <= 0 ||
      (warmth > 0 && Number.isFinite(worse) && random() < Math.exp(-worse / warmth)) ||
      now.kind === 'no-place'
    ) {
      [order, now] = [other, tried];
      if (cost(now) < cost(best)) best = now;
    }
  }
  return best;
}

/**
 * No day of these chains begins later than this, min against ready: the longest chain by itself, and what each thing of the kitchen has
 * to do with the least that comes after it.
 */
export function latestBegin(chains: readonly Chain[], kitchen: DayKitchen): number {
  const alone = chains.map((c) => {
    const s = scheduleInOrder([{ ...c, after: [] }], [0], kitchen);
    return s.kind === 'day' ? s.beginMin : -HORIZON_MIN;
  });
  const loads = Object.entries(kitchen.have).map(([of, have]) => {
    const uses = chains.flatMap((c) => [
      ...c.tasks.flatMap((t, i) => {
        const amount = t.needs.filter((n) => n.of === of).reduce((sum, n) => sum + n.amount, 0);
        return amount > 0 ? [{ work: amount * t.minutes, tail: tailMin(c, i), head: headMin(c, i) }] : [];
      }),
      // What is held until it is served is no work that the others wait for.
      ...c.holds
        .filter((h) => h.of === of && !h.untilServed)
        .map((h) => ({
          work: h.amount * (headMin(c, h.toTask) + c.tasks[h.toTask]!.minutes - headMin(c, h.fromTask)),
          tail: tailMin(c, h.toTask),
          head: headMin(c, h.fromTask),
        })),
    ]);
    if (uses.length === 0 || have <= 0) return 0;
    const work = uses.reduce((sum, u) => sum + u.work, 0) / have;
    return -(work + Math.min(...uses.map((u) => u.tail)) + Math.min(...uses.map((u) => u.head)));
  });
  return Math.min(0, ...alone, ...loads);
}

/** Least minutes between the end of a task and when all is ready. */
const tailMin = (c: Chain, i: number): number =>
  endsBeforeMin(c) +
  c.tasks.slice(i + 1).reduce((sum, t) => sum + t.minutes, 0) +
  c.gaps.slice(i).reduce((sum, g) => sum + g.minMin, 0);
/** Least minutes between the beginning of a chain and a task of it. */
const headMin = (c: Chain, i: number): number =>
  c.tasks.slice(0, i).reduce((sum, t) => sum + t.minutes, 0) + c.gaps.slice(0, i).reduce((sum, g) => sum + g.minMin, 0);

/** What is wrong with a day: something held beyond what there is, a gap broken, a thing used while it cannot be had, a rest cut short. */
export function faultsOfDay(chains: readonly Chain[], kitchen: DayKitchen, starts: Starts): readonly string[] {
  const faults: string[] = [];
  const all: Taken[] = [];
  for (const c of chains) {
    const own = starts[c.id];
    if (!own) {
      faults.push(`${c.id} has no place`);
      continue;
    }
    c.gaps.forEach((g, i) => {
      const gap = own[i + 1]! - (own[i]! + c.tasks[i]!.minutes);
      if (gap < g.minMin - 1e-3 || gap > g.maxMin + 1e-3)
        faults.push(`${c.id}: ${gap.toFixed(2)} min after ${c.tasks[i]!.id}`);
    });
    const end = own.at(-1)! + c.tasks.at(-1)!.minutes;
    if (end > -endsBeforeMin(c) + 1e-3) faults.push(`${c.id} ends ${(end + endsBeforeMin(c)).toFixed(1)} min late`);
    for (const id of c.after ?? []) {
      const other = chains.find((x) => x.id === id);
      const otherEnd = other && starts[id] ? starts[id].at(-1)! + other.tasks.at(-1)!.minutes : -Infinity;
      if (otherEnd > own[0]! + 1e-3) faults.push(`${c.id} begins before ${id} is done`);
    }
    all.push(...takenBy(c, own, kitchen.servedMin));
  }
  for (const of of new Set(all.map((t) => t.of))) {
    const own = all.filter((t) => t.of === of);
    for (const { from } of own) {
      const used = own.filter((t) => t.from <= from + 1e-3 && t.to > from + 1e-3).reduce((sum, t) => sum + t.amount, 0);
      if (used > (kitchen.have[of] ?? 0) + 1e-3)
        faults.push(`${of}: ${used} of ${kitchen.have[of] ?? 0} at ${from.toFixed(1)}`);
    }
    for (const [a, b] of kitchen.closed[of] ?? [])
      if (own.some((t) => t.from < b - 1e-3 && t.to > a + 1e-3)) faults.push(`${of} is used while it cannot be had`);
  }
  return faults;
}
