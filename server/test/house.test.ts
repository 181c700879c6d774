import { randomUUID } from 'node:crypto';
import {
  BOOK,
  botanicalBySlug,
  DEFAULT_KITCHEN,
  ownPlantId,
  ROSELLE_COOLER,
  type Kitchen,
  type PantryEntry,
} from '@steepsis/core';
import { TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const entry = (leftG: number): PantryEntry => ({
  v: 1,
  plant: 'roselle_dried_whole',
  lots: [
    { id: 'old', got: '2026-05-01', from: 'the market', leftG: 20, potency: 0.8 },
    { id: 'new', got: '2026-06-20', from: '<b>the hedge</b>', leftG, potency: 1 },
  ],
});
const put = (path: string, version: number, body: unknown) =>
  server.http.put(`/api/house/${path}`).send({ version, body });

describe('the kitchen', () => {
  it('is an ordinary one until it is changed, and plans are worked out for it from then on', async () => {
    expect((await server.http.get('/api/house')).body.kitchen).toEqual({ version: 0, body: DEFAULT_KITCHEN });
    const high: Kitchen = { ...DEFAULT_KITCHEN, altitudeM: 2400 };
    await put('kitchen/kitchen', 0, high).expect(200);
    const [start] = (await server.startBatch()).body.events;
    expect(start).toMatchObject({ plan: { kitchen: { altitudeM: 2400 } } });
  });

  it('names what is wrong with it, and keeps what was there', async () => {
    const bad = { ...DEFAULT_KITCHEN, fridgeC: 40, vessels: [] };
    const { body } = await put('kitchen/kitchen', 0, bad).expect(400);
    expect(body.errors.map((e: { field: string }) => e.field)).toEqual(['fridgeC', 'vessels']);
    expect((await server.http.get('/api/house')).body.kitchen.version).toBe(0);
  });

  it('tells the second of two tabs, and keeps the first one’s change', async () => {
    await put('kitchen/kitchen', 0, { ...DEFAULT_KITCHEN, roomC: 25 }).expect(200);
    const { body } = await put('kitchen/kitchen', 0, { ...DEFAULT_KITCHEN, roomC: 18 }).expect(409);
    expect(body.type).toBe('changed-meanwhile');
    expect((await server.http.get('/api/house')).body.kitchen.body.roomC).toBe(25);
    // The same words again are no conflict: a send may be repeated.
    await put('kitchen/kitchen', 0, { ...DEFAULT_KITCHEN, roomC: 25 }).expect(200);
  });
});

describe('the pantry', () => {
  it('keeps lots as they are written, and a batch draws on the oldest first', async () => {
    await put('pantry/roselle_dried_whole', 0, entry(300)).expect(200);
    await server.startBatch();
    const after = (await server.http.get('/api/house')).body.pantry[0].body as PantryEntry;
    expect(after.lots[0]!.leftG).toBe(0);
    expect(after.lots[1]!.leftG).toBeGreaterThan(200);
    expect(after.lots[1]!.leftG).toBeLessThan(300);
    expect(after.lots[1]!.from).toBe('<b>the hedge</b>');
  });

  describe('a batch that is thrown away before the heat', () => {
    const lots = async () => (await server.http.get('/api/house')).body.pantry[0].body.lots as PantryEntry['lots'];
    const laidOut = async (): Promise<string> => {
      await put('pantry/roselle_dried_whole', 0, entry(300)).expect(200);
      return server.begin(ROSELLE_COOLER.id, { layOut: true });
    };

    it('puts its plants back into the lots they came from, and takes them out again when that is taken back', async () => {
      const id = await laidOut();
      const drawn = await lots();
      expect(drawn[0]!.leftG).toBe(0);
      const eventId = randomUUID();
      await server.say(id, { type: 'discarded', why: 'guests rang off', plantsBack: true }, eventId).expect(200);
      expect(await lots()).toEqual(entry(300).lots);
      await server.say(id, { type: 'undone', eventId }).expect(200);
      expect(await lots()).toEqual(drawn);
    });
    it('keeps them out where that is wanted, and once the heat is on', async () => {
      const id = await laidOut();
      const drawn = await lots();
      await server.say(id, { type: 'brew-started', brewId: ROSELLE_COOLER.brews[0].id }).expect(200);
      const { body } = await server.say(id, { type: 'discarded', why: 'x', plantsBack: true }).expect(409);
      expect(body.detail).toMatch(/does not go back into the pantry/);
      await server.say(id, { type: 'discarded', why: 'x' }).expect(200);
      expect(await lots()).toEqual(drawn);
    });
  });

  it('a batch that is sent twice draws once', async () => {
    await put('pantry/roselle_dried_whole', 0, entry(300)).expect(200);
    const ids = { id: randomUUID(), eventId: randomUUID() };
    await server.startBatch({}, ids);
    const once = (await server.http.get('/api/house')).body.pantry[0];
    expect((await server.startBatch({}, ids)).status).toBe(201);
    expect((await server.http.get('/api/house')).body.pantry[0]).toEqual(once);
  });

  it('refuses an address that is another plant’s, and a lot that makes no sense', async () => {
    await put('pantry/sumac_ground', 0, entry(1)).expect(400);
    await put('pantry/roselle_dried_whole', 0, { ...entry(-5) }).expect(400);
    await put('cellar/x', 0, {}).expect(404);
    await server.http
      .put('/api/house/pantry/x')
      .send({ body: entry(1) })
      .expect(400);
  });
});

describe('plants of one’s own', () => {
  const id = ownPlantId('Garden mix', 1);
  const mix = {
    v: 1,
    id,
    name: 'Garden mix',
    parts: [
      { plant: 'lemon_balm_dried', share: 0.6 },
      { plant: 'peppermint_dried', share: 0.4 },
    ],
    strengthKnown: false,
  };
  it('are kept with their parts, and one of unknown parts is refused by its field', async () => {
    await put(`plants/${id}`, 0, mix).expect(200);
    expect((await server.http.get('/api/house')).body.plants[0].body).toEqual(mix);
    const odd = { ...mix, id: ownPlantId('Odd', 1), parts: [{ plant: 'moon_dust', share: 1 }] };
    const { body } = await put(`plants/${odd.id}`, 0, odd).expect(400);
    expect(body.errors[0].got).toBe('"moon_dust"');
  });
  it('come along in the drink that uses them', async () => {
    const [brew] = ROSELLE_COOLER.brews;
    const way = brew.ways[0]!;
    const own = { id: 'mix', plant: id, grams: 6, enters: { stageId: 'steep', atMin: 0 } };
    const drink = {
      ...ROSELLE_COOLER,
      version: 2,
      brews: [{ ...brew, ways: [{ ...way, ingredients: [...way.ingredients, own] }, ...brew.ways.slice(1)] }],
    };
    const { body } = await server.http.put(`/api/drinks/${drink.id}`).send(drink).expect(400);
    expect(body.detail).toContain('a plant of the table, or one that the drink brings along');
    await server.http
      .put(`/api/drinks/${drink.id}`)
      .send({ ...drink, plants: [mix] })
      .expect(200);
  });
});

describe('the drinks book', () => {
  const { id } = ROSELLE_COOLER;
  it('keeps every version, and puts a drink away without losing it', async () => {
    await server.http
      .put(`/api/drinks/${id}`)
      .send({ ...ROSELLE_COOLER, version: 2, name: 'Cooler' })
      .expect(200);
    const { versions } = (await server.http.get(`/api/drinks/${id}/versions`)).body;
    expect(versions.map((v: { version: number }) => v.version)).toEqual([2, 1]);
    await server.http.put(`/api/drinks/${id}/archived`).send({ archived: true }).expect(200);
    const listed = async () =>
      (await server.http.get('/api/drinks')).body.drinks.find((d: { id: string }) => d.id === id);
    expect((await listed()).archived).toBe(true);
    await server.http.put(`/api/drinks/${id}/archived`).send({ archived: 'no' }).expect(400);
    await server.http.put(`/api/drinks/${id}/archived`).send({ archived: false }).expect(200);
    expect((await listed()).archived).toBe(false);
    await server.http.put('/api/drinks/nothing/archived').send({ archived: true }).expect(404);
  });
});

describe('every drink of the book', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))('%s prints as a card with all that is in it', async (id, drink) => {
    const { text } = await server.http.get(`/api/print/drinks/${id}/card.md`).expect(200);
    for (const i of drink.brews[0].ways[0]!.ingredients)
      expect(text).toContain(botanicalBySlug(i.plant).name.split(/[,(]/)[0]!.trim().replace(/[-]/g, '\\-'));
    const [way] = drink.brews[0].ways;
    expect(text.includes('Hold the plants under with a weight')).toBe(way!.underWeight === true);
    expect(text.includes('Best after')).toBe(way!.restHours !== undefined);
    expect(text).toMatch(/at most \d+ mg of caffeine/);
    expect(text).not.toMatch(/NaN|undefined|Infinity/);
  });
  it('every pot and jar of the kitchen has its dipstick, with and without a brew', async () => {
    for (const vessel of DEFAULT_KITCHEN.vessels.filter((v) => v.kind === 'pot' || v.kind === 'jar'))
      for (const query of ['', `?drink=${ROSELLE_COOLER.id}`]) {
        const { body, headers } = await server.http.get(`/api/print/dipstick/${vessel.id}.pdf${query}`).expect(200);
        expect((body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
        expect(headers['content-disposition']).toBe(`inline; filename="dipstick-${vessel.id}.pdf"`);
      }
  });
});

describe('paper', () => {
  it('prints a card whose words cannot act as Markdown', async () => {
    await server.http
      .put(`/api/drinks/${ROSELLE_COOLER.id}`)
      .send({ ...ROSELLE_COOLER, version: 2, name: '# <script>*x*</script>' })
      .expect(200);
    const md = await server.http.get(`/api/print/drinks/${ROSELLE_COOLER.id}/card.md`).expect(200);
    expect(md.headers['content-type']).toBe('text/markdown; charset=utf-8');
    expect(md.text).toContain('# \\# \\<script\\>\\*x\\*\\</script\\>');
    expect(md.text).toContain('50 g Roselle');
    expect(md.text).not.toMatch(/[^\\]<script/);
  });
  it('prints the target in its address, as PDF too, and names a fault in it', async () => {
    const target = encodeURIComponent(JSON.stringify({ ...ROSELLE_COOLER.defaults, litres: 1.2 }));
    const md = await server.http.get(`/api/print/drinks/${ROSELLE_COOLER.id}/card.md?target=${target}`).expect(200);
    expect(md.text).toContain('1.20 L');
    const pdf = await server.http.get(`/api/print/drinks/${ROSELLE_COOLER.id}/card.pdf?target=${target}`).expect(200);
    expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
    await server.http.get(`/api/print/drinks/${ROSELLE_COOLER.id}/card.pdf?target=x`).expect(400);
    await server.http.get('/api/print/dipstick/no-pot.pdf').expect(404);
  });
});

describe('occasions', () => {
  const occasion = {
    ...{ v: 1, id: 'open-day', name: 'Open day', readyBy: '2026-07-12T15:00:00.000Z', servedHours: 3, hands: 1 },
    groups: [{ people: 24, glassesEach: 1 }],
    drinks: [{ drinkId: ROSELLE_COOLER.id, share: 1 }],
    moved: {},
  };
  const put = (body: object, version = 0) => server.http.put('/api/house/occasions/open-day').send({ version, body });
  it('are kept with their version, over a restart, and never over another’s change unseen', async () => {
    await put(occasion).expect(200);
    await put({ ...occasion, name: 'Garden day' }, 1).expect(200);
    await put({ ...occasion, name: 'Other' }, 1).expect(409);
    await server.restart();
    const { occasions } = (await server.http.get('/api/house').expect(200)).body;
    expect(occasions).toEqual([{ version: 2, body: { ...occasion, name: 'Garden day' } }]);
  });
  it('keep the day that is begun: who drinks, what stood, what was put by hand, what was done, how it went', async () => {
    const begun = {
      ...occasion,
      groups: [{ people: 24, glassesEach: 1, audience: ['pregnant'] }],
      drinks: [
        {
          drinkId: ROSELLE_COOLER.id,
          share: 2,
          strengthX: 1.1,
          glassMl: 250,
          second: { name: 'Long roselle', share: 1, strengthX: 0.6, water: 'sparkling' },
          batchId: '8b9f5a0e-6a0e-4f52-9d6f-2f7f6f1f0a11',
          went: { glasses: 12, leftGlasses: 2 },
        },
      ],
      moved: { 'roselle-rose-hip-cooler/mix': -45 },
      done: { 'ice-for-the-bath/fill-1': -900 },
      sheet: { at: '2026-07-04T16:00:00.000Z', starts: { 'roselle-rose-hip-cooler/mix': -30 }, standing: {} },
    };
    await put(begun).expect(200);
    const { occasions } = (await server.http.get('/api/house').expect(200)).body;
    expect(occasions).toEqual([{ version: 1, body: begun }]);
    const { body } = await put({ ...begun, moved: { a: 'soon' } }, 1).expect(400);
    expect(body.errors[0].field).toBe('moved.a');
    await put({ ...begun, drinks: [{ ...begun.drinks[0], went: { glasses: 12 } }] }, 1).expect(400);
  });
  it('of a kitchen whose rings, fridge, ice and nights are told', async () => {
    const { kitchen } = (await server.http.get('/api/house').expect(200)).body;
    const told = {
      ...kitchen.body,
      rings: [2200, 1200],
      fridgeRoom: { litres: 9, watts: 30 },
      ice: { trayG: 400, hours: 5, storeG: 1500 },
      night: { fromH: 23, toH: 6.5 },
    };
    const keep = (body: object, version: number) =>
      server.http.put('/api/house/kitchen/kitchen').send({ version, body });
    await keep(told, kitchen.version).expect(200);
    const { body } = await keep({ ...told, night: { fromH: 2, toH: 6 } }, kitchen.version + 1).expect(400);
    expect(body.errors[0].field).toBe('night.fromH');
  });
  it('are refused by the field that is wrong', async () => {
    const { body } = await put({ ...occasion, groups: [{ people: 0, glassesEach: 1 }] }).expect(400);
    expect(body.errors[0].field).toBe('groups.0.people');
    await put({ ...occasion, id: 'elsewhere' }).expect(400);
  });
});

describe('the sheet of a day, for the wall', () => {
  const line = (at: string, words: string) => ({ at, words, colour: '#8a1a3a', hands: true });
  const sheet = {
    title: 'Open day <b>at</b> the lock',
    lead: 'Ready Sunday, 15:00.',
    days: [
      {
        name: 'Sunday 5 July',
        lines: Array.from({ length: 60 }, (_, i) =>
          line(
            `${8 + Math.floor(i / 10)}:${String((i % 10) * 6).padStart(2, '0')}`,
            `Strain the roselle, and the ${i}th thing, which is long enough for a second line on a wall`,
          ),
        ),
      },
    ],
    table: ['Roselle: 10 glasses'],
    toGet: ['Ice: 4 kg to buy'],
    measure: ['White sugar: 300 g'],
  };
  const post = (body: object) => server.http.post('/api/print/day.pdf').send(body);
  it('is drawn on as many pages as it takes', async () => {
    const { body } = await post(sheet).expect(200).expect('content-type', 'application/pdf');
    const text = (body as Buffer).toString('latin1');
    expect(text.startsWith('%PDF-')).toBe(true);
    expect(text.match(/\/Type \/Page\b/g)!.length).toBeGreaterThan(2);
  });
  it('is refused by the field that is wrong, and by its size', async () => {
    const wrong = { ...sheet, days: [{ name: 'x', lines: [{ ...line('8:00', 'a'), colour: 'red;' }] }] };
    const { body } = await post(wrong).expect(400);
    expect(body.errors[0].field).toBe('days.0.lines.0.colour');
    await post({ ...sheet, table: Array.from({ length: 30 }, () => 'x') }).expect(400);
  });
});
