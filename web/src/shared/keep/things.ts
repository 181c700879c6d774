import { endOfDay } from 'date-fns';
import { startTransition, useEffect, useState } from 'react';
import {
  byUseBy,
  cautionsForDrinkers,
  cautionsOnJug,
  cautionsOnShelf,
  faultInWords,
  jugItemsOf,
  markOf,
  placeOf,
  shelfItemsOf,
  whoDrinks,
  type Audience,
  type Batch,
  type Finding,
  type FreeJug,
  type Kitchen,
  type Placed,
  type ShelfItem,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { paced } from '@/shared/api/paced';
import { useHouse, useJugs, useShelf, type JugsRead, type Shelf } from '@/shared/api/queries';
import { reasonOf, workedOut } from '@/shared/ui/reasonOf';

/** One thing that stands somewhere, where it stands, and what the rule book says of it. */
export type Thing = {
  /** told apart in the whole house, where a mark is short enough for a label */
  key: string;
  item: ShelfItem;
  placed: Placed;
  findings: readonly Finding[];
  /** of those, what is said because of who drinks: told wherever it is poured */
  forDrinkers: readonly Finding[];
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

type Worked = Pick<Things, 'things' | 'faulty'>;

/** All that stands in the house, whatever filled it, what ends first first. A long shelf is worked out in short goes. */
export function useThings(): Things {
  const [shelf, jugs, house] = [useShelf(), useJugs(), useHouse()];
  const kitchen = house.data?.forPlans;
  const now = useNow(60_000);
  const [worked, setWorked] = useState<Worked | undefined>(undefined);
  const [batches, poured] = [shelf.data, jugs.data];
  useEffect(() => {
    if (!batches) return undefined;
    let stopped = false;
    void workThrough({ batches, jugs: poured, kitchen, now }, () => stopped).then((done) => {
      // Two hundred cards are drawn in goes too.
      if (!stopped) startTransition(() => setWorked(done));
    });
    return () => {
      stopped = true;
    };
  }, [batches, poured, kitchen, now]);
  return {
    things: worked?.things ?? NOTHING,
    faulty: worked?.faulty ?? NOTHING,
    now,
    pending: shelf.isPending || (shelf.data !== undefined && worked === undefined),
    error: shelf.error ?? jugs.error ?? house.error,
    retry: () => void Promise.all([shelf.refetch(), jugs.refetch(), house.refetch()]),
  };
}

const NOTHING: readonly never[] = [];

async function workThrough(
  {
    batches,
    jugs,
    kitchen,
    now,
  }: { batches: Shelf; jugs: JugsRead | undefined; kitchen: Kitchen | undefined; now: number },
  stopped: () => boolean,
): Promise<Worked> {
  const things: Thing[] = [];
  const faulty: Faulty[] = [
    ...batches.unread.map((u) => unread(u, 'A batch on the shelf', `/steep/${u.id}`)),
    ...(jugs?.unread ?? []).map((u) => unread(u, 'A jug on the shelf', `/mix/jug/${u.id}`)),
  ];
  await paced(
    batches.batches,
    (batch) => {
      const { value, reason } = workedOut(() => ofBatch(batch, now, kitchen?.audience));
      const lost = batch.unworked[0];
      if (value) things.push(...value);
      // Its mix or its bottling is among what could not be worked out, so that nothing of it seems to stand here.
      const why = reason ?? (value?.length === 0 && lost ? faultInWords(lost.why) : undefined);
      if (why !== undefined)
        faulty.push({ key: batch.id, name: batch.plan.drink.name, reason: why, to: `/steep/${batch.id}`, batch });
    },
    stopped,
  );
  await paced(
    kitchen ? (jugs?.items ?? []) : [],
    (jug) => {
      const { value, reason } = workedOut(() => thingsOfJug(jug, kitchen!, now));
      if (value) things.push(...value);
      else faulty.push({ key: jug.id, name: jug.name, reason, to: `/mix/jug/${jug.id}` });
    },
    stopped,
  );
  return { things: things.sort((a, b) => byUseBy(a.item, b.item)), faulty };
}

const unread = ({ id, name, error }: { id: string; name?: string; error: Error }, or: string, to: string): Faulty => ({
  key: id,
  name: name ?? or,
  reason: reasonOf(error),
  to,
});

const keyOf = ({ owner, vesselId }: ShelfItem): string => `${owner.kind}/${owner.id}/${vesselId}`;

/** The thing of a key, or of a mark as its label bears it. */
export const thingBy = (things: readonly Thing[], keyOrMark: string | null): Thing | undefined =>
  things.find((t) => t.key === keyOrMark) ?? things.find((t) => markOf(t.item) === keyOrMark);

const placed = (item: ShelfItem, findings: readonly Finding[], now: number): Placed =>
  placeOf(item, findings, { nowMs: now, dayEndMs: endOfDay(now).getTime() });

const ofBatch = (batch: Batch, now: number, atTable?: Audience): Thing[] =>
  shelfItemsOf(batch, now).map((item) => {
    const findings = cautionsOnShelf(batch, item.vesselId, now, atTable);
    return {
      key: keyOf(item),
      item,
      findings,
      forDrinkers: cautionsForDrinkers(batch, item.vesselId, now, atTable),
      placed: placed(item, findings, now),
      acknowledged: batch.acknowledged,
      batch,
    };
  });

/** What stands of a jug that was poured together: the jug, and what was filled from it. */
export const thingsOfJug = (jug: FreeJug, kitchen: Kitchen, now: number): Thing[] =>
  jugItemsOf(jug, kitchen).map((item) => {
    const { audience = [] } = kitchen;
    const all = { ...jug, audience: whoDrinks(jug.audience, audience) };
    const findings = cautionsOnJug(all, item.vesselId, now, kitchen);
    const forAnybody = new Set(cautionsOnJug({ ...jug, audience: [] }, item.vesselId, now, kitchen).map((f) => f.id));
    return {
      key: keyOf(item),
      item,
      findings,
      forDrinkers: findings.filter((f) => !forAnybody.has(f.id)),
      placed: placed(item, findings, now),
      acknowledged: jug.acknowledged,
      jug,
    };
  });
