import type { Batch, StoredVessel } from '../batch/batch';
import { JUG, standardOf } from '../batch/batch';
import { volumeMl } from '../liquid/liquid';
import { figuresOf, waterToThinMl, type JugFigures } from '../plan/mixJug';
import { factsOfStored, keptAt, madeAt } from '../safety/factsOf';
import { windowEndMs } from './keepingClock';
import { keepingStateAt, type KeepingState } from './keepingState';
import { vulnerableDrinker, windowOf } from '../safety/derive';
import type { KeepingWindow } from './keepingWindow';

/** A jug or bottle on the shelf, with all that its label says. */
export type ShelfItem = {
  batchId: string;
  vesselId: string;
  drinkName: string;
  name: string;
  volumeMl: number;
  figures: JugFigures;
  /** how to dilute it, undefined for a drink that is poured as it is */
  dilution: Dilution | undefined;
  madeOn: string;
  useBy: string;
  discardAfter: string;
  window: KeepingWindow;
};

/** One part to how many parts of water, sweetened with how much syrup a litre of drink. */
export type Dilution = { toX: number; waterPerPart: number };

/** Items of one batch that hold anything, at a moment. Days count from the brew, not from straining. */
export function shelfItemsOf(batch: Batch, nowMs: number): readonly ShelfItem[] {
  return batch.vessels.filter((v) => volumeMl(v.liquid) >= 1).map((v) => itemOf(batch, v, nowMs));
}

/** A batch's jug that still holds something past its last day: nothing is tasted, mended or poured of it any more. */
export function pastJugOf(
  batch: Batch,
  nowMs: number,
): { item: ShelfItem; state: Extract<KeepingState, { kind: 'past' }> } | undefined {
  const item = shelfItemsOf(batch, nowMs).find((i) => i.vesselId === JUG);
  const state = item && keepingStateAt(item, nowMs);
  return state?.kind === 'past' ? { item: item!, state } : undefined;
}

function itemOf(batch: Batch, stored: StoredVessel, nowMs: number): ShelfItem {
  const facts = factsOfStored(batch, stored, nowMs);
  const window = facts.map(windowOf).reduce((a, b) => (b.hardDays < a.hardDays ? b : a));
  const figures = figuresOf(stored.liquid, standardOf(batch), batch.plan.houseHarshLimit);
  const kept = keptAt(batch, stored);
  const until = (days: number): string => new Date(windowEndMs(kept, days)).toISOString();
  return {
    batchId: batch.id,
    vesselId: stored.id,
    drinkName: batch.plan.drink.name,
    name: stored.name,
    volumeMl: figures.volumeMl,
    figures,
    dilution: stored.id === JUG ? undefined : dilutionOf(figures, batch.plan.promised.jugX),
    madeOn: madeAt(batch),
    useBy: until(window.targetDays),
    discardAfter: until(facts.some(vulnerableDrinker) ? window.targetDays : window.hardDays),
    window,
  };
}

/** A concentrate too weak to thin is drunk as it is. */
function dilutionOf(figures: JugFigures, toX: number): Dilution | undefined {
  if (figures.strengthX <= toX) return undefined;
  return { toX, waterPerPart: waterToThinMl({ volumeMl: 1, fromX: figures.strengthX, toX }) };
}
