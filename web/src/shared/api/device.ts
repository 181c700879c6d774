import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { BatchEventBody } from '@steepsis/core';

// What this device keeps for itself: answers of the server that the stove needs, and what waits to be sent.

/** Something that was said of a batch and is not yet stored at the server; `n` is its place in the order. */
export type Outgoing = {
  n: number;
  batchId: string;
  event: { id: string; at: string; v: number } & BatchEventBody;
  /** it could not be sent when it was said: from then on it is shown as kept here */
  waits?: true;
};

type Kept = { path: string; body: unknown; keptAt: string };

interface Shape extends DBSchema {
  answers: { key: string; value: Kept };
  outbox: { key: number; value: Omit<Outgoing, 'n' | 'waits'> & { n?: number } };
}

let opened: Promise<IDBPDatabase<Shape>> | undefined;

const database = (): Promise<IDBPDatabase<Shape>> =>
  (opened ??= openDB<Shape>('steepsis-device', 1, {
    upgrade(db) {
      db.createObjectStore('answers', { keyPath: 'path' });
      db.createObjectStore('outbox', { keyPath: 'n', autoIncrement: true });
    },
    // Another tab wants a newer shape: this one lets go, and opens it again when it is asked next.
    blocking: (_current, _blocked, event) => {
      (event.target as IDBDatabase).close();
      opened = undefined;
    },
  }));

/** Keeps an answer, so that its page can be shown without the server. A device that keeps nothing goes on without. */
export async function keepAnswer(path: string, body: unknown): Promise<void> {
  try {
    await (await database()).put('answers', { path, body, keptAt: new Date().toISOString() });
  } catch {
    opened = undefined;
  }
}

export async function keptAnswer<T>(path: string): Promise<{ body: T; keptAt: string } | undefined> {
  try {
    const kept = await (await database()).get('answers', path);
    return kept && { body: kept.body as T, keptAt: kept.keptAt };
  } catch {
    return undefined;
  }
}

/** @throws DOMException where this device keeps nothing: then nothing may be shown as kept */
export async function putOut(outgoing: Omit<Outgoing, 'n' | 'waits'>): Promise<Outgoing> {
  const n = await (await database()).add('outbox', outgoing);
  return { ...outgoing, n };
}

export const allOut = async (): Promise<Outgoing[]> => (await (await database()).getAll('outbox')) as Outgoing[];

export const takeOut = async (n: number): Promise<void> => (await database()).delete('outbox', n);
