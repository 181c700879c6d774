import { Inject, Injectable } from '@nestjs/common';
import { join } from 'node:path';
import type { CopyList } from '@steepsis/contract';
import { backupsIn, checkWhole } from '../database/backups';
import { askedFor, askFor, insideOf } from '../database/bringBack';
import { DatabaseService } from '../database/database.service';
import { backupFolderOf } from '../database/notebookFiles';
import { choosable, choose } from '../database/secondFolder';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput, notFound, refusal } from '../shared/problem.filter';

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
    const folderToo = this.database.secondFolder();
    const fault = this.database.faultIn(folderToo);
    return {
      copies,
      ...(folderToo === undefined ? {} : { also: folderToo }),
      ...(fault === undefined ? {} : { alsoFault: fault }),
      ...(this.config.secondCopyFolder ? { alsoToldAtStart: true as const } : {}),
      ...(next === undefined ? {} : { next }),
    };
  }

  async makeOne(): Promise<CopyList> {
    await this.database.backUpNow();
    return this.list();
  }

  /**
   * Chooses a second folder, or none any more; the first copy is put there at once, and what keeps it from that is the answer.
   * @throws ProblemException for what is no folder that can be written, or where one was told at the start
   */
  async putAlsoInto(path: string | undefined): Promise<CopyList> {
    const { databaseFile, secondCopyFolder } = this.config;
    if (secondCopyFolder)
      throw refusal(
        'told-at-the-start',
        'folder',
        'The second folder was told when Steepsis was started: change it there.',
      );
    if (path === undefined) {
      choose(databaseFile, undefined);
      return this.list();
    }
    const may = choosable(databaseFile, path);
    if (may.kind === 'not') throw invalidInput([{ field: 'folder', accepted: may.accepted, got: path }]);
    await this.database.backUpNow(may.folder);
    const fault = this.database.faultIn(may.folder);
    if (fault !== undefined) throw refusal('no-copy-there', 'folder', fault);
    choose(databaseFile, may.folder);
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
