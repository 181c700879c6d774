import { closeSync, fsyncSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { Database, OPEN_READONLY } from 'sqlite3';

// Copies of the whole notebook. A copy has its name only once it is whole, checked and on the disk.

const BACKUPS_KEPT = 7;
/** Copies that were made before a step forward are kept besides the daily ones. */
const BEFORE_STEPS_KEPT = 3;
const PART = '.part';
const WHOLE = /^\d{4}-\d\d-\d\d(-before-\d{4})?\.sqlite$/;
const HALF = /^\d{4}-\d\d-\d\d(-before-\d{4})?\.sqlite\.part$/;

/** "2026-07-05.sqlite", and "2026-07-05-before-0004.sqlite" for one that was made before a step forward. */
export const backupName = (day: string, before?: string): string =>
  `${day}${before ? `-before-${before.slice(0, 4)}` : ''}.sqlite`;

export type Backup = { name: string; bytes: number; at: Date; beforeStep: boolean };

/** Backups that are whole, the oldest first. */
export function backupsIn(folder: string): Backup[] {
  let names: string[];
  try {
    names = readdirSync(folder);
  } catch {
    return [];
  }
  return names
    .filter((name) => WHOLE.test(name))
    .sort()
    .map((name) => {
      const { size, mtime } = statSync(join(folder, name));
      return { name, bytes: size, at: mtime, beforeStep: name.includes('-before-') };
    });
}

/**
 * Writes a copy beside, checks it, and only then gives it its name; older ones beyond what is kept are removed after that.
 * @param copy writes the whole database to a file that is not there yet
 * @throws Error where the copy cannot be written or is not whole; what was there before is untouched
 */
export async function makeBackup(
  folder: string,
  name: string,
  copy: (file: string) => Promise<unknown>,
): Promise<void> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  // What a kill left half of is ours by its name; whatever else is in the folder is not.
  for (const left of readdirSync(folder)) if (HALF.test(left)) rmSync(join(folder, left), { force: true });
  const part = join(folder, `${name}${PART}`);
  try {
    await copy(part);
    await checkWhole(part);
    ontoDisk(part);
    renameSync(part, join(folder, name));
    ontoDisk(folder);
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
  const kept = backupsIn(folder);
  const surplus = (of: Backup[], most: number): Backup[] => of.slice(0, Math.max(0, of.length - most));
  for (const old of [
    ...surplus(
      kept.filter((b) => !b.beforeStep),
      BACKUPS_KEPT,
    ),
    ...surplus(
      kept.filter((b) => b.beforeStep),
      BEFORE_STEPS_KEPT,
    ),
  ])
    rmSync(join(folder, old.name), { force: true });
}

/** What was written is on the disk and not only on its way there. */
export function ontoDisk(path: string): void {
  const open = openSync(path, 'r');
  try {
    fsyncSync(open);
  } finally {
    closeSync(open);
  }
}

/** @throws Error in words for a file that is no whole notebook */
export async function checkWhole(file: string): Promise<void> {
  const [row] = await rowsOf<{ integrity_check: string }>(file, 'PRAGMA integrity_check(1)').catch(() => []);
  if (row?.integrity_check !== 'ok') throw new Error(`${file} is not a whole notebook.`);
}

/** Rows of a database that is only read. */
export function rowsOf<T>(file: string, sql: string): Promise<T[]> {
  return new Promise((got, failed) => {
    const database = new Database(file, OPEN_READONLY, (unopened) => {
      if (unopened) return failed(unopened);
      database.all(sql, (error, rows) => database.close(() => (error ? failed(error) : got(rows as T[]))));
    });
  });
}
