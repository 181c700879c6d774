import { Injectable } from '@nestjs/common';
import { literal, Op, where, type Transaction, type WhereOptions } from 'sequelize';
import {
  FREE_JUG_EVENT_VERSION,
  freeJugAfter,
  volumeMl,
  type FreeJug,
  type FreeJugEvent,
  type FreeJugEventBody,
} from '@steepsis/core';
import type { NotebookThing } from '@steepsis/contract';
import { DatabaseService } from '../database/database.service';
import { JugEventRow, JugRow } from '../database/models';
import { withFiguresOfHouse } from '../database/poured';
import { Remembered } from '../shared/remembered';
import { storedEvent } from '../shared/stored';

export type NewJugEvent = { id: string; at: string } & FreeJugEventBody;

/** Jugs poured together and their events in the database. Decides nothing. */
@Injectable()
export class JugsStore {
  private readonly remembered = new Remembered();

  constructor(private readonly database: DatabaseService) {}

  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return this.database.write(work);
  }

  async eventsOf(jugId: string, transaction?: Transaction): Promise<FreeJugEvent[]> {
    const rows = await JugEventRow.findAll({
      where: { jug_id: jugId },
      order: [['seq', 'ASC']],
      ...(transaction ? { transaction } : {}),
    });
    return withFiguresOfHouse(rows.map(storedEventOf), transaction);
  }

  async jugOfEvent(id: string, transaction: Transaction): Promise<string | undefined> {
    return (await JugEventRow.findByPk(id, { transaction }))?.jug_id;
  }

  /** Appends behind the events that are there and rewrites the jug's line. */
  async append(
    jugId: string,
    before: readonly FreeJugEvent[],
    { id, at, ...body }: NewJugEvent,
    receivedAt: string,
    transaction: Transaction,
  ): Promise<FreeJugEvent[]> {
    const stored = { id, jugId, seq: before.length, at, v: FREE_JUG_EVENT_VERSION, ...body } as FreeJugEvent;
    const events = [...before, stored];
    const jug = freeJugAfter(events);
    transaction.afterCommit(() => this.remembered.forgetAll());
    const line = lineOf(jug);
    if (before.length === 0) await JugRow.create(line, { transaction });
    else await JugRow.update(line, { where: { id: jugId }, transaction });
    await JugEventRow.create(
      {
        id,
        jug_id: jugId,
        seq: stored.seq,
        at,
        received_at: receivedAt,
        body: JSON.stringify({ v: FREE_JUG_EVENT_VERSION, ...body }),
      },
      { transaction },
    );
    return events;
  }

  /** Events as another notebook kept them, behind those that are here; the jug's line follows from all of them. */
  async takeIn({ id: jugId, events }: NotebookThing, transaction: Transaction): Promise<void> {
    const before = await JugEventRow.findAll({ where: { jug_id: jugId }, order: [['seq', 'ASC']], transaction });
    const rows = events.map((e) => ({
      ...{ id: e.id, jug_id: jugId, seq: e.seq, at: e.at, received_at: e.receivedAt },
      body: JSON.stringify(e.body),
    }));
    const all = await withFiguresOfHouse([...before, ...rows].map(storedEventOf), transaction);
    await JugRow.upsert(lineOf(freeJugAfter(all)), { transaction });
    await JugEventRow.bulkCreate(rows, { transaction });
  }

  forgetAll(): void {
    this.remembered.forgetAll();
  }

  /** What is worked out of the jugs that are like a drink is worked out once, and anew after the next thing that happens to a jug. */
  ofDrink<T>(what: string, work: () => Promise<T>): Promise<T> {
    return this.remembered.of(what, what, work);
  }

  /** The latest jugs of which something was said and that were to be like a drink: by its id, or by its name as earlier releases kept it. */
  async idsLike({ id, name }: { id: string; name: string }, limit: number): Promise<string[]> {
    const like = (field: 'likeId' | 'likeName', is: string): WhereOptions =>
      where(literal(`json_extract(body, '$.${field}')`), is) as unknown as WhereOptions;
    const first = await JugEventRow.findAll({
      where: { seq: 0, [Op.or]: [like('likeId', id), like('likeName', name)] },
      attributes: ['jug_id'],
      order: [['at', 'DESC']],
      limit,
    });
    return first.map((r) => r.jug_id);
  }

  onShelf = async (): Promise<{ id: string; name: string }[]> =>
    (await JugRow.findAll({ where: { on_shelf: true }, order: [['poured_at', 'ASC']] })).map(({ id, name }) => ({
      id,
      name,
    }));
}

const storedEventOf = (r: Pick<JugEventRow, 'id' | 'jug_id' | 'seq' | 'at' | 'body'>): FreeJugEvent =>
  ({ id: r.id, jugId: r.jug_id, seq: r.seq, at: r.at, ...storedEvent('jug', r.body) }) as FreeJugEvent;

const lineOf = (jug: FreeJug): { id: string; name: string; poured_at: string; on_shelf: boolean } => ({
  id: jug.id,
  name: jug.name,
  poured_at: jug.pouredAt,
  on_shelf: jug.vessels.some((v) => volumeMl(v.liquid) >= 1),
});
