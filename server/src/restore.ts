import { join } from 'node:path';
import { dataFolder } from './database/dataFolder';
import { backupsIn, checkWhole, type Backup } from './database/backups';
import { bringBack, insideOf, type Inside } from './database/bringBack';
import { backupFolderOf, lockNotebook } from './database/notebookFiles';

// npm run restore: what backups there are, what is in one, and bringing one back. The notebook as it is now is kept beside it.

const USAGE = `npm run restore                      what backups there are
npm run restore -- look 2026-07-05   what is in one
npm run restore -- 2026-07-05        brings it back; the notebook as it is now is kept beside it`;

type Say = (line: string) => void;

/** @param now names what is set aside; @returns whether it was done */
export async function restore(args: readonly string[], folder: string, now: Date, say: Say): Promise<boolean> {
  const databaseFile = join(folder, 'steepsis.sqlite');
  const backups = backupsIn(backupFolderOf(databaseFile));
  const [first, second] = args;
  if (first === undefined) {
    say(
      backups.length === 0
        ? `There is no backup in ${backupFolderOf(databaseFile)} yet.`
        : 'Backups, the oldest first:',
    );
    for (const b of backups)
      say(`  ${nameOf(b)}  ${(b.bytes / 1e6).toFixed(1)} MB, made ${b.at.toISOString().slice(0, 16)}Z`);
    if (backups.length > 0) say(`\n${USAGE}`);
    return true;
  }
  const wanted = first === 'look' ? second : first;
  const found = backups.find((b) => nameOf(b) === wanted || b.name === wanted);
  if (!found) {
    say(
      `There is no backup called ${wanted ?? 'that'}. ${backups.length ? `There are ${backups.map(nameOf).join(', ')}.` : 'There is none yet.'}`,
    );
    say(USAGE);
    return false;
  }
  const file = join(backupFolderOf(databaseFile), found.name);
  await checkWhole(file);
  if (first === 'look') {
    for (const line of linesOf(await insideOf(file))) say(line);
    return true;
  }
  const lock = await lockNotebook(databaseFile);
  try {
    const kept = bringBack(databaseFile, file, now);
    say(
      `${nameOf(found)} is the notebook again.${kept ? ` The one until now is kept as ${kept}.` : ''} Start Steepsis as usual.`,
    );
  } finally {
    await lock.release();
  }
  return true;
}

const linesOf = ({ versions, batches, events, jugs, house, latest }: Inside): string[] => [
  `${versions} versions of drinks, ${batches} batches with ${events} events, ${jugs} jugs, ${house} things of the house.`,
  ...(latest.length > 0 ? ['The latest batches:'] : []),
  ...latest.map((b) => `  ${b.startedAt.slice(0, 16)}Z  ${b.drinkName} (${b.phase})`),
];

const nameOf = ({ name }: Backup): string => name.replace(/\.sqlite$/, '');

if (require.main === module)
  restore(process.argv.slice(2), dataFolder(), new Date(), (line) => console.log(line))
    .then((done) => {
      process.exitCode = done ? 0 : 1;
    })
    .catch((error: unknown) => {
      console.error(error instanceof Error ? error.message : error);
      process.exitCode = 1;
    });
