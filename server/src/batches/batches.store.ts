import { Injectable } from '@nestjs/common';
import { col, fn, literal, Op, type Transaction, type WhereOptions } from 'sequelize';
import {
  batchAfter,
  EVENT_VERSION,
  glassColourOf,
  poursOf,
  readEvents,
  volumeMl,
  type Batch,
  type BatchEvent,
  type BatchEventBody,
  type Drunk,
  type Phase,
  type StoredEvent,
} from '@steepsis/core';
import type { BatchSummary, NotebookThing, SaidOfIt } from '@steepsis/contract';
import { DatabaseService } from '../database/database.service';
import { BatchEventRow, BatchRow } from '../database/models';
import { withFiguresOfHouse } from '../database/poured';
import { Remembered } from '../shared/remembered';
import { grouped } from '../shared/grouped';
import { storedEvent } from '../shared/stored';

export type NewEvent = { id: string; at: string } & BatchEventBody;

type MadeByDrink = ReadonlyMap<string, { batches: number; lastMadeAt: string }>;

/** Batches and their events in the database. Decides nothing. */
@Injectable()
export class BatchesStore {
  /** worked out anew when a batch is begun; the lines of batches are the truth */
  private made: Promise<MadeByDrink> | undefined;
  /** what was worked out of a drink's batches, by drink, until something happens to one of them */
  private readonly remembered = new Remembered();

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

  /** Batches of which something is left, each with its name and its events, the oldest first: two queries, however many there are. */
  async onShelf(): Promise<{ id: string; name: string; events: () => Promise<BatchEvent[]> }[]> {
    const lines = await BatchRow.findAll({ where: { on_shelf: true }, order: [['started_at', 'ASC']] });
    const rows = await BatchEventRow.findAll({
      where: { batch_id: { [Op.in]: literal('(SELECT id FROM batches WHERE on_shelf = 1)') } },
      order: [['seq', 'ASC']],
    });
    const byBatch = grouped(rows, (r) => r.batch_id);
    return lines.map((l) => ({
      id: l.id,
      name: l.drink_name,
      events: async () => withFiguresOfHouse(readEvents((byBatch.get(l.id) ?? []).map(storedEventOf))),
    }));
  }

