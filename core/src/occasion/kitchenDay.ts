// The words of a kitchen's day: what is to be done, on what, and how it hangs together. Minutes count from when all is to be ready:
// before it they are negative.

/** What a task is, as a cook tells them apart. */
export type TaskKind = 'hands' | 'heat' | 'stand' | 'bath' | 'fridge';

/** Something that is to be done or that stands by itself for a while. */
export type DayTask = {
  id: string;
  /** what it is called in a list by the clock */
  name: string;
  kind: TaskKind;
  minutes: number;
  /** how much longer it may take, four times in five */
  slackMin: number;
  /** what stands in it meanwhile */
  litres: number;
  /** things it needs while it lasts: how much of which */
  needs: readonly Need[];
};

/** So much of a thing of the kitchen. */
export type Need = { of: string; amount: number };

/** How long after one task the next begins, min: never before, and no later than. */
export type Gap = { minMin: number; maxMin: number };

/** A thing that is held over several tasks and the gaps between them: a pot until it is strained, the fridge until it is served. */
export type Hold = Need & {
  fromTask: number;
  toTask: number;
  untilServed?: true;
  /** so much longer until it is empty and washed, min */
  washMin?: number;
};

/** How a kitchen is used where it is not all of it: on a ring of so many watts, without what is taken. */
export type KitchenUse = { watts?: number; without?: readonly string[] };

/** One way in which a chain can be done: on this ring, in that pot. */
export type Mode = {
  tasks: readonly DayTask[];
  /** between a task and the next: one fewer than tasks */
  gaps: readonly Gap[];
  holds: readonly Hold[];
  /** of the kitchen it uses not the best there is: a smaller ring, another pot */
  use?: KitchenUse;
};

/** One drink's day: its tasks in their order, what lies between them, and what it holds, in one or several ways. */
export type Chain = {
  id: string;
  name: string;
  modes: readonly [Mode, ...Mode[]];
  /** the last task ends at the latest so long before all is to be ready, min: rest, cold */
  restMin: number;
  /** by so much earlier than that, so that its spread does not make it late, min */
  slackMin?: number;
  /** it keeps so long from its last task on, min */
  keepsMin?: number;
  /**
   * chains whose last task is to be over before a task of this one begins, by its id: syrup before mix. A way of doing it that has no such
   * task does not wait
   */
  after?: readonly { chain: string; task: string }[];
  /** its first tasks have begun, or are over: when each began, min against ready */
  begun?: readonly number[];
};

/** So long before all is ready the last task of a chain ends at the latest, min. */
export const endsBeforeMin = ({ restMin, slackMin = 0 }: Pick<Chain, 'restMin' | 'slackMin'>): number =>
  restMin + slackMin;

/** What the kitchen has: how much of each thing, and when it cannot be had (hands at night). */
export type DayKitchen = {
  have: Readonly<Record<string, number>>;
  /** stretches in which nothing of a thing is to be had, min against ready */
  closed: Readonly<Record<string, readonly (readonly [from: number, to: number])[]>>;
  /** until when things stand that are served, min after ready */
  servedMin: number;
};

/** A chain that has its place: by which of its modes, and when each task begins, min against ready. */
export type PlacedChain = Pick<Chain, 'id' | 'name' | 'restMin'> &
  Mode & {
    starts: readonly number[];
    /** how much later than it was to be it is ready, min */
    lateMin: number;
    /** so many of its tasks have begun */
    begun: number;
  };

/** When the last task of a chain ends, min against ready. */
export const endOf = ({ starts, tasks }: Pick<PlacedChain, 'starts' | 'tasks'>): number =>
  starts[starts.length - 1]! + tasks[tasks.length - 1]!.minutes;

/** A stretch in which something is taken. */
export type Taken = { of: string; amount: number; from: number; to: number };

/** What a hold takes when its tasks begin so. */
export const heldBy = (
  { tasks }: Pick<Mode, 'tasks'>,
  { of, amount, fromTask, toTask, untilServed, washMin = 0 }: Hold,
  starts: readonly number[],
  servedMin: number,
): Taken => ({
  of,
  amount,
  from: starts[fromTask]!,
  to: untilServed ? servedMin : starts[toTask]! + tasks[toTask]!.minutes + washMin,
});

/** All that a chain takes when its tasks begin so. */
export function takenBy(mode: Mode, starts: readonly number[], servedMin: number): readonly Taken[] {
  return [
    ...mode.tasks.flatMap((t, i) =>
      t.needs.map((n): Taken => ({ ...n, from: starts[i]!, to: starts[i]! + t.minutes })),
    ),
    ...mode.holds.map((h) => heldBy(mode, h, starts, servedMin)),
  ].filter((x) => x.to > x.from && x.amount > 0);
}
