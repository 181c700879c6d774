import type { Tend } from '../drink/drink';
import { requirePositive } from '../quantity/range';
import { abvBound, closedPressureBar } from './carbonDioxide';

/** What the hands do for a live jar. */
export type TendingTask = 'shake' | 'vent' | 'look' | 'taste';

/** A task of a live jar and when it is due. */
export type Tending = {
  task: TendingTask;
  /** minutes from now; negative when it is overdue */
  inMin: number;
  /** how often, min, at the jar's temperature */
  everyMin: number;
};

/** Hours between two turns at 22 °C. House estimates for a litre or two of a mild ferment. */
const HOURS_AT_22: Record<TendingTask, number> = { shake: 12, vent: 12, look: 24, taste: 24 };
const REFERENCE_C = 22;
/** Live jars go this much faster for 10 K more. House estimate, 2 to 3. */
const Q10 = 2.5;

/** Before this long at 22 °C there is nothing to taste, h. House estimate. */
const FIRST_TASTE_H = 24;

/** How much faster a jar works than at 22 °C. */
export const fermentPace = (tempC: number): number => Q10 ** ((tempC - REFERENCE_C) / 10);

/** What tending goes by: how long it lives, how warm, how it is closed. */
export type LiveJar = {
  /** minutes since it was set up, or since any liquid was added: an addition starts it anew */
  sinceMin: number;
  tempC: number;
  lid: 'open' | 'loose' | 'closed';
  /** minutes since each task was last done; since the start where it never was */
  lastDoneMin?: Readonly<Partial<Record<TendingTask, number>>>;
  /** the cook's own rhythm, by the clock; the jar's warmth decides where there is none */
  rhythm?: Tend;
};

/** What a live jar wants next, the most urgent first. A jar that cannot hold gas is not vented, unless its recipe says so. */
export function tendingOf(jar: LiveJar): readonly Tending[] {
  const pace = fermentPace(jar.tempC);
  const vented = jar.lid === 'closed' || jar.rhythm?.vent !== undefined;
  const tasks: TendingTask[] = vented ? ['shake', 'vent', 'look', 'taste'] : ['shake', 'look', 'taste'];
  return tasks
    .map((task): Tending => {
      const own = task === 'shake' || task === 'vent' ? jar.rhythm?.[task] : undefined;
      const everyMin = own ? own.everyH * 60 : (HOURS_AT_22[task] * 60) / pace;
      const since = jar.lastDoneMin?.[task] ?? jar.sinceMin;
      const due = everyMin - since;
      const firstMin = own?.fromDay === undefined ? 0 : (own.fromDay - 1) * 24 * 60;
      // What is to begin on a day is first due then, however long the jar has stood.
      if (firstMin > 0 && jar.lastDoneMin?.[task] === undefined)
        return { task, everyMin, inMin: firstMin - jar.sinceMin };
      const notBefore = (FIRST_TASTE_H * 60) / pace - jar.sinceMin;
      return { task, everyMin, inMin: task === 'taste' ? Math.max(due, notBefore) : due };
    })
    .sort((a, b) => a.inMin - b.inMin);
}

/** Bounds of a live jar: all of its sugar gone, none of the gas let out. Real jars stay below. */
export type JarBounds = {
  /** most alcohol, % vol */
  abv: number;
  /** most pressure if it were sealed with this headspace, bar over the room's */
  pressureBar: number;
};

/** @throws InputError for a volume or a headspace that is not there */
export function jarBounds({
  sugarGPerL,
  liquidMl,
  headspaceMl,
  tempC,
}: {
  sugarGPerL: number;
  liquidMl: number;
  headspaceMl: number;
  tempC: number;
}): JarBounds {
  requirePositive('jarBounds', 'liquidMl', liquidMl, 'ml');
  requirePositive('jarBounds', 'headspaceMl', headspaceMl, 'ml');
  return {
    abv: abvBound(sugarGPerL),
    pressureBar: closedPressureBar({
      sugarConsumedGPerL: sugarGPerL,
      liquidL: liquidMl / 1000,
      headspaceL: headspaceMl / 1000,
      tempC: Math.min(40, Math.max(0, tempC)),
    }),
  };
}
