import type { Batch } from '../batch/batch';
import type { StoredVessel } from '../keeping/storedVessel';
import { volumeMl } from '../liquid/liquid';
import { blocksAt, findingsOf, type Finding } from './evaluate';
import { factsOfBatch, factsOfStored } from './factsOf';

/** Everything that the rules say of a batch at a moment: at the stove while it is made, on the shelf when it is put away. */
export function findingsOfBatch(batch: Batch, nowMs: number): readonly Finding[] {
  if (batch.phase === 'discarded') return [];
  if (batch.phase === 'put-away') return findingsOfVessels(batch, nowMs, batch.vessels);
  return findingsOf(...factsOfBatch(batch, nowMs));
}

/**
 * Blocks that stop a batch where it stands: the stove's while it is made, the shelf's when it is kept. What only the recipe
 * decides was cleared at the plan, before it was started. One vessel's fault stops that vessel alone.
 */
export const blocksOfBatch = (batch: Batch, nowMs: number, vesselId?: string): readonly Finding[] => {
  if (batch.phase !== 'put-away') return blocksAt(findingsOfBatch(batch, nowMs), 'stove');
  const own = batch.vessels.filter((v) => vesselId === undefined || v.id === vesselId);
  return blocksAt(findingsOfVessels(batch, nowMs, own), 'shelf');
};

/** What is left of a vessel that is empty is a film: it has nothing to say. */
const findingsOfVessels = (batch: Batch, nowMs: number, vessels: readonly StoredVessel[]): readonly Finding[] =>
  findingsOf(...vessels.filter((v) => volumeMl(v.liquid) >= 1).flatMap((v) => factsOfStored(batch, v, nowMs)));
