import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Inject, Injectable, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { Sequelize, Transaction } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { CONFIG, type Config } from '../shared/config';
import { MIGRATIONS } from './migrations';
import { defineModels } from './models';

const BACKUPS_KEPT = 7;

/** Errors that ended a write: the transaction they came out of was taken back whole. */
const ROLLED_BACK = new WeakSet<object>();
export const wasRolledBack = (error: unknown): boolean =>
  typeof error === 'object' && error !== null && ROLLED_BACK.has(error);

/** The one place that opens the database, brings it up to date, and lets one writer in at a time. */
@Injectable()
export class DatabaseService implements OnModuleInit, OnApplicationShutdown {
  private readonly sequelize: Sequelize;
  private tail: Promise<unknown> = Promise.resolve();

  constructor(@Inject(CONFIG) private readonly config: Config) {
    mkdirSync(dirname(config.databaseFile), { recursive: true });
    this.sequelize = new Sequelize({ dialect: 'sqlite', storage: config.databaseFile, logging: false });
    defineModels(this.sequelize);
  }

  async onModuleInit(): Promise<void> {
    await this.sequelize.query('PRAGMA journal_mode = WAL');
    await this.sequelize.query('PRAGMA synchronous = FULL');
    await this.backUpIfDue();
    await this.migrate();
  }

  async onApplicationShutdown(): Promise<void> {
    await this.tail;
    await this.sequelize.close();
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

  /** A whole copy beside the database, once a day and before any migration of that day; the last seven are kept. */
  private async backUpIfDue(): Promise<void> {
    const [tables] = await this.sequelize.query("SELECT name FROM sqlite_master WHERE type = 'table'");
    if (tables.length === 0) return;
    const folder = join(dirname(this.config.databaseFile), 'backups');
    mkdirSync(folder, { recursive: true });
    const name = `${this.config.now().toISOString().slice(0, 10)}.sqlite`;
    const kept = readdirSync(folder)
      .filter((f) => f.endsWith('.sqlite'))
      .sort();
    if (kept.includes(name)) return;
    await this.sequelize.query('VACUUM INTO ?', { replacements: [join(folder, name)] });
    for (const old of kept.slice(0, Math.max(0, kept.length + 1 - BACKUPS_KEPT))) rmSync(join(folder, old));
  }
}
