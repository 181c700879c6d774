import { randomUUID } from 'node:crypto';
import { batchAfter, ROSELLE_COOLER } from '@steepsis/core';
import { BatchEventRow } from '../src/database/models';
import { MIX, TestServer, VERDICT } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const eventCount = (): Promise<number> => BatchEventRow.count();

describe('a batch over HTTP', () => {
  it('is started, told, and put on the shelf', async () => {
    const id = await server.measuredBatch();
    expect((await server.say(id, MIX)).status).toBe(200);
    const { body } = await server.http.get('/api/shelf').expect(200);
    expect(body.batches.map((b: { id: string }) => b.id)).toEqual([id]);
    const batch = batchAfter((await server.http.get(`/api/batches/${id}`)).body.events);
    expect(batch.phase).toBe('put-away');
    expect(batch.brews[0]!.measuredVolumeMl).toBe(1130);
  });

  it('freezes the plan that the server worked out itself', async () => {
    const { body } = await server.startBatch({ litres: 1.2 });
    const started = body.events[0]!;
    if (started.type !== 'started') throw new Error('not started');
    // Half of the card's litres is half of what stands on it.
    expect(started.plan.brews[0].way.ingredients.map((i) => i.grams)).toEqual([25, 7]);
    expect(started.plan.promised.mix['concentrate']).toBeGreaterThan(500);
  });

  it('is the same after the server has been stopped and started', async () => {
    const id = await server.measuredBatch();
    const before = (await server.http.get(`/api/batches/${id}`)).body;
    await server.restart();
    expect((await server.http.get(`/api/batches/${id}`)).body).toEqual(before);
    expect((await server.http.get('/api/batches?phase=measured')).body.batches).toHaveLength(1);
  });

  it('stores a repeated send once', async () => {
    const ids = { id: randomUUID(), eventId: randomUUID() };
    await server.startBatch({}, ids);
    const again = await server.startBatch({}, ids);
    expect(again.status).toBe(201);
    expect(again.body.events).toHaveLength(1);
    server.later(7);
    const eventId = randomUUID();
    for (let i = 0; i < 3; i++)
      await server.say(ids.id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }, eventId).expect(200);
    expect(await eventCount()).toBe(2);
  });

  it('takes twenty sends at once, in order, losing none', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX);
    const answers = await Promise.all(
      Array.from({ length: 20 }, () => server.say(id, { type: 'poured', vesselId: 'jug', ml: 50 })),
    );
    expect(answers.map((a) => a.status)).toEqual(Array(20).fill(200));
    const { events } = (await server.http.get(`/api/batches/${id}`)).body;
    expect(events.map((e: { seq: number }) => e.seq)).toEqual(events.map((_: unknown, i: number) => i));
    expect(events).toHaveLength(25);
  });

  it('lists by phase, newest first', async () => {
    const first = await server.startBatch();
    server.later(60);
    const second = await server.startBatch();
    const { body } = await server.http.get('/api/batches?phase=running').expect(200);
    expect(body.batches.map((b: { id: string }) => b.id)).toEqual([second.id, first.id]);
    expect(body.batches[0]).toMatchObject({
      drinkName: ROSELLE_COOLER.name,
      litres: 2.4,
      wayName: 'Boil, then steep off the heat',
    });
  });
});

