import { randomUUID } from 'node:crypto';
import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import {
  BOOK,
  columnsOf,
  LEFT_COLUMNS,
  MADE_COLUMNS,
  readLeftTable,
  readMadeTable,
  readTastedTable,
  ROSELLE_COOLER,
  TASTED_COLUMNS,
  type TableColumn,
  type TableRead,
  type TableReading,
} from '@steepsis/core';
import type { TableReport } from '@steepsis/contract';
import { MIX, TestServer, VERDICT } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

/** A table as it is handed out, by a reader that has nothing to do with what wrote it. */
async function table(name: string): Promise<[string[], ...string[][]]> {
  const { text } = await server.http.get(`/api/tables/${name}.csv`).expect(200);
  return parse(text, { bom: true }) as [string[], ...string[][]];
}
type Reader<K extends string, T> = (
  rows: readonly (readonly string[])[],
  reading: TableReading<K>,
  drinks: typeof BOOK,
) => TableRead<T>;
function linesOf<K extends string, T>(
  [head, ...rows]: [string[], ...string[][]],
  columns: readonly TableColumn<K>[],
  read: Reader<K, T>,
): TableRead<T>['lines'] {
  const { lines, faults } = read(rows, { columns: columnsOf(columns, head), head, utcOf: (at) => `${at}.000Z` }, BOOK);
  expect(faults).toEqual([]);
  return lines;
}
const send = async (to: 'batches' | 'tastings', lines: readonly object[], keep = true): Promise<TableReport> =>
  (await server.http.post(`/api/tables/${to}?keep=${keep}`).send({ lines }).expect(200)).body as TableReport;
const becomes = (report: TableReport): string[] => report.lines.map((l) => l.becomes);
const everything = async (): Promise<string> => JSON.stringify((await server.http.get('/api/notebook')).body.body);

const DRINK = { drinkId: ROSELLE_COOLER.id, name: ROSELLE_COOLER.name };

/** A batch that was tasted and is half drunk, another that was measured and bottled. */
async function lived(): Promise<void> {
  const first = await server.measuredBatch();
  await server.say(first, MIX).expect(200);
  server.later(120);
  await server.say(first, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, note: 'thin, "at best"' } });
  await server.say(first, { type: 'poured', vesselId: 'jug', ml: 500 }).expect(200);
  server.later(600);
  const second = await server.measuredBatch(1100);
  await server.say(second, { type: 'bottled' }).expect(200);
  server.later(60);
}

