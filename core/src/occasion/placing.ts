import { heldBy, type DayKitchen, type Mode, type Need, type Taken } from './kitchenDay';

// Where one chain has its place among what is taken already: as late as it may be before a moment, or as soon as it may be.

/** Nobody begins earlier than this before the day, min: a live jar takes weeks. House choice. */
export const HORIZON_MIN = 30 * 1440;
/** Moves by which a chain is tried elsewhere before it is given up. */
const MOST_MOVES = 3000;
/** What is nearer than this is the same moment, min, or the same amount. */
export const EPS = 1e-6;
/** What is in the way where a thing is not taken: it has to be later than it may, or it was put there, or it would not keep. */
export const BINDS = { time: 'time', put: 'put', keeps: 'keeps' } as const;

/** What is taken already, by thing. */
export type Book = Map<string, Taken[]>;

type InTheWay = { of: string; endBy: number; startFrom: number };
const NEVER = { endBy: -Infinity, startFrom: Infinity };

/** What stands in the way of a stretch: when it may end at the latest to be before that, and begin at the earliest to be after it. */
function inTheWay(
  book: Book,
  kitchen: DayKitchen,
  { of, amount }: Need,
  from: number,
  to: number,
): InTheWay | undefined {
  const have = kitchen.have[of] ?? 0;
  const closed = kitchen.closed[of];
  if (closed)
    for (const [shut, opens] of closed)
      if (from < opens - EPS && to > shut + EPS) return { of, endBy: shut, startFrom: opens };
  if (amount > have + EPS) return { of, ...NEVER };
  const all = book.get(of);
  if (!all) return undefined;
  const over: Taken[] = [];
  let most = amount;
  for (const t of all)
    if (t.from < to - EPS && t.to > from + EPS) {
      over.push(t);
      most += t.amount;
    }
  if (most <= have + EPS) return undefined;
  let [endBy, startFrom] = [Infinity, -Infinity];
  for (const { from: began } of over) {
    const at = Math.max(began, from);
    let used = amount;
    let [lastFrom, firstTo] = [-Infinity, Infinity];
    for (const t of over)
      if (t.from <= at + EPS && t.to > at + EPS) {
        used += t.amount;
        lastFrom = Math.max(lastFrom, t.from);
        firstTo = Math.min(firstTo, t.to);
      }
    if (used <= have + EPS) continue;
    endBy = Math.min(endBy, lastFrom);
    startFrom = Math.max(startFrom, firstTo);
  }
  return endBy === Infinity ? undefined : { of, endBy, startFrom };
}

/** The worst of what is in the way of a task that begins then. */
export function blocks(
  book: Book,
  kitchen: DayKitchen,
  { needs, minutes }: Mode['tasks'][number],
  from: number,
): InTheWay | undefined {
  let worst: InTheWay | undefined;
  for (const n of needs) {
    const b = inTheWay(book, kitchen, n, from, from + minutes);
    if (b && (!worst || b.endBy < worst.endBy || b.startFrom > worst.startFrom)) worst = b;
  }
  return worst;
}

/** When a task may begin at the earliest, beside what its chain says: now, or after another chain. */
export type NotBefore = (taskId: string) => number;

/** A chain in one of its ways, what of it has begun, and what its place has to keep to. */
export type Asked = {
  mode: Mode;
  begun: readonly number[];
  book: Book;
  kitchen: DayKitchen;
  pins: Readonly<Record<string, number>>;
  notBefore: NotBefore;
};
/** When each of its tasks begins, or what is in the way. */
export type Spot = { starts: readonly number[] } | { binds: string | undefined };

/**
 * The latest place that ends by a moment: back from the last task, each as late as its gap and the kitchen let it. A task that has no room
 * inside its gap moves what comes after it earlier, and it is tried anew.
 */
