import { randomUUID } from 'node:crypto';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { ROSELLE_COOLER } from '@steepsis/core';
import type { CopyList, NotebookFile, NotebookReport } from '@steepsis/contract';
import { checksumOf } from '../src/notebook/notebookFile';
import { MIX, TestServer, VERDICT } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const file = async (of = server): Promise<NotebookFile> =>
  (
    await of.http
      .get('/api/notebook')
      .expect(200)
      .expect('content-disposition', /attachment; filename="steepsis-.*\.json"/)
  ).body as NotebookFile;
const signed = (f: NotebookFile): NotebookFile => ({ ...f, checksum: checksumOf(f.body) });
const look = async (f: unknown, of = server): Promise<NotebookReport> =>
  (
    await of.http
      .post('/api/notebook/look')
      .send(f as object)
      .expect(200)
  ).body as NotebookReport;
const take = async (f: unknown, as: string, of = server): Promise<NotebookReport> =>
  (
    await of.http
      .post(`/api/notebook?as=${as}`)
      .send(f as object)
      .expect(200)
  ).body as NotebookReport;
const PAGES = [
  '/api/drinks',
  '/api/batches',
  '/api/shelf',
  '/api/house',
  '/api/jugs',
  `/api/drinks/${ROSELLE_COOLER.id}`,
];
const pages = async (of = server): Promise<unknown[]> =>
  Promise.all(
    PAGES.map(async (p) => {
      const { serverNow: _now, ...body } = (await of.http.get(p).expect(200)).body as { serverNow?: string };
      return body;
    }),
  );

/** A notebook with something of everything in it. */
async function lived(): Promise<string> {
  const id = await server.measuredBatch();
  await server.say(id, MIX).expect(200);
  server.later(120);
  await server
    .say(id, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, strength: -1, note: 'thin' } })
    .expect(200);
  const at = server.now.toISOString();
  const part = { name: 'Water', ml: 300, from: { kind: 'water', water: 'still' } };
  await server.http
    .post('/api/jugs')
    .send({
      ...{ id: randomUUID(), eventId: randomUUID(), at, name: 'Porch jug', capacityMl: 1500, glassMl: 250, iced: true },
      ...{ standard: 1, likeName: 'a usual glass', wantedX: 1, audience: [], acknowledged: [], parts: [part] },
    })
    .expect(201);
  const lots = [{ id: 'bag-1', got: '2026-06-01', from: 'the market', leftG: 900, potency: 1 }];
  await server.http
    .put('/api/house/pantry/roselle_dried_whole')
    .send({ version: 0, body: { v: 1, plant: 'roselle_dried_whole', lots } })
    .expect(200);
  await server.http
    .put('/api/drinks/second')
    .send({ ...ROSELLE_COOLER, id: 'second', version: 1, name: 'A second one' })
    .expect(200);
  return id;
}

