import { randomUUID } from 'node:crypto';
import { TestServer } from './testServer';

// What the door promises: times that are times, text that is text, questions no larger than can be answered, and pages of this house alone.

let server: TestServer;
beforeEach(async () => {
  server = await new TestServer().start();
});
afterEach(() => server.stop());

const lot = (change: object): object => ({
  version: 0,
  body: {
    v: 1,
    plant: 'linden_dried',
    lots: [{ id: 'a', got: '2026-07-01', from: 'market', leftG: 100, potency: 1, ...change }],
  },
});
const keepLot = (change: object) => server.http.put('/api/house/pantry/linden_dried').send(lot(change));
const fieldsOf = ({ body }: { body: { errors?: { field: string; accepted: string }[] } }): string[] =>
  (body.errors ?? []).map((e) => `${e.field}: ${e.accepted}`);

describe('every time', () => {
  it.each([
    ['2026-07-05T09:00:00+02', 'a day or moment'],
    ['-002026-01-01T00:00:00Z', 'a day or moment'],
    ['2026-02-30', 'a day or moment'],
    ['1970-01-01T00:00:00Z', 'a time of the last twenty years'],
    ['2031-01-01', 'a time that has come'],
  ])('%s is refused as %s', async (got, accepted) =>
    expect(fieldsOf(await keepLot({ got }).expect(400))).toEqual([`lots.0.got: ${accepted}`]),
  );
  it('is kept in UTC, whatever zone it came in', async () => {
    const { body } = await keepLot({ got: '2026-07-01T09:00:00+02:00' }).expect(200);
    expect(body.body.lots[0].got).toBe('2026-07-01T07:00:00.000Z');
  });
  it('that is planned for may be to come, but not in another age', async () => {
    const start = async (readyBy: string) =>
      server.http.post('/api/batches').send(await server.startOf('rooibos-quince', {}, { readyBy }));
    expect((await start('2026-07-06T15:00:00Z')).status).toBe(201);
    expect(fieldsOf(await start('2126-07-06T15:00:00Z'))).toEqual(['target.readyBy: a time within two years']);
  });
  it('of a reading too', async () => {
    await server.http.put('/api/instruments/probe-1').send({ name: 'Probe', kind: 'probe' }).expect(200);
    for (const at of ['1970-01-01T00:00:00Z', '2027-01-01T00:00:00Z'])
      await server.http
        .post('/api/instruments/probe-1/readings')
        .send({ readings: [{ at, value: 20 }] })
        .expect(400);
  });
});

describe('every text', () => {
  it.each([
    ['NUL', 'a\u0000b'],
    ['a bell', 'a\u0007'],
    ['what turns a line round', 'gnp.\u202Eexe'],
    ['what cannot be seen', '\u200B\u200C'],
  ])('with %s is refused by its field', async (_what, from) =>
    expect(fieldsOf(await keepLot({ from }).expect(400))).toEqual(['lots.0.from: text that can be seen']),
  );
  it('of people stays as it is', async () => {
    // Joiners, marks of direction and the lines of another system are no tricks.
    for (const from of ['کاشان, 👩‍👩‍👧', 'שוק\u200F 12', 'by the gate\r\nleft of it']) {
      const { version } = ((await server.http.get('/api/house')).body.pantry[0] ?? { version: 0 }) as {
        version: number;
      };
      const { body } = await server.http
        .put('/api/house/pantry/linden_dried')
        .send({ ...lot({ from }), version })
        .expect(200);
      expect(body.body.lots[0].from).toBe(from);
    }
  });
  it('in an address steers nothing', async () => {
    await server.http.get('/api/batches/a%00b').expect(400);
    await server.http.get('/api/drinks/%E0%A4%A').expect(400);
  });
  it.each(['constructor', '__proto__', 'hasOwnProperty', 'toString'])(
    '"%s" is no name of anything here',
    async (name) => {
      const id = (await server.startBatch()).body.id as string;
      await server.http
        .post(`/api/batches/${id}/events`)
        .send({ id: randomUUID(), at: server.now.toISOString(), v: 2, type: name })
        .expect(400);
      await server.http.put(`/api/house/${name}/x`).send({ version: 0, body: {} }).expect(404);
      await server.http.get(`/api/drinks/${name}`).expect(404);
    },
  );
});