  /** What was poured of each drink since a moment, by its batches' events alone. */
  async poured(since: string): Promise<{ drinkId: string; pours: readonly Drunk[] }[]> {
    const lines = await BatchRow.findAll({
      where: { last_event_at: { [Op.gte]: since }, phase: { [Op.in]: ['put-away', 'discarded'] } },
      attributes: ['id', 'drink_id'],
      order: [['last_event_at', 'DESC']],
      limit: MOST_WATCHED,
    });
    const rows = await BatchEventRow.findAll({
      where: { batch_id: { [Op.in]: lines.map((l) => l.id) } },
      order: [['seq', 'ASC']],
    });
    const byBatch = grouped(rows, (r) => r.batch_id);
    const byDrink = new Map<string, Drunk[]>();
    for (const { id, drink_id } of lines) {
      const pours = poursAlone((byBatch.get(id) ?? []).map(storedEventOf)).filter((p) => p.at >= since);
      byDrink.set(drink_id, [...(byDrink.get(drink_id) ?? []), ...pours]);
    }
    return [...byDrink].map(([drinkId, pours]) => ({
      drinkId,
      pours: pours.sort((a, b) => a.at.localeCompare(b.at)),
    }));
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
    transaction.afterCommit(() => this.remembered.forget(line.drink_id));
    if (before.length === 0) {
      await BatchRow.create(line, { transaction });
      transaction.afterCommit(() => (this.made = undefined));
    } else {
      await BatchRow.update(line, { where: { id: batchId }, transaction });
    }
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

  /** Events as another notebook kept them, behind those that are here; the batch's line follows from all of them. */
  async takeIn({ id: batchId, events }: NotebookThing, transaction: Transaction): Promise<void> {
    const before = await BatchEventRow.findAll({ where: { batch_id: batchId }, order: [['seq', 'ASC']], transaction });
    const rows = events.map((e) => ({
      ...{ id: e.id, batch_id: batchId, seq: e.seq, at: e.at, received_at: e.receivedAt },
      body: JSON.stringify(e.body),
    }));
    const all = await withFiguresOfHouse(readEvents([...before, ...rows].map(storedEventOf)), transaction);
    await BatchRow.upsert(lineOf(batchAfter(all), all.at(-1)!.at), { transaction });
    await BatchEventRow.bulkCreate(rows, { transaction });
  }

  /** Batches of a drink that were begun at just that moment. */
  async begunAt(drinkId: string, at: string): Promise<string[]> {
    return (await BatchRow.findAll({ where: { drink_id: drinkId, started_at: at }, attributes: ['id'] })).map(
      (r) => r.id,
    );
  }

  /** The latest batch of a drink that was begun by a moment. */
  async lastBegunBy(drinkId: string, at: string): Promise<string | undefined> {
    const row = await BatchRow.findOne({
      where: { drink_id: drinkId, started_at: { [Op.lte]: at } },
      attributes: ['id'],
      order: [['started_at', 'DESC']],
    });
    return row?.id;
  }

  /** What was remembered is forgotten: everything may be another. */
  forgetAll(): void {
    this.made = undefined;
    this.remembered.forgetAll();
  }

  async list(filter: {
    phase?: Phase | 'open';
    drinkId?: string;
    limit: number;
    before?: string;
    after?: string;
    find?: string;
    said?: SaidOfIt;
    lot?: string;
  }): Promise<BatchSummary[]> {
    const started = {
      ...(filter.before ? { [Op.lt]: filter.before } : {}),
      ...(filter.after ? { [Op.gte]: filter.after } : {}),
    };
    const where: WhereOptions = {
      ...(filter.phase ? { phase: filter.phase === 'open' ? { [Op.in]: OPEN } : filter.phase } : {}),
      ...(filter.drinkId ? { drink_id: filter.drinkId } : {}),
      ...(filter.before || filter.after ? { started_at: started } : {}),
      [Op.and]: [...wordsIn(filter.find ?? ''), ...(filter.said ? SAID_WHERE[filter.said] : []), ...ofLot(filter.lot)],
    };
    const rows = await BatchRow.findAll({
      where,
      order: [
        ['started_at', 'DESC'],
        ['id', 'ASC'],
      ],
      limit: filter.limit,
    });
    return Promise.all(rows.map((r) => this.summaryOf(r)));
  }

  /** A line that is older than what is told on it today is read off its events. */
  private async summaryOf(row: BatchRow): Promise<BatchSummary> {
    if (!row.tasted || row.said) return summaryOf(row);
    const { said, colour } = tellingOf(batchAfter(await this.eventsOf(row.id)));
    return summaryOf(row, said ?? undefined, colour ?? undefined);
  }

  /** Latest batches of a drink, newest first; only tasted ones if asked. */
  async idsOfDrink(drinkId: string, { tastedOnly, limit }: { tastedOnly: boolean; limit: number }): Promise<string[]> {
    const where = { drink_id: drinkId, ...(tastedOnly ? { tasted: true } : {}) };
    return (await BatchRow.findAll({ where, attributes: ['id'], order: [['started_at', 'DESC']], limit })).map(
      (r) => r.id,
    );
  }

  /** What is worked out of a drink's batches is worked out once, and anew after the next thing that happens to one of them. */
  ofDrink<T>(what: string, drinkId: string, work: () => Promise<T>): Promise<T> {
    return this.remembered.of(drinkId, what, work);
  }

  /** How often each drink was made, and when last: read off the index of drinks alone. */
  madeByDrink(): Promise<MadeByDrink> {
    // What is being counted while a batch begins is forgotten with it; what fails is counted anew.
    this.made ??= this.countMade().catch((error: unknown) => {
      this.made = undefined;
      throw error;
    });
    return this.made;
  }

  private async countMade(): Promise<MadeByDrink> {
    const rows = (await BatchRow.findAll({
      attributes: ['drink_id', [fn('COUNT', literal('*')), 'batches'], [fn('MAX', col('started_at')), 'last_made_at']],
      group: ['drink_id'],
      raw: true,
    })) as unknown as { drink_id: string; batches: number; last_made_at: string }[];
    return new Map(rows.map((r) => [r.drink_id, { batches: r.batches, lastMadeAt: r.last_made_at }]));
  }
}

/** A figure of what was said last, on the batch's line. */
const ofVerdict = (figure: 'strength' | 'harsh', is: string): WhereOptions =>
  literal(`json_extract(said, '$.verdict.${figure}') ${is}`) as unknown as WhereOptions;

const SAID_WHERE: Readonly<Record<SaidOfIt, readonly WhereOptions[]>> = {
  right: [ofVerdict('strength', '= 0'), ofVerdict('harsh', '<= 1')],
  weak: [ofVerdict('strength', '< 0')],
  strong: [ofVerdict('strength', '> 0')],
  harsh: [ofVerdict('harsh', '>= 2')],
  nothing: [{ tasted: false }],
};

/** Drawn from a lot, "plant/lot", when it was begun: as its first event tells it. */
function ofLot(lot: string | undefined): readonly WhereOptions[] {
  if (lot === undefined) return [];
  const cut = lot.indexOf('/');
  const drawn = [lot.slice(0, cut), lot.slice(cut + 1)].map((part) => JSON.stringify(part)) as [string, string];
  const told = `%"plant":${drawn[0]},"lotId":${drawn[1]},%`.replace(/[\\_]/g, '\\$&');
  const begun = `(SELECT batch_id FROM batch_events WHERE seq = 0 AND body LIKE ${quoted(told)} ESCAPE '\\')`;
  return [{ id: { [Op.in]: literal(begun) } }];
}

/** Every word in the name of the drink, in how it was made, or in what was noted when it was tasted. */
function wordsIn(find: string): readonly WhereOptions[] {
  return find
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => {
      const like = `%${word.replace(/[\\%_]/g, '\\$&')}%`;
      // A note stands in its event as JSON writes it.
      const noted = `%${JSON.stringify(word)
        .slice(1, -1)
        .replace(/[\\%_]/g, '\\$&')}%`;
      const inNotes = `(SELECT batch_id FROM batch_events WHERE body LIKE '%"type":"tasted"%' AND body LIKE ${quoted(noted)} ESCAPE '\\')`;
      return {
        [Op.or]: [
          literal(`drink_name LIKE ${quoted(like)} ESCAPE '\\'`),
          literal(`way_name LIKE ${quoted(like)} ESCAPE '\\'`),
          { id: { [Op.in]: literal(inNotes) } },
        ],
      } as WhereOptions;
    });
}