export function placeBack({ mode, begun, book, kitchen, pins, notBefore }: Asked, endBy: number): Spot {
  const { tasks, gaps, holds } = mode;
  const last = tasks.length - 1;
  const first = begun.length;
  const starts = tasks.map((_, i) => begun[i] ?? 0);
  const isPut = (i: number): boolean => pins[tasks[i]!.id] !== undefined;
  let limit = endBy;
  let binds: string | undefined;
  outer: for (let move = 0; move < MOST_MOVES && limit > -HORIZON_MIN; move++) {
    for (let i = last; i >= first; i--) {
      const task = tasks[i]!;
      const { minutes } = task;
      const latestEnd = i === last ? limit : starts[i + 1]! - gaps[i]!.minMin;
      const earliestEnd = i === last ? -Infinity : starts[i + 1]! - gaps[i]!.maxMin;
      let end: number;
      if (isPut(i)) {
        end = pins[task.id]! + minutes;
        if (end > latestEnd + EPS) return { binds: BINDS.put };
        const b = blocks(book, kitchen, task, end - minutes);
        if (b) return { binds: b.of };
      } else {
        end = latestEnd;
        for (;;) {
          const b = blocks(book, kitchen, task, end - minutes);
          if (!b) break;
          binds = b.of;
          if (b.endBy === -Infinity) return { binds };
          end = Math.min(end - EPS, b.endBy);
          if (end < -HORIZON_MIN) return { binds };
        }
      }
      if (end < earliestEnd - EPS) {
        // It cannot wait that long: all that comes after it moves earlier by as much.
        if (tasks.slice(i + 1).some((_, k) => isPut(i + 1 + k))) return { binds: BINDS.put };
        limit -= earliestEnd - end;
        continue outer;
      }
      if (end - minutes < notBefore(task.id) - EPS) return { binds: BINDS.time };
      starts[i] = end - minutes;
    }
    if (first > 0 && first <= last) {
      const over = starts[first - 1]! + tasks[first - 1]!.minutes;
      const { minMin, maxMin } = gaps[first - 1]!;
      if (starts[first]! < over + minMin - EPS) return { binds: BINDS.time };
      if (starts[first]! > over + maxMin + EPS) {
        if (isPut(first)) return { binds: BINDS.put };
        limit -= starts[first]! - (over + maxMin);
        continue;
      }
    }
    for (const h of holds) {
      if (h.toTask < first && !h.untilServed) continue;
      const want = heldBy(mode, h, starts, kitchen.servedMin);
      if (want.to <= want.from) continue;
      const b = inTheWay(book, kitchen, h, want.from, want.to);
      if (!b) continue;
      binds = h.of;
      if (b.endBy === -Infinity || h.untilServed) return { binds };
      limit -= Math.max(1, want.to - b.endBy);
      continue outer;
    }
    return { starts };
  }
  return { binds };
}

/** The soonest place from where it is: each task as soon as its gap and the kitchen let it. What is overdue is done at once. */
function placeSoon({ mode, begun, book, kitchen, pins, notBefore }: Asked): Spot {
  const { tasks, gaps, holds } = mode;
  const last = tasks.length - 1;
  const first = begun.length;
  const starts = tasks.map((_, i) => begun[i] ?? 0);
  let from = -HORIZON_MIN;
  let binds: string | undefined;
  outer: for (let move = 0; move < MOST_MOVES && from < HORIZON_MIN; move++) {
    for (let i = first; i <= last; i++) {
      const task = tasks[i]!;
      const over = i === 0 ? -Infinity : starts[i - 1]! + tasks[i - 1]!.minutes;
      const gap = i === 0 ? { minMin: 0, maxMin: Infinity } : gaps[i - 1]!;
      let start = Math.max(
        over + gap.minMin,
        notBefore(task.id),
        pins[task.id] ?? -Infinity,
        i === first ? from : -Infinity,
      );
      if (start === -Infinity) start = -HORIZON_MIN;
      for (;;) {
        const b = blocks(book, kitchen, task, start);
        if (!b) break;
        binds = b.of;
        if (b.startFrom === Infinity) return { binds };
        start = Math.max(start + EPS, b.startFrom);
        if (start > HORIZON_MIN) return { binds };
      }
      // What has begun cannot be begun later: what follows it is only as soon as may be.
      if (start > over + gap.maxMin + EPS && i > first) {
        from = starts[first]! + (start - (over + gap.maxMin));
        continue outer;
      }
      starts[i] = start;
    }
    for (const h of holds) {
      if (h.toTask < first) continue;
      const want = heldBy(mode, h, starts, kitchen.servedMin);
      if (want.to <= want.from) continue;
      const b = inTheWay(book, kitchen, h, want.from, want.to);
      if (!b) continue;
      binds = h.of;
      if (b.startFrom === Infinity || first > h.fromTask) return { binds };
      from = starts[first]! + Math.max(1, b.startFrom - want.from);
      continue outer;
    }
    return { starts };
  }
  return { binds };
}

/** The soonest end there is, and all of it as late as that lets it: nobody weighs at dawn for what is put on at noon. */
export function placeLate(asked: Asked): Spot {
  const soon = placeSoon(asked);
  if ('binds' in soon) return soon;
  const back = placeBack(asked, soon.starts.at(-1)! + asked.mode.tasks.at(-1)!.minutes);
  return 'binds' in back ? soon : back;
}
