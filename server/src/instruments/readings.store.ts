import { Injectable } from '@nestjs/common';
import { Op, QueryTypes } from 'sequelize';
import { THINNING, thinned, type Attached, type InstrumentKind, type Reading } from '@steepsis/core';
import { DatabaseService } from '../database/database.service';
import { InstrumentRow, ReadingRow } from '../database/models';

export type Instrument = {
  id: string;
  name: string;
  kind: InstrumentKind;
  simulated: boolean;
  attached: Attached | undefined;
};

export type Stored = Reading & { instrumentId: string; attached: Attached | undefined };

/** Rows that are written at once. */
const AT_ONCE = 500;

/** Instruments and their readings in the database. Decides nothing. */
@Injectable()
export class ReadingsStore {
  constructor(private readonly database: DatabaseService) {}

  async instruments(): Promise<Instrument[]> {
    return (
      await InstrumentRow.findAll({
        order: [
          ['known_since', 'ASC'],
          ['id', 'ASC'],
        ],
      })
    ).map(instrumentOf);
  }

  async instrument(id: string): Promise<Instrument | undefined> {
    const row = await InstrumentRow.findByPk(id);
    return row ? instrumentOf(row) : undefined;
  }

  /** Keeps an instrument; where it was known, it stays in its pot. */
  keep({ id, name, kind, simulated }: Omit<Instrument, 'attached'>, knownSince: string): Promise<void> {
    return this.database.write(async (transaction) => {
      const known = await InstrumentRow.findByPk(id, { transaction });
      if (known) await known.update({ name, kind }, { transaction });
      else
        await InstrumentRow.create(
          { id, name, kind, simulated, batch_id: null, brew_id: null, known_since: knownSince },
          { transaction },
        );
    });
  }

  attach(id: string, attached: Attached | undefined): Promise<unknown> {
    return this.database.write((transaction) =>
      InstrumentRow.update(
        { batch_id: attached?.batchId ?? null, brew_id: attached?.brewId ?? null },
        { where: { id }, transaction },
      ),
    );
  }

  /** Stores readings, each once: one that is there by its instrument and moment stays as it is. */
  async store(readings: readonly Stored[]): Promise<void> {
    if (readings.length === 0) return;
    await this.database.write(async (transaction) => {
      for (let i = 0; i < readings.length; i += AT_ONCE)
        await ReadingRow.bulkCreate(
          readings.slice(i, i + AT_ONCE).map((r) => ({
            instrument_id: r.instrumentId,
            at_ms: r.atMs,
            value: r.value,
            batch_id: r.attached?.batchId ?? null,
            brew_id: r.attached?.brewId ?? null,
          })),
          { transaction, ignoreDuplicates: true },
        );
    });
  }

  async latest(instrumentId: string, count: number): Promise<Reading[]> {
    const rows = await ReadingRow.findAll({
      where: { instrument_id: instrumentId },
      order: [['at_ms', 'DESC']],
      limit: count,
      raw: true,
    });
    return rows.reverse().map(readingOf);
  }

  /** All readings of a batch, oldest first, between two moments. */
  async ofBatch(
    batchId: string,
    fromMs = 0,
    toMs = Number.MAX_SAFE_INTEGER,
  ): Promise<(Reading & { instrumentId: string; brewId: string })[]> {
    const rows = await ReadingRow.findAll({
      where: { batch_id: batchId, at_ms: { [Op.between]: [fromMs, toMs] } },
      order: [['at_ms', 'ASC']],
      raw: true,
    });
    return rows.map((r) => ({ ...readingOf(r), instrumentId: r.instrument_id, brewId: r.brew_id! }));
  }

  /** Readings of a batch for a chart, at most about so many of each instrument in a pot: thinned where they lie, and the last of each always. */
  async thinnedOfBatch(batchId: string, most: number): Promise<(Reading & { instrumentId: string; brewId: string })[]> {
    const query = <T extends object>(sql: string, replacements: unknown[]): Promise<T[]> =>
      ReadingRow.sequelize!.query<T>(sql, { replacements, type: QueryTypes.SELECT });
    const [span] = await query<{ fromMs: number | null; toMs: number | null }>(
      'SELECT MIN(at_ms) AS fromMs, MAX(at_ms) AS toMs FROM readings WHERE batch_id = ?',
      [batchId],
    );
    if (span?.fromMs == null || span.toMs == null) return [];
    const everyMs = Math.max(1, Math.ceil((span.toMs - span.fromMs) / most));
    return query(
      `SELECT instrument_id AS instrumentId, brew_id AS brewId, MAX(at_ms) AS atMs, value FROM readings WHERE batch_id = ?
       GROUP BY instrument_id, brew_id, CAST((at_ms - ?) / ? AS INTEGER) ORDER BY atMs`,
      [batchId, span.fromMs, everyMs],
    );
  }

