import { goesAlong, standingEvents, type Batch, type BatchEvent } from '@steepsis/core';
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

/** The last thing that can be taken back, and what to call it; what goes with it is said. */
export function lastUndoable(batch: Batch): { id: string; label: string } | undefined {
  const standing = standingEvents(batch);
  const last = [...standing]
    .reverse()
    .find((e) => LABELS[e.type] && !(e.type === 'measured' && NOT_BY_HAND.has(e.method)));
  if (!last) return undefined;
  const along = goesAlong(standing, last).filter((e) => e.type !== last.type);
  const others = [...new Set(along.map((e) => undoLabel(e.type)))];
  return {
    id: last.id,
    label: `${LABELS[last.type]!}${others.length > 0 ? `, and with it ${others.join(', ')}` : ''}`,
  };
}
