import { JUG, type Batch } from '../batch/batch';
import type { Audience } from '../drink/audience';
import { InputError } from '../quantity/errors';
import { findingsOf, type Finding } from '../safety/evaluate';
import { factsOfStored } from '../safety/factsOf';
import { shelfItemsOf } from './shelf';
import type { ShelfItem } from './shelfItem';
import { placeOf } from './shelfPlace';

/**
 * What the rule book says of one jug or bottle of the shelf. Apart from what it is and how long it keeps, because a page that
 * lists things needs no rule book.
 * @throws InputError for a vessel that the batch does not have
 */
export function cautionsOnShelf(
  batch: Batch,
  vesselId: string,
  nowMs: number,
  atTable: Audience = [],
): readonly Finding[] {
  const stored = batch.vessels.find((v) => v.id === vesselId);
  if (!stored) throw new InputError('cautionsOnShelf', 'vesselId', 'a vessel of this batch', vesselId);
  return findingsOf(...factsOfStored(batch, stored, nowMs, atTable));
}

/** What is said because of who drinks: what nobody would be told if all were healthy adults. A line of it stands where it is poured. */
export function cautionsForDrinkers(
  batch: Batch,
  vesselId: string,
  nowMs: number,
  atTable: Audience = [],
): readonly Finding[] {
  const plan = { ...batch.plan, target: { ...batch.plan.target, audience: [] } };
  const forAnybody = new Set(cautionsOnShelf({ ...batch, plan }, vesselId, nowMs).map((f) => f.id));
  return cautionsOnShelf(batch, vesselId, nowMs, atTable).filter((f) => !forAnybody.has(f.id));
}

/**
 * A batch's jug that is poured away where it stands, and why: nothing is tasted, mended or poured of it any more. Undefined for one
 * that is good, or holds nothing.
 */
export function jugToPourAway(batch: Batch, nowMs: number): { item: ShelfItem; why: string } | undefined {
  const item = shelfItemsOf(batch, nowMs).find((i) => i.vesselId === JUG);
  if (!item) return undefined;
  const placed = placeOf(item, cautionsOnShelf(batch, JUG, nowMs), { nowMs, dayEndMs: nowMs });
  return placed.place === 'pour-away' ? { item, why: placed.why } : undefined;
}
