import { seededRandom } from '../uncertainty/random';
import { InputError } from '../quantity/errors';
import {
  endOf,
  endsBeforeMin,
  takenBy,
  type Chain,
  type DayKitchen,
  type Mode,
  type PlacedChain,
  type Taken,
} from './kitchenDay';
import {
  BINDS,
  blocks,
  EPS,
  HORIZON_MIN,
  placeBack,
  placeLate,
  type Asked,
  type Book,
  type NotBefore,
  type Spot,
} from './placing';

// Several drinks on one clock, worked out back from when all is to be ready: each as late as it may be, nothing held twice. What has
// begun stands as it went; what can no longer be in time is done as soon as it may be, and says how late it is.

/** A day that can be, or which chain has no place and what is in its way. */
export type Scheduled =
  | {
      kind: 'day';
      placed: readonly PlacedChain[];
      /** when the first thing begins, min against ready */
      beginMin: number;
    }
  | { kind: 'no-place'; chainId: string; binds: string | undefined };

/** What is settled before a day is worked out. */
export type DayWish = {
  /** nothing that has not begun begins earlier, min against ready */
  nowMin?: number;
  /** tasks that were put somewhere: when they begin, by task, min against ready */
  pins?: Readonly<Record<string, number>>;
};

/** Chains in an order in which they are placed, some of them by so much earlier than they might be, min. */
type Order = { of: readonly number[]; earlier: readonly number[] };

/** Places chains one after the other in an order, each as late as it may be, or else as soon as it may be. */
function scheduleInOrder(chains: readonly Chain[], order: Order, kitchen: DayKitchen, wish: DayWish): Scheduled {
  // What is late and others wait for goes before them, and they are placed behind it.
  const first = new Set<string>();
  for (;;) {
    const done = placeAll(chains, order, kitchen, wish, first);
    if (!('late' in done)) return done;
    first.add(done.late);
  }
}

