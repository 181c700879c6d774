import { Inject, Injectable } from '@nestjs/common';
import { join } from 'node:path';
import type { CopyList } from '@steepsis/contract';
import { backupsIn, checkWhole } from '../database/backups';
import { askedFor, askFor, insideOf } from '../database/bringBack';
import { DatabaseService } from '../database/database.service';
import { backupFolderOf } from '../database/notebookFiles';
import { CONFIG, type Config } from '../shared/config';
import { notFound, refusal } from '../shared/problem.filter';

/** The copies that are made once a day and before large steps: what is in them, and which the next start begins with. */
@Injectable()
export class CopiesService {
  constructor(
    private readonly database: DatabaseService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list(): Promise<CopyList> {
    const next = askedFor(this.config.databaseFile);
    const folder = backupFolderOf(this.config.databaseFile);
    const copies = await Promise.all(
      backupsIn(folder).map(async ({ name, bytes, at, beforeStep }) => ({
        ...{ name, bytes, at: at.toISOString(), beforeStep },
        inside: await insideOf(join(folder, name)),
      })),
    );
    copies.sort((a, b) => b.at.localeCompare(a.at));
    const { secondCopyFolder } = this.config;
    return { copies, ...(secondCopyFolder ? { also: secondCopyFolder } : {}), ...(next === undefined ? {} : { next }) };
  }

  async makeOne(): Promise<CopyList> {
    await this.database.backUpNow();
    return this.list();
  }

  /** @throws ProblemException for a copy that is not there, or is not whole */
  async askFor(name: string | undefined): Promise<CopyList> {
    const folder = backupFolderOf(this.config.databaseFile);
    if (name !== undefined) {
      if (!backupsIn(folder).some((b) => b.name === name)) throw notFound('copy', name);
      await checkWhole(join(folder, name)).catch(() => {
        throw refusal('not-whole', 'name', 'This copy is damaged: take another one.');
      });
    }
    askFor(this.config.databaseFile, name);
    return this.list();
  }
}
