import { mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, isAbsolute, join, relative, resolve } from 'node:path';

// A second folder that every copy of the notebook is put into as well, on another disk. It is told when Steepsis is started, or chosen later;
// what was chosen stands beside the notebook and not in it: another notebook in its place has the same second folder.

/** In a folder that was chosen copies have one of their own: what else is in there is nobody's but its owner's. */
const OF_ITS_OWN = 'steepsis-copies';
const fileOf = (databaseFile: string): string => join(dirname(databaseFile), 'steepsis-copies.json');

/** The folder that was chosen, with the copies' own in it; undefined where none was. */
export function chosenFolder(databaseFile: string): string | undefined {
  try {
    const { folder } = JSON.parse(readFileSync(fileOf(databaseFile), 'utf8')) as { folder?: unknown };
    return typeof folder === 'string' ? folder : undefined;
  } catch {
    return undefined;
  }
}

/** Why a folder cannot be chosen, or the copies' own in it, made where it was not there yet. */
export type Choosable = { kind: 'folder'; folder: string } | { kind: 'not'; accepted: string };

export function choosable(databaseFile: string, path: string): Choosable {
  if (!isAbsolute(path)) return { kind: 'not', accepted: 'the whole path of a folder of this machine' };
  const own = relative(dirname(resolve(databaseFile)), resolve(path));
  if (own === '' || !own.startsWith('..')) return { kind: 'not', accepted: 'a folder outside that of the notebook' };
  if (!statSync(path, { throwIfNoEntry: false })?.isDirectory())
    return { kind: 'not', accepted: 'a folder that is there' };
  const folder = join(resolve(path), OF_ITS_OWN);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    return { kind: 'folder', folder };
  } catch {
    return { kind: 'not', accepted: 'a folder that can be written' };
  }
}

/** Remembers what was chosen, or that nothing is any more; copies that are there stay. */
export function choose(databaseFile: string, folder: string | undefined): void {
  if (folder === undefined) rmSync(fileOf(databaseFile), { force: true });
  else writeFileSync(fileOf(databaseFile), `${JSON.stringify({ v: 1, folder })}\n`, { mode: 0o600 });
}
