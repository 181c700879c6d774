import type { Batch, StoredVessel } from '../batch/batch';
import { JUG, standardOf } from '../batch/batch';
import { volumeMl } from '../liquid/liquid';
import { figuresOf, waterToThinMl, type JugFigures } from '../plan/mixJug';
import { factsOfStored } from '../safety/factsOf';
import { findingsOf, type Finding } from '../safety/evaluate';
import { windowOf } from '../safety/derive';
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
  findings: readonly Finding[];
};

/** One part to how many parts of water, sweetened with how much syrup a litre of drink. */
export type Dilution = { toX: number; waterPerPart: number };

const DAY_MS = 86_400_000;

/** Items of one batch that hold anything, at a moment. Days count from the brew, not from straining. */
export function shelfItemsOf(batch: Batch, nowMs: number): readonly ShelfItem[] {
  return batch.vessels.filter((v) => volumeMl(v.liquid) >= 1).map((v) => itemOf(batch, v, nowMs));
}

function itemOf(batch: Batch, stored: StoredVessel, nowMs: number): ShelfItem {
  const concentrate = stored.id !== JUG;
  const made = Date.parse(batch.startedAt);
  const facts = factsOfStored(batch, { liquid: stored.liquid, concentrate }, Math.max(0, (nowMs - made) / DAY_MS));
  const window = windowOf(facts);
  const figures = figuresOf(stored.liquid, standardOf(batch), batch.plan.houseHarshLimit);
  const after = (days: number): string => new Date(made + days * DAY_MS).toISOString();
  const days = batch.plan.target.audience.some((a) => a === 'vulnerable' || a === 'pregnant')
    ? window.targetDays
    : window.hardDays;
  return {
    batchId: batch.id,
    vesselId: stored.id,
    drinkName: batch.plan.drink.name,
    name: stored.name,
    volumeMl: figures.volumeMl,
    figures,
    dilution: concentrate ? dilutionOf(figures, batch.plan.promised.jugX) : undefined,
    madeOn: batch.startedAt,
    useBy: after(window.targetDays),
    discardAfter: after(days),
    window,
    findings: findingsOf(facts),
  };
}

/** A concentrate too weak to thin is drunk as it is. */
function dilutionOf(figures: JugFigures, toX: number): Dilution | undefined {
  if (figures.strengthX <= toX) return undefined;
  return { toX, waterPerPart: waterToThinMl({ volumeMl: 1, fromX: figures.strengthX, toX }) };
}
