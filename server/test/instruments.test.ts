import { batchAfter, brewState, coolingAt, type Batch } from '@steepsis/core';
import type { InstrumentView } from '@steepsis/contract';
import { ReadingRow } from '../src/database/models';
import { ReadingsStore } from '../src/instruments/readings.store';
import { SimulatedService } from '../src/instruments/simulated.service';
import { MIX, TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const BREW = 'concentrate';
const probe = (id = 'probe-1'): Promise<{ body: InstrumentView }> =>
  server.http.put(`/api/instruments/${id}`).send({ name: 'Pot probe', kind: 'probe' }).expect(200);
const attach = (id: string, batchId: string): Promise<unknown> =>
  server.http.put(`/api/instruments/${id}/attached`).send({ batchId, brewId: BREW }).expect(200);
const send = (id: string, readings: object[]) => server.http.post(`/api/instruments/${id}/readings`).send({ readings });
const batchOf = async (id: string): Promise<Batch> =>
  batchAfter((await server.http.get(`/api/batches/${id}`).expect(200)).body.events);

/** A pot just off the boil. */
async function steeping(): Promise<string> {
  const { id } = await server.startBatch();
  server.later(7);
  await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }).expect(200);
  return id;
}

/** A stand-in reads a pot second by second; the clock goes along. */
async function ticks(seconds: number): Promise<void> {
  const simulated = server.application.get(SimulatedService);
  for (let i = 0; i < seconds; i++) {
    server.now = new Date(server.now.getTime() + 1000);
    await simulated.tick();
  }
}

describe('the protocol of instruments', () => {
  it('knows an instrument by its id, its name and its kind, and keeps the kind', async () => {
    await probe();
    await server.http.put('/api/instruments/probe-1').send({ name: 'The other pot', kind: 'probe' }).expect(200);
    const { body } = await server.http.get('/api/instruments').expect(200);
    expect(body.instruments).toMatchObject([{ id: 'probe-1', name: 'The other pot', kind: 'probe', simulated: false }]);
    const wrong = await server.http.put('/api/instruments/probe-1').send({ name: 'x', kind: 'scale' }).expect(400);
    expect(wrong.body.errors[0]).toMatchObject({ field: 'kind', got: 'scale' });
    await server.http.put('/api/instruments/..%2fx').send({ name: 'x', kind: 'scale' }).expect(400);
  });

  it('stores a reading once, however often it is sent', async () => {
    await probe();
    const readings = [0, 1, 2].map((s) => ({
      at: new Date(server.now.getTime() - s * 1000).toISOString(),
      value: 90 + s,
    }));
    for (let i = 0; i < 3; i++) await send('probe-1', readings).expect(200, { stored: 3 });
    expect(await ReadingRow.count()).toBe(3);
  });

  it('refuses by name what cannot be, and stores none of that send', async () => {
    await probe();
    const at = server.now.toISOString();
    const refused = async (readings: object[]): Promise<string> =>
      (await send('probe-1', readings).expect(400)).body.errors[0].field;
    expect(
      await refused([
        { at, value: 90 },
        { at, value: 900 },
      ]),
    ).toBe('readings.1.value');
    expect(await refused([{ at: new Date(server.now.getTime() + 3_600_000).toISOString(), value: 90 }])).toBe(
      'readings.0.at',
    );
    expect(await refused([{ at, value: 'hot' }])).toBe('readings.0.value');
    expect(await refused([])).toBe('readings');
    await send('no-such', [{ at, value: 90 }]).expect(404);
    expect(await ReadingRow.count()).toBe(0);
  });

  it('puts it into a pot that there is, and nowhere else', async () => {
    await probe();
    const { id } = await server.startBatch();
    await server.http.put('/api/instruments/probe-1/attached').send({ batchId: id, brewId: 'soup' }).expect(400);
    await server.http.put('/api/instruments/probe-1/attached').send({ batchId: 'none', brewId: BREW }).expect(404);
    await attach('probe-1', id);
    const { body } = await server.http.put('/api/instruments/probe-1/attached').send({}).expect(200);
    expect(body.attached).toBeUndefined();
  });

  it('gives readings out as a table, with a name that begins like a formula as text', async () => {
    await server.http.put('/api/instruments/p').send({ name: '=1+1', kind: 'probe' });
    await send('p', [{ at: server.now.toISOString(), value: 90.5 }]);
    const { text, headers } = await server.http.get('/api/instruments/p/readings.csv').expect(200);
    expect(headers['content-type']).toContain('text/csv');
    expect(text.split(/\r?\n/)).toEqual([
      'time (UTC),value (°C),instrument',
      `${server.now.toISOString()},90.5,"'=1+1"`,
    ]);
  });
});