function placeAll(
  chains: readonly Chain[],
  order: Order,
  kitchen: DayKitchen,
  { nowMin = -HORIZON_MIN, pins = {} }: DayWish,
  first: ReadonlySet<string>,
): Scheduled | { late: string } {
  const book: Book = new Map();
  const note = (taken: readonly Taken[]): void => {
    for (const t of taken) {
      const of = book.get(t.of);
      if (of) of.push(t);
      else book.set(t.of, [t]);
    }
  };
  const placed = new Map<string, PlacedChain>();
  const put = (c: Chain, mode: Mode, starts: readonly number[], lateMin: number): void => {
    note(takenBy(mode, starts, kitchen.servedMin));
    placed.set(c.id, {
      id: c.id,
      name: c.name,
      restMin: c.restMin,
      ...mode,
      starts,
      lateMin,
      begun: c.begun?.length ?? 0,
    });
  };
  // What has begun goes before all else: what it holds is held.
  for (const i of [...backwards(chains, order.of)].sort(
    (a, b) => rank(chains[a]!, pins, first) - rank(chains[b]!, pins, first),
  )) {
    const chain = chains[i]!;
    const begun = chain.begun ?? [];
    // What it waits for may have its place already: what has begun, what was put by hand.
    const waitsFor = Object.fromEntries(
      (chain.after ?? []).flatMap((a) => {
        const other = placed.get(a.chain);
        return other ? [[a.task, endOf(other)] as const] : [];
      }),
    );
    const notBefore: NotBefore = (id) => Math.max(nowMin, waitsFor[id] ?? -Infinity);
    const waiting = chains.flatMap((c) =>
      (c.after ?? [])
        .filter((a) => a.chain === chain.id)
        .flatMap((a) => {
          const at = placed.get(c.id);
          const i = at ? at.tasks.findIndex((t) => t.id === a.task) : -1;
          return at && i >= 0 ? [{ by: at.starts[i]!, begun: at.begun > i }] : [];
        }),
    );
    const latest = Math.min(-endsBeforeMin(chain), ...waiting.map((w) => w.by));
    let best: { mode: Mode; starts: readonly number[]; late: number; clashes: number } | undefined;
    let binds: string | undefined;
    for (const mode of chain.modes) {
      const asked: Asked = { mode, begun, book, kitchen, pins, notBefore };
      let spot: Spot =
        begun.length === mode.tasks.length
          ? { starts: begun }
          : first.has(chain.id)
            ? placeLate(asked)
            : placeBack(asked, latest - order.earlier[i]!);
      // Only what is pressed for time may be late; what has no room has none.
      if ('binds' in spot && (spot.binds === BINDS.time || spot.binds === BINDS.put || nowMin > -HORIZON_MIN)) {
        binds ??= spot.binds;
        const soon = placeLate(asked);
        if (!('binds' in soon) || spot.binds === BINDS.time || spot.binds === BINDS.put) spot = soon;
      }
      if ('binds' in spot) {
        binds = spot.binds ?? binds;
        continue;
      }
      const { starts } = spot;
      const end = starts.at(-1)! + mode.tasks.at(-1)!.minutes;
      // What is ready when nobody drinks any more is not ready; what stands there by then stands.
      if (end > Math.max(0, kitchen.servedMin) + EPS && end > latest + EPS && begun.length === 0) {
        binds ??= BINDS.time;
        continue;
      }
      if (chain.keepsMin !== undefined && kitchen.servedMin - end > chain.keepsMin + EPS) {
        binds = BINDS.keeps;
        continue;
      }
      const late = Math.max(0, end - latest);
      // Which ring a pot stands on that has begun nobody told: one that no other stands on.
      const clashes = begun.filter((from, k) => blocks(book, kitchen, mode.tasks[k]!, from)).length;
      const better =
        !best ||
        clashes < best.clashes ||
        (clashes === best.clashes &&
          (late < best.late - EPS || (late < best.late + EPS && starts[0]! > best.starts[0]! + EPS)));
      if (better) best = { mode, starts, late, clashes };
    }
    if (!best) return { kind: 'no-place', chainId: chain.id, binds };
    const end = best.starts.at(-1)! + best.mode.tasks.at(-1)!.minutes;
    if (!first.has(chain.id) && waiting.some((w) => !w.begun && end > w.by + EPS)) return { late: chain.id };
    put(chain, best.mode, best.starts, Math.max(0, end + chain.restMin));
  }
  const all = chains.map((c) => placed.get(c.id)!);
  return { kind: 'day', placed: all, beginMin: Math.min(0, ...all.map((p) => p.starts[0] ?? 0)) };
}

/** What is late and waited for is placed first, then what has begun, then what was put somewhere by hand, then the rest. */
const rank = (
  { id, begun = [], modes: [mode] }: Chain,
  pins: Readonly<Record<string, number>>,
  first: ReadonlySet<string>,
): number => {
  if (first.has(id)) return 0;
  if (begun.length > 0) return 1;
  return mode.tasks.some((t) => pins[t.id] !== undefined) ? 2 : 3;
};

/** The order, with every chain behind those that wait for it. */
function backwards(chains: readonly Chain[], order: readonly number[]): readonly number[] {
  const done: number[] = [];
  const visit = (i: number, on: readonly number[]): void => {
    if (done.includes(i)) return;
    if (on.includes(i))
      throw new InputError('scheduleDay', 'after', 'chains that do not wait for each other', chains[i]!.id);
    chains.forEach((c, k) => {
      if (c.after?.some((a) => a.chain === chains[i]!.id)) visit(k, [...on, i]);
    });
    done.push(i);
  };
  for (const i of order) visit(i, []);
  return done;
}

/** What a minute of one drink's standing weighs against a minute of the cook's day, and a minute late. House choices. */
const WEIGHT = { early: 0.1, late: 50 } as const;

/** What a day costs, min: what is late first, then when it begins, then each drink, so that it is as fresh as it may be. */
export const costOf = ({ placed, beginMin }: Extract<Scheduled, { kind: 'day' }>): number =>
  -beginMin +
  WEIGHT.late * placed.reduce((sum, p) => sum + p.lateMin, 0) +
  (WEIGHT.early * placed.reduce((sum, p) => sum - (p.starts[0] ?? 0), 0)) / Math.max(1, placed.length);