describe('a question larger than can be answered', () => {
  it('is answered by its first fault, and in a few words', async () => {
    const readings = Array.from({ length: 20_000 }, () => 'x');
    const { text } = await server.http.post('/api/instruments/probe-1/readings').send({ readings }).expect(400);
    expect(text.length).toBeLessThan(6000);
  });
  it('tells at most twenty faults of a form', async () => {
    const lots = Array.from({ length: 60 }, (_, i) => ({ id: `l${i}`, got: 'x', from: '', leftG: -1, potency: 1 }));
    const { body } = await server.http
      .put('/api/house/pantry/linden_dried')
      .send({ version: 0, body: { v: 1, plant: 'linden_dried', lots } })
      .expect(400);
    expect(body.errors).toHaveLength(20);
  });
  it('however deep it is, is refused', async () => {
    const deep = `${'['.repeat(10_000)}${']'.repeat(10_000)}`;
    await server.http
      .put('/api/house/pantry/linden_dried')
      .set('content-type', 'application/json')
      .send(`{"version":0,"body":${deep}}`)
      .expect(400);
  });
});

describe('an id that comes again', () => {
  it('with the same is answered as stored; with something else it is a conflict', async () => {
    const id = (await server.startBatch()).body.id as string;
    const event = { id: randomUUID(), at: server.later(5), v: 2, type: 'lid-set', brewId: 'concentrate', lid: 'open' };
    const say = (body: object) => server.http.post(`/api/batches/${id}/events`).send(body);
    await say(event).expect(200);
    await say(event).expect(200);
    await say({ ...event, lid: 'closed' }).expect(409);
    const { body } = await server.http.get(`/api/batches/${id}`).expect(200);
    expect(body.events.filter((e: { type: string }) => e.type === 'lid-set')).toHaveLength(1);
  });
  it('of a start too', async () => {
    const start = await server.startOf('rooibos-quince');
    await server.http.post('/api/batches').send(start).expect(201);
    await server.http.post('/api/batches').send(start).expect(201);
    const other = await server.startOf('roselle-rose-hip-cooler');
    const { id, eventId } = start as { id: string; eventId?: string };
    await server.http
      .post('/api/batches')
      .send({ ...other, id, eventId })
      .expect(409);
  });
});

describe('the pantry', () => {
  it('is drawn down once for each start, also when six come at once', async () => {
    await server.http
      .put('/api/house/pantry/quince_fresh')
      .send({
        version: 0,
        body: {
          v: 1,
          plant: 'quince_fresh',
          lots: [{ id: 'a', got: '2026-07-01', from: '', leftG: 9000, potency: 1 }],
        },
      })
      .expect(200);
    const left = async (): Promise<number> => {
      const { pantry } = (await server.http.get('/api/house')).body;
      return pantry.find((p: { body: { plant: string } }) => p.body.plant === 'quince_fresh').body.lots[0].leftG;
    };
    await server.begin('rooibos-quince');
    const one = 9000 - (await left());
    expect(one).toBeGreaterThan(10);
    await Promise.all(Array.from({ length: 6 }, () => server.begin('rooibos-quince')));
    expect(9000 - (await left())).toBeCloseTo(7 * one, 3);
  });
});