describe('the notebook as one file', () => {
  it('brings every page back in an empty one, and is the same file again', async () => {
    await lived();
    const [out, before] = [await file(), await pages()];
    const other = await new TestServer().start();
    try {
      other.later((server.now.getTime() - other.now.getTime()) / 60_000);
      const report = await take(out, 'whole', other);
      expect(report.added).toBeGreaterThan(3);
      expect(await pages(other)).toEqual(before);
      expect((await file(other)).body).toEqual(out.body);
    } finally {
      await other.stop();
    }
  });
  it('is whole, in words, and has no secret in it', async () => {
    await lived();
    const f = await file();
    expect(f).toMatchObject({ format: 'steepsis-notebook', v: 1, checksum: checksumOf(f.body) });
    expect(f.body.batches[0]!.events.map((e) => (e.body as { type: string }).type)).toContain('tasted');
    expect(JSON.stringify(f)).not.toMatch(/token/i);
  });
  it('taken in twice changes nothing the second time, and the report says so before', async () => {
    await lived();
    const f = await file();
    expect(await look(f)).toMatchObject({ added: 0, grown: 0, apart: 0, kept: 0, readings: 0 });
    await take(f, 'merged');
    expect((await file()).body).toEqual(f.body);
  });
  it('adds what is new and what goes on, and keeps apart what clashes: nothing that was here is another', async () => {
    const id = await lived();
    const f = await file();
    const shorter = signed({
      ...f,
      body: { ...f.body, batches: f.body.batches.map((b) => ({ ...b, events: b.events.slice(0, -1) })) },
    });
    await take(shorter, 'whole');
    // It goes on: the last event is added.
    expect(await look(f)).toMatchObject({ grown: 1, apart: 0 });
    await take(f, 'merged');
    expect((await file()).body.batches).toEqual(f.body.batches);
    // It says something else of the same batch, the same drink, the same pantry.
    const clashing = signed({
      ...f,
      body: {
        ...f.body,
        drinks: f.body.drinks.map((d) =>
          d.id === 'second' ? { ...d, body: { ...d.body, name: 'Quite another' } } : d,
        ),
        house: f.body.house.map((h) => (h.kind === 'pantry' ? { ...h, body: { ...h.body, lots: [] } } : h)),
        batches: f.body.batches.map((b) => ({
          ...b,
          events: b.events.map((e) =>
            (e.body as { type: string }).type === 'tasted' ? { ...e, body: { ...e.body, state: 'chilled' } } : e,
          ),
        })),
      },
    });
    const report = await look(clashing);
    expect(report).toMatchObject({ apart: 2, kept: 1 });
    expect(report.lines.map((l) => `${l.what} ${l.becomes}`).sort()).toEqual([
      'batch apart',
      'drink apart',
      'pantry kept',
    ]);
    const before = await file();
    await take(clashing, 'merged');
    const after = await file();
    for (const b of before.body.batches) expect(after.body.batches).toContainEqual(b);
    for (const d of before.body.drinks) expect(after.body.drinks).toContainEqual(d);
    for (const h of before.body.house) expect(after.body.house).toContainEqual(h);
    expect(after.body.batches).toHaveLength(2);
    expect(
      after.body.drinks.some((d) => d.id === 'second-2' && (d.body as { name: string }).name === 'Quite another'),
    ).toBe(true);
    const apart = after.body.batches.find((b) => b.id !== id)!;
    expect((await server.http.get(`/api/batches/${apart.id}`).expect(200)).body.events.at(-1).state).toBe('chilled');
    // What is kept apart is known again.
    expect(await look(clashing)).toMatchObject({ added: 0, grown: 0, apart: 0, kept: 1 });
    await take(clashing, 'merged');
    expect((await file()).body).toEqual(after.body);
  });
  it('keeps what belongs to a drink that is kept apart with that drink, and lets it go on there', async () => {
    await lived();
    const f = await file();
    // One process opens one notebook at a time: each is stopped and started in turn.
    const other = await new TestServer().start();
    try {
      other.later((server.now.getTime() - other.now.getTime()) / 60_000);
      // The same name, made independently of each other: another recipe, and a batch of it.
      const theirs = await other.measuredBatch();
      await other.http
        .put(`/api/drinks/${ROSELLE_COOLER.id}`)
        .send({ ...ROSELLE_COOLER, version: 2, name: 'Theirs' })
        .expect(200);
      const sent = await file(other);
      await server.restart();
      await server.http
        .put(`/api/drinks/${ROSELLE_COOLER.id}`)
        .send({ ...ROSELLE_COOLER, version: 2, name: 'Ours' })
        .expect(200);
      expect(await take(sent, 'merged')).toMatchObject({ apart: 1 });
      const moved = `${ROSELLE_COOLER.id}-2`;
      const drinkOf = async (id: string): Promise<string> =>
        (
          (await server.http.get(`/api/batches/${id}`).expect(200)).body.events[0] as {
            plan: { drink: { id: string } };
          }
        ).plan.drink.id;
      expect(await drinkOf(theirs)).toBe(moved);
      expect(await drinkOf(f.body.batches[0]!.id)).toBe(ROSELLE_COOLER.id);
      const lines = async (drinkId: string): Promise<string[]> =>
        (await server.http.get(`/api/batches?drinkId=${drinkId}`).expect(200)).body.batches.map(
          (b: { id: string }) => b.id,
        );
      expect(await lines(moved)).toEqual([theirs]);
      // It goes on where it came from: known again, one event more.
      const before = await file();
      expect(await look(sent)).toMatchObject({ added: 0, grown: 0, apart: 0 });
      await other.restart();
      other.later(5);
      await other.say(theirs, MIX).expect(200);
      await other.http
        .put(`/api/drinks/${ROSELLE_COOLER.id}`)
        .send({ ...ROSELLE_COOLER, version: 3, name: 'Theirs again' })
        .expect(200);
      const more = await file(other);
      await server.restart();
      expect(await take(more, 'merged')).toMatchObject({ apart: 0, added: 0, grown: 2 });
      const after = await file();
      for (const d of before.body.drinks) expect(after.body.drinks).toContainEqual(d);
      expect(after.body.drinks.filter((d) => d.id === moved).map((d) => d.version)).toContain(3);
    } finally {
      await other.stop();
    }
  });
  it('in the place of what is here makes a copy of that before', async () => {
    const f = await file();
    await lived();
    await take(f, 'whole');
    expect((await server.http.get('/api/batches')).body.batches).toEqual([]);
    const { backupsIn } = await import('../src/database/backups');
    expect(backupsIn(`${server.folder}/backups`).some((b) => b.beforeStep)).toBe(true);
  });
});

