import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { Sequelize, Transaction } from 'sequelize';
import * as sqlite3 from 'sqlite3';
import { SequelizeStorage, Umzug } from 'umzug';
import { CONFIG, type Config } from '../shared/config';
import { backupName, backupsIn, makeBackup } from './backups';
import { bringBackAsked } from './bringBack';
import { MIGRATIONS } from './migrations';
import { defineModels } from './models';
import { chosenFolder } from './secondFolder';
import { backupFolderOf, keepToOwner, lockNotebook, type NotebookLock } from './notebookFiles';

/** Every connection writes through to the disk before it answers, also those that the library opens for a transaction. */
class Durable extends sqlite3.Database {
  constructor(file: string, mode: number, opened: (error: Error | null) => void) {
    super(file, mode, (error) => {
      if (error) opened(error);
      else this.exec('PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000', opened);
    });
  }
}

/** Errors that ended a write: the transaction they came out of was taken back whole. */
const ROLLED_BACK = new WeakSet<object>();
export const wasRolledBack = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && ROLLED_BACK.has(error);

/** The one place that opens the database, brings it up to date, and lets one writer in at a time. */
@Injectable()
export class DatabaseService implements OnModuleInit, OnApplicationShutdown {
  private readonly sequelize: Sequelize;
  private readonly log = new Logger('notebook');
  private lock: NotebookLock | undefined;
  private closing: Promise<void> | undefined;
  /** where the last copy was put as well, and what kept it from that */
  private inSecond: { folder: string; fault?: string } | undefined;
  private tail: Promise<unknown> = Promise.resolve();

  constructor(@Inject(CONFIG) private readonly config: Config) {
    keepToOwner(config.databaseFile);
    this.sequelize = new Sequelize({
      dialect: 'sqlite',
      dialectModule: { ...sqlite3, Database: Durable },
      storage: config.databaseFile,
      logging: false,
    });
    defineModels(this.sequelize);
  }

  async onModuleInit(): Promise<void> {
    this.lock = await lockNotebook(this.config.databaseFile);
    try {
      await bringBackAsked(this.config.databaseFile, this.config.now()).catch((error: unknown) =>
        this.log.warn(
          `The copy that was asked for was not brought back. ${error instanceof Error ? error.message : ''}`,
        ),
      );
      await this.open();
    } catch (error) {
      await this.onApplicationShutdown();
      throw error;
    }
  }

  private async open(): Promise<void> {
    const done = await this.stepsDone();
    refuseNewer(done);
    await this.sequelize.query('PRAGMA journal_mode = WAL');
    await this.backUpIfDue(done);
    await this.migrate();
    keepToOwner(this.config.databaseFile);
  }

  onApplicationShutdown(): Promise<void> {
    this.closing ??= this.close();
    return this.closing;
  }

  private async close(): Promise<void> {
    await this.tail;
    await this.sequelize.close();
    await this.lock?.release();
  }

