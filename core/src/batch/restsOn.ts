import type { Batch } from './batch';
import type { BatchEvent, BatchEventBody } from './batchEvent';

// What of a batch rests on what: whether something can be taken back while what came after it stands.

/** Events that lead from one phase to the next. */
const FLOW = new Set<BatchEventBody['type']>([
  'brew-started',
  'stage-ended',
  'stage-skipped',
  'mixed',
  'bottled',
  'added',
  'discarded',
]);

/** What tells of the pots, and so of what came out of them. */
const OF_POTS = new Set<BatchEventBody['type']>([
  'put-in',
  'taken-out',
  'left-out',
  'lid-set',
  'topped-up',
  'sweetened',
  'tended',
  'measured',
]);

/** What is done with what stands on the shelf. */
const OF_SHELF = new Set<BatchEventBody['type']>([
  'poured',
  'poured-away',
  'added',
  'filled',
  'stood-out',
  'moved',
  'kept-in',
  'labelled',
]);

/**
 * Whether something that came later would hang in the air without an earlier thing: a later step without the one before it, a jug
 * without what came out, a pour without its jug. A taste, a note and a pour stand on their own.
 */
export function restsOn(later: BatchEvent, earlier: BatchEvent): boolean {
  // A bottle is not, before it was filled.
  if (earlier.type === 'filled' && 'vesselId' in later) return earlier.into.some((f) => f.id === later.vesselId);
  if (later.type === 'discarded')
    return FLOW.has(earlier.type) || OF_POTS.has(earlier.type) || OF_SHELF.has(earlier.type);
  const filled = later.type === 'mixed' || later.type === 'bottled' || later.type === 'added';
  if (OF_POTS.has(earlier.type) && !(earlier.type === 'measured' && earlier.what === 'ph')) return filled;
  if (!FLOW.has(earlier.type)) return false;
  if (earlier.type === 'mixed' || earlier.type === 'bottled' || earlier.type === 'added')
    return OF_SHELF.has(later.type) || filled;
  return FLOW.has(later.type) || (later.type === 'measured' && later.what === 'volume');
}

/** Events that count, without those that were taken back. */
export function standingEvents(batch: Batch): readonly BatchEvent[] {
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  return batch.events.filter((e) => !undone.has(e.id) && e.type !== 'undone');
}

/** What counts and came after something, by the clock and then as it was told. */
export const laterThan = (batch: Batch, event: BatchEvent): readonly BatchEvent[] =>
  standingEvents(batch).filter(
    (e) => Date.parse(e.at) > Date.parse(event.at) || (Date.parse(e.at) === Date.parse(event.at) && e.seq > event.seq),
  );