describe('tables that are taken in', () => {
  it('of a whole notebook make the same tables again in an empty one, and the second time change nothing', async () => {
    await lived();
    const [batches, tastings, shelf] = [await table('batches'), await table('tastings'), await table('shelf')];
    const other = server;
    const now = server.now;
    server = await new TestServer().start();
    server.now = now;
    const [made, left, tasted] = [
      linesOf(batches, MADE_COLUMNS, readMadeTable),
      linesOf(shelf, LEFT_COLUMNS, readLeftTable),
      linesOf(tastings, TASTED_COLUMNS, readTastedTable),
    ];
    // What is left tells all that a table of batches does, and more: it goes first.
    expect(becomes(await send('batches', left))).toEqual(['new', 'new']);
    expect(becomes(await send('batches', made))).toEqual(['same', 'same']);
    expect(becomes(await send('tastings', tasted))).toEqual(['new']);
    expect((await table('tastings')).slice(1)).toEqual(tastings.slice(1));
    const things = (rows: string[][]): string[][] => rows.map((row) => row.filter((_, i) => rows[0]![i] !== 'thing'));
    expect(things(await table('shelf'))).toEqual(things(shelf));
    expect((await table('batches')).map((row) => row.slice(0, 7))).toEqual(batches.map((row) => row.slice(0, 7)));
    const before = await everything();
    for (const [to, lines] of [
      ['batches', left],
      ['batches', made],
      ['tastings', tasted],
    ] as const)
      expect(new Set(becomes(await send(to, lines)))).toEqual(new Set(['same']));
    expect(await everything()).toBe(before);
    await other.stop();
  });
  it('keep what came out, and when; nothing of a batch that was only made is on the shelf', async () => {
    await lived();
    const batches = await table('batches');
    const other = server;
    server = await new TestServer().start();
    server.now = other.now;
    expect(becomes(await send('batches', linesOf(batches, MADE_COLUMNS, readMadeTable)))).toEqual(['new', 'new']);
    const again = await table('batches');
    const told = (rows: string[][]): string[][] => rows.map((row) => row.slice(0, 7));
    expect(told(again)).toEqual(told(batches));
    expect((await server.http.get('/api/shelf')).body.batches).toEqual([]);
    await other.stop();
  });
  it('are looked over first, and nothing is stored by that', async () => {
    const before = await everything();
    const line = { ...DRINK, line: 2, at: '2026-06-01T12:00:00.000Z', known: {} };
    expect(await send('batches', [line], false)).toEqual({ lines: [{ line: 2, becomes: 'new' }] });
    expect(await everything()).toBe(before);
  });
  it('tell line by line what cannot be, and the others are taken in', async () => {
    const at = '2026-06-01T12:00:00.000Z';
    const report = await send('batches', [
      { ...DRINK, line: 2, at, known: {} },
      { ...DRINK, line: 3, at, drinkId: 'moon-tea', known: {} },
      { ...DRINK, line: 4, at: server.now.toISOString(), known: {} },
      { ...DRINK, line: 5, at: '2026-06-02T12:00:00.000Z', wayId: 'in-a-sock', known: {} },
      { ...DRINK, line: 6, at: '2026-06-03T12:00:00.000Z', litres: 1, known: { cameOutMl: 20_000 } },
    ]);
    expect(becomes(report)).toEqual(['new', 'not', 'not', 'not', 'not']);
    expect(report.lines.slice(1).map((l) => l.why)).toEqual([
      expect.stringMatching(/no such drink/),
      expect.stringMatching(/going still/),
      expect.stringMatching(/no such way/),
      expect.stringMatching(/more than went into the pot/),
    ]);
    expect((await server.http.get('/api/batches')).body.batches).toHaveLength(1);
  });
  it('as a tasting goes to the batch of its drink that was made last by then; a day without an hour counts for all of it', async () => {
    const made = ['2026-06-01T09:00:00.000Z', '2026-06-10T15:00:00.000Z'];
    await send(
      'batches',
      made.map((at, i) => ({ ...DRINK, line: 2 + i, at, known: {} })),
    );
    const line = { ...DRINK, state: 'iced', verdict: VERDICT };
    const report = await send('tastings', [
      { ...line, line: 2, at: '2026-06-05T12:00:00.000Z', day: true },
      { ...line, line: 3, at: '2026-06-10T12:00:00.000Z', day: true },
      { ...line, line: 4, at: '2026-05-01T12:00:00.000Z', day: true },
    ]);
    expect(becomes(report)).toEqual(['new', 'new', 'not']);
    expect(report.lines[2]!.why).toMatch(/No batch of it was begun by then/);
    const rows = (await table('tastings')).slice(1);
    expect(rows).toHaveLength(2);
    expect(new Set(rows.map((r) => r[0])).size).toBe(2);
  });
  it('mangled in five hundred ways they change nothing, or what they say they do', async () => {
    await lived();
    const before = await everything();
    const good = { ...DRINK, line: 2, at: '2026-06-01T12:00:00.000Z', known: {} };
    const keys = Object.keys(good);
    const junk = fc.oneof(fc.jsonValue(), fc.constantFrom('2026-13-01', -1, 1e9, '../../x', { $gt: 0 }, []));
    const cases = fc.sample(fc.tuple(fc.constantFrom(...keys, 'litres', 'wayId', 'batchId', 'extra'), junk), {
      numRuns: 500,
      seed: 11,
    });
    for (const [key, value] of cases) {
      const answer = await server.http
        .post('/api/tables/batches?keep=false')
        .send({ lines: [{ ...good, [key]: value }] });
      expect([key, value, answer.status < 500]).toEqual([key, value, true]);
    }
    // So many sends are more than a minute takes.
    await server.restart();
    for (const body of [
      [],
      {},
      { lines: [] },
      { lines: Array(26).fill(good) },
      { lines: [{ ...good, id: randomUUID() }] },
    ])
      await server.http.post('/api/tables/batches?keep=true').send(body).expect(400);
    await server.http
      .post('/api/tables/batches')
      .send({ lines: [good] })
      .expect(400);
    expect(await everything()).toBe(before);
  }, 120_000);
});
