import type { Batch, BatchEvent } from '@steepsis/core';

const LABELS: Partial<Record<BatchEvent['type'], string>> = {
  'brew-started': 'the start of that brew',
  'stage-ended': 'the last step',
  measured: 'the measurement',
  mixed: 'the mix',
  bottled: 'the bottling',
  discarded: 'throwing it away',
};

/** The last thing that can be taken back, and what to call it. */
export function lastUndoable(batch: Batch): { id: string; label: string } | undefined {
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const last = [...batch.events]
    .reverse()
    .find((e) => LABELS[e.type] && !undone.has(e.id) && !(e.type === 'measured' && e.what !== 'volume'));
  return last && { id: last.id, label: LABELS[last.type]! };
}
