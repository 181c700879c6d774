import { Injectable } from '@nestjs/common';
import Papa from 'papaparse';
import { QueryTypes } from 'sequelize';
import { batchAfter, volumeMl, type Verdict } from '@steepsis/core';
import { BatchesStore } from '../batches/batches.store';
import { BatchEventRow, BatchRow } from '../database/models';
import { HouseService } from '../house/house.service';
import { eachAlone, storedOrNone } from '../shared/stored';

/** What can be taken along as a table, each with a unit in every header that has one. */
export const TABLES = ['batches', 'tastings', 'shelf', 'pantry'] as const;
/** One of {@link TABLES}. */
export type TableName = (typeof TABLES)[number];

type Cell = string | number;
type Table = { header: readonly string[]; rows: readonly (readonly Cell[])[] };

/** The notebook as tables for a table program. */
@Injectable()
export class TablesService {
  constructor(
    private readonly batches: BatchesStore,
    private readonly house: HouseService,
  ) {}

  private readonly tables: Readonly<Record<TableName, () => Promise<Table>>> = {
    batches: () => this.made(),
    tastings: () => this.tastings(),
    shelf: () => this.shelf(),
    pantry: () => this.pantry(),
  };

  /** A table as CSV with a mark of its encoding; what begins like a formula is shown and not run. */
  async csv(name: TableName): Promise<string> {
    const { header, rows } = await this.tables[name]();
    return `\uFEFF${Papa.unparse([header, ...rows] as Cell[][], { escapeFormulae: /^[=+\-@\t\r]/ })}\r\n`;
  }

  private async made(): Promise<Table> {
    const cells = await cellsOfBatches();
    const rows = await BatchRow.findAll({ order: [['started_at', 'DESC']] });
    return {
      header: [...OF_BATCHES, 'stands', 'last happened (UTC)'],
      rows: rows.map((b) => [...cells(b), b.phase, b.last_event_at]),
    };
  }

  private async tastings(): Promise<Table> {
    const lines = new Map((await BatchRow.findAll({ where: { tasted: true } })).map((b) => [b.id, b]));
    const events = await BatchEventRow.findAll({ where: { batch_id: [...lines.keys()] }, order: [['at', 'DESC']] });
    const bodies = events.map((e) => ({ e, body: storedOrNone<Told>('batch', e.body) }));
    const undone = new Set(
      bodies.flatMap(({ body }) => (body?.type === 'undone' && body.eventId ? [body.eventId] : [])),
    );
    return {
      header: [
        ...['batch', 'drink', 'tasted (UTC)', 'state', 'strength (-2 weak to 2 strong)', 'harshness (0 smooth to 3)'],
        ...['sweetness (-1 to 1)', 'tartness (-1 to 1)', 'who', 'note'],
      ],
      rows: bodies.flatMap(({ e, body }): Cell[][] => {
        if (body?.type !== 'tasted' || !body.verdict || undone.has(e.id)) return [];
        const { strength, harsh, sweet, tart, who = '', note = '' } = body.verdict;
        return [
          [
            e.batch_id,
            lines.get(e.batch_id)?.drink_name ?? '',
            e.at,
            body.state ?? '',
            strength,
            harsh,
            sweet,
            tart,
            who,
            note,
          ],
        ];
      }),
    };
  }

  private async shelf(): Promise<Table> {
    const cells = await cellsOfBatches();
    const lines = new Map((await BatchRow.findAll({ where: { on_shelf: true } })).map((b) => [b.id, b]));
    const { items } = await eachAlone(await this.batches.onShelf(), async ({ events }) => batchAfter(await events()));
    return {
      header: [...OF_BATCHES, 'thing', 'left (ml)'],
      rows: items.flatMap((b) =>
        b.vessels
          .filter((v) => volumeMl(v.liquid) >= 1)
          .map((v): Cell[] => [...cells(lines.get(b.id)!), v.name, Math.round(volumeMl(v.liquid))]),
      ),
    };
  }

  private async pantry(): Promise<Table> {
    const { pantry, kitchen } = await this.house.view();
    return {
      header: [
        'plant',
        'lot',
        'got (date)',
        'from',
        'left (g)',
        'gives (× of the reference)',
        `price (${kitchen.body.currency ?? 'money'} a kg)`,
      ],
      rows: pantry.flatMap(({ body: { plant, lots, pricePerKg } }) =>
        lots.map((l): Cell[] => [plant, l.id, l.got.slice(0, 10), l.from, l.leftG, l.potency, pricePerKg ?? '']),
      ),
    };
  }
}

const rowsOf = <T extends object>(sql: string): Promise<T[]> =>
  BatchRow.sequelize!.query<T>(sql, { type: QueryTypes.SELECT });

const OF_BATCHES = [
  ...['batch', 'drink', 'way', 'begun (UTC)', 'planned (L)', 'steep (min)', 'came out (ml)'],
] as const;

/** What a table tells of a batch, under {@link OF_BATCHES}. */
async function cellsOfBatches(): Promise<(b: BatchRow) => Cell[]> {
  const [steeps, cameOut] = [await steepsOfAll(), await volumesOfAll()];
  return (b) => {
    const { steepMin, brewId } = steeps.get(b.id) ?? {};
    return [
      ...[b.id, b.drink_name, b.way_name, b.started_at, b.litres, steepMin ?? ''],
      cameOut.get(`${b.id} ${brewId}`) ?? '',
    ];
  };
}

/** How long the first brew of each batch was to steep, read off its plan where that stands. */
async function steepsOfAll(): Promise<ReadonlyMap<string, { steepMin: number; brewId: string }>> {
  const rows = await rowsOf<{ id: string; steepMin: number; brewId: string }>(
    `SELECT batch_id AS id, json_extract(body, '$.plan.target.steepMin') AS steepMin,
       json_extract(body, '$.plan.brews[0].brewId') AS brewId
     FROM batch_events WHERE seq = 0 AND json_valid(body)`,
  );
  return new Map(rows.map((r) => [r.id, r]));
}

/** What came out of each brew as it was measured last, ml, by "batch brew"; what was taken back does not count. */
async function volumesOfAll(): Promise<ReadonlyMap<string, number>> {
  const rows = await rowsOf<{ id: string; brewId: string; value: number }>(
    `SELECT batch_id AS id, json_extract(body, '$.brewId') AS brewId, json_extract(body, '$.value') AS value
     FROM batch_events
     WHERE body LIKE '%"type":"measured"%' AND body LIKE '%"what":"volume"%' AND json_valid(body)
       AND id NOT IN (
         SELECT json_extract(body, '$.eventId') FROM batch_events
         WHERE body LIKE '%"type":"undone"%' AND json_valid(body) AND json_extract(body, '$.eventId') IS NOT NULL
       )
     ORDER BY batch_id, at, seq`,
  );
  return new Map(rows.map((r) => [`${r.id} ${r.brewId}`, Math.round(r.value)]));
}

type Told = { type?: string; eventId?: string; state?: string; verdict?: Verdict };
