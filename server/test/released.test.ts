import { batchAfter, frozenBrew, shelfItemsOf, volumeMl } from '@steepsis/core';
import type { NotebookFile } from '@steepsis/contract';
import { BatchEventRow, BatchRow, DrinkRow } from '../src/database/models';
import released from './fixtures/release-1.json';
import { TestServer } from './testServer';

// What release 1 stored, put into the database as it lay there, and read by today's server.

let server: TestServer;
beforeEach(async () => {
  server = await new TestServer().start();
  const first = released.events[0]!;
  await DrinkRow.destroy({ where: {} });
  await DrinkRow.create({
    id: released.drink.id,
    version: released.drink.version,
    body: JSON.stringify(released.drink),
    created_at: first.at,
  });
  await BatchRow.create({
    id: first.batchId,
    drink_id: released.drink.id,
    drink_name: released.drink.name,
    started_at: first.at,
    litres: 2.4,
    way_name: 'Boil, then steep off the heat',
    phase: 'put-away',
    on_shelf: true,
    tasted: true,
    // Columns that it did not have yet.
    said: null,
    colour: null,
    last_event_at: first.at,
  });
  for (const { id, batchId, seq, at, ...body } of released.events)
    await BatchEventRow.create({ id, batch_id: batchId, seq, at, received_at: at, body: JSON.stringify(body) });
  server.now = new Date(Date.parse(first.at) + 300 * 60_000);
});
afterEach(() => server.stop());

const batchId = released.events[0]!.batchId;

describe('a notebook of release 1', () => {
  it('shows the same jug on the shelf, to the millilitre and the day', async () => {
    const { body } = await server.http.get(`/api/batches/${batchId}`).expect(200);
    const items = shelfItemsOf(batchAfter(body.events), server.now.getTime());
    expect(items).toHaveLength(released.shelf.length);
    items.forEach((item, i) => {
      const was = released.shelf[i]!;
      expect(item.vesselId).toBe(was.vesselId);
      expect(item.volumeMl).toBeCloseTo(was.volumeMl, 1);
      // What is in it is worked out anew: what is known of steam has grown since, and moves it by less than a tongue can tell.
      expect(Math.abs(item.figures.strengthX / was.strengthX - 1)).toBeLessThan(0.02);
      expect(item.useBy).toBe(was.useBy);
    });
  });

  it('tells in the list what was said of it, which its line does not have', async () => {
    const { batches } = (await server.http.get('/api/batches?limit=50')).body;
    const line = batches.find((b: { id: string }) => b.id === batchId);
    const last = released.events.findLast((e) => e.type === 'tasted') as unknown as { verdict: object };
    expect(line.said.verdict).toEqual(last.verdict);
    expect(line.colour).toMatch(/^#[0-9a-f]{6}$/);
  });

  it('keeps what was promised, and names its parts', async () => {
    const { events } = (await server.http.get(`/api/batches/${batchId}`)).body;
    const { plan, brews, mix } = batchAfter(events);
    expect(plan.promised.mix['concentrate']).toBeCloseTo(1134, 0);
    expect(frozenBrew(plan, 'concentrate').promised.volumeMl).toBeCloseTo(1135, 0);
    expect(brews[0]!.measuredVolumeMl).toBe(1130);
    expect(mix).toEqual({ concentrate: 1130, syrup: 310, water: 950 });
  });

  it('goes on with today’s events, and never rewrites the old ones', async () => {
    const before = await BatchEventRow.findAll({ order: ['seq'], raw: true });
    await server.say(batchId, { type: 'poured', vesselId: 'jug', ml: 500 }).expect(200);
    const { events } = (await server.http.get(`/api/batches/${batchId}`)).body;
    const jug = batchAfter(events).vessels[0]!;
    expect(volumeMl(jug.liquid)).toBeCloseTo(released.shelf[0]!.volumeMl - 500, 0);
    const after = await BatchEventRow.findAll({ order: ['seq'], raw: true });
    expect(after.slice(0, before.length)).toEqual(before);
  });

  it('plans the next one from its drink and its tasting, and gets the drinks that are new', async () => {
    const view = (await server.http.get(`/api/drinks/${released.drink.id}`)).body;
    expect(view.drink).toMatchObject({ v: 2, brews: [{ id: 'concentrate' }] });
    expect(view.learned.tastings).toBe(1);
    await server.restart();
    const { drinks } = (await server.http.get('/api/drinks')).body;
    expect(drinks.length).toBeGreaterThan(5);
    expect(drinks.filter((d: { id: string }) => d.id === released.drink.id)).toHaveLength(1);
  });

  it('goes into another notebook by its file: its things are as they were told, in today’s shape, and the same again', async () => {
    const { body: file } = await server.http.get('/api/notebook').expect(200);
    // As it was stored: the file changes nothing of it.
    expect((file as NotebookFile).body.drinks.find((d) => d.id === released.drink.id)!.body).toEqual(released.drink);
    const { body: before } = await server.http.get(`/api/batches/${batchId}`).expect(200);
    const old = server;
    server = await new TestServer().start();
    server.now = old.now;
    const { body: report } = await server.http
      .post('/api/notebook?as=whole')
      .send(file as object)
      .expect(200);
    expect(report).toMatchObject({ apart: 0, kept: 0 });
    const { body: after } = await server.http.get(`/api/batches/${batchId}`).expect(200);
    expect(after.events).toEqual(before.events);
    expect((await server.http.get(`/api/drinks/${released.drink.id}`).expect(200)).body.drink).toMatchObject({ v: 2 });
    expect((await server.http.post('/api/notebook/look').send(file as object)).body).toMatchObject({
      ...{ added: 0, grown: 0, apart: 0, kept: 0 },
    });
    await old.stop();
  });
});
