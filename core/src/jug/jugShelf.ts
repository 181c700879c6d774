import type { Kitchen } from '../drink/drink';
import { abvOf, volumeMl } from '../liquid/liquid';
import { onceEach, wentInWith } from '../keeping/wentIn';
import { holdsAnything, itemFrom, type ShelfItem } from '../keeping/shelfItem';
import type { StoredVessel } from '../keeping/storedVessel';
import { jugForGlass } from '../plan/glass';
import { findingsOf, type Finding } from '../safety/evaluate';
import { InputError } from '../quantity/errors';
import { factsOfJug, keepingOfJug, type JugForRules } from './jugFacts';
import type { FreeJug } from './freeJug';

/** Ice to a glass of a free jug, g to a ml of drink, and when it is to be right, min. House choices: a glass filled with cubes. */
export const FREE_GLASS = { iceGPerMl: 0.36, rightAfterMin: 5, sugarGPerL: 60 } as const;

/** How far ice thins a glass of a free jug; 1 without ice. */
export const thinningOf = ({ iced, glassMl }: Pick<FreeJug, 'iced' | 'glassMl'>, kitchen: Kitchen): number =>
  iced
    ? jugForGlass(
        {
          volumeMl: 1000,
          glassMl,
          iceG: FREE_GLASS.iceGPerMl * glassMl,
          strengthX: 1,
          sugarGPerL: FREE_GLASS.sugarGPerL,
        },
        kitchen,
        FREE_GLASS.rightAfterMin,
      ).thinning
    : 1;

/** A thing of a free jug in the words of its rules: what is in it now, how it has been kept since. */
export const keptForRules = (jug: FreeJug, stored: StoredVessel, kitchen: Kitchen): JugForRules => ({
  ...jug,
  liquid: stored.liquid,
  kept: { stored, kitchen },
});

/** The jug and what was filled from it, as far as it holds anything. */
export const jugItemsOf = (jug: FreeJug, kitchen: Kitchen): readonly ShelfItem[] =>
  jug.vessels.filter(holdsAnything).map((v) => itemOf(jug, v, kitchen));

function itemOf(jug: FreeJug, stored: StoredVessel, kitchen: Kitchen): ShelfItem {
  const told = jug.events.flatMap((e) => (e.type === 'filled' ? e.into : [])).find((f) => f.id === stored.id);
  const keeping = keepingOfJug(keptForRules(jug, stored, kitchen), Date.parse(jug.pouredAt));
  return itemFrom(stored, {
    owner: { kind: 'jug', id: jug.id },
    drinkName: jug.name,
    standard: jug.standard,
    harshLimit: 1,
    // A jug that was wanted stronger than a glass is a base: its label lets it down to one.
    glassX: Math.min(jug.wantedX, 1) * thinningOf(jug, kitchen),
    glassMl: jug.glassMl,
    iced: jug.iced,
    hot: false,
    build: [],
    glassAbv: volumeMl(stored.liquid) > 0 ? abvOf(stored.liquid) : 0,
    wentIn: onceEach([...jug.parts.flatMap(wentInWith), ...stored.added.flatMap(wentInWith)]),
    shape: { kind: 'jug', capacityMl: jug.capacityMl },
    filledMl: told?.ml ?? volumeMl(stored.liquid),
    madeOn: jug.pouredAt,
    ...keeping,
    restedFrom: undefined,
  });
}

/**
 * What the rule book says of the jug or of a bottle that was filled from it.
 * @throws InputError for a vessel that the jug does not have
 */
export function cautionsOnJug(jug: FreeJug, vesselId: string, nowMs: number, kitchen: Kitchen): readonly Finding[] {
  const stored = jug.vessels.find((v) => v.id === vesselId);
  if (!stored) throw new InputError('cautionsOnJug', 'vesselId', 'a vessel of this jug', vesselId);
  return findingsOf(...factsOfJug(keptForRules(jug, stored, kitchen), nowMs, kitchen.altitudeM));
}
