import fc from 'fast-check';
import { BOOK } from '../drink/book';
import {
  LEFT_COLUMNS,
  MADE_COLUMNS,
  readLeftTable,
  readMadeTable,
  readTastedTable,
  TASTED_COLUMNS,
} from './batchTables';
import { columnsOf, type TableColumn, type TableRead, type TableReading } from './table';

type Rows = readonly (readonly string[])[];
type Reader<K extends string, T> = (rows: Rows, reading: TableReading<K>, drinks: typeof BOOK) => TableRead<T>;
/** As a page reads a file: columns found by their headings; this cook is two hours ahead of UTC. */
const reading =
  <K extends string, T>(read: Reader<K, T>, columns: readonly TableColumn<K>[]) =>
  ([head, ...rows]: [readonly string[], ...Rows]): TableRead<T> =>
    read(
      rows,
      {
        columns: columnsOf(columns, head),
        head,
        utcOf: (local) => new Date(Date.parse(`${local}Z`) - 2 * 3_600_000).toISOString(),
      },
      BOOK,
    );
const made = reading(readMadeTable, MADE_COLUMNS);
const left = reading(readLeftTable, LEFT_COLUMNS);
const tasted = reading(readTastedTable, TASTED_COLUMNS);

const ID = '7b0b1c5e-9a52-4a7e-8a41-0d7c62f6b1aa';

describe('a table of batches', () => {
  it('as it was taken along from here is read with its numbers', () => {
    const { lines, faults } = made([
      ['batch', 'drink', 'way', 'begun (UTC)', 'planned (L)', 'steep (min)', 'came out (ml)', 'stands'],
      [ID, 'Roselle and rose hip cooler', 'Overnight', '2026-07-05T09:00:00.000Z', '2.4', '600', '1130', 'put-away'],
    ]);
    expect(faults).toEqual([]);
    expect(lines).toEqual([
      {
        ...{ line: 2, drinkId: 'roselle-rose-hip-cooler', name: 'Roselle and rose hip cooler', batchId: ID },
        ...{ at: '2026-07-05T09:00:00.000Z', litres: 2.4, steepMin: 600, known: { cameOutMl: 1130 } },
        wayId: 'fridge-overnight',
      },
    ]);
  });
  it('of a cook’s own is read too: days, hours of the house, decimal commas, the unit in the heading or the cell', () => {
    const { lines, faults } = made([
      ['Date', 'Tea', 'volume (ml)', 'yield'],
      ['5.7.2026 18:30', 'roselle', '2400', '1,1 L'],
      ['2026-07-06', 'Rooibos and quince', '1,5 l', ''],
      ['', '', '', ''],
    ]);
    expect(faults).toEqual([]);
    expect(lines).toMatchObject([
      { line: 2, at: '2026-07-05T16:30:00.000Z', litres: 2.4, known: { cameOutMl: 1100 } },
      { line: 3, at: '2026-07-06T10:00:00.000Z', litres: 1.5, known: {} },
    ]);
  });
  it('tells what it does not understand: a drink that is not in the book, a way that it has not, figures that cannot be', () => {
    const { lines, faults } = made([
      ['drink', 'begun', 'way', 'litres'],
      ['moon tea', '2026-07-05', '', ''],
      ['roselle', '', '', ''],
      ['roselle', '2026-02-30', '', ''],
      ['roselle', '2026-07-05 25:00', '', ''],
      ['roselle', '2026-07-05', 'in a sock', ''],
      ['roselle', '2026-07-05', '', '1,200'],
      ['roselle', '2026-07-05', '', '400'],
      ['s', '2026-07-05', '', ''],
    ]);
    expect(lines).toEqual([]);
    expect(faults.map((f) => [f.line, f.text])).toEqual([
      [2, 'moon tea'],
      [3, ''],
      [4, '2026-02-30'],
      [5, '2026-07-05 25:00'],
      [6, 'in a sock'],
      [7, '1,200'],
      [8, '400'],
      [9, 's'],
    ]);
    expect(faults.at(-1)!.accepted).toMatch(/^one drink alone: it may be S\S+.* or S/);
  });
});

describe('a table of the shelf', () => {
  it('says what is left, of the drink or of one of its brews', () => {
    const { lines, faults } = left([
      ['batch', 'drink', 'thing', 'left (ml)', 'begun (UTC)'],
      [ID, 'Roselle and rose hip cooler', 'jug', '640', '2026-07-05T09:00:00.000Z'],
      ['', 'Roselle and rose hip cooler', 'Concentrate', '0.5 L', '5.7.2026'],
      [ID, 'Roselle and rose hip cooler', 'a bottle for the fair', '500', '2026-07-05T09:00:00.000Z'],
      [ID, 'Roselle and rose hip cooler', 'Concentrate, left over', '90', '2026-07-05T09:00:00.000Z'],
    ]);
    const concentrate = { brewId: 'concentrate' };
    expect(faults).toEqual([]);
    expect(lines.map(({ line, batchId, known }) => [line, batchId, known.left])).toEqual([
      [
        2,
        ID,
        [
          { of: 'drink', ml: 1140 },
          { of: concentrate, ml: 90 },
        ],
      ],
      [3, undefined, [{ of: concentrate, ml: 500 }]],
    ]);
  });
});

describe('a table of tastings', () => {
  it('is read by numbers, by the words of the house, and as people say it', () => {
    const { lines, faults } = tasted([
      ['drink', 'tasted (UTC)', 'state', 'strength (-2 weak to 2 strong)', 'harshness', 'sweetness (-1 to 1)', 'note'],
      ['roselle', '2026-07-05T12:00:00Z', 'iced', '−1', '2', '0,5', "'=1+1"],
      ['roselle', '2026-07-05', 'over ice', 'a bit strong', 'smooth', 'wants sugar', ''],
      ['roselle', '2026-07-05', 'hot', 'too weak', 'bitter', '', ''],
    ]);
    expect(faults).toEqual([]);
    expect(lines.map((l) => [l.state, l.verdict])).toEqual([
      ['iced', { strength: -1, harsh: 2, sweet: 0.5, tart: 0, note: '=1+1' }],
      ['iced', { strength: 1, harsh: 0, sweet: -1, tart: 0 }],
      ['warm', { strength: -1, harsh: 2, sweet: 0, tart: 0 }],
    ]);
  });
  it('makes no verdict of a mark of another scale, and none of nothing', () => {
    const { lines, faults } = tasted([
      ['drink', 'date', 'strength'],
      ['roselle', '2026-07-05', '7/10'],
      ['roselle', '2026-07-05', '4'],
      ['roselle', '2026-07-05', ''],
    ]);
    expect(lines).toEqual([]);
    expect(faults.map((f) => f.text)).toEqual(['7/10', '4', '']);
  });
});

describe('any table', () => {
  it('gives a line or a fault for every row that is not empty, whatever its cells are', () => {
    const cells = fc.array(
      fc.array(fc.oneof(fc.string({ maxLength: 12 }), fc.constantFrom('roselle', '2026-07-05', '1')), {
        minLength: 4,
        maxLength: 4,
      }),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(cells, (rows) => {
        const filled = rows.filter((r) => r.some((c) => c.trim() !== '')).length;
        for (const read of [made, tasted]) {
          const { lines, faults } = read([['drink', 'date', 'strength', 'left (ml)'], ...rows]);
          expect(lines.length + faults.length).toBe(filled);
        }
      }),
      { numRuns: 200 },
    );
  });
});