/** By so much a chain is tried earlier than it might be, min: room for another. House choice. */
const EARLIER_MIN = [1, 2, 5, 10, 20, 40] as const;

/**
 * A day worked out back from when all is to be ready: orders of placing, and chains somewhat earlier, tried by annealing, so many of them,
 * the same for the same seed.
 * @throws InputError for chains that wait for each other in a ring
 */
export function scheduleDay(
  chains: readonly Chain[],
  kitchen: DayKitchen,
  { tries = 160, seed = 1, ...wish }: { tries?: number; seed?: number } & DayWish = {},
): Scheduled {
  const length = (c: Chain): number =>
    Math.min(...c.modes.map((m) => m.tasks.reduce((sum, t) => sum + t.minutes, endsBeforeMin(c))));
  // The longest first: it decides when the day begins.
  const order: Order = {
    of: chains.map((_, i) => i).sort((a, b) => length(chains[b]!) - length(chains[a]!)),
    earlier: chains.map(() => 0),
  };
  const first = { day: scheduleInOrder(chains, order, kitchen, wish), order };
  if (chains.length < 2) return first.day;
  let best = first.day;
  const random = seededRandom(seed);
  for (let start = 0; start < STARTS; start++) {
    const found = annealed(chains, kitchen, wish, first, Math.ceil(tries / STARTS), random);
    const day = settled(chains, kitchen, wish, found, Math.ceil(tries / STARTS));
    if (cost(day) < cost(best) - EPS) best = day;
  }
  return best;
}

/** It is annealed so often, each time from the beginning: once is easily caught. House choice. */
const STARTS = 2;

type Found = { day: Scheduled; order: Order };
const cost = (s: Scheduled): number => (s.kind === 'day' ? costOf(s) : Infinity);

function annealed(
  chains: readonly Chain[],
  kitchen: DayKitchen,
  wish: DayWish,
  first: Found,
  tries: number,
  random: () => number,
): Found {
  let now = first;
  let best = first;
  const from = Math.max(10, 0.1 * (Number.isFinite(cost(now.day)) ? cost(now.day) : 600));
  for (let t = 0; t < tries; t++) {
    const warmth = from * (1 - t / tries) ** 2;
    const order = moved(now.order, random);
    const day = scheduleInOrder(chains, order, kitchen, wish);
    const worse = cost(day) - cost(now.day);
    const taken =
      worse <= 0 ||
      (warmth > 0 && Number.isFinite(worse) && random() < Math.exp(-worse / warmth)) ||
      now.day.kind === 'no-place';
    if (!taken) continue;
    now = { day, order };
    if (cost(day) < cost(best.day) - EPS) best = now;
  }
  return best;
}

/** The best that was found, with each drink a little earlier or later as long as that makes the day any better. */
function settled(chains: readonly Chain[], kitchen: DayKitchen, wish: DayWish, found: Found, most: number): Scheduled {
  let best = found;
  let left = most;
  for (let better = found.day.kind === 'day'; better;) {
    better = false;
    for (const order of near(best.order)) {
      if (left-- <= 0) return best.day;
      const day = scheduleInOrder(chains, order, kitchen, wish);
      if (cost(day) >= cost(best.day) - 1e-3) continue;
      [best, better] = [{ day, order }, true];
      break;
    }
  }
  return best.day;
}

/** Orders next to one: no drink put earlier than it may be, one of them by some minutes, two neighbours changed. */
function near({ of, earlier }: Order): readonly Order[] {
  const zero = earlier.map(() => 0);
  return [
    ...(earlier.some((e) => e > 0) ? [{ of, earlier: zero }] : []),
    ...of.flatMap((i) =>
      EARLIER_MIN.slice(0, 4).flatMap((by) =>
        [by, -by]
          .filter((d) => earlier[i]! + d >= 0)
          .map((d) => ({ of, earlier: earlier.map((e, k) => (k === i ? e + d : e)) })),
      ),
    ),
    ...of
      .slice(1)
      .map((_, k) => ({ of: of.map((x, n) => (n === k ? of[k + 1]! : n === k + 1 ? of[k]! : x)), earlier })),
  ];
}

