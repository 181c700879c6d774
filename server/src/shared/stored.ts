import type { Unread } from '@steepsis/contract';
import { ProblemException } from './problem.filter';

// What was stored is read as it is. A line that cannot be read is that one thing's fault: it is named, and everything else goes on.

const WHAT = {
  batch: 'this batch',
  jug: 'this jug',
  drink: 'this drink',
  kitchen: 'the kitchen',
  pantry: 'this lot of the pantry',
  plants: 'this plant',
  occasions: 'this occasion',
} as const;
export type StoredThing = keyof typeof WHAT;

export class UnreadableError extends ProblemException {
  constructor(readonly thing: StoredThing) {
    super({
      type: 'unreadable',
      title: 'This cannot be read',
      status: 422,
      detail: `A line of ${WHAT[thing]} is damaged in the notebook; nothing else is. A backup may still have it whole: npm run restore.`,
    });
  }
}

/** @throws UnreadableError for a body that is no object */
export function storedBody<T extends object>(thing: StoredThing, body: string): T {
  let read: unknown;
  try {
    read = JSON.parse(body);
  } catch {
    throw new UnreadableError(thing);
  }
  if (typeof read !== 'object' || read === null || Array.isArray(read)) throw new UnreadableError(thing);
  return read as T;
}

/** The same; undefined where it cannot be read, for what goes on without it. */
export function storedOrNone<T extends object>(thing: StoredThing, body: string): T | undefined {
  try {
    return storedBody<T>(thing, body);
  } catch (error) {
    if (error instanceof UnreadableError) return undefined;
    throw error;
  }
}

/** @throws UnreadableError for a body that is no event */
export function storedEvent(thing: StoredThing, body: string): object {
  const read = storedBody<{ type?: unknown }>(thing, body);
  if (typeof read.type !== 'string') throw new UnreadableError(thing);
  return read;
}

/** Each of a list by itself: what could be read, and what could not, by its id and the name that its line has. */
export async function eachAlone<L extends { id: string; name: string }, T>(
  lines: readonly L[],
  read: (line: L) => T | Promise<T>,
): Promise<{ items: T[]; unread: Unread[] }> {
  const items: T[] = [];
  const unread: Unread[] = [];
  for (const line of lines) {
    try {
      items.push(await read(line));
    } catch (error) {
      if (!(error instanceof UnreadableError)) throw error;
      unread.push({ id: line.id, name: line.name, reason: error.problem.detail });
    }
  }
  return { items, unread };
}
