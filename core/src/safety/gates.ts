import type { Batch } from '../batch/batch';
import { blocksAt, findingsOf, type Finding } from './evaluate';
import { factsOfBatch, factsOfStored } from './factsOf';

/** Everything that the rules say of a batch at a moment: at the stove while it is made, on the shelf when it is put away. */
export function findingsOfBatch(batch: Batch, nowMs: number): readonly Finding[] {
  if (batch.phase === 'discarded') return [];
  if (batch.phase === 'put-away') return findingsOf(...batch.vessels.flatMap((v) => factsOfStored(batch, v, nowMs)));
  return findingsOf(...factsOfBatch(batch, nowMs));
}

/**
 * Blocks that stop a batch where it stands: the stove's while it is made, the shelf's when it is kept. What only the recipe
 * decides was cleared at the plan, before it was started.
 */
export const blocksOfBatch = (batch: Batch, nowMs: number): readonly Finding[] =>
  blocksAt(findingsOfBatch(batch, nowMs), batch.phase === 'put-away' ? 'shelf' : 'stove');
