import { createHash } from 'node:crypto';
import {
  batchAfter,
  freeJugAfter,
  readDrink,
  readEvents,
  type Drink,
  type FreeJugEvent,
  type StoredEvent,
} from '@steepsis/core';
import {
  check,
  drinkSchema,
  HOUSE_SCHEMAS,
  NOTEBOOK_FORMAT,
  NOTEBOOK_VERSION,
  notebookFileSchema,
  type FieldError,
  type NotebookBody,
  type NotebookFile,
  type NotebookThing,
} from '@steepsis/contract';
import { invalidInput, ProblemException } from '../shared/problem.filter';

// The notebook as one file: what it is made of, and whether a file is one. Stores nothing.

/** Over the words of the body as JSON writes them: whatever was changed of it is noticed. */
export const checksumOf = (body: NotebookBody): string =>
  `sha256:${createHash('sha256').update(JSON.stringify(body)).digest('hex')}`;

export const notebookFile = (body: NotebookBody, exportedAt: string): NotebookFile => ({
  format: NOTEBOOK_FORMAT,
  v: NOTEBOOK_VERSION,
  exportedAt,
  checksum: checksumOf(body),
  body,
});

/** So many faults are told; the rest is like them. */
const MOST_TOLD = 20;

/**
 * A file that was sent, looked over as a whole and thing by thing.
 * @throws ProblemException for what is no notebook, is of a newer release, is not whole, or has a thing in it that cannot be read
 */
export function readNotebook(sent: unknown, now: Date): NotebookBody {
  const { format, v } = (typeof sent === 'object' && sent !== null ? sent : {}) as { format?: unknown; v?: unknown };
  if (format !== NOTEBOOK_FORMAT)
    throw refused('not-a-notebook', 'This file is no notebook of Steepsis. One is made with “Take everything along”.');
  if (typeof v === 'number' && v > NOTEBOOK_VERSION)
    throw refused(
      'newer-notebook',
      'This file was made by a newer Steepsis. Bring this one up to date, and take it in then.',
    );
  const checked = check<NotebookFile>(notebookFileSchema, sent, { now, large: true });
  if (!checked.ok) throw invalidInput(checked.errors);
  const { body, checksum } = checked.value;
  if (checksumOf(body) !== checksum)
    throw refused(
      'not-whole',
      'This file is not as it was made: something of it is missing or was changed. Nothing of it was taken in.',
    );
  const faults = faultsOf(body, now);
  if (faults.length > 0) throw invalidInput(faults.slice(0, MOST_TOLD));
  return body;
}

const refused = (type: string, detail: string): ProblemException =>
  new ProblemException({ type, title: 'Not taken in', status: 422, detail });

/** What of it cannot be used, by where it stands. */
function faultsOf(body: NotebookBody, now: Date): FieldError[] {
  const faults: FieldError[] = [];
  const tryIt = (field: string, accepted: string, work: () => readonly FieldError[]): void => {
    try {
      for (const e of work()) faults.push({ ...e, field: `${field}.${e.field}` });
    } catch (error) {
      faults.push({ field, accepted, got: error instanceof Error ? error.message.slice(0, 120) : 'something else' });
    }
  };
  body.drinks.forEach((d, i) =>
    tryIt(`drinks.${i}`, 'a drink', () => {
      const drink = readDrink(d.body as Drink);
      if (drink.id !== d.id || drink.version !== d.version)
        return [
          { field: 'id', accepted: `${d.id}, version ${d.version}`, got: `${drink.id}, version ${drink.version}` },
        ];
      const result = check(drinkSchema, drink, { now });
      return result.ok ? [] : result.errors;
    }),
  );
  body.house.forEach((h, i) =>
    tryIt(`house.${i}`, 'a document of the house', () => {
      const result = check(HOUSE_SCHEMAS[h.kind], h.body, { now });
      return result.ok ? [] : result.errors;
    }),
  );
  body.batches.forEach((b, i) =>
    tryIt(`batches.${i}`, 'a batch that can be worked out', () => {
      batchAfter(readEvents(eventsOf(b) as StoredEvent[]));
      return [];
    }),
  );
  body.jugs.forEach((j, i) =>
    tryIt(`jugs.${i}`, 'a jug that can be worked out', () => {
      freeJugAfter(eventsOf(j).map(({ batchId: jugId, ...e }) => ({ jugId, ...e })) as FreeJugEvent[]);
      return [];
    }),
  );
  for (const [what, things] of [
    ['batches', body.batches],
    ['jugs', body.jugs],
  ] as const) {
    const ids = new Set<string>();
    for (const t of things) {
      for (const key of [t.id, ...t.events.map((e) => e.id)])
        if (ids.has(key)) faults.push({ field: what, accepted: 'each id once', got: key });
        else ids.add(key);
    }
  }
  return faults;
}

/** Events of a thing in the file as they were stored. */
export const eventsOf = ({ id, events }: NotebookThing): { id: string; batchId: string; seq: number; at: string }[] =>
  [...events].sort((a, b) => a.seq - b.seq).map((e) => ({ ...e.body, id: e.id, batchId: id, seq: e.seq, at: e.at }));
