import { copyFileSync, existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { backupsIn, checkWhole, ontoDisk, rowsOf } from './backups';
import { BESIDE, backupFolderOf, keepToOwner } from './notebookFiles';

// A copy of the notebook brought back in its place. The notebook as it was is kept beside it.

/** What is in a copy. */
export type Inside = {
  versions: number;
  batches: number;
  events: number;
  jugs: number;
  house: number;
  latest: readonly { drinkName: string; startedAt: string; phase: string }[];
};

/** Puts a copy in the place of the notebook, which nobody may have open; the name under which that is kept. */
export function bringBack(databaseFile: string, copy: string, now: Date): string | undefined {
  const kept = setAside(databaseFile, now);
  const part = `${databaseFile}.part`;
  copyFileSync(copy, part);
  ontoDisk(part);
  renameSync(part, databaseFile);
  ontoDisk(dirname(databaseFile));
  keepToOwner(databaseFile);
  return kept;
}

const markerOf = (databaseFile: string): string => join(dirname(databaseFile), 'steepsis-next.sqlite.part');

/** The copy that the next start begins with; undefined where none is asked for. */
export function askedFor(databaseFile: string): string | undefined {
  try {
    return readFileSync(markerOf(databaseFile), 'utf8').trim() || undefined;
  } catch {
    return undefined;
  }
}

/** Asks for a copy at the next start, or for none. */
export function askFor(databaseFile: string, name: string | undefined): void {
  if (name === undefined) rmSync(markerOf(databaseFile), { force: true });
  else writeFileSync(markerOf(databaseFile), `${name}\n`, { mode: 0o600 });
}

/**
 * Brings back what was asked for, before the notebook is opened. What cannot be brought back is asked for no more, and the notebook is as it was.
 * @throws Error in words for a copy that is not there any more or is not whole
 */
export async function bringBackAsked(databaseFile: string, now: Date): Promise<void> {
  const name = askedFor(databaseFile);
  if (name === undefined) return;
  askFor(databaseFile, undefined);
  const folder = backupFolderOf(databaseFile);
  if (!backupsIn(folder).some((b) => b.name === name)) throw new Error(`There is no copy called ${name} any more.`);
  await checkWhole(join(folder, name));
  bringBack(databaseFile, join(folder, name), now);
}

/** The notebook with what SQLite keeps beside it, under one other name: it opens as it was. */
function setAside(databaseFile: string, now: Date): string | undefined {
  const stamp = now.toISOString().slice(0, 19).replaceAll(':', '');
  const to = join(dirname(databaseFile), `steepsis-until-${stamp}.sqlite`);
  if (!existsSync(databaseFile)) return undefined;
  // What was written ahead moves first: it is never left beside another notebook.
  for (const beside of [...BESIDE].reverse())
    if (existsSync(databaseFile + beside)) renameSync(databaseFile + beside, to + beside);
  return basename(to);
}

/** What a copy holds: counts, and its latest batches. */
export async function insideOf(file: string): Promise<Inside> {
  const count = async (table: string): Promise<number> =>
    (await rowsOf<{ n: number }>(file, `SELECT COUNT(*) AS n FROM ${table}`).catch(() => [{ n: 0 }]))[0]!.n;
  const latest = await rowsOf<{ drink_name: string; started_at: string; phase: string }>(
    file,
    'SELECT drink_name, started_at, phase FROM batches ORDER BY started_at DESC LIMIT 5',
  ).catch(() => []);
  return {
    versions: await count('drinks'),
    batches: await count('batches'),
    events: await count('batch_events'),
    jugs: await count('jugs'),
    house: await count('house_documents'),
    latest: latest.map((b) => ({ drinkName: b.drink_name, startedAt: b.started_at, phase: b.phase })),
  };
}
