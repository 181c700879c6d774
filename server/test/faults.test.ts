import { randomUUID } from 'node:crypto';
import {
  codeIn,
  JUG,
  ROSELLE_COOLER,
  standingEvents,
  type BatchEvent,
  type Drink,
  type OwnPlant,
} from '@steepsis/core';
import type { BatchView, DrinkView, HouseView, JugList, ShelfView } from '@steepsis/contract';
import { BatchEventRow, HouseRow } from '../src/database/models';
import { MIX, TestServer, VERDICT } from './testServer';

const server = new TestServer();
beforeEach(() => server.start());
afterEach(() => server.stop());

const plant = (change: Partial<OwnPlant> = {}): OwnPlant => ({
  v: 1,
  id: 'own-night-mix-r1',
  name: 'Night mix',
  parts: [{ plant: 'black_tea_leaf', share: 1 }],
  strengthKnown: false,
  ...change,
});
const keep = (body: OwnPlant, version: number) =>
  server.http.put(`/api/house/plants/${body.id}`).send({ version, body });
const viewOf = async (): Promise<DrinkView> =>
  (await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}`).expect(200)).body as DrinkView;
const eventsOf = async (id: string): Promise<BatchView['events']> =>
  ((await server.http.get(`/api/batches/${id}`).expect(200)).body as BatchView).events;

/** The recipe with its first way alone, or with a plant of one's own in it. */
const withoutOvernight = (version: number): Drink => ({
  ...ROSELLE_COOLER,
  version,
  brews: [{ ...ROSELLE_COOLER.brews[0], ways: [ROSELLE_COOLER.brews[0].ways[0]!] }],
});

describe('a way that a past batch used', () => {
  it('can leave the recipe: the drink opens, and starts from the way that is left', async () => {
    const { id } = await server.startBatch({ wayId: 'fridge-overnight', steepMin: 600 });
    server.later(700);
    await server.say(id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }).expect(200);
    await server
      .say(id, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1100, method: 'jug' })
      .expect(200);
    await server.say(id, { type: 'tasted', state: 'neat', verdict: VERDICT }).expect(200);
    const { body } = await server.http.put(`/api/drinks/${ROSELLE_COOLER.id}`).send(withoutOvernight(2)).expect(200);
    const view = body as DrinkView;
    expect(view.drink.version).toBe(2);
    expect(view.startFrom.wayId).toBe('boil-then-steep');
    expect(view.next?.target.wayId).toBe('boil-then-steep');
    expect((await viewOf()).lastPlan?.target.wayId).toBe('fridge-overnight');
  });
});

describe('a plant of one’s own', () => {
  it('may be kept twice from two tabs: the second is told, the house goes on', async () => {
    await keep(plant(), 0).expect(200);
    await keep(plant({ doseGPerL: 3 }), 0).expect(409);
    const other = await keep(plant({ doseGPerL: 3 }), 1).expect(409);
    expect(other.body.type).toBe('figures-are-for-good');
    expect(codeIn(other.body.detail as string)).toBeUndefined();
    await keep(plant({ archived: true }), 1).expect(200);
    expect(((await server.http.get('/api/house').expect(200)).body as HouseView).plants).toHaveLength(1);
  });
  it('means what it meant to each drink that brings it along, in any order', async () => {
    const withPlant = (id: string, own: OwnPlant): Drink => ({
      ...ROSELLE_COOLER,
      id,
      version: 1,
      plants: [own],
      brews: [
        {
          ...ROSELLE_COOLER.brews[0],
          ways: ROSELLE_COOLER.brews[0].ways.map((w) => ({
            ...w,
            ingredients: [
              ...w.ingredients,
              { id: 'own', plant: own.id, grams: 12, enters: { stageId: 'steep', atMin: 0 } },
            ],
          })),
        },
      ],
    });
    await server.http
      .put('/api/drinks/weak')
      .send(withPlant('weak', plant({ doseGPerL: 20 })))
      .expect(200);
    await server.http
      .put('/api/drinks/strong')
      .send(withPlant('strong', plant({ doseGPerL: 4 })))
      .expect(200);
    for (const drinkId of ['weak', 'strong', 'weak'])
      await server.http
        .post('/api/batches')
        .send({
          id: randomUUID(),
          eventId: randomUUID(),
          at: server.now.toISOString(),
          drinkId,
          drinkVersion: 1,
          target: ROSELLE_COOLER.defaults,
          // What the rules want read of tea is no matter here.
          acknowledged: ['TT-08', 'CAF-01', 'CAF-02'],
        })
        .expect(201);
  });
  it('that cannot be worked out any more takes nothing down', async () => {
    await keep(plant(), 0).expect(200);
    await HouseRow.update(
      { body: JSON.stringify(plant({ parts: [{ plant: 'gone', share: 1 }] })) },
      { where: { id: plant().id } },
    );
    await server.http.get('/api/house').expect(200);
    await server.http.get('/api/drinks').expect(200);
    expect((await server.startBatch()).status).toBe(201);
  });
});

describe('a batch that cannot be worked out', () => {
  it('is still there, can be undone and thrown away, and is in nobody’s way', async () => {
    const id = await server.measuredBatch();
    const other = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    // As a notebook may hold it that was changed by hand.
    const [mixed] = await BatchEventRow.findAll({ where: { batch_id: id }, order: [['seq', 'DESC']], limit: 1 });
    const broken = JSON.stringify({ ...(JSON.parse(mixed!.body) as object), mix: { concentrate: -5 } });
    await BatchEventRow.sequelize!.query('DROP TRIGGER IF EXISTS batch_events_no_update');
    await BatchEventRow.sequelize!.query('UPDATE batch_events SET body = ? WHERE id = ?', {
      replacements: [broken, mixed!.id],
    });
    expect((await eventsOf(id)).length).toBeGreaterThan(3);
    const shelf = (await server.http.get('/api/shelf').expect(200)).body as ShelfView;
    expect(shelf.batches.map((b) => b.id)).toContain(id);
    await server.say(other, MIX).expect(200);
    await server.say(id, { type: 'undone', eventId: mixed!.id }).expect(200);
    await server.say(id, { type: 'discarded', why: 'broken' }).expect(200);
  });
  it('a pot that boiled dry is ended, measured, undone and discarded over HTTP', async () => {
    const { id } = await server.startBatch();
    await server.say(id, { type: 'lid-set', brewId: 'concentrate', lid: 'open' }).expect(200);
    server.later(60 * 24 * 365);
    await server.say(id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }).expect(200);
    await server.http.get('/api/batches').expect(200);
    const { body } = await server.http.get(`/api/batches/${id}`).expect(200);
    const [last] = (body as BatchView).events.slice(-1);
    await server.say(id, { type: 'undone', eventId: last!.id }).expect(200);
    await server.say(id, { type: 'discarded', why: 'boiled dry' }).expect(200);
  });
});

describe('a start and its pantry', () => {
  it('are stored together or not at all', async () => {
    const entry = {
      v: 1,
      plant: 'roselle_dried_whole',
      lots: [{ id: 'a', got: '2026-06-01', from: '', leftG: 400, potency: 1 }],
    };
    await server.http.put('/api/house/pantry/roselle_dried_whole').send({ version: 0, body: entry }).expect(200);
    // The pantry's row cannot be written: then there is no batch either.
    await HouseRow.sequelize!.query(
      "CREATE TRIGGER no_pantry BEFORE UPDATE ON house_documents BEGIN SELECT RAISE(ABORT, 'no'); END",
    );
    const failed = await server.startBatch();
    expect(failed.status).toBe(500);
    expect(failed.body.detail).toBe('The server made a mistake. Nothing was stored. Try again.');
    expect(await BatchEventRow.count()).toBe(0);
    await HouseRow.sequelize!.query('DROP TRIGGER no_pantry');
    const { status } = await server.startBatch();
    expect(status).toBe(201);
    const { pantry } = (await server.http.get('/api/house').expect(200)).body as HouseView;
    expect(pantry[0]!.body.lots[0]!.leftG).toBeLessThan(400);
    expect(pantry[0]!.version).toBe(2);
  });
});

describe('what was poured', () => {
  it('goes back with its mix where that is undone, in one request, over HTTP', async () => {
    const id = await server.measuredBatch();
    server.later(1);
    await server.say(id, MIX).expect(200);
    const mixed = (await eventsOf(id)).at(-1)!;
    server.later(1);
    await server.say(id, { type: 'poured', vesselId: JUG, ml: 1000 }).expect(200);
    const { body } = await server.say(id, { type: 'undone', eventId: mixed.id }).expect(200);
    expect(
      standingEvents({ events: body.events as BatchEvent[] }).some((e) => e.type === 'mixed' || e.type === 'poured'),
    ).toBe(false);
    await server.say(id, MIX).expect(200);
    const early = await server.http
      .post(`/api/batches/${id}/events`)
      .send({
        id: randomUUID(),
        at: new Date(server.now.getTime() - 60 * 60_000).toISOString(),
        v: 2,
        type: 'poured',
        vesselId: JUG,
        ml: 10,
      })
      .expect(409);
    expect([early.body.type, codeIn(early.body.detail as string)]).toEqual(['too-early', undefined]);
  });
});

describe('figures that an instrument sends', () => {
  it('are numbers at moments that are some', async () => {
    await server.http.put('/api/instruments/probe-1').send({ name: 'Probe', kind: 'probe' }).expect(200);
    const send = (reading: object) =>
      server.http.post('/api/instruments/probe-1/readings').send({ readings: [reading] });
    await send({ at: '2026-07-05T09:00+02', value: 20 }).expect(400);
    await server.http
      .post('/api/instruments/probe-1/readings')
      .set('content-type', 'application/json')
      .send('{"readings":[{"at":"2026-07-05T08:59:00Z","value":1e999}]}')
      .expect(400);
    await send({ at: '2026-07-05T08:59:00Z', value: 20 }).expect((r) => expect(r.status).toBeLessThan(300));
  });
});

describe('what the server says of its own mistakes', () => {
  it('claims of what was only read that nothing was changed', async () => {
    await BatchEventRow.sequelize!.query('ALTER TABLE batches RENAME TO elsewhere');
    const { body } = await server.http.get('/api/batches').expect(500);
    expect(body.detail).toBe('The server made a mistake. Nothing was changed by it. Try again.');
    await BatchEventRow.sequelize!.query('ALTER TABLE elsewhere RENAME TO batches');
    expect(((await server.http.get('/api/jugs').expect(200)).body as JugList).jugs).toEqual([]);
  });
});
