import { abvOf, NO_LIQUID, portionOf, pourTogether, volumeMl } from '../liquid/liquid';
import { atGlassOf } from '../plan/houseStandard';
import { brewLines, JUG, standardOf, type Batch } from '../batch/batch';
import { frozenBrew, vesselOf } from '../batch/brewState';
import { filledMlOf } from '../batch/filledMl';
import { factsOfStored, keptAt, madeAt } from '../safety/factsOf';
import { vulnerableDrinker, windowOf } from '../safety/derive';
import { windowEndMs } from './keepingClock';
import { holdsAnything, itemFrom, type GlassPart, type ShelfItem } from './shelfItem';
import { wentIntoStored } from './wentIn';
import type { KeptShape, StoredVessel } from './storedVessel';

/** Items of one batch that hold anything, at a moment. Days count from the brew, not from straining. */
export function shelfItemsOf(batch: Batch, nowMs: number): readonly ShelfItem[] {
  return batch.vessels.filter(holdsAnything).map((v) => itemOf(batch, v, nowMs));
}

function itemOf(batch: Batch, stored: StoredVessel, nowMs: number): ShelfItem {
  const { plan } = batch;
  const facts = factsOfStored(batch, stored, nowMs);
  const window = facts.map(windowOf).reduce((a, b) => (b.hardDays < a.hardDays ? b : a));
  const kept = keptAt(batch, stored);
  const until = (days: number): string => new Date(windowEndMs(kept, days)).toISOString();
  return itemFrom(stored, {
    owner: { kind: 'batch', id: batch.id },
    drinkName: plan.drink.name,
    standard: standardOf(batch),
    harshLimit: plan.houseHarshLimit,
    // The jug is made for its ice; what is put beside it is let down to the same.
    glassX: plan.promised.jugX,
    glassMl: plan.target.glassMl,
    iced: plan.target.iced,
    hot: plan.target.hot ?? false,
    build: stored.root === JUG ? besideIn(plan) : [],
    glassAbv: glassAbvOf(batch, stored),
    wentIn: wentIntoStored(batch, stored),
    shape: shapeOf(batch, stored),
    filledMl: filledMlOf(batch, stored),
    madeOn: madeAt(batch),
    useBy: until(window.targetDays),
    discardAfter: until(facts.some(vulnerableDrinker) ? window.targetDays : window.hardDays),
    window,
    restedFrom: restedFrom(batch, stored),
  });
}

/** What a drink has in each glass beside its jug, as its recipe pours it. */
const besideIn = ({ drink, target }: Batch['plan']): readonly GlassPart[] =>
  drink.mix
    .filter((l) => l.at === 'glass')
    .map(({ name, book }) => ({
      name: name.toLowerCase(),
      ml: typeof book === 'number' ? (book * target.glassMl) / 1000 : 0,
    }));

/** Alcohol of a glass, with the spirit that is poured at the glass: that of what stands where nothing is. */
function glassAbvOf({ plan }: Batch, { root, liquid }: StoredVessel): number {
  if (volumeMl(liquid) <= 0) return 0;
  const beside = root === JUG ? atGlassOf(plan.drink, plan.target.glassMl) : NO_LIQUID;
  const ofItMl = Math.max(0, plan.target.glassMl - volumeMl(beside));
  return abvOf(pourTogether(portionOf(liquid, ofItMl / volumeMl(liquid)), beside));
}

/** A brew that is kept by itself, or left over, stands in a bottle that holds it. */
const BOTTLE_STEP_ML = 250;
const LEAST_BOTTLE_ML = 500;

/** What it stands in where nothing was told: the jug of the plan, a bottle of the house for the rest. */
function shapeOf(batch: Batch, stored: StoredVessel): KeptShape {
  const { jugVesselId, jugCount = 1 } = batch.plan;
  if (stored.root === JUG && stored.id === JUG)
    return { kind: 'jug', capacityMl: vesselOf(batch.plan, jugVesselId).capacityMl * jugCount };
  // What was left over after the mix needs no bottle for all of the brew.
  const held = filledMlOf(batch, stored) - (batch.mix?.[stored.root] ?? 0);
  return { kind: 'bottle', capacityMl: Math.max(LEAST_BOTTLE_ML, Math.ceil(held / BOTTLE_STEP_ML) * BOTTLE_STEP_ML) };
}

/** When what is in it has had the rest that its brews want; the longest decides. */
function restedFrom(batch: Batch, { root }: StoredVessel): string | undefined {
  const ends = brewLines(batch.plan)
    .filter(({ lineId }) => (root === JUG ? (batch.mix?.[lineId] ?? 0) > 0 : lineId === root))
    .flatMap(({ brewId }) => {
      const { restHours } = frozenBrew(batch.plan, brewId).way;
      const doneAt = batch.brews.find((b) => b.brewId === brewId)?.doneAt;
      return restHours && doneAt ? [Date.parse(doneAt) + restHours * 3_600_000] : [];
    });
  return ends.length > 0 ? new Date(Math.max(...ends)).toISOString() : undefined;
}