describe('what a batch refuses', () => {
  const problem = (response: {
    status: number;
    headers: Record<string, string>;
    body: { type: string; detail: string };
  }): string => {
    expect(response.headers['content-type']).toContain('application/problem+json');
    return `${response.status} ${response.body.type}: ${response.body.detail}`;
  };

  it('a pull before the start, and a second start', async () => {
    const unknown = randomUUID();
    expect(problem(await server.say(unknown, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }))).toBe(
      '404 not-found: There is no such batch here. It may have been made in another notebook, or its address is not whole.',
    );
    const { id } = await server.startBatch();
    expect(problem(await server.say(id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }))).toContain(
      '409 stage-not-running: That step is not running',
    );
    const second = await server.startBatch({}, { id });
    expect([second.status, second.body.detail]).toEqual([409, 'This batch has been started already.']);
    expect(await eventCount()).toBe(1);
  });

  it.each([
    [{ litres: -1 }, 'Volume: at least 0.2 L is accepted, not -1 L.'],
    [{ litres: 1e9 }, 'Volume: at most 20 L is accepted, not 1,000,000,000 L.'],
    [{ strengthX: 'strong' }, 'Strength: a number is accepted, not “strong”.'],
    [
      { wayId: 'sun' },
      'Way of making it: one of its ways, boil, then steep off the heat or overnight in the fridge, is accepted, not “sun”.',
    ],
  ])('a target with %j', async (change, detail) => {
    const { status, body } = await server.startBatch(change);
    expect([status, body.detail]).toEqual([400, detail]);
    expect(await eventCount()).toBe(0);
  });

  it('a target that no plan meets, with the nearest that one does', async () => {
    const { status, body } = await server.startBatch({ litres: 12 });
    expect(status).toBe(422);
    expect(body).toMatchObject({
      type: 'no-plan',
      detail: 'Two of the largest jugs hold 10 L, and 12 L is wanted.',
      nearest: { litres: 10 },
    });
  });

  it('a plan that the safety rules block', async () => {
    const { status, body } = await server.startBatch({ audience: ['pregnant'] });
    expect(status).toBe(422);
    expect(body.detail).toContain('HIB-01: Roselle is usually avoided in pregnancy');
  });

  it('a volume that is negative, too large, or a word', async () => {
    const { id } = await server.startBatch();
    for (const value of [-5, 0, 1e9, 'much']) {
      const response = await server.say(id, {
        type: 'measured',
        what: 'volume',
        brewId: 'concentrate',
        value,
        method: 'jug',
      });
      expect(response.status).toBe(400);
      expect(response.body.errors[0].field).toBe('value');
    }
    expect(await eventCount()).toBe(1);
  });

  it('an event from the future, or with another batch’s event id', async () => {
    const one = await server.startBatch();
    const future = await server.http.post(`/api/batches/${one.id}/events`).send({
      id: randomUUID(),
      at: '2030-01-01T00:00:00.000Z',
      v: 2,
      type: 'stage-ended',
      brewId: 'concentrate',
      stageId: 'heat',
    });
    expect(problem(future)).toContain('a time that has come');
    const two = await server.startBatch();
    const taken = await server.say(
      two.id,
      { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' },
      one.body.events[0]!.id,
    );
    expect(problem(taken)).toContain('409 event-id-taken');
  });

  it('JSON that is none, and a body over 1 MB', async () => {
    const broken = await server.http.post('/api/batches').set('content-type', 'application/json').send('{"id": ');
    expect(problem(broken)).toBe('400 malformed-json: The body could not be read as JSON. A JSON object is accepted.');
    const huge = await server.http.post('/api/batches').send({ id: 'x'.repeat(1_100_000) });
    expect(problem(huge)).toBe('413 too-large: A body of at most 1 MB is accepted.');
  });

  it('any change to what has happened, even from inside', async () => {
    await server.startBatch();
    await expect(BatchEventRow.update({ body: '{}' }, { where: {} })).rejects.toThrow();
    await expect(BatchEventRow.destroy({ where: {} })).rejects.toThrow();
    const [{ body }] = (await BatchEventRow.findAll()) as [BatchEventRow];
    expect(JSON.parse(body).type).toBe('started');
  });
});

