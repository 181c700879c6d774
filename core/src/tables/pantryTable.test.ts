import fc from 'fast-check';
import { PANTRY_COLUMNS, readPantryTable, withLots, type LotRead } from './pantryTable';
import { columnsOf, type TableRead } from './table';

const OF = { own: {}, today: '2026-07-05' };
const COLUMNS = { plant: 0, left: 1, got: 2, from: 3, gives: 4 };
const read = (rows: readonly (readonly string[])[], columns: object = COLUMNS): TableRead<LotRead> =>
  readPantryTable(rows, { columns, head: [], utcOf: (local) => `${local}.000Z` }, OF);

describe('a table of the pantry', () => {
  it('is read by its columns: names of plants, decimal commas, days of either order', () => {
    const { lines: lots, faults } = read([
      ['roselle_dried_whole', '420', '2026-06-01', 'the market', '×0.85'],
      ['black tea', '180,5 g', '5.7.2026', '', ''],
      ['', '', '', '', ''],
    ]);
    expect(faults).toEqual([]);
    expect(lots).toMatchObject([
      {
        line: 2,
        plant: 'roselle_dried_whole',
        lot: { got: '2026-06-01', from: 'the market', leftG: 420, potency: 0.85 },
      },
      { line: 3, plant: 'black_tea_leaf', lot: { got: '2026-07-05', from: '', leftG: 180.5, potency: 1 } },
    ]);
  });
  it('tells each line that it does not understand, by its number and what is accepted, and guesses none', () => {
    const { lines: lots, faults } = read([
      ['moon dust', '10', '', '', ''],
      ['black tea', '1,200', '', '', ''],
      ['black tea', '12', '31.2.2026', '', ''],
      ['black tea', '12', '3/4/2026', '', ''],
      ['black tea', '12', '', '', '40'],
    ]);
    expect(lots).toEqual([]);
    expect(faults.map((f) => [f.line, f.text])).toEqual([
      [2, 'moon dust'],
      [3, '1,200'],
      [4, '31.2.2026'],
      [5, '3/4/2026'],
      [6, '40'],
    ]);
  });
  it('puts lots behind those that are there, under ids of their own', () => {
    const entry = {
      v: 1 as const,
      plant: 'black_tea_leaf',
      lots: [{ id: 'lot', got: '2026-01-01', from: '', leftG: 5, potency: 1 }],
      pricePerKg: 38,
    };
    const { lines: lots } = read(
      [
        ['black tea', '10'],
        ['black tea', '20'],
      ],
      { plant: 0, left: 1 },
    );
    const [after] = withLots([entry], lots);
    expect(after!.pricePerKg).toBe(38);
    expect(after!.lots.map((l) => l.leftG)).toEqual([5, 10, 20]);
    expect(new Set(after!.lots.map((l) => l.id)).size).toBe(3);
  });
  it('finds its columns by their headings, whatever else stands there', () => {
    expect(
      columnsOf(PANTRY_COLUMNS, [
        'plant',
        'lot',
        'got (date)',
        'from',
        'left (g)',
        'gives (× of the reference)',
        'price',
      ]),
    ).toEqual({
      plant: 0,
      got: 2,
      from: 3,
      left: 4,
      gives: 5,
    });
    expect(columnsOf(PANTRY_COLUMNS, ['a', 'b'])).toEqual({});
  });
  it('never stores what it was not told: any cells give lots within their ranges, or faults', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.string({ maxLength: 20 }), { minLength: 5, maxLength: 5 }), { maxLength: 8 }),
        (rows) => {
          const { lines: lots, faults } = read(rows);
          const filled = rows.filter((r) => r.some((c) => c.trim() !== '')).length;
          expect(lots.length + faults.length).toBe(filled);
          for (const { lot } of lots) expect(lot.leftG >= 0 && lot.potency >= 0.2 && lot.potency <= 3).toBe(true);
        },
      ),
      { numRuns: 100 },
    );
  });
});
