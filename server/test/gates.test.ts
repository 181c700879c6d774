import { randomUUID } from 'node:crypto';
import { batchAfter, BOOK, COLD_SENCHA, ROSELLE_COOLER, type Drink } from '@steepsis/core';
import { MIX, TestServer, VERDICT } from './testServer';

const SPRUCE_SODA = BOOK.find((d) => d.id === 'spruce-tip-soda')!;

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const start = (drink: Drink, more: object = {}, target: object = {}) =>
  server.http.post('/api/batches').send({
    id: randomUUID(),
    eventId: randomUUID(),
    at: server.now.toISOString(),
    drinkId: drink.id,
    drinkVersion: drink.version,
    target: { ...drink.defaults, ...target },
    ...more,
  });

describe('a plan', () => {
  it('does not start before its warnings are read, and keeps which were', async () => {
    const refused = await start(SPRUCE_SODA).expect(422);
    expect(refused.body).toMatchObject({ type: 'not-acknowledged', detail: expect.stringContaining('ALC-04') });
    const started = await start(SPRUCE_SODA, { acknowledged: ['ALC-04', 'TT-08'] }).expect(201);
    const { plan } = batchAfter(started.body.events);
    expect(plan.acknowledged).toEqual([{ rule: 'ALC-04', at: server.now.toISOString() }]);
  });
  it('starts without reading where the list before the heat asks for it', async () => {
    await start(COLD_SENCHA).expect(201);
  });
  it('does not start while something blocks it, whatever was read', async () => {
    const refused = await start(ROSELLE_COOLER, { acknowledged: ['HIB-01'] }, { audience: ['pregnant'] }).expect(422);
    expect(refused.body).toMatchObject({ type: 'blocked', detail: expect.stringContaining('HIB-01') });
    await start(ROSELLE_COOLER, {}, { audience: ['pregnant'], confirmedOn: { pro_ok: '2026-07-01' } }).expect(201);
  });
  it('names a rule, a source or a day that is none', async () => {
    const bad = await start(ROSELLE_COOLER, { acknowledged: ['be careful'] }).expect(400);
    expect(bad.body.errors[0].field).toBe('acknowledged.0');
    const from = { provenance: { 'concentrate/roselle': { source: 'the moon' } } };
    expect((await start(ROSELLE_COOLER, {}, from).expect(400)).body.errors[0].field).toBe(
      'target.provenance.concentrate/roselle.source',
    );
  });
});

describe('what stands on the shelf', () => {
  it('is not poured or tasted once it stood out too long, and can only be thrown away', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    server.later(60);
    await server.say(id, { type: 'stood-out', vesselId: 'jug', minutes: 150, ambientC: 25 }).expect(200);
    const poured = await server.say(id, { type: 'poured', vesselId: 'jug', ml: 200 }).expect(409);
    expect(poured.body).toMatchObject({ type: 'blocked', detail: expect.stringContaining('TT-01') });
    await server.say(id, { type: 'tasted', state: 'iced', verdict: VERDICT }).expect(409);
    await server.say(id, { type: 'discarded', why: 'stood out' }).expect(200);
  });
  it('goes into the freezer and counts from there', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    server.later(1440);
    const moved = await server.say(id, { type: 'moved', vesselId: 'jug', where: 'freezer' }).expect(200);
    server.later(30 * 1440);
    expect(batchAfter(moved.body.events).vessels[0]!.where).toBe('freezer');
    await server.say(id, { type: 'poured', vesselId: 'jug', ml: 200 }).expect(200);
    await server.say(id, { type: 'moved', vesselId: 'cellar', where: 'freezer' }).expect(409);
  });
});

describe('a recipe that is changed', () => {
  const changed = (version: number): Drink => ({ ...ROSELLE_COOLER, version, name: 'Roselle cooler, my way' });
  const put = (drink: object, id = ROSELLE_COOLER.id) => server.http.put(`/api/drinks/${id}`).send(drink);

  it('is kept as the next version, once, and the batches of the old one stay as they were', async () => {
    const { id } = await server.startBatch();
    const saved = await put(changed(2)).expect(200);
    expect(saved.body.drink).toMatchObject({ version: 2, name: 'Roselle cooler, my way' });
    await put(changed(2)).expect(200);
    const { events } = (await server.http.get(`/api/batches/${id}`)).body;
    expect(batchAfter(events).plan.drink.version).toBe(1);
    expect((await start(ROSELLE_COOLER).expect(409)).body.type).toBe('drink-changed');
    await start(changed(2)).expect(201);
  });
  it('is refused when another change came first, and when it cannot be made, by its field', async () => {
    expect((await put(changed(5)).expect(409)).body.errors[0]).toMatchObject({ field: 'version', accepted: '2' });
    const [brew] = ROSELLE_COOLER.brews;
    const lost = { ...brew.ways[0]!, ingredients: [{ ...brew.ways[0]!.ingredients[0]!, plant: 'unicorn' }] };
    const unmakeable = await put({ ...changed(2), brews: [{ ...brew, ways: [lost] }] }).expect(400);
    expect(JSON.stringify(unmakeable.body.errors)).toContain('unicorn');
    const noSuchBrew = { ...ROSELLE_COOLER.mix[0]!, from: { kind: 'brew', brewId: 'none' } };
    expect((await put({ ...changed(2), mix: [noSuchBrew] }).expect(400)).body.errors[0].field).toBe(
      'mix.concentrate.from.brewId',
    );
    await put(changed(2), 'another').expect(400);
    expect((await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}`)).body.drink.version).toBe(1);
  });
});
