// The words of a kitchen's day: what is to be done, on what, and how it hangs together. Minutes count from when all is to be ready:
// before it they are negative.

/** Something that is to be done or that stands by itself for a while. */
export type DayTask = {
  id: string;
  /** what it is called in a list by the clock */
  name: string;
  minutes: number;
  /** how much longer it may take, four times in five, min */
  slackMin: number;
  /** things it needs while it lasts: how much of which */
  needs: readonly Need[];
};

/** So much of a thing of the kitchen. */
export type Need = { of: string; amount: number };

/** How long after one task the next begins, min: never before, and no later than. */
export type Gap = { minMin: number; maxMin: number };

/** A thing that is held over several tasks and the gaps between them: a pot until it is strained, the fridge until it is served. */
export type Hold = Need & { fromTask: number; toTask: number; untilServed?: true };

/** One drink's day: its tasks in their order, what lies between them, and what it holds. */
export type Chain = {
  id: string;
  name: string;
  tasks: readonly DayTask[];
  /** between a task and the next: one fewer than tasks */
  gaps: readonly Gap[];
  holds: readonly Hold[];
  /** the last task ends at the latest so long before all is to be ready, min: rest, cold */
  restMin: number;
  /** by how much earlier than that it was put by hand, min: it stands ready, and may be late by so much */
  earlierMin?: number;
  /** chains whose last task is to be over before this one begins: syrup before mix */
  after?: readonly string[];
};

/** So long before all is ready the last task of a chain ends at the latest, min. */
export const endsBeforeMin = ({ restMin, earlierMin = 0 }: Pick<Chain, 'restMin' | 'earlierMin'>): number =>
  restMin + earlierMin;

/** What the kitchen has: how much of each thing, and when it cannot be had (hands at night). */
export type DayKitchen = {
  have: Readonly<Record<string, number>>;
  /** stretches in which nothing of a thing is to be had, min against ready */
  closed: Readonly<Record<string, readonly (readonly [from: number, to: number])[]>>;
  /** until when things stand that are served, min after ready */
  servedMin: number;
};

/** Where each task begins, by chain; min against ready. */
export type Starts = Readonly<Record<string, readonly number[]>>;

/** A stretch in which something is taken. */
export type Taken = { of: string; amount: number; from: number; to: number };

/** All that a chain takes when its tasks begin so. */
export function takenBy(chain: Chain, starts: readonly number[], servedMin: number): readonly Taken[] {
  const end = (i: number): number => starts[i]! + chain.tasks[i]!.minutes;
  return [
    ...chain.tasks.flatMap((t, i) => t.needs.map((n): Taken => ({ ...n, from: starts[i]!, to: end(i) }))),
    ...chain.holds.map(({ of, amount, fromTask, toTask, untilServed }): Taken => ({
      of,
      amount,
      from: starts[fromTask]!,
      to: untilServed ? servedMin : end(toTask),
    })),
  ].filter((x) => x.to > x.from && x.amount > 0);
}
