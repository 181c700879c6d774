import type { BatchEvent, BatchEventBody } from './batchEvent';

// What of a batch rests on what: what is taken back takes along what rests on it.

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

/** What was told with one tap: plants of a brew that went in, or came out, at one moment. */
const ofOneTap = (a: BatchEvent, b: BatchEvent): boolean =>
  (a.type === 'put-in' || a.type === 'taken-out') &&
  a.type === b.type &&
  a.at === b.at &&
  'brewId' in b &&
  a.brewId === b.brewId;

/**
 * What goes along when something is taken back: what came later and rests on it, what rests on that, and what one tap told with it; the
 * latest first. Of events that count.
 */
export function goesAlong(standing: readonly BatchEvent[], event: BatchEvent): readonly BatchEvent[] {
  const going = new Set([event, ...standing.filter((e) => e.id !== event.id && ofOneTap(event, e))]);
  const later = [...standing].sort(inOrder);
  // In order of time, so that what rests on something is met after it.
  for (const e of later) if (!going.has(e) && [...going].some((g) => inOrder(g, e) < 0 && restsOn(e, g))) going.add(e);
  return [...going].filter((e) => e.id !== event.id).sort((a, b) => inOrder(b, a));
}

/** By the clock, then as it was told. */
export const inOrder = (a: BatchEvent, b: BatchEvent): number => Date.parse(a.at) - Date.parse(b.at) || a.seq - b.seq;

/** Ids of what does not count any more: taken back, and what went along with it then. */
export function takenBack(events: readonly BatchEvent[]): ReadonlySet<string> {
  const gone = new Set<string>();
  const undos = events.filter((e) => e.type === 'undone').sort((a, b) => a.seq - b.seq);
  for (const undo of undos) {
    const event = events.find((e) => e.id === undo.eventId);
    gone.add(undo.eventId);
    if (!event || event.type === 'started' || event.type === 'undone') continue;
    const then = events.filter((e) => e.seq < undo.seq && e.type !== 'undone' && !gone.has(e.id));
    for (const e of goesAlong(then, event)) gone.add(e.id);
  }
  return gone;
}

/** Events that count, without those that were taken back. */
export function standingEvents({ events }: { readonly events: readonly BatchEvent[] }): readonly BatchEvent[] {
  const gone = takenBack(events);
  return events.filter((e) => !gone.has(e.id) && e.type !== 'undone');
}
