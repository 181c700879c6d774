import { addDays, differenceInCalendarDays, getDay, startOfDay } from 'date-fns';
import { useMemo } from 'react';
import { useQuery } from '@tanstack/react-query';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import {
  glassesOf,
  nextOne,
  SERVICE,
  thirstFrom,
  type Batch,
  type Drunk,
  type DrunkDay,
  type NextOne,
  type ServiceWish,
} from '@steepsis/core';
import type { PouredView } from '@steepsis/contract';
import { get } from '@/shared/api/client';
import { workedOut } from '@/shared/ui/reasonOf';
import type { Things } from './things';

/** Whether one would rather have too much or too little, on this device. */
export const useServiceWish = create<{ wish: ServiceWish; setWish: (wish: ServiceWish) => void }>()(
  persist((set) => ({ wish: 'balanced', setWish: (wish) => set({ wish }) }), { name: 'steepsis.service', version: 1 }),
);

/** When one drink runs out, and when its next batch is to be begun. */
export type RunsOut = NextOne & {
  drinkId: string;
  drinkName: string;
  colourOf: Batch;
  /** glasses that stand */
  glasses: number;
  /** likely left at the end of each of the next days */
  leftByDay: readonly { day: Date; share: number }[];
  beginOn: Date;
  litres: number;
};

/** Cooling to where it is poured, after the strain, h. House estimate; a plan tells its own. */
const COOLED_AFTER_H = 6;
const DAY_MS = 86_400_000;

/** Drinks that stand and are drunk, the next to be begun first; undefined while it is asked what was poured. */
export function useRunsOut({ things, now }: Pick<Things, 'things' | 'now'>): readonly RunsOut[] | undefined {
  const wish = useServiceWish((s) => s.wish);
  const pours = useQuery({ queryKey: ['batches', 'pours'], queryFn: () => get<PouredView>('/api/pours') });
  const since = pours.data?.since;
  const poured = pours.data?.drinks;
  const today = startOfDay(now).getTime();
  const failed = pours.isError;
  return useMemo(() => {
    if (failed) return [];
    if (!since || !poured) return undefined;
    const ids = [...new Set(things.flatMap((t) => t.batch?.plan.drink.id ?? []))];
    return ids
      .flatMap((drinkId) => {
        const own = things.filter((t) => t.batch?.plan.drink.id === drinkId && t.placed.place !== 'pour-away');
        const drunk = poured.find((p) => p.drinkId === drinkId)?.pours ?? [];
        // What nobody has poured of yet tells nothing of when it runs out.
        if (own.length === 0 || drunk.length < LEAST_POURS) return [];
        return (
          workedOut((): RunsOut[] => [
            ofDrink({
              drinkId,
              own,
              batch: own.at(-1)!.batch!,
              days: daysOf(drunk, Date.parse(since), today),
              today,
              service: SERVICE[wish],
            }),
          ]).value ?? []
        );
      })
      .sort((a, b) => a.beginInDays - b.beginInDays || a.outInDays.likely - b.outInDays.likely);
  }, [things, since, poured, today, wish, failed]);
}

/** Fewer pours than these say nothing of a habit. House choice. */
const LEAST_POURS = 3;

/** Glasses by day, from the first pour on: days without one count, those before it was there do not. */
function daysOf(drunk: readonly Drunk[], sinceMs: number, today: number): readonly DrunkDay[] {
  const first = startOfDay(Math.max(sinceMs, Date.parse(drunk[0]!.at)));
  const days = Math.max(1, differenceInCalendarDays(today, first));
  const glasses = Array.from({ length: days }, () => 0);
  for (const { at, glasses: g } of drunk) {
    const i = differenceInCalendarDays(new Date(at), first);
    // Today is not over yet.
    if (i >= 0 && i < days) glasses[i]! += g;
  }
  return glasses.map((g, i) => ({ weekday: getDay(addDays(first, i)), glasses: g }));
}

function ofDrink({
  drinkId,
  own,
  batch,
  days,
  today,
  service,
}: {
  drinkId: string;
  own: Things['things'];
  batch: Batch;
  days: readonly DrunkDay[];
  today: number;
  service: number;
}): RunsOut {
  const { plan } = batch;
  const perGlass = plan.target.glassMl;
  const jugGlasses = Math.max(1, (plan.target.litres * 1000) / perGlass);
  const thirst = thirstFrom(days, jugGlasses);
  const weekday = getDay(today);
  const stock = own.map(({ item }) => ({
    glasses: glassesOf(item),
    goodDays: Math.max(0, (Date.parse(item.useBy) - today) / DAY_MS),
  }));
  const madeMs = Date.parse(batch.strainedAt ?? batch.startedAt) - Date.parse(batch.startedAt);
  const restH = Math.max(0, ...plan.brews.map((b) => b.way.restHours ?? 0));
  const leadDays = madeMs / DAY_MS + (COOLED_AFTER_H + restH) / 24;
  const keepsDays = Math.max(1, Math.max(...own.map(({ item }) => item.window.targetDays)) - leadDays);
  const next = nextOne({ thirst, weekday, stock, leadDays, keepsDays, mostGlasses: jugGlasses, service });
  const glasses = stock.reduce((sum, s) => sum + s.glasses, 0);
  let left = glasses;
  const leftByDay = Array.from({ length: 5 }, (_, d) => {
    left = Math.max(0, left - thirst.byWeekday[(weekday + d) % 7]!);
    return { day: addDays(today, d), share: glasses > 0 ? left / glasses : 0 };
  });
  return {
    ...next,
    drinkId,
    drinkName: plan.drink.name,
    colourOf: batch,
    glasses,
    leftByDay,
    beginOn: addDays(today, next.beginInDays),
    litres: Math.round((next.glasses * perGlass) / 100) / 10,
  };
}