/** A text as the database takes it. */
const quoted = (text: string): string => BatchRow.sequelize!.escape(text.replaceAll('\0', ''));

/** Batches whose pours are looked at: more than a house drinks in eight weeks. */
const MOST_WATCHED = 200;

/** A batch that cannot be read was poured of too; how much is not known, and the others are told. */
function poursAlone(stored: readonly StoredEvent[]): readonly Drunk[] {
  try {
    return poursOf(readEvents(stored));
  } catch {
    return [];
  }
}

/** Phases that the stove still has something to do with. */
const OPEN: readonly Phase[] = ['running', 'strained', 'measured'];

/** An event as the release that stored it wrote it. */
const storedEventOf = (row: Pick<BatchEventRow, 'id' | 'batch_id' | 'seq' | 'at' | 'body'>): StoredEvent =>
  ({
    id: row.id,
    batchId: row.batch_id,
    seq: row.seq,
    at: row.at,
    ...storedEvent('batch', row.body),
  }) as StoredEvent;

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
    ...tellingOf(batch),
    last_event_at: lastEventAt,
  };
}

/** What a list tells of a batch beside its facts: what was said of it last, and its colour. */
function tellingOf(batch: Batch): { said: string | null; colour: string | null } {
  const last = batch.tastings.at(-1);
  let colour: string | null = null;
  try {
    colour = batch.strainedAt ? glassColourOf(batch) : null;
  } catch {
    // What cannot be worked out has no colour; the batch's own page says why.
  }
  return { said: last ? JSON.stringify({ state: last.state, verdict: last.verdict }) : null, colour };
}

const summaryOf = (r: BatchRow, said = r.said, colour = r.colour): BatchSummary => ({
  id: r.id,
  drinkId: r.drink_id,
  drinkName: r.drink_name,
  startedAt: r.started_at,
  phase: r.phase as Phase,
  litres: r.litres,
  wayName: r.way_name,
  lastEventAt: r.last_event_at,
  tasted: Boolean(r.tasted),
  ...(said ? { said: JSON.parse(said) as NonNullable<BatchSummary['said']> } : {}),
  ...(colour ? { colour } : {}),
});