describe('a probe in a pot', () => {
  it('moves the prediction when it is believed, once a minute at most', async () => {
    const id = await steeping();
    await probe();
    await attach('probe-1', id);
    for (let s = 0; s < 40; s++) {
      server.now = new Date(server.now.getTime() + 1000);
      await send('probe-1', [{ at: server.now.toISOString(), value: 96 }]);
    }
    const told = brewState(await batchOf(id), BREW).changes.happened;
    expect(told).toMatchObject([{ kind: 'temp', tempC: 96 }]);
  });

  it('is not judged while it warms up from where it was, and then is', async () => {
    const id = await steeping();
    await probe();
    await attach('probe-1', id);
    const states: unknown[] = [];
    for (let s = 0; s < 40; s++) {
      server.now = new Date(server.now.getTime() + 1000);
      await send('probe-1', [{ at: server.now.toISOString(), value: 97 - 90 * Math.exp(-s / 4) }]);
      states.push((await server.http.get('/api/instruments')).body.instruments[0].state);
    }
    expect(new Set(states.slice(0, 29))).toEqual(new Set([undefined]));
    expect(new Set(states.slice(29))).toEqual(new Set(['good']));
  });

  it('does not move it when it lies', async () => {
    const id = await steeping();
    await probe();
    await attach('probe-1', id);
    for (let s = 0; s < 30; s++) {
      server.now = new Date(server.now.getTime() + 1000);
      await send('probe-1', [{ at: server.now.toISOString(), value: 23 }]);
    }
    expect(brewState(await batchOf(id), BREW).changes.happened).toEqual([]);
    const { body } = await server.http.get('/api/instruments');
    expect(body.instruments[0].state).toBe('out-of-the-pot');
  });

  it('goes on telling the batch while what was strained cools', async () => {
    const id = await steeping();
    await probe();
    await attach('probe-1', id);
    server.later(15);
    await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }).expect(200);
    server.later(10);
    for (let s = 0; s < 30; s++) {
      server.now = new Date(server.now.getTime() + 1000);
      await send('probe-1', [{ at: server.now.toISOString(), value: 71 }]);
    }
    const batch = await batchOf(id);
    expect(batch.temps.map((t) => t.tempC)).toEqual([71]);
    expect(coolingAt(batch, server.now.getTime())!.tempC).toBeCloseTo(71, 0);
  });

  it('is noticed when it goes silent', async () => {
    const id = await steeping();
    await probe();
    await attach('probe-1', id);
    await send('probe-1', [{ at: server.now.toISOString(), value: 99 }]);
    server.later(1);
    expect((await server.http.get('/api/instruments')).body.instruments[0].state).toBe('silent');
  });

  it('brings the history of another logger without touching what is to come', async () => {
    const id = await steeping();
    server.later(6);
    await probe();
    await attach('probe-1', id);
    const readings = Array.from({ length: 300 }, (_, i) => ({
      at: new Date(server.now.getTime() - (300 - i) * 1000 - 20_000).toISOString(),
      value: 60,
    }));
    await send('probe-1', readings).expect(200);
    expect(brewState(await batchOf(id), BREW).changes.happened).toEqual([]);
    const { body } = await server.http.get(`/api/batches/${id}/readings`).expect(200);
    expect(body.series[0].readings).toHaveLength(300);
  });
});

describe('a logger that is read out when its batch is long in the fridge', () => {
  it('gives its history to that pot, corrects the pot by it, and what it read afterwards is no pot’s', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    const batch = await batchOf(id);
    const steep = brewState(batch, BREW).stages.find((s) => s.kind === 'steep')!;
    const [fromMs, toMs] = [Date.parse(steep.startedAt), Date.parse(steep.endedAt!)];
    server.later(24 * 60);
    await probe('logger-1');
    await attach('logger-1', id);
    // A pot that cools a good deal faster than the kitchen thinks.
    const read = (ms: number): object => ({
      at: new Date(ms).toISOString(),
      value: 22 + 76 * Math.exp(-(ms - fromMs) / 60_000 / 45),
    });
    const times = Array.from({ length: Math.floor((toMs - fromMs) / 5000) }, (_, i) => fromMs + i * 5000);
    const afterwards = Date.parse(batch.offStoveAt!) + 60_000;
    await send('logger-1', [...times, afterwards].map(read)).expect(200);
    await server.http.put('/api/instruments/logger-1/attached').send({}).expect(200);
    const { body } = await server.http.get(`/api/batches/${id}/readings`).expect(200);
    expect(body.series).toMatchObject([{ instrumentId: 'logger-1', brewId: BREW }]);
    expect(body.series[0].readings.at(-1).atMs).toBe(times.at(-1));
    const { vesselId } = batch.plan.brews[0];
    const timed = async (): Promise<{ lossScale: number; from: string[] } | undefined> =>
      (await server.http.get('/api/house')).body.kitchen.body.vessels.find((v: { id: string }) => v.id === vesselId)
        .timed;
    for (let i = 0; i < 40 && !(await timed()); i++) await new Promise((r) => setTimeout(r, 100));
    expect((await timed())!.from).toEqual([`${id}/${BREW}/${steep.stageId}`]);
    expect((await timed())!.lossScale).toBeGreaterThan(1.2);
  });
});

