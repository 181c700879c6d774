import { chmodSync, mkdirSync, readdirSync, statSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { Database } from 'sqlite3';

// The notebook is one file with what SQLite keeps beside it, in a folder that belongs to one person and to one server at a time.

const OWNER_ONLY = { folder: 0o700, file: 0o600 };

/** What SQLite keeps beside a database that is written ahead. */
export const BESIDE = ['', '-wal', '-shm'] as const;

export const backupFolderOf = (databaseFile: string): string => join(dirname(databaseFile), 'backups');

/** What Steepsis itself puts into its folder; nothing else there is touched. */
const OWN =
  /^(steepsis.*\.sqlite(-wal|-shm|\.part)?|steepsis-copies\.json|in-use\.lock|\d{4}-\d\d-\d\d.*\.sqlite(\.part)?|backups|https)$/;

/**
 * Makes the folder if need be, and takes what is Steepsis's own in it away from everyone else. A folder that holds other things too was
 * given for them as well: it stays as open as it is.
 */
export function keepToOwner(databaseFile: string): void {
  const folder = dirname(databaseFile);
  mkdirSync(folder, { recursive: true, mode: OWNER_ONLY.folder });
  for (const dir of [folder, backupFolderOf(databaseFile)]) {
    if (!statSync(dir, { throwIfNoEntry: false })?.isDirectory()) continue;
    const all = readdirSync(dir, { withFileTypes: true });
    const own = all.filter((entry) => OWN.test(entry.name));
    if (own.length === all.length) chmodSync(dir, OWNER_ONLY.folder);
    for (const entry of own) if (entry.isFile()) chmodSync(join(dir, entry.name), OWNER_ONLY.file);
  }
}

/** Held by the one server that a folder has; the operating system takes it back from one that is killed. */
export type NotebookLock = { release: () => Promise<void> };

/** @throws Error in words for a folder that another server has open */
export function lockNotebook(databaseFile: string): Promise<NotebookLock> {
  const file = join(dirname(databaseFile), 'in-use.lock');
  return new Promise((locked, refused) => {
    const held = new Database(file, (unopened) => {
      if (unopened) return refused(new Error(`${file} cannot be opened: ${unopened.message}`));
      chmodSync(file, OWNER_ONLY.file);
      held.exec('PRAGMA busy_timeout = 0; PRAGMA journal_mode = MEMORY; BEGIN EXCLUSIVE', (taken) => {
        if (!taken) return locked({ release: () => closed(held) });
        void closed(held).then(() =>
          refused(
            new Error(
              `Another Steepsis has this notebook open (${basename(dirname(databaseFile))}). Use that one, or stop it first. ` +
                'STEEPSIS_DATA names another folder.',
            ),
          ),
        );
      });
    });
  });
}

const closed = (database: Database): Promise<void> => new Promise((done) => database.close(() => done()));
