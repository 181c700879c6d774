import type { Batch, BatchEvent } from '@steepsis/core';
import { SHELF_SAID } from '@/shared/keep/saidWords';

const LABELS: Partial<Record<BatchEvent['type'], string>> = {
  'brew-started': 'the start of that brew',
  'stage-ended': 'the last step',
  'stage-skipped': 'leaving that step out',
  'put-in': 'the last plant that went in',
  'taken-out': 'the last plant that came out',
  'left-out': 'leaving that plant out',
  'lid-set': 'the lid',
  'topped-up': 'the water',
  sweetened: 'the last go of sugar',
  'cooled-by': 'how it is cooled',
  measured: 'the measurement',
  mixed: 'the mix',
  bottled: 'the bottling',
  discarded: 'throwing it away',
};

/** A thing that was said, as it is spoken of when it is taken back. */
export const undoLabel = (type: BatchEvent['type']): string => LABELS[type] ?? OTHERS[type] ?? 'what was said last';

const OTHERS: Partial<Record<BatchEvent['type'], string>> = {
  ...SHELF_SAID,
  added: 'what was poured in',
  tasted: 'the last verdict',
};

/** What an instrument noted by itself is not the cook’s last thing. */
const NOT_BY_HAND = new Set(['probe', 'meter', 'strip']);

/** The last thing that can be taken back, and what to call it. */
export function lastUndoable(batch: Batch): { id: string; label: string } | undefined {
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const last = [...batch.events]
    .reverse()
    .find((e) => LABELS[e.type] && !undone.has(e.id) && !(e.type === 'measured' && NOT_BY_HAND.has(e.method)));
  return last && { id: last.id, label: LABELS[last.type]! };
}