  forget(instrumentId: string): Promise<void> {
    return this.database.write(async (transaction) => {
      await ReadingRow.destroy({ where: { instrument_id: instrumentId }, transaction });
      await InstrumentRow.destroy({ where: { id: instrumentId }, transaction });
    });
  }

  /** All readings of an instrument, oldest first, a piece at a time. */
  async *piecesOf(instrumentId: string): AsyncGenerator<Reading[]> {
    let afterMs = Number.MIN_SAFE_INTEGER;
    for (;;) {
      const rows = await ReadingRow.findAll({
        where: { instrument_id: instrumentId, at_ms: { [Op.gt]: afterMs } },
        order: [['at_ms', 'ASC']],
        limit: PIECE,
        raw: true,
      });
      if (rows.length === 0) return;
      yield rows.map(readingOf);
      afterMs = Number(rows.at(-1)!.at_ms);
    }
  }

  /**
   * Thins what has aged, an instrument and a day at a time, so that no one waits long for it.
   * @returns how many readings were let go
   */
  async thin(nowMs: number): Promise<number> {
    let gone = 0;
    for (const { id } of await this.instruments())
      for (const [i, { olderThanMs, everyMs }] of THINNING.entries()) {
        const toMs = nowMs - olderThanMs;
        const fromMs = i === 0 ? 0 : nowMs - THINNING[i - 1]!.olderThanMs;
        for (const day of await this.crowdedDays(id, { fromMs, toMs, everyMs }))
          gone += await this.thinDay(id, day, { fromMs, toMs, everyMs });
      }
    return gone;
  }

  /** Days of an instrument that hold more readings than they are to keep. */
  private async crowdedDays(id: string, { fromMs, toMs, everyMs }: Span): Promise<number[]> {
    const rows = await ReadingRow.sequelize!.query<{ day: number }>(
      `SELECT CAST(at_ms / ${DAY_MS} AS INTEGER) AS day FROM readings
       WHERE instrument_id = ? AND at_ms >= ? AND at_ms < ?
       GROUP BY day HAVING COUNT(*) > COUNT(DISTINCT CAST(at_ms / ? AS INTEGER))`,
      { replacements: [id, fromMs, toMs, everyMs], type: QueryTypes.SELECT },
    );
    return rows.map((r) => r.day);
  }

  private thinDay(id: string, day: number, { fromMs, toMs, everyMs }: Span): Promise<number> {
    const [from, to] = [Math.max(fromMs, day * DAY_MS), Math.min(toMs, (day + 1) * DAY_MS)];
    const where = { instrument_id: id, at_ms: { [Op.gte]: from, [Op.lt]: to } };
    return this.database.write(async (transaction) => {
      const rows = await ReadingRow.findAll({ where, order: [['at_ms', 'ASC']], raw: true, transaction });
      const kept = new Set(thinned(rows.map(readingOf), everyMs).map((r) => r.atMs));
      const gone = rows.map((r) => Number(r.at_ms)).filter((ms) => !kept.has(ms));
      for (let i = 0; i < gone.length; i += AT_ONCE)
        await ReadingRow.destroy({
          where: { instrument_id: id, at_ms: gone.slice(i, i + AT_ONCE) },
          transaction,
        });
      return gone.length;
    });
  }
}

/** Readings of one piece of a table. */
const PIECE = 5000;

type Span = { fromMs: number; toMs: number; everyMs: number };
const DAY_MS = 86_400_000;

const readingOf = (r: { at_ms: number; value: number }): Reading => ({ atMs: Number(r.at_ms), value: r.value });

const instrumentOf = (r: InstrumentRow): Instrument => ({
  id: r.id,
  name: r.name,
  kind: r.kind as InstrumentKind,
  simulated: r.simulated,
  attached: r.batch_id && r.brew_id ? { batchId: r.batch_id, brewId: r.brew_id } : undefined,
});
