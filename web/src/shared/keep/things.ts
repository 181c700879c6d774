import { endOfDay } from 'date-fns';
import { useMemo } from 'react';
import {
  byUseBy,
  cautionsOnJug,
  cautionsOnShelf,
  faultInWords,
  jugItemsOf,
  markOf,
  placeOf,
  shelfItemsOf,
  type Batch,
  type Finding,
  type FreeJug,
  type Kitchen,
  type Placed,
  type ShelfItem,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useHouse, useJugs, useShelf } from '@/shared/api/queries';
import { reasonOf, workedOut } from '@/shared/ui/reasonOf';

/** One thing that stands somewhere, where it stands, and what the rule book says of it. */
export type Thing = {
  key: string;
  item: ShelfItem;
  placed: Placed;
  findings: readonly Finding[];
  acknowledged: readonly string[];
} & ({ batch: Batch; jug?: undefined } | { jug: FreeJug; batch?: undefined });

/** Something that keeps its place on the shelf although it cannot be worked out. */
export type Faulty = { key: string; name: string; reason: string; to: string; batch?: Batch };

export type Things = {
  things: readonly Thing[];
  faulty: readonly Faulty[];
  pending: boolean;
  error: Error | null;
  retry: () => void;
  now: number;
};

/** All that stands in the house, whatever filled it, what ends first first. */
export function useThings(): Things {
  const [shelf, jugs, house] = [useShelf(), useJugs(), useHouse()];
  const kitchen = house.data?.forPlans;
  const now = useNow(60_000);
  const { things, faulty } = useMemo(() => {
    const faulty: Faulty[] = [
      ...(shelf.data?.unread ?? []).map((u) => unread(u, 'A batch on the shelf', `/steep/${u.id}`)),
      ...(jugs.data?.unread ?? []).map((u) => unread(u, 'A jug on the shelf', `/mix/jug/${u.id}`)),
    ];
    const things: Thing[] = [];
    for (const batch of shelf.data?.batches ?? []) {
      const { value, reason } = workedOut(() => ofBatch(batch, now));
      const lost = batch.unworked[0];
      if (value) things.push(...value);
      // Its mix or its bottling is among what could not be worked out, so that nothing of it seems to stand here.
      const why = reason ?? (value?.length === 0 && lost ? faultInWords(lost.why) : undefined);
      if (why !== undefined)
        faulty.push({ key: batch.id, name: batch.plan.drink.name, reason: why, to: `/steep/${batch.id}`, batch });
    }
    for (const jug of kitchen ? (jugs.data?.items ?? []) : []) {
      const { value, reason } = workedOut(() => ofJug(jug, kitchen!, now));
      if (value) things.push(...value);
      else faulty.push({ key: jug.id, name: jug.name, reason, to: `/mix/jug/${jug.id}` });
    }
    return { things: things.sort((a, b) => byUseBy(a.item, b.item)), faulty };
  }, [shelf.data, jugs.data, kitchen, now]);
  return {
    things,
    faulty,
    now,
    pending: shelf.isPending,
    error: shelf.error ?? jugs.error ?? house.error,
    retry: () => void Promise.all([shelf.refetch(), jugs.refetch(), house.refetch()]),
  };
}

const unread = ({ id, name, error }: { id: string; name?: string; error: Error }, or: string, to: string): Faulty => ({
  key: id,
  name: name ?? or,
  reason: reasonOf(error),
  to,
});

const placed = (item: ShelfItem, findings: readonly Finding[], now: number): Placed =>
  placeOf(item, findings, { nowMs: now, dayEndMs: endOfDay(now).getTime() });

const ofBatch = (batch: Batch, now: number): Thing[] =>
  shelfItemsOf(batch, now).map((item) => {
    const findings = cautionsOnShelf(batch, item.vesselId, now);
    return {
      key: markOf(item),
      item,
      findings,
      placed: placed(item, findings, now),
      acknowledged: batch.acknowledged,
      batch,
    };
  });

const ofJug = (jug: FreeJug, kitchen: Kitchen, now: number): Thing[] =>
  jugItemsOf(jug, kitchen).map((item) => {
    const findings = cautionsOnJug(jug, item.vesselId, now, kitchen);
    return {
      key: markOf(item),
      item,
      findings,
      placed: placed(item, findings, now),
      acknowledged: jug.acknowledged,
      jug,
    };
  });