  /**
   * Runs one write transaction after the other: SQLite lets one writer in, and parallel ones would fail as busy.
   * Pass the transaction to every query inside.
   */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    const result = this.tail.then(() => this.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work));
    this.tail = result.catch(() => undefined);
    return result.catch((error: unknown) => {
      if (typeof error === 'object' && error !== null) ROLLED_BACK.add(error);
      throw error;
    });
  }

  /** A copy of the notebook as it is at this moment, before something large is done to it; its name. @throws Error where none can be made */
  async backUpNow(second = this.secondFolder()): Promise<string> {
    const now = this.config.now().toISOString();
    const name = backupName(now.slice(0, 10), now.slice(11, 16).replace(':', ''));
    await this.copyAs(name, second);
    return name;
  }

  /** A checked copy in the folder of copies, and in the second one where one was chosen: what keeps that from being made is said, and no more. */
  private async copyAs(name: string, second = this.secondFolder()): Promise<void> {
    const { databaseFile } = this.config;
    const copy = (file: string): Promise<unknown> => this.sequelize.query('VACUUM INTO ?', { replacements: [file] });
    await makeBackup(backupFolderOf(databaseFile), name, copy);
    this.inSecond = undefined;
    if (second === undefined) return;
    this.inSecond = { folder: second };
    await makeBackup(second, name, copy).catch((error: unknown) => {
      const fault = noBackup(second, error);
      this.inSecond = { folder: second, fault };
      this.log.warn(fault);
    });
  }

  /** Where every copy is put as well: as it was told at the start, or chosen since. */
  secondFolder(): string | undefined {
    return this.config.secondCopyFolder ?? chosenFolder(this.config.databaseFile);
  }

  /** What kept the last copy out of a second folder; undefined where nothing did, or none was tried. */
  faultIn(folder: string | undefined): string | undefined {
    return this.inSecond?.folder === folder ? this.inSecond?.fault : undefined;
  }

  /**
   * Takes everything out of the notebook but the devices that are paired with it. What happened is never rewritten, and the database itself
   * refuses that: its guards stand aside for this alone, inside the transaction, and a copy is made before.
   */
  async emptyFor(transaction: Transaction): Promise<void> {
    const [guards] = (await this.sequelize.query("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'", {
      transaction,
    })) as unknown as [{ name: string; sql: string }[]];
    for (const { name } of guards) await this.sequelize.query(`DROP TRIGGER "${name}"`, { transaction });
    for (const table of EVERYTHING) await this.sequelize.query(`DELETE FROM ${table}`, { transaction });
    for (const { sql } of guards) await this.sequelize.query(sql, { transaction });
  }

  private async migrate(): Promise<void> {
    const umzug = new Umzug({
      migrations: MIGRATIONS.map((m) => ({
        name: m.name,
        up: () => this.sequelize.transaction((transaction) => m.up(this.sequelize.getQueryInterface(), transaction)),
      })),
      storage: new SequelizeStorage({ sequelize: this.sequelize }),
      logger: undefined,
    });
    await umzug.up();
  }

  /** Names of the steps that were taken; undefined for a notebook that is not there yet. */
  private async stepsDone(): Promise<readonly string[] | undefined> {
    const [tables] = await this.sequelize
      .query("SELECT name FROM sqlite_master WHERE type = 'table'")
      .catch(unreadable);
    if (tables.length === 0) return undefined;
    const [rows] = await this.sequelize.query('SELECT name FROM SequelizeMeta').catch(() => [[]]);
    return (rows as { name: string }[]).map((r) => r.name);
  }

  /**
   * A whole copy once a day, and one before every step forward that is due, whatever the day. It never stands in the way of a start: each step
   * is one transaction, and what keeps the copy from being made is said.
   */
  private async backUpIfDue(done: readonly string[] | undefined): Promise<void> {
    if (done === undefined) return;
    const folder = backupFolderOf(this.config.databaseFile);
    const day = this.config.now().toISOString().slice(0, 10);
    const due = MIGRATIONS.find((m) => !done.includes(m.name));
    const names = [...(due ? [backupName(day, due.name)] : []), backupName(day)];
    const kept = new Set(backupsIn(folder).map((b) => b.name));
    for (const name of names.filter((n) => !kept.has(n)))
      await this.copyAs(name).catch((error: unknown) => this.log.warn(noBackup(folder, error)));
  }
}

/** What a notebook holds, those first that others are referred to by. */
const EVERYTHING = [
  'readings',
  'instruments',
  'jug_events',
  'jugs',
  'batch_events',
  'batches',
  'house_documents',
  'archived_drinks',
  'drinks',
] as const;

/** @throws Error in words for steps that this release does not know */
function refuseNewer(done: readonly string[] = []): void {
  const known = new Set(MIGRATIONS.map((m) => m.name));
  const newer = done.filter((name) => !known.has(name));
  if (newer.length > 0)
    throw new Error(
      `This notebook was kept by a newer Steepsis (${newer.join(', ')}), and nothing of it was changed. Start the newer one, or bring back ` +
        'an older backup: npm run restore.',
    );
}

const unreadable = (error: unknown): never => {
  throw new Error(
    `The notebook cannot be read (${error instanceof Error ? error.message : 'no reason given'}). Bring back a backup: npm run restore.`,
  );
};

function noBackup(folder: string, error: unknown): string {
  const reason = error instanceof Error ? error.message : String(error);
  const what = isFull(error)
    ? 'The disk is full. Make room on it; the notebook itself goes on.'
    : `${reason}. See that ${folder} can be written.`;
  return `No backup was made. ${what}`;
}

/** Whether something could not be written because there is no room for it. */
export const isFull = (error: unknown): boolean =>
  /SQLITE_FULL|database or disk is full|ENOSPC|EFBIG|no space/i.test(
    error instanceof Error ? `${(error as { code?: string }).code ?? ''} ${error.message}` : '',
  );
