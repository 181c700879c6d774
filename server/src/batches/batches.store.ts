import { Injectable } from '@nestjs/common';
import { col, fn, Op, type Transaction, type WhereOptions } from 'sequelize';
import {
  batchAfter,
  EVENT_VERSION,
  readEvents,
  volumeMl,
  type Batch,
  type BatchEvent,
  type BatchEventBody,
  type Phase,
  type StoredEvent,
} from '@steepsis/core';
import type { BatchSummary } from '@steepsis/contract';
import { DatabaseService } from '../database/database.service';
import { BatchEventRow, BatchRow } from '../database/models';
import { withFiguresOfHouse } from '../database/poured';

export type NewEvent = { id: string; at: string } & BatchEventBody;

/** Batches and their events in the database. Decides nothing. */
@Injectable()
export class BatchesStore {
  constructor(private readonly database: DatabaseService) {}

  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.database.write(work);
  }

  async eventsOf(batchId: string, transaction?: Transaction): Promise<BatchEvent[]> {
    const rows = await BatchEventRow.findAll({
      where: { batch_id: batchId },
      order: [['seq', 'ASC']],
      ...(transaction ? { transaction } : {}),
    });
    return withFiguresOfHouse(readEvents(rows.map(storedEventOf)), transaction);
  }

  async eventById(id: string, transaction: Transaction): Promise<{ batchId: string } | undefined> {
    const row = await BatchEventRow.findByPk(id, { transaction });
    return row ? { batchId: row.batch_id } : undefined;
  }

  /** Appends behind the events that are there and rewrites the batch's line. */
  async append(
    batchId: string,
    before: readonly BatchEvent[],
    event: NewEvent,
    receivedAt: string,
    transaction: Transaction,
  ): Promise<BatchEvent[]> {
    const { id, at, ...body } = event;
    const stored = { id, batchId, seq: before.length, at, v: EVENT_VERSION, ...body } as BatchEvent;
    const events = [...before, stored];
    const line = lineOf(batchAfter(events), at);
    if (before.length === 0) await BatchRow.create(line, { transaction });
    else await BatchRow.update(line, { where: { id: batchId }, transaction });
    await BatchEventRow.create(
      {
        id,
        batch_id: batchId,
        seq: stored.seq,
        at,
        received_at: receivedAt,
        body: JSON.stringify({ v: EVENT_VERSION, ...body }),
      },
      { transaction },
    );
    return events;
  }

  async list(filter: { phase?: Phase; drinkId?: string; limit: number; before?: string }): Promise<BatchSummary[]> {
    const where: WhereOptions = {
      ...(filter.phase ? { phase: filter.phase } : {}),
      ...(filter.drinkId ? { drink_id: filter.drinkId } : {}),
      ...(filter.before ? { started_at: { [Op.lt]: filter.before } } : {}),
    };
    const rows = await BatchRow.findAll({
      where,
      order: [
        ['started_at', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: filter.limit,
    });
    return rows.map(summaryOf);
  }

  idsOnShelf = async (): Promise<string[]> =>
    (await BatchRow.findAll({ where: { on_shelf: true }, attributes: ['id'], order: [['started_at', 'ASC']] })).map(
      (r) => r.id,
    );

  /** Latest batches of a drink, newest first; only tasted ones if asked. */
  async idsOfDrink(drinkId: string, { tastedOnly, limit }: { tastedOnly: boolean; limit: number }): Promise<string[]> {
    const where = { drink_id: drinkId, ...(tastedOnly ? { tasted: true } : {}) };
    return (await BatchRow.findAll({ where, attributes: ['id'], order: [['started_at', 'DESC']], limit })).map(
      (r) => r.id,
    );
  }

  /** How often each drink was made, and when last. */
  async madeByDrink(): Promise<Map<string, { batches: number; lastMadeAt: string }>> {
    const rows = (await BatchRow.findAll({
      attributes: ['drink_id', [fn('COUNT', col('id')), 'batches'], [fn('MAX', col('started_at')), 'last_made_at']],
      group: ['drink_id'],
      raw: true,
    })) as unknown as { drink_id: string; batches: number; last_made_at: string }[];
    return new Map(rows.map((r) => [r.drink_id, { batches: r.batches, lastMadeAt: r.last_made_at }]));
  }
}

/** An event as the release that stored it wrote it. */
const storedEventOf = (row: BatchEventRow): StoredEvent =>
  ({ id: row.id, batchId: row.batch_id, seq: row.seq, at: row.at, ...(JSON.parse(row.body) as object) }) as StoredEvent;

function lineOf(batch: Batch, lastEventAt: string): BatchRow['_creationAttributes'] {
  return {
    id: batch.id,
    drink_id: batch.plan.drink.id,
    drink_name: batch.plan.drink.name,
    started_at: batch.startedAt,
    litres: batch.plan.target.litres,
    way_name: batch.plan.brews[0].way.shortName,
    phase: batch.phase,
    on_shelf: batch.vessels.some((v) => volumeMl(v.liquid) >= 1),
    tasted: batch.tastings.length > 0,
    last_event_at: lastEventAt,
  };
}

const summaryOf = (r: BatchRow): BatchSummary => ({
  id: r.id,
  drinkId: r.drink_id,
  drinkName: r.drink_name,
  startedAt: r.started_at,
  phase: r.phase as Phase,
  litres: r.litres,
  wayName: r.way_name,
  lastEventAt: r.last_event_at,
});
