import { Injectable } from '@nestjs/common';
import Papa from 'papaparse';
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
    const rows = await BatchRow.findAll({ order: [['started_at', 'DESC']] });
    return {
      header: ['batch', 'drink', 'way', 'begun (UTC)', 'planned (L)', 'stands', 'last happened (UTC)'],
      rows: rows.map((b) => [b.id, b.drink_name, b.way_name, b.started_at, b.litres, b.phase, b.last_event_at]),
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
    const { items } = await eachAlone(await this.batches.onShelf(), async ({ events }) => batchAfter(await events()));
    return {
      header: ['batch', 'drink', 'thing', 'left (ml)', 'made (UTC)'],
      rows: items.flatMap((b) =>
        b.vessels
          .filter((v) => volumeMl(v.liquid) >= 1)
          .map((v): Cell[] => [b.id, b.plan.drink.name, v.name, Math.round(volumeMl(v.liquid)), b.startedAt]),
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

type Told = { type?: string; eventId?: string; state?: string; verdict?: Verdict };
