import { Inject, Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import type { NotebookBody, NotebookFile, NotebookReport, NotebookThing } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { DatabaseService } from '../database/database.service';
import {
  ArchivedDrinkRow,
  BatchEventRow,
  DrinkRow,
  HouseRow,
  InstrumentRow,
  JugEventRow,
  ReadingRow,
} from '../database/models';
import { JugsStore } from '../jugs/jugs.store';
import { CONFIG, type Config } from '../shared/config';
import { storedBody } from '../shared/stored';
import { StreamService } from '../stream/stream';
import { mergeOf, type Merge } from './merging';
import { notebookFile, readNotebook } from './notebookFile';

/** The whole notebook out as one file, and in again: after a report, in one transaction, or not at all. */
@Injectable()
export class NotebookService {
  constructor(
    private readonly database: DatabaseService,
    private readonly batches: BatchesStore,
    private readonly jugs: JugsStore,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async file(): Promise<NotebookFile> {
    return notebookFile(await this.body(), this.config.now().toISOString());
  }

  /** What taking a file in would change; nothing is stored. @throws ProblemException for what is no whole notebook */
  async look(sent: unknown): Promise<NotebookReport> {
    return mergeOf(await this.body(), readNotebook(sent, this.config.now())).report;
  }

  /** Takes a file in: into what is here, or in its place, of which a copy is made before. */
  async take(sent: unknown, as: 'merged' | 'whole'): Promise<NotebookReport> {
    const incoming = readNotebook(sent, this.config.now());
    if (as === 'whole') await this.database.backUpNow();
    const report = await this.database.write(async (transaction) => {
      if (as === 'whole') await this.database.emptyFor(transaction);
      const merge = mergeOf(await this.body(transaction), incoming);
      await this.store(merge, transaction);
      return merge.report;
    });
    this.batches.forgetAll();
    this.jugs.forgetAll();
    this.stream.announce({ house: 'kitchen' });
    return report;
  }

  private async body(transaction?: Transaction): Promise<NotebookBody> {
    const within = transaction ? { transaction } : {};
    const drinks = await DrinkRow.findAll({
      order: [
        ['id', 'ASC'],
        ['version', 'ASC'],
      ],
      ...within,
    });
    const putAway = await ArchivedDrinkRow.findAll({ order: [['id', 'ASC']], ...within });
    const house = await HouseRow.findAll({
      order: [
        ['kind', 'ASC'],
        ['id', 'ASC'],
      ],
      ...within,
    });
    const batches = await BatchEventRow.findAll({
      order: [
        ['batch_id', 'ASC'],
        ['seq', 'ASC'],
      ],
      ...within,
    });
    const jugs = await JugEventRow.findAll({
      order: [
        ['jug_id', 'ASC'],
        ['seq', 'ASC'],
      ],
      ...within,
    });
    const instruments = await InstrumentRow.findAll({ order: [['id', 'ASC']], ...within });
    const readings = await ReadingRow.findAll({
      order: [
        ['instrument_id', 'ASC'],
        ['at_ms', 'ASC'],
      ],
      ...within,
    });
    return {
      drinks: drinks.map((d) => ({
        id: d.id,
        version: d.version,
        keptAt: d.created_at,
        body: storedBody('drink', d.body),
      })),
      putAway: putAway.map((p) => ({ id: p.id, at: p.archived_at })),
      house: house.map((h) => ({
        kind: h.kind as NotebookBody['house'][number]['kind'],
        id: h.id,
        updatedAt: h.updated_at,
        body: storedBody(h.kind as 'kitchen', h.body),
      })),
      batches: thingsOf(
        batches.map((e) => ({ ...e.get(), of: e.batch_id })),
        'batch',
      ),
      jugs: thingsOf(
        jugs.map((e) => ({ ...e.get(), of: e.jug_id })),
        'jug',
      ),
      instruments: instruments.map((i) => ({
        id: i.id,
        name: i.name,
        kind: i.kind,
        simulated: Boolean(i.simulated),
        knownSince: i.known_since,
      })),
      readings: readings.map((r) => ({
        instrumentId: r.instrument_id,
        atMs: r.at_ms,
        value: r.value,
        batchId: r.batch_id,
        brewId: r.brew_id,
      })),
    };
  }

  private async store(merge: Merge, transaction: Transaction): Promise<void> {
    const within = { transaction };
    await DrinkRow.bulkCreate(
      merge.drinks.map((d) => ({ id: d.id, version: d.version, body: JSON.stringify(d.body), created_at: d.keptAt })),
      within,
    );
    await ArchivedDrinkRow.bulkCreate(
      merge.putAway.map((p) => ({ id: p.id, archived_at: p.at })),
      within,
    );
    await HouseRow.bulkCreate(
      merge.house.map((h) => ({
        kind: h.kind,
        id: h.id,
        version: 1,
        body: JSON.stringify(h.body),
        updated_at: h.updatedAt,
      })),
      within,
    );
    for (const b of merge.batches) await this.batches.takeIn(b, transaction);
    for (const j of merge.jugs) await this.jugs.takeIn(j, transaction);
    await InstrumentRow.bulkCreate(
      merge.instruments.map((i) => ({
        id: i.id,
        name: i.name,
        kind: i.kind,
        simulated: i.simulated,
        batch_id: null,
        brew_id: null,
        known_since: i.knownSince,
      })),
      within,
    );
    for (let i = 0; i < merge.readings.length; i += AT_ONCE)
      await ReadingRow.bulkCreate(
        merge.readings.slice(i, i + AT_ONCE).map((r) => ({
          instrument_id: r.instrumentId,
          at_ms: r.atMs,
          value: r.value,
          batch_id: r.batchId,
          brew_id: r.brewId,
        })),
        within,
      );
  }
}

const AT_ONCE = 5_000;

type Row = { of: string; id: string; seq: number; at: string; received_at: string; body: string };

function thingsOf(rows: readonly Row[], thing: 'batch' | 'jug'): NotebookThing[] {
  const things = new Map<string, NotebookThing['events'][number][]>();
  for (const r of rows) {
    const events = things.get(r.of) ?? [];
    things.set(r.of, events);
    events.push({ id: r.id, seq: r.seq, at: r.at, receivedAt: r.received_at, body: storedBody(thing, r.body) });
  }
  return [...things].map(([id, events]) => ({ id, events }));
}
