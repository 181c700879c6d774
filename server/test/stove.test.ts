import { randomUUID } from 'node:crypto';
import { batchAfter, brewState, callsAt, layOutOf, progressAt, type Batch } from '@steepsis/core';
import { TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const BREW = 'concentrate';
const batchOf = async (id: string): Promise<Batch> =>
  batchAfter((await server.http.get(`/api/batches/${id}`).expect(200)).body.events);

const begin = (drinkId: string, more: object = {}): Promise<string> => server.begin(drinkId, more);
const steeping = async (): Promise<string> => {
  const id = await begin('roselle-rose-hip-cooler');
  server.later(7);
  await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }).expect(200);
  server.later(3);
  return id;
};

describe('a batch that is laid out first', () => {
  it('waits for its heat, keeps what was seen to and what was left, and then runs', async () => {
    const id = await begin('roselle-rose-hip-cooler', { layOut: true });
    const waiting = await batchOf(id);
    expect(waiting.phase).toBe('running');
    expect(brewState(waiting, BREW).startedAt).toBeUndefined();
    const [first, second] = layOutOf(waiting.plan);
    await server.say(id, { type: 'laid-out', item: first!.id, how: 'seen' }).expect(200);
    await server.say(id, { type: 'laid-out', item: second!.id, how: 'left' }).expect(200);
    server.later(4);
    await server.say(id, { type: 'brew-started', brewId: BREW }).expect(200);
    const begun = await batchOf(id);
    expect(begun.laidOut).toEqual({ [first!.id]: 'seen', [second!.id]: 'left' });
    expect(progressAt(begun, BREW, server.now.getTime())!.elapsedMin).toBe(0);
    await server.say(id, { type: 'laid-out', item: first!.id, how: 'left' }).expect(409);
  });

  it('cannot end a stage before its heat is on', async () => {
    const id = await begin('roselle-rose-hip-cooler', { layOut: true });
    const { body } = await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }).expect(409);
    expect(body.type).toBe('stage-not-running');
  });
});

describe('what really happened, over HTTP', () => {
  it('is stored as it was told and counts after a restart', async () => {
    const id = await steeping();
    const told: object[] = [
      { type: 'lid-set', brewId: BREW, lid: 'open' },
      { type: 'measured', what: 'temp', brewId: BREW, value: 88.5, method: 'thermometer' },
      { type: 'put-in', brewId: BREW, ingredientId: 'roselle', grams: 5, more: true },
      { type: 'topped-up', brewId: BREW, ml: 100, tempC: 12 },
      { type: 'measured', what: 'pan-weight', brewId: BREW, value: 2300, method: 'scale' },
      { type: 'left-out', brewId: BREW, ingredientId: 'rose-hip' },
      { type: 'heard', call: `${BREW}/steep/end`, againMin: 3 },
    ];
    for (const event of told) await server.say(id, event).expect(200);
    const before = await batchOf(id);
    await server.restart();
    const after = await batchOf(id);
    expect(after).toEqual(before);
    const { changes } = brewState(after, BREW);
    expect(changes.happened.map((h) => h.kind)).toEqual(['lid', 'temp', 'water', 'weight']);
    expect(changes.leftOut).toEqual(['rose-hip']);
    expect(changes.put).toMatchObject([{ ingredientId: 'roselle', grams: 5, more: true }]);
  });

  it('counts at the minute it happened, told later', async () => {
    const id = await steeping();
    const at = server.now.toISOString();
    server.later(4);
    await server.http
      .post(`/api/batches/${id}/events`)
      .send({ id: randomUUID(), at, v: 2, type: 'stage-ended', brewId: BREW, stageId: 'steep' })
      .expect(200);
    expect(brewState(await batchOf(id), BREW).doneAt).toBe(at);
  });

  it('is told from two devices, and they agree on who was first', async () => {
    const id = await begin('hot-spiced-pear-rooibos', { acknowledged: ['PRO-01', 'PRO-02'] });
    server.later(10);
    await server.say(id, { type: 'stage-ended', brewId: 'base', stageId: 'heat' }).expect(200);
    server.later(6);
    const put = { type: 'put-in', brewId: 'base', ingredientId: 'rooibos' };
    const answers = await Promise.all([server.say(id, put), server.say(id, put)]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
    const calls = callsAt(await batchOf(id), server.now.getTime()).map((c) => c.id);
    expect(calls).not.toContain('base/in/rooibos');
  });

  it('takes a Brix and a volume of what was strained, and how it is cooled', async () => {
    const id = await steeping();
    await server.say(id, { type: 'cooled-by', how: 'ice-bath' }).expect(409);
    await server
      .say(id, { type: 'measured', what: 'brix', brewId: BREW, value: 4, method: 'refractometer' })
      .expect(409);
    await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }).expect(200);
    await server.say(id, { type: 'cooled-by', how: 'ice-bath' }).expect(200);
    await server
      .say(id, { type: 'measured', what: 'brix', brewId: BREW, value: 4, method: 'refractometer' })
      .expect(200);
    expect((await batchOf(id)).cooledBy.map((c) => c.how)).toEqual(['ice-bath']);
    await server.say(id, { type: 'lid-set', brewId: BREW, lid: 'open' }).expect(409);
  });

  it.each([
    [{ type: 'lid-set', brewId: BREW, lid: 'ajar' }, 'lid'],
    [{ type: 'put-in', brewId: BREW, ingredientId: 'roselle', grams: -1 }, 'grams'],
    [{ type: 'put-in', brewId: BREW, ingredientId: 'roselle', more: false }, 'more'],
    [{ type: 'topped-up', brewId: BREW, ml: 0, tempC: 12 }, 'ml'],
    [{ type: 'topped-up', brewId: BREW, ml: 100, tempC: 400 }, 'tempC'],
    [{ type: 'measured', what: 'brix', brewId: BREW, value: 120, method: 'refractometer' }, 'value'],
    [{ type: 'measured', what: 'pan-weight', value: 900, method: 'scale' }, 'brewId'],
    [{ type: 'measured', what: 'temp', brewId: BREW, value: 90, method: 'finger' }, 'method'],
    [{ type: 'measured', what: 'depth', brewId: BREW, value: 9, method: 'scale' }, 'what'],
    [{ type: 'heard', call: 'x', againMin: 0 }, 'againMin'],
    [{ type: 'cooled-by', how: 'window' }, 'how'],
    [{ type: 'laid-out', item: 'jug', how: 'perhaps' }, 'how'],
  ])('names what it does not accept: %j', async (event, field) => {
    const id = await steeping();
    const { body } = await server.say(id, event).expect(400);
    expect(body.errors.map((e: { field: string }) => e.field)).toContain(field);
    expect((await batchOf(id)).events).toHaveLength(2);
  });
});
