import type { Batch } from '../batch/batch';
import { InputError } from '../quantity/errors';
import { findingsOf, type Finding } from '../safety/evaluate';
import { factsOfStored } from '../safety/factsOf';

/**
 * What the rule book says of one jug or bottle of the shelf. Apart from what it is and how long it keeps, because a page that
 * lists things needs no rule book.
 * @throws InputError for a vessel that the batch does not have
 */
export function cautionsOnShelf(batch: Batch, vesselId: string, nowMs: number): readonly Finding[] {
  const stored = batch.vessels.find((v) => v.id === vesselId);
  if (!stored) throw new InputError('cautionsOnShelf', 'vesselId', 'a vessel of this batch', vesselId);
  return findingsOf(...factsOfStored(batch, stored, nowMs));
}
