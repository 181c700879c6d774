import { endOf, type PlacedChain, type TaskKind } from './kitchenDay';

// The sheet of a day: what is done when, by the clock.

/** A line of the sheet. Minutes count from when all is to be ready. */
export type SheetLine = {
  taskId: string;
  chainId: string;
  words: string;
  kind: TaskKind;
  atMin: number;
  endMin: number;
  /** whether it has begun */
  begun: boolean;
  /** when it was to begin, where that is another minute */
  wasMin?: number;
};

/** What is nearer than this to when it was to be has not moved, min. */
const SAME_MIN = 2;

/** Ice freezes by itself: nobody puts it anywhere. */
const isSeen = ({ kind, id }: PlacedChain['tasks'][number]): boolean => kind !== 'stand' || !/\/freeze-\d+$/.test(id);

/**
 * What is done when, the first first. Every task is a line: at its beginning somebody puts it there.
 * @param was when each task was to begin, min against ready: the sheet as the day was begun by, or as it was before something was moved
 */
export const sheetOf = (
  placed: readonly PlacedChain[],
  was: Readonly<Record<string, number>> = {},
): readonly SheetLine[] =>
  placed
    .flatMap((p) =>
      p.tasks.flatMap((t, i): SheetLine[] => {
        if (!isSeen(t)) return [];
        const atMin = p.starts[i]!;
        const before = was[t.id];
        return [
          {
            taskId: t.id,
            chainId: p.id,
            words: t.name,
            kind: t.kind,
            atMin,
            endMin: atMin + t.minutes,
            begun: i < p.begun,
            ...(before !== undefined && Math.abs(before - atMin) > SAME_MIN ? { wasMin: before } : {}),
          },
        ];
      }),
    )
    .sort((a, b) => a.atMin - b.atMin || a.endMin - b.endMin);

/** When each task begins, by task: the sheet as it is kept when the day is begun. */
export const startsOf = (placed: readonly PlacedChain[]): Readonly<Record<string, number>> =>
  Object.fromEntries(placed.flatMap((p) => p.tasks.map((t, i) => [t.id, Math.round(p.starts[i]! * 10) / 10])));

/** What a day has become against how it was begun: the first thing that was otherwise, how many of what is to come moved, what is late. */
export type Changed = {
  first: { words: string; byMin: number } | undefined;
  moved: number;
  late: readonly { name: string; readyMin: number; lateMin: number }[];
};

/** What has become of a day, from its lines and where its chains stand. */
export function changedOf(lines: readonly SheetLine[], placed: readonly PlacedChain[]): Changed {
  const off = lines.filter((l) => l.begun && l.wasMin !== undefined).at(-1);
  return {
    first: off && { words: off.words, byMin: off.atMin - off.wasMin! },
    moved: lines.filter((l) => !l.begun && l.wasMin !== undefined).length,
    late: placed
      .filter((p) => p.lateMin > 0.5)
      .map((p) => ({ name: p.name, readyMin: endOf(p) + p.restMin, lateMin: p.lateMin })),
  };
}

/** The next line that nobody has begun. */
export const nextOnSheet = (lines: readonly SheetLine[]): SheetLine | undefined => lines.find((l) => !l.begun);

/** Whether a line is the first thing of a brew: a drink that has not begun is started with it. */
export const startsBrew = ({ taskId }: Pick<SheetLine, 'taskId'>): boolean => taskId.endsWith('/weigh');

/** Whether no stove tells of it, and it is told on the sheet: trays filled, a syrup stirred. */
export const toldOnSheet = ({ taskId }: Pick<SheetLine, 'taskId'>): boolean => /\/(stir|fill-\d+)$/.test(taskId);
