import { useMemo } from 'react';
import {
  batchAfter,
  brewLines,
  EVENT_VERSION,
  factsOfPour,
  JUG,
  cautionsOnJug,
  jugItemsOf,
  keptForRules,
  pourOfJug,
  keepingStateAt,
  nameOf,
  cautionsOnShelf,
  shelfItemsOf,
  toldFacts,
  toldLiquid,
  volumeMl,
  type Batch,
  type Facts,
  type FreeJug,
  type Kept,
  type Kitchen,
  type Liquid,
  type Pourable,
  pourCountsFrom,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useBrewing, useHouse, useJugs, useShelf } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { workedOut } from '@/shared/ui/reasonOf';

/** Something in the house that can be poured from. */
export type Standing = {
  from: Kept;
  name: string;
  note: string;
  liquid: Liquid;
  /** a running brew is reckoned with, and poured when it is measured */
  ready: boolean;
  /** a rule stops it: past its window, live, spoiled */
  stopped: string | undefined;
  madeAt: string;
  factsOf: (ml: number) => readonly Facts[];
};

export type Pourables = { standing: readonly Standing[]; pending: boolean; error: Error | null };

const key = (from: Kept): string => JSON.stringify(from);
export const standingOf = (standing: readonly Standing[], from: Pourable): Standing | undefined =>
  standing.find((s) => key(s.from) === JSON.stringify(from));

/** All that stands in the house, the first to use first. */
export function usePourables(): Pourables {
  const [shelf, brewing, jugs] = [useShelf(), useBrewing(), useJugs()];
  const kitchen = useHouse().data?.forPlans;
  const now = useNow(60_000);
  const standing = useMemo(
    () => [
      // What cannot be worked out cannot be poured by the model; its own page says why.
      ...(shelf.data?.batches ?? []).flatMap((b) => workedOut(() => fromShelf(b, now)).value ?? []),
      ...(brewing.data ?? []).flatMap((b) => workedOut(() => fromBrewing(b, now)).value ?? []),
      ...(kitchen
        ? (jugs.data?.items ?? []).flatMap((j) => workedOut(() => fromJug(j, now, kitchen)).value ?? [])
        : []),
    ],
    [shelf.data, brewing.data, jugs.data, now, kitchen],
  );
  return {
    standing,
    pending: shelf.isPending || brewing.isPending || jugs.isPending,
    error: shelf.error ?? brewing.error ?? jugs.error,
  };
}

const fromShelf = (batch: Batch, now: number): Standing[] =>
  shelfItemsOf(batch, now)
    // Past its last day nothing is poured from it.
    .filter((item) => keepingStateAt(item, now).kind !== 'past')
    .toSorted((a, b) => a.useBy.localeCompare(b.useBy))
    .map((item) => {
      const stored = batch.vessels.find((v) => v.id === item.vesselId)!;
      return {
        from: { kind: 'shelf', batchId: batch.id, vesselId: item.vesselId },
        name: item.vesselId === JUG ? item.drinkName : `${item.drinkName}: ${item.name.toLowerCase()}`,
        note: `${f.volume(item.volumeMl)}, use by ${f.day(item.useBy)}`,
        liquid: stored.liquid,
        ready: true,
        stopped: cautionsOnShelf(batch, item.vesselId, now).find(
          (x) => x.level === 'block' && x.places.includes('shelf'),
        )?.message,
        madeAt: pourCountsFrom(batch, stored, now),
        factsOf: (ml) => factsOfPour(batch, stored, ml, now),
      };
    });

/** A brew that is poured from is bottled first, so it is looked at as if it had been: the rules are told the same here and there. */
function fromBrewing(batch: Batch, now: number): Standing[] {
  const at = new Date(now).toISOString();
  const bottled = batchAfter([
    ...batch.events,
    { id: 'bottled', batchId: batch.id, seq: batch.events.length, at, v: EVENT_VERSION, type: 'bottled' },
  ]);
  return brewLines(batch.plan).flatMap(({ lineId, brewId }): Standing[] => {
    const stored = bottled.vessels.find((v) => v.id === lineId);
    // A pot that came to nothing has nothing to pour.
    if (!stored || volumeMl(stored.liquid) < 1) return [];
    return [
      {
        from: { kind: 'brew', batchId: batch.id, brewId },
        name: `${batch.plan.drink.name}: ${nameOf(batch.plan, brewId).toLowerCase()}`,
        note: batch.phase === 'measured' ? 'measured, not bottled yet' : 'still being made: as the model expects it',
        liquid: stored.liquid,
        ready: batch.phase === 'measured',
        stopped: undefined,
        madeAt: pourCountsFrom(bottled, stored, now),
        factsOf: (ml) => factsOfPour(bottled, stored, ml, now),
      },
    ];
  });
}

const fromJug = (jug: FreeJug, now: number, kitchen: Kitchen): Standing[] =>
  jugItemsOf(jug, kitchen)
    .filter((item) => keepingStateAt(item, now).kind !== 'past')
    .map((item): Standing => {
      const stored = jug.vessels.find((v) => v.id === item.vesselId)!;
      const kept = { ...keptForRules(jug, stored, kitchen), pouredAt: jug.pouredAt };
      return {
        from: { kind: 'jug', jugId: jug.id, ...(item.vesselId === JUG ? {} : { vesselId: item.vesselId }) },
        name: item.vesselId === JUG ? jug.name : `${jug.name}: ${item.name.toLowerCase()}`,
        note: `${f.volume(item.volumeMl)}, poured ${f.moment(jug.pouredAt)}`,
        liquid: stored.liquid,
        ready: true,
        stopped: cautionsOnJug(jug, item.vesselId, now, kitchen).find(
          (x) => x.level === 'block' && x.places.includes('shelf'),
        )?.message,
        madeAt: pourOfJug(kept, 1, now).madeAt,
        factsOf: (ml) => pourOfJug(kept, ml, now).facts,
      };
    });

/** What a source holds, or a litre of what is told; undefined for what has left the house meanwhile. */
export const liquidFrom = (
  from: Pourable,
  ml: number,
  standing: readonly Standing[],
  kitchen: Kitchen,
): Liquid | undefined =>
  from.kind === 'shelf' || from.kind === 'brew' || from.kind === 'jug'
    ? standingOf(standing, from)?.liquid
    : toldLiquid(from, ml, kitchen);

/** What the rules are told of a pour from it. */
export function partForRules(
  from: Pourable,
  ml: number,
  standing: readonly Standing[],
  now: number,
): { ml: number; facts: readonly Facts[]; madeAt: string } {
  if (from.kind === 'shelf' || from.kind === 'brew' || from.kind === 'jug') {
    const s = standingOf(standing, from);
    return { ml, facts: s?.factsOf(ml) ?? [], madeAt: s?.madeAt ?? new Date(now).toISOString() };
  }
  return { ml, facts: [toldFacts(from, ml)], madeAt: new Date(now).toISOString() };
}
