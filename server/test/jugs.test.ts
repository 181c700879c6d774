import { randomUUID } from 'node:crypto';
import { batchAfter, freeJugAfter, ROSELLE_COOLER, volumeMl, type FreeJug } from '@steepsis/core';
import { JugEventRow } from '../src/database/models';
import { MIX, TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const water = { name: 'Water', ml: 300, from: { kind: 'water', water: 'still' } };
const syrup = { name: 'Syrup', ml: 60, from: { kind: 'syrup', brix: 50, sweetener: 'white_sugar' } };

const startOf = (parts: object[], more: object = {}): Record<string, unknown> & { id: string; eventId: string } => ({
  id: randomUUID(),
  eventId: randomUUID(),
  at: server.now.toISOString(),
  name: 'Porch jug',
  capacityMl: 1500,
  glassMl: 250,
  iced: true,
  standard: 1,
  likeName: 'a usual glass',
  wantedX: 1,
  audience: [],
  acknowledged: [],
  parts,
  ...more,
});
const jugNow = async (id: string): Promise<FreeJug> =>
  freeJugAfter((await server.http.get(`/api/jugs/${id}`).expect(200)).body.events);
const say = (id: string, event: object): ReturnType<TestServer['say']> =>
  server.http.post(`/api/jugs/${id}/events`).send({ id: randomUUID(), at: server.now.toISOString(), v: 1, ...event });

/** A batch whose concentrate stands bottled on the shelf. */
async function bottled(): Promise<{ id: string; from: object; leftMl: () => Promise<number> }> {
  const id = await server.measuredBatch();
  await server.say(id, { type: 'bottled' }).expect(200);
  return {
    id,
    from: { kind: 'shelf', batchId: id, vesselId: 'concentrate' },
    leftMl: async () =>
      volumeMl(batchAfter((await server.http.get(`/api/batches/${id}`)).body.events).vessels[0]!.liquid),
  };
}

describe('a jug poured together over HTTP', () => {
  it('draws the shelf down, and stands on the list', async () => {
    const shelf = await bottled();
    const start = startOf([{ name: 'Concentrate', ml: 400, from: shelf.from }, water, syrup]);
    await server.http.post('/api/jugs').send(start).expect(201);
    expect(await shelf.leftMl()).toBeCloseTo(730, 0);
    const { body } = await server.http.get('/api/jugs').expect(200);
    expect(body.jugs.map((j: { id: string }) => j.id)).toEqual([start.id]);
    expect(volumeMl((await jugNow(start.id)).liquid)).toBeCloseTo(760, -1);
  });

  it('is poured whole or not at all', async () => {
    const shelf = await bottled();
    const parts = [
      { name: 'Concentrate', ml: 400, from: shelf.from },
      { name: 'Too much', ml: 900, from: shelf.from },
    ];
    const { body } = await server.http.post('/api/jugs').send(startOf(parts)).expect(409);
    expect(body.detail).toMatch(/Up to 730 ml is left, not 900 ml/);
    expect(await shelf.leftMl()).toBeCloseTo(1130, 0);
    expect(await JugEventRow.count()).toBe(0);
  });

  it('stores a repeated send once, and draws the shelf down once', async () => {
    const shelf = await bottled();
    const start = startOf([{ name: 'Concentrate', ml: 400, from: shelf.from }]);
    for (let i = 0; i < 3; i++) await server.http.post('/api/jugs').send(start).expect(201);
    expect(await shelf.leftMl()).toBeCloseTo(730, 0);
    expect(await JugEventRow.count()).toBe(1);
    // The same id for something else is no repeated send.
    const other = { ...start, parts: [{ name: 'Concentrate', ml: 300, from: shelf.from }] };
    await server.http.post('/api/jugs').send(other).expect(409);
    expect(await shelf.leftMl()).toBeCloseTo(730, 0);
  });

  it('bottles a measured brew that is poured from', async () => {
    const id = await server.measuredBatch();
    const from = { kind: 'brew', batchId: id, brewId: 'concentrate' };
    await server.http
      .post('/api/jugs')
      .send(startOf([{ name: 'Brew', ml: 300, from }]))
      .expect(201);
    const batch = batchAfter((await server.http.get(`/api/batches/${id}`)).body.events);
    expect(batch.phase).toBe('put-away');
    expect(volumeMl(batch.vessels[0]!.liquid)).toBeCloseTo(830, 0);
  });

  it('works out itself what is told, and takes no word for what is in it', async () => {
    const made = { plant: 'rooibos_cut', grams: 30, waterMl: 1000, minutes: 10, place: 'off-heat' };
    const start = startOf([{ name: 'Rooibos', ml: 500, from: { kind: 'made', made }, liquid: { waterG: 1 } }]);
    const refused = await server.http.post('/api/jugs').send(start).expect(400);
    expect(refused.body.errors[0]).toMatchObject({ field: 'parts.0.liquid', accepted: 'no such field' });
    await server.http
      .post('/api/jugs')
      .send(startOf([{ name: 'Rooibos', ml: 500, from: { kind: 'made', made } }]))
      .expect(201);
  });

  it.each([
    [{ ...syrup, from: { kind: 'syrup', brix: 101, sweetener: 'white_sugar' } }, 'parts.0.from.brix', /at most 80/],
    [{ ...syrup, from: { kind: 'potion' } }, 'parts.0.from.kind', /one of shelf/],
    [{ ...syrup, ml: 0 }, 'parts.0.ml', /greater than 0/],
    [
      {
        name: 'Tea',
        ml: 5,
        from: { kind: 'made', made: { plant: 'no_such', grams: 3, waterMl: 500, minutes: 4, place: 'fridge' } },
      },
      'parts.0.from.plant',
      /a plant of the table/,
    ],
  ])('refuses %j, naming the field', async (part, field, accepted) => {
    const { body } = await server.http
      .post('/api/jugs')
      .send(startOf([part]))
      .expect(400);
    expect(body.errors[0].field).toBe(field);
    expect(body.errors[0].accepted).toMatch(accepted);
  });

  it('refuses an over-full jug', async () => {
    const { body } = await server.http
      .post('/api/jugs')
      .send(startOf([{ ...water, ml: 1600 }]))
      .expect(409);
    expect(body.detail).toMatch(/Up to 1500 ml goes into this jug, not 1600 ml/);
  });

  it('takes a fix, and the undoing of it gives back what it was poured from', async () => {
    const shelf = await bottled();
    const start = startOf([{ name: 'Concentrate', ml: 400, from: shelf.from }, water]);
    await server.http.post('/api/jugs').send(start);
    server.later(5);
    const { body } = await say(start.id, {
      type: 'added',
      parts: [{ name: 'Concentrate', ml: 100, from: shelf.from }, syrup],
    }).expect(200);
    expect(await shelf.leftMl()).toBeCloseTo(630, 0);
    await say(start.id, { type: 'undone', eventId: body.events.at(-1).id }).expect(200);
    expect(await shelf.leftMl()).toBeCloseTo(730, 0);
    expect(volumeMl((await jugNow(start.id)).liquid)).toBeCloseTo(700, -1);
  });

  it('is poured from for another jug, and never into itself', async () => {
    const first = startOf([water]);
    await server.http.post('/api/jugs').send(first);
    const from = { kind: 'jug', jugId: first.id };
    await server.http
      .post('/api/jugs')
      .send(startOf([{ name: 'From it', ml: 100, from }]))
      .expect(201);
    expect(volumeMl((await jugNow(first.id)).liquid)).toBeCloseTo(200, 0);
    const { body } = await say(first.id, { type: 'added', parts: [{ name: 'Itself', ml: 50, from }] }).expect(409);
    expect(body.type).toBe('into-itself');
  });

  it('keeps its events and its state over a restart', async () => {
    const start = startOf([water, syrup]);
    await server.http.post('/api/jugs').send(start);
    await say(start.id, { type: 'tasted', taste: { state: 'neat', strength: -1, sweet: 0, tart: 0, harsh: 1 } }).expect(
      200,
    );
    await say(start.id, { type: 'poured-out', ml: 100 }).expect(200);
    const before = await jugNow(start.id);
    await server.restart();
    expect(await jugNow(start.id)).toEqual(before);
    expect(before.tastings).toHaveLength(1);
  });

  it('leaves the list when it is empty, and is known still', async () => {
    const start = startOf([water]);
    await server.http.post('/api/jugs').send(start);
    await say(start.id, { type: 'discarded', why: 'the walk is over' }).expect(200);
    expect((await server.http.get('/api/jugs')).body.jugs).toEqual([]);
    expect((await jugNow(start.id)).discarded).toBe(true);
    await server.http.get(`/api/jugs/${randomUUID()}`).expect(404);
  });
});

describe('what a jug teaches', () => {
  const taste = { state: 'chilled', strength: -2, sweet: 0, tart: 0, harsh: 1 };
  const learned = async (query = ''): Promise<{ tastings: number; wantedX: number; people: object; who?: string }> =>
    (await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}${query}`).expect(200)).body.learned;
  const poured = async (more: object): Promise<string> => {
    const shelf = await bottled();
    const start = startOf([{ name: 'Concentrate', ml: 400, from: shelf.from }, water], more);
    await server.http.post('/api/jugs').send(start).expect(201);
    return start.id;
  };
  it('is of the drink that it is to be like, told by its id or, as earlier releases did, by its name', async () => {
    for (const like of [{ likeId: ROSELLE_COOLER.id, likeName: 'anything' }, { likeName: ROSELLE_COOLER.name }]) {
      const before = (await learned())?.tastings ?? 0;
      const id = await poured(like);
      await say(id, { type: 'tasted', taste }).expect(200);
      expect((await learned()).tastings).toBe(before + 1);
    }
    expect((await learned()).wantedX).toBeGreaterThan(1);
  });
  it('is heard as the word of who said it, and of a single glass by what was poured beside it', async () => {
    const id = await poured({ likeId: ROSELLE_COOLER.id });
    const glass = {
      served: 'chilled',
      baseMl: 100,
      waterMl: 100,
      syrupMl: 0,
      syrupBrix: 50,
      lemonMl: 0,
      spiritMl: 0,
      abv: 40,
      iceG: 0,
    };
    await say(id, { type: 'tasted', taste: { ...taste, who: 'Kai' }, glass }).expect(200);
    expect((await learned()).people).toHaveProperty('Kai');
    expect((await learned('?for=Kai')).who).toBe('Kai');
    const { body } = await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}?for=Kai`);
    expect(body.tastings[0].strengthX).toBeGreaterThan(0);
    await say(id, { type: 'tasted', taste, glass: { ...glass, baseMl: -1 } }).expect(400);
    await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}?for=${'x'.repeat(41)}`).expect(400);
  });
});

describe('the rules at the jug', () => {
  const rum = { name: 'Rum', ml: 60, from: { kind: 'spirit', name: 'rum', abv: 40 } };
  it('stop spirit for one who does not drink', async () => {
    const { body } = await server.http
      .post('/api/jugs')
      .send(startOf([water, rum], { audience: ['no-alcohol'] }))
      .expect(422);
    expect(body.detail).toMatch(/ALC-01/);
  });
  it('stop what is past its window from being poured at all', async () => {
    const shelf = await bottled();
    server.later(20 * 24 * 60);
    const { body } = await server.http
      .post('/api/jugs')
      .send(startOf([{ name: 'Old', ml: 200, from: shelf.from }]))
      .expect(409);
    expect(body.detail).toMatch(/KEEP-01/);
    expect(await shelf.leftMl()).toBeCloseTo(1130, 0);
  });
  it('ask for warnings to be read first', async () => {
    const parts = [
      {
        name: 'Tea',
        ml: 500,
        from: {
          kind: 'made',
          made: { plant: 'fennel_seed', grams: 12, waterMl: 1000, minutes: 4, place: 'off-heat' },
        },
      },
    ];
    const unread = await server.http
      .post('/api/jugs')
      .send(startOf(parts, { audience: ['allergy:celery_mugwort'] }))
      .expect(422);
    expect(unread.body.type).toBe('not-acknowledged');
    const ids = [...unread.body.detail.matchAll(/[A-Z]{2,5}-\d\d/g)].map((m: RegExpMatchArray) => m[0]);
    await server.http
      .post('/api/jugs')
      .send(startOf(parts, { audience: ['allergy:celery_mugwort'], acknowledged: ids }))
      .expect(201);
  });
});

describe('a recipe’s jug put right over HTTP', () => {
  const add = (id: string, parts: object[], more: object = {}): ReturnType<TestServer['say']> =>
    server.http
      .post(`/api/batches/${id}/additions`)
      .send({ id: randomUUID(), at: server.now.toISOString(), vesselId: 'jug', parts, ...more });

  it('takes what is added from another shelf, and gives it back', async () => {
    const id = await server.measuredBatch();
    await server.say(id, { ...MIX, mix: { concentrate: 800, syrup: 200, water: 700 } }).expect(200);
    const shelf = await bottled();
    const { body } = await add(id, [{ name: 'Concentrate', ml: 150, from: shelf.from }, water]).expect(200);
    expect(volumeMl(batchAfter(body.events).vessels[0]!.liquid)).toBeCloseTo(2150, -1);
    expect(await shelf.leftMl()).toBeCloseTo(980, 0);
    await server.say(id, { type: 'undone', eventId: body.events.at(-1).id }).expect(200);
    expect(await shelf.leftMl()).toBeCloseTo(1130, 0);
  });
  it('takes from its own bottle', async () => {
    const id = await server.measuredBatch();
    await server.say(id, { ...MIX, mix: { concentrate: 800, syrup: 200, water: 700 } });
    const from = { kind: 'shelf', batchId: id, vesselId: 'concentrate' };
    const { body } = await add(id, [{ name: 'Rest', ml: 100, from }]).expect(200);
    const batch = batchAfter(body.events);
    expect(volumeMl(batch.vessels.find((v) => v.id === 'jug')!.liquid)).toBeCloseTo(1800, -1);
    expect(volumeMl(batch.vessels.find((v) => v.id === 'concentrate')!.liquid)).toBeCloseTo(230, 0);
  });
  it('refuses an addition that overfills it, and pours nothing', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX);
    const shelf = await bottled();
    const { body } = await add(id, [
      { name: 'C', ml: 100, from: shelf.from },
      { ...water, ml: 4000 },
    ]).expect(409);
    expect(body.type).toBe('over-full');
    expect(await shelf.leftMl()).toBeCloseTo(1130, 0);
  });
});