describe('copies of the notebook', () => {
  const copies = async (): Promise<CopyList> =>
    (await server.http.get('/api/notebook/copies').expect(200)).body as CopyList;
  it('are listed with what is in them; the next start begins with the one that was asked for, and the present one is kept', async () => {
    await lived();
    const { copies: made } = (await server.http.post('/api/notebook/copies').send({}).expect(201)).body as CopyList;
    expect(made[0]).toMatchObject({ beforeStep: true, inside: { batches: 1, jugs: 1 } });
    const before = (await file()).body;
    server.later(60);
    await server.startBatch();
    await server.http.put('/api/notebook/copies/next').send({ name: made[0]!.name }).expect(200);
    expect((await copies()).next).toBe(made[0]!.name);
    // Until then nothing is another.
    expect((await file()).body.batches).toHaveLength(2);
    await server.restart();
    expect((await file()).body).toEqual(before);
    expect((await copies()).next).toBeUndefined();
    expect(readdirSync(server.folder).some((n) => n.startsWith('steepsis-until-'))).toBe(true);
  });
  it('are not asked for where there is none, and may be thought better of', async () => {
    await server.http.put('/api/notebook/copies/next').send({ name: '2020-01-01.sqlite' }).expect(404);
    await server.http.put('/api/notebook/copies/next').send({ name: '../steepsis.sqlite' }).expect(404);
    const { copies: made } = (await server.http.post('/api/notebook/copies').send({}).expect(201)).body as CopyList;
    await server.http.put('/api/notebook/copies/next').send({ name: made[0]!.name }).expect(200);
    await server.http.put('/api/notebook/copies/next').send({}).expect(200);
    const id = await lived();
    await server.restart();
    expect((await file()).body.batches.map((b) => b.id)).toEqual([id]);
  });
});

describe('a second folder for copies', () => {
  it('gets every copy as well, and keeps nothing from going on where it cannot be written', async () => {
    await server.stop();
    const also = mkdtempSync(join(tmpdir(), 'steepsis-also-'));
    server = await new TestServer().start({ secondCopyFolder: also });
    const { copies: made, also: told } = (await server.http.post('/api/notebook/copies').send({}).expect(201))
      .body as CopyList;
    expect(told).toBe(also);
    expect(readdirSync(also)).toEqual([made[0]!.name]);
    rmSync(also, { recursive: true });
    writeFileSync(also, 'no folder');
    server.later(1);
    await server.http.post('/api/notebook/copies').send({}).expect(201);
    rmSync(also);
  });
  it('is chosen in the page, has its first copy at once in a place of its own, and is still chosen after a start', async () => {
    const also = mkdtempSync(join(tmpdir(), 'steepsis-also-'));
    writeFileSync(join(also, 'letter.part'), 'half a letter');
    writeFileSync(join(also, '2020-01-01.sqlite'), 'of another program');
    const choose = async (folder?: string): Promise<CopyList> =>
      (
        await server.http
          .put('/api/notebook/copies/also')
          .send(folder === undefined ? {} : { folder })
          .expect(200)
      ).body as CopyList;
    const { copies: made, also: told } = await choose(also);
    expect(told).toBe(join(also, 'steepsis-copies'));
    expect(readdirSync(told!)).toEqual([made[0]!.name]);
    await server.restart();
    server.later(1);
    await server.http.post('/api/notebook/copies').send({}).expect(201);
    // That of the day was made at the start, and another one now.
    expect(readdirSync(told!)).toHaveLength(3);
    // Gone: the copy is made here all the same, and the page says what is missing.
    rmSync(told!, { recursive: true });
    writeFileSync(told!, 'no folder');
    server.later(1);
    const { alsoFault } = (await server.http.post('/api/notebook/copies').send({}).expect(201)).body as CopyList;
    expect(alsoFault).toMatch(/can be written/);
    const none = await choose();
    expect([none.also, none.alsoFault]).toEqual([undefined, undefined]);
    expect(readdirSync(also).sort()).toEqual(['2020-01-01.sqlite', 'letter.part', 'steepsis-copies']);
    rmSync(also, { recursive: true });
  });
  it('is refused by name where it is none: not there, not whole, within the notebook’s own, a file', async () => {
    const file = join(server.folder, 'a-file');
    writeFileSync(file, '');
    for (const folder of ['/no/such/folder', 'copies', server.folder, join(server.folder, 'backups'), file, '', 7]) {
      const { body } = await server.http.put('/api/notebook/copies/also').send({ folder }).expect(400);
      expect(body.errors[0].field).toBe('folder');
    }
    expect(((await server.http.get('/api/notebook/copies')).body as CopyList).also).toBeUndefined();
  });
});

