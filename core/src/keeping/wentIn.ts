import { brewLines, JUG, runOfBatch, wayAsItWent, type Batch } from '../batch/batch';
import type { PouredPart } from '../jug/pouredPart';
import { plantIn, plantsOf } from '../reference/plants';
import { botanicalIfKnown, type Botanical } from '../reference/botanicals';
import { SWEETENERS } from '../sugar/sweeteners';
import type { StoredVessel } from './storedVessel';

/** One thing that went into what stands, by its name; with its figures where it is a plant, juice, salt or the like. */
export type WentIn = { name: string; plant?: Botanical };

const sweetener = (kind: string): WentIn => ({
  name: (SWEETENERS as Readonly<Record<string, { name: string }>>)[kind]?.name ?? 'sugar',
});

/**
 * All that went into a jug or a bottle of a batch, what is most of it first: by what was put in and poured, not by what of it can still be
 * measured, for a pinch of salt, a clove and a dash of bitters are in it too.
 */
export function wentIntoStored(batch: Batch, { root, added }: Pick<StoredVessel, 'root' | 'added'>): readonly WentIn[] {
  const { drink } = batch.plan;
  const plants = plantsOf(drink);
  const poured = (id: string): boolean => (batch.mix?.[id] ?? 0) > 0;
  const brewed = brewLines(batch.plan)
    .filter(({ lineId }) => (root === JUG ? poured(lineId) : lineId === root))
    .flatMap(({ brewId }) => {
      const put = wayAsItWent(batch, brewId)
        .ingredients.filter((i) => i.grams > 0)
        .sort((a, b) => b.grams - a.grams)
        .map(({ plant }): WentIn => ({ name: plantIn(plants, plant).name, plant: plantIn(plants, plant) }));
      const sweet = Object.entries(runOfBatch(batch, brewId).sweetenedG).flatMap(([kind, g]) =>
        g > 0 ? [sweetener(kind)] : [],
      );
      return [...put, ...sweet];
    });
  const besides =
    root === JUG
      ? drink.mix
          .filter((l) => l.at === 'jug' && poured(l.id))
          .flatMap(({ from }): WentIn[] => {
            if (from.kind === 'syrup') return [sweetener(from.sweetener)];
            if (from.kind === 'juice')
              return [{ name: plantIn(plants, from.plant).name, plant: plantIn(plants, from.plant) }];
            return from.kind === 'spirit' ? [{ name: from.name }] : [];
          })
      : [];
  return onceEach([...brewed, ...besides, ...added.flatMap(wentInWith)]);
}

/** What a part that was poured in brought, as its rules were told of it. */
export function wentInWith({ name, liquid, facts }: PouredPart): readonly WentIn[] {
  const told = facts
    .flatMap((f) => f.ingredients ?? [])
    .flatMap((i): WentIn[] => {
      const plant = i.own !== undefined && liquid.own ? liquid.own[i.own] : botanicalIfKnown(i.slug);
      return plant ? [{ name: plant.name, plant }] : [];
    });
  const sweet = Object.keys(liquid.sugarG)
    .filter((k) => k in SWEETENERS)
    .map(sweetener);
  const all = [...told, ...sweet];
  return all.length > 0 || /water|ice/i.test(name) ? all : [{ name }];
}

/** By their names, each once. */
export const onceEach = (all: readonly WentIn[]): readonly WentIn[] => [
  ...new Map(all.map((w) => [w.name.toLowerCase(), w])).values(),
];
