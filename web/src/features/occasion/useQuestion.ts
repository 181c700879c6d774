import { useMemo } from 'react';
import {
  drinkKeys,
  glassesOf,
  type AskedDrink,
  type Batch,
  type DayQuestion,
  type Kitchen,
  type Occasion,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { useBatchesById, useDrinksBy, type House } from '@/shared/api/queries';
import type { Thing } from '@/shared/keep/things';

/** A moment is asked for by so many minutes: by the minute once the day is begun. */
const ROUND_MIN = { begun: 1, ahead: 10 } as const;

/** When nobody can change it any more it is shown as it was planned. */
const LONG_BEFORE_MS = 30 * 86_400_000;

/**
 * What a day is worked out from: drinks as this house makes them, what has begun, and what stands.
 * @param things what stands in the house; where the day is begun what stood then counts, and it is not looked at
 */
export function useQuestion(
  occasion: Occasion | undefined,
  house: House | undefined,
  { now, things, kitchen }: { now: number; things: readonly Thing[] | undefined; kitchen?: Kitchen },
): {
  question: DayQuestion | undefined;
  /** the drinks that could be read */
  views: Readonly<Record<string, DrinkView>>;
  error: Error | null;
  retry: () => void;
} {
  const ids = useMemo(() => [...new Set(occasion?.drinks.map((d) => d.drinkId))], [occasion]);
  const { data: views, error, retry } = useDrinksBy(ids);
  const batchIds = useMemo(() => (occasion?.drinks ?? []).flatMap((d) => d.batchId ?? []), [occasion]);
  const { batches, faulty } = useBatchesById(batchIds);
  const begun = occasion?.sheet !== undefined;
  const step = 60_000 * (begun ? ROUND_MIN.begun : ROUND_MIN.ahead);
  const nowMs = Math.floor(now / step) * step;
  const question = useMemo((): DayQuestion | undefined => {
    if (!occasion || !house || occasion.drinks.some((d) => !views[d.drinkId])) return undefined;
    if (batches.length + faulty.length < batchIds.length) return undefined;
    const readyMs = Date.parse(occasion.readyBy);
    const over = readyMs + occasion.servedHours * 3_600_000;
    const keys = drinkKeys(occasion);
    const drinks = occasion.drinks.map((of, i): AskedDrink => {
      const view = views[of.drinkId]!;
      const batch = batches.find((b) => b.id === of.batchId);
      // A drink that stands in it twice has what stands once.
      const stands = keys[i] === of.drinkId ? standingOf(occasion, of.drinkId, keys[i], things, batches) : 0;
      return {
        of,
        drink: view.drink,
        startFrom: view.startFrom,
        standing: stands,
        ...(view.learned ? { learned: view.learned } : {}),
        ...(batch ? { events: batch.events } : {}),
      };
    });
    return {
      occasion,
      drinks,
      kitchen: kitchen ?? house.forPlans,
      pantry: house.entries,
      nowMs: !begun && nowMs > over ? readyMs - LONG_BEFORE_MS : nowMs,
    };
  }, [occasion, house, views, batches, faulty.length, batchIds.length, things, kitchen, begun, nowMs]);
  return { question, views, error, retry };
}

/** Glasses of a drink that stand and are still good when it is served; those that stood when the day was begun, once it is. */
function standingOf(
  occasion: Occasion,
  drinkId: string,
  key: string,
  things: readonly Thing[] | undefined,
  own: readonly Batch[],
): number {
  if (occasion.sheet) return occasion.sheet.standing[key] ?? 0;
  const ready = Date.parse(occasion.readyBy);
  const glasses = (things ?? [])
    .filter(
      (t) =>
        t.batch?.plan.drink.id === drinkId &&
        !own.some((b) => b.id === t.batch?.id) &&
        t.placed.place !== 'pour-away' &&
        Date.parse(t.item.useBy) > ready,
    )
    .reduce((sum, t) => sum + glassesOf(t.item), 0);
  return Math.floor(glasses);
}