describe('what tastings teach', () => {
  it('changes where the next plan starts, and says why', async () => {
    const fresh = (await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}`)).body;
    expect(fresh.learned).toBeUndefined();
    expect(fresh.startFrom).toEqual(ROSELLE_COOLER.defaults);
    const id = await server.measuredBatch();
    await server.say(id, MIX);
    server.later(120);
    await server.say(id, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, strength: -2 } }).expect(200);
    const taught = (await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}`)).body;
    expect(taught.next.kind).toBe('dose');
    expect(taught.startFrom.strengthX).toBeGreaterThan(1.05);
    expect(taught.next.reason).toContain('it has tasted weak here');
  });

  it('is forgotten when the tasting is taken back', async () => {
    const id = await server.measuredBatch();
    const tasted = await server.say(id, { type: 'tasted', state: 'chilled', verdict: VERDICT });
    await server.say(id, { type: 'undone', eventId: tasted.body.events.at(-1).id }).expect(200);
    expect((await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}`)).body.learned).toBeUndefined();
  });
});

describe('what the lots give', () => {
  const PLANT = 'roselle_dried_whole';
  it('is told over all drinks once something drawn from them was tasted, and what was made of one is found by it', async () => {
    const lots = [{ id: 'bag-1', got: '2026-06-01', from: 'the market', leftG: 900, potency: 1 }];
    await server.http
      .put(`/api/house/pantry/${PLANT}`)
      .send({ version: 0, body: { v: 1, plant: PLANT, lots } })
      .expect(200);
    expect((await server.http.get('/api/drinks/lots-so-far').expect(200)).body).toEqual({ lots: {} });
    const id = await server.measuredBatch();
    await server.say(id, MIX);
    server.later(120);
    await server.say(id, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, strength: -2 } }).expect(200);
    const { body } = await server.http.get('/api/drinks/lots-so-far').expect(200);
    const { x, low, high } = body.lots[`${PLANT}/bag-1`];
    expect([low < x, x < 1, x < high]).toEqual([true, true, true]);
    const found = async (lot: string): Promise<number> =>
      (await server.http.get(`/api/batches?lot=${encodeURIComponent(lot)}`).expect(200)).body.batches.length;
    expect(await found(`${PLANT}/bag-1`)).toBe(1);
    expect(await found(`${PLANT}/bag-2`)).toBe(0);
    expect(await found(`${PLANT}/bag_1`)).toBe(0);
    await server.http.get('/api/batches?lot=bag-1').expect(400);
  });
});

describe('what was made is found', () => {
  const found = async (query: string): Promise<string[]> =>
    (await server.http.get(`/api/batches?${query}`).expect(200)).body.batches.map((b: { id: string }) => b.id);
  const tasted = async (verdict: object): Promise<string> => {
    const id = await server.measuredBatch();
    await server.say(id, MIX);
    server.later(120);
    await server.say(id, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, ...verdict } }).expect(200);
    return id;
  };
  it('by words of its name and of its notes, as they were written', async () => {
    const id = await tasted({ note: 'Gran\'s "100 %" of it, a_b' });
    const other = await tasted({ note: 'thin' });
    expect(await found('find=roselle')).toEqual([other, id]);
    for (const word of ["gran's", '"100', '%25"', 'a_b', 'roselle%20thin', 'ROSELLE%20gran'])
      expect(await found(`find=${word}`)).toEqual([word.includes('thin') ? other : id]);
    // A mark of the database's own is a letter like any other.
    expect(await found('find=aXb')).toEqual([]);
    expect(await found(`find=${encodeURIComponent("' OR 1=1 --")}`)).toEqual([]);
  });
  it('by what was said of it last, and by its day', async () => {
    const [weak, right] = [await tasted({ strength: -1 }), await tasted({ strength: 0, harsh: 1 })];
    server.later(60);
    const unsaid = await server.measuredBatch();
    expect(await found('said=weak')).toEqual([weak]);
    expect(await found('said=right')).toEqual([right]);
    expect(await found('said=strong')).toEqual([]);
    expect(await found('said=nothing')).toContain(unsaid);
    const { body } = await server.http.get(`/api/batches/${unsaid}`);
    expect(await found(`after=${encodeURIComponent(body.events[0].at)}`)).toEqual([unsaid]);
    await server.http.get('/api/batches?said=lovely').expect(400);
  });
});