/** An order a little otherwise: a drink elsewhere in it, two that change places, or one that is done somewhat earlier. */
function moved({ of, earlier }: Order, random: () => number): Order {
  const pick = (): number => Math.floor(random() * of.length);
  const how = random();
  if (how < 0.35) {
    const at = pick();
    const by = EARLIER_MIN[Math.floor(random() * EARLIER_MIN.length)]! * (random() < 0.5 ? 1 : -1);
    return { of, earlier: earlier.map((e, i) => (i === at ? (random() < 0.2 ? 0 : Math.max(0, e + by)) : e)) };
  }
  const [i, k] = [pick(), pick()];
  const other = [...of];
  if (how < 0.7) [other[i], other[k]] = [other[k]!, other[i]!];
  else other.splice(k, 0, ...other.splice(i, 1));
  return { of: other, earlier };
}

/**
 * No day of these chains begins later than this, min against ready: the longest chain by itself, and what each thing of the kitchen has
 * to do with the least that comes after it; rings together, for a pot stands on any of them.
 */
export function latestBegin(chains: readonly Chain[], kitchen: DayKitchen): number {
  const alone = chains.map((c) => {
    const s = scheduleInOrder([{ ...c, after: [], begun: [] }], { of: [0], earlier: [0] }, kitchen, {});
    return s.kind === 'day' ? s.beginMin : -HORIZON_MIN;
  });
  const kinds = [...new Set(Object.keys(kitchen.have).map(kindOf))];
  const loads = kinds.map((kind) => {
    const own = Object.entries(kitchen.have).filter(([of]) => kindOf(of) === kind);
    const have = own.reduce((sum, [, n]) => sum + n, 0);
    // Of several ways to do a chain the one with the least of it.
    const uses = chains.flatMap((c) => {
      const each = c.modes.map((m) => usesOf(c, m, kind));
      if (each.some((u) => u.length === 0)) return [];
      return [
        {
          work: Math.min(...each.map((u) => u.reduce((sum, x) => sum + x.work, 0))),
          tail: Math.min(...each.flatMap((u) => u.map((x) => x.tail))),
          head: Math.min(...each.flatMap((u) => u.map((x) => x.head))),
        },
      ];
    });
    if (uses.length === 0 || have <= 0) return 0;
    const work = uses.reduce((sum, u) => sum + u.work, 0) / have;
    return -(work + Math.min(...uses.map((u) => u.tail)) + Math.min(...uses.map((u) => u.head)));
  });
  return Math.min(0, ...alone, ...loads);
}

/** Rings are of one kind; a vessel is its own. */
const kindOf = (of: string): string => (of.startsWith('ring:') ? 'ring' : of);

type Use = { work: number; tail: number; head: number };

function usesOf(c: Chain, m: Mode, kind: string): readonly Use[] {
  return [
    ...m.tasks.flatMap((t, i): Use[] => {
      const amount = t.needs.filter((n) => kindOf(n.of) === kind).reduce((sum, n) => sum + n.amount, 0);
      return amount > 0 ? [{ work: amount * t.minutes, tail: tailMin(c, m, i), head: headMin(m, i) }] : [];
    }),
    // What is held until it is served is no work that the others wait for.
    ...m.holds
      .filter((h) => kindOf(h.of) === kind && !h.untilServed)
      .map((h) => ({
        work: h.amount * (headMin(m, h.toTask) + m.tasks[h.toTask]!.minutes - headMin(m, h.fromTask)),
        tail: tailMin(c, m, h.toTask),
        head: headMin(m, h.fromTask),
      })),
  ];
}

/** Least minutes between the end of a task and when all is ready. */
const tailMin = (c: Chain, { tasks, gaps }: Mode, i: number): number =>
  endsBeforeMin(c) +
  tasks.slice(i + 1).reduce((sum, t) => sum + t.minutes, 0) +
  gaps.slice(i).reduce((sum, g) => sum + g.minMin, 0);
/** Least minutes between the beginning of a chain and a task of it. */
const headMin = ({ tasks, gaps }: Mode, i: number): number =>
  tasks.slice(0, i).reduce((sum, t) => sum + t.minutes, 0) + gaps.slice(0, i).reduce((sum, g) => sum + g.minMin, 0);
