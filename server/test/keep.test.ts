import { randomUUID } from 'node:crypto';
import ICAL from 'ical.js';
import { batchAfter, freeJugAfter, jugItemsOf, DEFAULT_KITCHEN, shelfItemsOf, SHEETS, volumeMl } from '@steepsis/core';
import type { LabelAsk } from '@steepsis/contract';
import { MIX, TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const bottle = (ml: number, where: 'fridge' | 'freezer' = 'fridge') => ({
  id: randomUUID(),
  name: 'bottle',
  shape: { kind: 'bottle', capacityMl: 500 },
  ml,
  where,
  keptIn: { container: 'sound', closure: 'tight', full: false },
});

async function mixed(): Promise<string> {
  const id = await server.measuredBatch();
  server.later(10);
  await server.say(id, MIX).expect(200);
  return id;
}
const itemsOf = async (id: string) =>
  shelfItemsOf(batchAfter((await server.http.get(`/api/batches/${id}`).expect(200)).body.events), server.now.getTime());

const print = (path: string, ask: Partial<LabelAsk>) =>
  server.http.get(`/api/print/${path}?ask=${encodeURIComponent(JSON.stringify(ask))}`);
const onSheet = { kind: 'sheet', sheet: SHEETS['21 on A4, 63.5 × 38.1 mm']!, start: 1 } as const;
const labelOf = (id: string, vesselId = 'jug', copies = 1) => ({
  owner: { kind: 'batch', id } as const,
  vesselId,
  copies,
});

describe('bottles of a jug', () => {
  it('are things of their own: one is frozen, one poured of, one taken for its label, over a restart', async () => {
    const id = await mixed();
    const [a, b] = [bottle(485), bottle(450, 'freezer')];
    await server.say(id, { type: 'filled', vesselId: 'jug', into: [a, b] }).expect(200);
    await server.say(id, { type: 'poured', vesselId: a.id, ml: 200 }).expect(200);
    await server.say(id, { type: 'labelled', vesselId: b.id }).expect(200);
    await server.restart();
    const items = await itemsOf(id);
    const find = (vesselId: string) => items.find((i) => i.vesselId === vesselId)!;
    expect(find(a.id).volumeMl).toBeCloseTo(285, 0);
    expect(find(b.id)).toMatchObject({ where: 'freezer', shape: b.shape });
    expect(find(b.id).labelledAt).toBeDefined();
    expect(find('jug').volumeMl).toBeCloseTo(1130 + 310 + 955 - 935, -2);
  });
  it('are refused where they hold more than there is, and nothing is stored by halves', async () => {
    const id = await mixed();
    const before = (await server.http.get(`/api/batches/${id}`)).body.events.length;
    const { body } = await server
      .say(id, { type: 'filled', vesselId: 'jug', into: Array.from({ length: 6 }, () => bottle(500)) })
      .expect(409);
    expect(body.detail).toMatch(/^Up to \d+ ml is left, not 3000 ml\.$/);
    const bad = await server
      .say(id, { type: 'filled', vesselId: 'jug', into: [{ ...bottle(100), where: 'sink' }] })
      .expect(400);
    expect(bad.body.errors[0].field).toBe('into.0.where');
    expect((await server.http.get(`/api/batches/${id}`)).body.events).toHaveLength(before);
  });
  it('are filled from a jug poured together too, which is frozen, read and emptied as any', async () => {
    const jugId = randomUUID();
    const at = server.now.toISOString();
    const part = { name: 'Syrup', ml: 900, from: { kind: 'syrup', brix: 40, sweetener: 'white_sugar' } };
    await server.http
      .post('/api/jugs')
      .send({
        ...{ id: jugId, eventId: randomUUID(), at, name: 'Porch jug', capacityMl: 1500, glassMl: 250, iced: false },
        ...{ standard: 1, likeName: 'a usual glass', wantedX: 1, audience: [], acknowledged: [], parts: [part] },
      })
      .expect(201);
    const say = (event: object) =>
      server.http
        .post(`/api/jugs/${jugId}/events`)
        .send({ id: randomUUID(), at: server.now.toISOString(), v: 1, ...event });
    const own = bottle(450);
    await say({ type: 'filled', vesselId: 'jug', into: [own] }).expect(200);
    await say({ type: 'moved', vesselId: own.id, where: 'freezer' }).expect(200);
    await say({ type: 'measured', what: 'ph', value: 3.4, method: 'meter', vesselId: 'jug' }).expect(200);
    await say({ type: 'poured-away', vesselId: 'jug', why: 'enough of it' }).expect(200);
    const jug = freeJugAfter((await server.http.get(`/api/jugs/${jugId}`)).body.events);
    expect(jugItemsOf(jug, DEFAULT_KITCHEN).map((i) => [i.vesselId, i.where])).toEqual([[own.id, 'freezer']]);
    // It still is on the shelf, for its bottle.
    expect((await server.http.get('/api/jugs')).body.jugs).toHaveLength(1);
    // And poured of for another jug by its own vessel.
    const from = { kind: 'jug', jugId, vesselId: own.id };
    await server.http
      .post('/api/jugs')
      .send({
        ...{
          id: randomUUID(),
          eventId: randomUUID(),
          at: server.later(5),
          name: 'Second',
          capacityMl: 1500,
          glassMl: 250,
        },
        ...{ iced: false, standard: 1, likeName: 'a usual glass', wantedX: 1, audience: [], acknowledged: [] },
        parts: [{ name: 'of it', ml: 200, from }],
      })
      .expect(201);
    const after = freeJugAfter((await server.http.get(`/api/jugs/${jugId}`)).body.events);
    expect(volumeMl(after.vessels.find((v) => v.id === own.id)!.liquid)).toBeCloseTo(250, 0);
  });
});

describe('what was poured', () => {
  it('is told by drink, in glasses, and not what was poured away or taken back', async () => {
    const id = await mixed();
    await server.say(id, { type: 'poured', vesselId: 'jug', ml: 300 }).expect(200);
    const taken = randomUUID();
    await server.say(id, { type: 'poured', vesselId: 'jug', ml: 600 }, taken).expect(200);
    await server.say(id, { type: 'undone', eventId: taken }).expect(200);
    await server.say(id, { type: 'poured-away', vesselId: 'jug', why: 'over' }).expect(200);
    const { drinks, since } = (await server.http.get('/api/pours').expect(200)).body;
    expect(drinks).toEqual([
      { drinkId: 'roselle-rose-hip-cooler', pours: [{ at: server.now.toISOString(), glasses: 1 }] },
    ]);
    expect(Date.parse(since)).toBeLessThan(server.now.getTime());
  });
});

describe('labels', () => {
  it('are a PDF and an SVG of the sheet’s own size, with their letters in them', async () => {
    const id = await mixed();
    const pdf = await print('labels.pdf', { of: [labelOf(id)], on: onSheet }).expect(200);
    expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
    expect(pdf.headers['content-type']).toBe('application/pdf');
    const svg = (await print('labels.svg', { of: [labelOf(id)], on: onSheet }).expect(200)).body.toString() as string;
    expect(svg).toContain('width="210mm" height="297mm"');
    expect(
      svg
        .replace(/<style>.*?<\/style>/, '')
        .replace(/<[^>]*>/g, ' ')
        .replace(/\s+/g, ' '),
    ).toContain('Roselle and rose hip cooler');
    expect(svg.match(/font-face/g)).toHaveLength(2);
    expect(svg.length).toBeLessThan(120_000);
  });
  it('show what a cook wrote as text', async () => {
    const id = await mixed();
    const svg = (
      await print('labels.svg', {
        of: [labelOf(id)],
        on: { kind: 'single', widthMm: 90, heightMm: 120 },
        gift: '<b>"for" & you</b>',
      }).expect(200)
    ).body.toString() as string;
    expect(svg).not.toContain('<b>');
    expect(svg).toContain('&#60;b&#62;');
  });
  it('bear no line of one’s own that promises health', async () => {
    const id = await mixed();
    const on = { kind: 'single', widthMm: 90, heightMm: 120 } as const;
    const { body } = await print('labels.pdf', { of: [labelOf(id)], on, gift: 'Cures colds' }).expect(422);
    expect(body.detail).toMatch(/^“Cures colds”: .*health promise/);
    await print('labels.pdf', { of: [labelOf(id)], on, gift: 'Tart and deep red' }).expect(200);
  });
  it('say which of them cannot hold what must be on it', async () => {
    const id = await mixed();
    const told = async (widthMm: number, heightMm: number) =>
      (await print('labels', { of: [labelOf(id)], on: { kind: 'single', widthMm, heightMm } }).expect(200)).body
        .labels[0];
    expect(await told(90, 120)).toMatchObject({ fits: true, leftOut: 0 });
    expect(await told(26, 15)).toEqual({ fits: false });
  });
  it('are none for what is past its day, for what is not there, and for a sheet that cannot be', async () => {
    const id = await mixed();
    await print('labels.svg', { of: [labelOf(id, 'no-such')], on: onSheet }).expect(404);
    const wide = { ...onSheet, sheet: { ...onSheet.sheet, labelWidthMm: 90 } };
    const { body } = await print('labels.svg', { of: [labelOf(id)], on: wide }).expect(400);
    expect(body.errors[0].field).toBe('on.sheet.labelWidthMm');
    await server.http.get('/api/print/labels.svg?ask=x').expect(400);
    server.later(60 * 24 * 30);
    const late = await print('labels.svg', { of: [labelOf(id)], on: onSheet }).expect(422);
    expect(late.body.detail).toMatch(/last day is past/);
  });
});

describe('a jar’s calendar', () => {
  const SODA = 'spruce-tip-soda';
  /** Up to the jar that works. */
  async function jar(): Promise<string> {
    const { body } = await server.http.get(`/api/drinks/${SODA}`);
    const id = await server.begin(SODA, { acknowledged: (await warnings(body.drink)).concat(MORE) });
    const batch = () => server.http.get(`/api/batches/${id}`).then((r) => batchAfter(r.body.events));
    for (let i = 0; i < 12; i++) {
      const { brews } = await batch();
      const running = brews[0]!.stages.find((s) => s.endedAt === undefined);
      if (!running || running.kind === 'ferment') break;
      server.later(20);
      await server.say(id, { type: 'stage-ended', brewId: brews[0]!.brewId, stageId: running.stageId }).expect(200);
    }
    return id;
  }
  const MORE: string[] = [];
  async function warnings(drink: { id: string; version: number; defaults: object }): Promise<string[]> {
    const body = {
      id: randomUUID(),
      eventId: randomUUID(),
      at: server.now.toISOString(),
      drinkId: drink.id,
      drinkVersion: drink.version,
      target: drink.defaults,
    };
    const { body: answer } = await server.http.post('/api/batches').send(body);
    return [...String(answer.detail ?? '').matchAll(/\b([A-Z]{2,5}-\d\d):/g)].map((m) => m[1]!);
  }
  const events = (text: string): ICAL.Component[] => new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent');

  it('has the tasks of two weeks in UTC, each once, with an alarm, at hours when someone is up', async () => {
    const id = await jar();
    const { text, headers } = await server.http.get(`/api/print/jars/${id}.ics?zone=Europe/Rome`).expect(200);
    expect(headers['content-type']).toMatch(/^text\/calendar/);
    const all = events(text);
    expect(all.length).toBeGreaterThan(20);
    const uids = all.map((e) => e.getFirstPropertyValue('uid'));
    expect(new Set(uids).size).toBe(uids.length);
    const hour = new Intl.DateTimeFormat('en-GB', { timeZone: 'Europe/Rome', hour: '2-digit', hourCycle: 'h23' });
    for (const e of all) {
      const at = (e.getFirstPropertyValue('dtstart') as ICAL.Time).toJSDate();
      expect(Number(hour.format(at))).toBeGreaterThanOrEqual(7);
      expect(Number(hour.format(at))).toBeLessThanOrEqual(22);
      expect(e.getAllSubcomponents('valarm')).toHaveLength(1);
      expect(e.getFirstProperty('dtstart')!.toICALString()).toMatch(/Z$/);
    }
  });
  it('keeps the marks of its tasks, so that a second import moves and does not double them', async () => {
    const id = await jar();
    const marks = async (): Promise<string[]> =>
      events((await server.http.get(`/api/print/jars/${id}.ics?zone=UTC`)).text).map((e) =>
        String(e.getFirstPropertyValue('uid')),
      );
    const first = await marks();
    server.later(90);
    const again = await marks();
    expect(again.filter((uid) => first.includes(uid)).length).toBeGreaterThan(0.8 * again.length);
  });
  it('names a zone that is none', async () => {
    const id = await jar();
    const { body } = await server.http.get(`/api/print/jars/${id}.ics?zone=Nowhere/At`).expect(400);
    expect(body.errors[0].field).toBe('zone');
  });
});