describe('a page of another place', () => {
  it.each([
    ['a browser says so', { 'sec-fetch-site': 'cross-site' }],
    ['it is another port of this machine', { 'sec-fetch-site': 'same-site' }],
    ['its origin is another', { origin: 'http://elsewhere.example' }],
    ['its origin is hidden', { origin: 'null' }],
  ])('gets nothing: %s', async (_why, headers) => {
    const { headers: own } = await server.http.get('/api/shelf').set(headers).expect(403);
    expect(own['content-security-policy']).toContain("font-src 'self'");
    expect(own['x-content-type-options']).toBe('nosniff');
  });
  it('sends no forms: they are read on the pairing page alone', async () => {
    await server.http
      .post('/api/batches')
      .set('content-type', 'application/x-www-form-urlencoded')
      .send('id=1')
      .expect(400);
  });
  it('what is told is kept by no browser', async () => {
    const { headers } = await server.http.get('/api/drinks').set('sec-fetch-site', 'same-origin').expect(200);
    expect(headers['cache-control']).toBe('no-store');
  });
  it('an address that came with a foreign name keeps its headers when it is refused', async () => {
    const { headers } = await server.http.get('/api/shelf').set('host', 'elsewhere.example').expect(403);
    expect(headers['content-security-policy']).toBeDefined();
  });
});

describe('the stove and its instruments', () => {
  it('asks for what is open, however many are done', async () => {
    const open = (await server.startBatch()).body.id as string;
    for (let i = 0; i < 3; i++) {
      const id = (await server.startBatch()).body.id as string;
      await server.http
        .post(`/api/batches/${id}/events`)
        .send({ id: randomUUID(), at: server.later(1), v: 2, type: 'discarded', why: 'a test' })
        .expect(200);
    }
    const { body } = await server.http.get('/api/batches?phase=open&limit=200').expect(200);
    expect(body.batches.map((b: { id: string }) => b.id)).toEqual([open]);
  });
  it('a simulated instrument can be removed, a real one cannot', async () => {
    const { body } = await server.http.post('/api/instruments/simulated').send({ kind: 'probe' }).expect(201);
    await server.http.put('/api/instruments/probe-1').send({ name: 'Probe', kind: 'probe' }).expect(200);
    await server.http.delete('/api/instruments/probe-1').expect(400);
    const { body: left } = await server.http.delete(`/api/instruments/${body.id}`).expect(200);
    expect(left.instruments.map((i: { id: string }) => i.id)).toEqual(['probe-1']);
  });
  it('one that sends too often is refused by its own limit, and another is heard', async () => {
    for (const id of ['fast', 'slow'])
      await server.http.put(`/api/instruments/${id}`).send({ name: id, kind: 'probe' }).expect(200);
    const send = (id: string, i: number) =>
      server.http
        .post(`/api/instruments/${id}/readings`)
        .send({ readings: [{ at: new Date(server.now.getTime() - i).toISOString(), value: 20 }] });
    const answers: number[] = [];
    for (let i = 0; i < 130; i++) answers.push((await send('fast', i)).status);
    expect(answers.filter((s) => s === 200)).toHaveLength(100);
    expect(answers.filter((s) => s === 429)).toHaveLength(30);
    await send('slow', 1).expect(200);
    await server.http.get('/api/drinks').expect(200);
  });
  it('a day of readings comes as a chart wants it, with its last', async () => {
    const id = (await server.startBatch()).body.id as string;
    await server.http.put('/api/instruments/probe-1').send({ name: 'Probe', kind: 'probe' }).expect(200);
    await server.http.put('/api/instruments/probe-1/attached').send({ batchId: id, brewId: 'concentrate' }).expect(200);
    const beginMs = server.now.getTime();
    server.later(3 * 60);
    for (let from = 0; from < 10_000; from += 5000)
      await server.http
        .post('/api/instruments/probe-1/readings')
        .send({
          readings: Array.from({ length: 5000 }, (_, i) => ({
            at: new Date(beginMs + (from + i) * 1000).toISOString(),
            value: 20 + (from + i) / 1000,
          })),
        })
        .expect(200);
    const { body } = await server.http.get(`/api/batches/${id}/readings`).expect(200);
    const [series] = body.series;
    expect(series.readings.length).toBeGreaterThan(100);
    expect(series.readings.length).toBeLessThanOrEqual(402);
    expect(series.readings.at(-1).atMs).toBe(beginMs + 9999 * 1000);
    expect(series.readings.at(-1).value).toBeCloseTo(29.999, 9);
  });
});