describe('simulated instruments', () => {
  const simulate = async (kind: string, batchId: string): Promise<string> => {
    const { body } = await server.http.post('/api/instruments/simulated').send({ kind }).expect(201);
    await attach(body.id, batchId);
    return body.id as string;
  };

  it('follow the running pot', async () => {
    const id = await steeping();
    await simulate('probe', id);
    await simulate('scale', id);
    await simulate('refractometer', id);
    await ticks(40);
    const { body } = await server.http.get('/api/instruments');
    const last = Object.fromEntries(body.instruments.map((i: InstrumentView) => [i.kind, i.last!.value]));
    expect(last.probe).toBeGreaterThan(94);
    expect(last.scale).toBeGreaterThan(2000);
    expect(last.refractometer).toBeGreaterThan(0);
  });

  it('are let go by a batch that is thrown away, and are back in it when that is undone', async () => {
    const id = await steeping();
    await simulate('probe', id);
    const stored = async (): Promise<number> => {
      const before = await ReadingRow.count();
      await ticks(5);
      return (await ReadingRow.count()) - before;
    };
    expect(await stored()).toBeGreaterThan(0);
    await server.say(id, { type: 'discarded', why: 'spilled' }).expect(200);
    expect(await stored()).toBe(0);
    const { body } = await server.http.get('/api/instruments');
    expect(body.instruments[0].attached).toBeUndefined();
    const { events } = (await server.http.get(`/api/batches/${id}`)).body;
    await server.say(id, { type: 'undone', eventId: events.at(-1).id }).expect(200);
    expect(await stored()).toBeGreaterThan(0);
  });

  it('misbehave when told to, and are noticed', async () => {
    const id = await steeping();
    const instrument = await simulate('probe', id);
    await ticks(30);
    await server.http
      .put(`/api/instruments/${instrument}/misbehaves`)
      .send({ misbehaves: 'out-of-the-pot' })
      .expect(200);
    await ticks(70);
    const { body } = await server.http.get('/api/instruments');
    expect(body.instruments[0]).toMatchObject({ misbehaves: 'out-of-the-pot', state: 'out-of-the-pot' });
    await probe();
    await server.http.put('/api/instruments/probe-1/misbehaves').send({ misbehaves: 'stuck' }).expect(400);
  });

  it('correct the cooling of their pot for good, once a cooling', async () => {
    const id = await steeping();
    await simulate('probe', id);
    await ticks(12 * 60);
    await server.say(id, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }).expect(200);
    const timed = async (): Promise<{ lossScale: number; coolings: number } | undefined> => {
      await new Promise((r) => setTimeout(r, 300));
      const { body } = await server.http.get('/api/house');
      const { vesselId } = (await batchOf(id)).plan.brews[0];
      return body.kitchen.body.vessels.find((v: { id: string }) => v.id === vesselId).timed;
    };
    const once = await timed();
    expect(once!.lossScale).toBeGreaterThan(1.08);
    expect(once!.lossScale).toBeLessThan(1.32);
    server.later(1);
    await server.say(id, { type: 'measured', what: 'volume', brewId: BREW, value: 1100, method: 'jug' }).expect(200);
    expect((await timed())!.coolings).toBe(1);
  }, 60_000);

  it('four probes at one reading a second leave all of an hour’s 14,400 readings, but for those that dropped out', async () => {
    const { id } = await server.startBatch({ wayId: 'fridge-overnight', steepMin: 600 });
    for (let i = 0; i < 4; i++) {
      await server.http
        .put(`/api/instruments/hour-${i}`)
        .send({ name: `Probe ${i}`, kind: 'probe' })
        .expect(200);
      await attach(`hour-${i}`, id);
    }
    const start = server.now.getTime();
    server.later(60);
    for (let minute = 0; minute < 60; minute += 5)
      for (let i = 0; i < 4; i++) {
        const readings = Array.from({ length: 300 }, (_, s) => ({
          at: new Date(start + (minute * 60 + s) * 1000).toISOString(),
          value: 4 + i / 10,
        }));
        await send(`hour-${i}`, readings).expect(200, { stored: 300 });
      }
    expect(await ReadingRow.count()).toBe(14_400);
    // Whole for a day; then one in ten seconds, and in a month one a minute.
    const store = server.application.get(ReadingsStore);
    expect(await store.thin(start + 20 * 3_600_000)).toBe(0);
    await store.thin(start + 3 * 86_400_000);
    expect(await ReadingRow.count()).toBe(1440);
    await store.thin(start + 40 * 86_400_000);
    expect(await ReadingRow.count()).toBe(240);
    const { body } = await server.http.get(`/api/batches/${id}/readings`).expect(200);
    expect(body.series).toHaveLength(4);
  }, 60_000);
});