describe('what is no whole notebook', () => {
  const refusedAs = async (sent: object | string, type: string): Promise<void> => {
    const { body } = await server.http
      .post('/api/notebook?as=merged')
      .set('content-type', 'application/json')
      .send(sent);
    expect(body).toMatchObject({ type });
    expect(body.detail).toMatch(/^[A-Z“].{10,}/);
  };
  it('is refused with the reason and what to do: of another program, of a newer release, changed, half', async () => {
    await lived();
    const f = await file();
    await refusedAs({ recipes: [] }, 'not-a-notebook');
    await refusedAs({ ...f, v: 2 }, 'newer-notebook');
    await refusedAs({ ...f, body: { ...f.body, jugs: [] } }, 'not-whole');
    await refusedAs(
      signed({
        ...f,
        body: { ...f.body, batches: [{ id: 'x', events: [{ ...f.body.batches[0]!.events[1]!, seq: 0 }] }] },
      }),
      'invalid-input',
    );
    expect(
      (
        await server.http
          .post('/api/notebook/look')
          .set('content-type', 'application/json')
          .send(JSON.stringify(f).slice(0, 900))
      ).status,
    ).toBe(400);
    expect((await server.http.post('/api/notebook?as=overwritten').send(f)).status).toBe(400);
  });
  it('as bombs and cycles of names are, without a crash', async () => {
    const deep = `${'{"a":'.repeat(4000)}1${'}'.repeat(4000)}`;
    const f = await file();
    const sent = JSON.stringify(f).replace(
      '"drinks":[',
      `"drinks":[{"id":"x","version":1,"keptAt":"2026-01-01T00:00:00.000Z","body":${deep}},`,
    );
    const answer = await server.http.post('/api/notebook/look').set('content-type', 'application/json').send(sent);
    expect([400, 422]).toContain(answer.status);
    expect((await server.http.get('/api/health')).status).toBe(200);
  });
  it('mangled in five hundred ways it leaves the notebook as it was, to the last word', async () => {
    await lived();
    const f = await file();
    const text = JSON.stringify(f);
    const before = JSON.stringify((await file()).body);
    const mangled = fc.oneof(
      fc.integer({ min: 1, max: text.length - 1 }).map((n) => text.slice(0, n)),
      fc
        .tuple(fc.integer({ min: 20, max: text.length - 2 }), fc.constantFrom('9', 'x', '"', '}', '-', 'é'))
        .map(([i, c]) => text.slice(0, i) + (text[i] === c ? '7' : c) + text.slice(i + 1)),
      fc
        .tuple(fc.integer({ min: 0, max: text.length - 1 }), fc.integer({ min: 1, max: 4000 }))
        .map(([i, n]) => text.slice(0, i) + text.slice(i + n)),
      fc.jsonValue().map((x) => JSON.stringify({ ...f, body: x })),
      fc.tuple(fc.constantFrom('drinks', 'house', 'batches', 'jugs', 'readings'), fc.jsonValue()).map(([k, x]) => {
        const body = { ...f.body, [k]: [x] } as unknown as NotebookFile['body'];
        return JSON.stringify({ ...f, body, checksum: checksumOf(body) });
      }),
    );
    const statuses = new Set<number>();
    for (const sent of fc.sample(mangled, { numRuns: 500, seed: 11 })) {
      if (sent === text) continue;
      const { status } = await server.http
        .post('/api/notebook?as=merged')
        .set('content-type', 'application/json')
        .send(sent);
      statuses.add(status);
    }
    expect([...statuses].every((s) => s === 400 || s === 422)).toBe(true);
    expect(JSON.stringify((await file()).body)).toBe(before);
  }, 120_000);
});
