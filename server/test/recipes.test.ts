import { randomUUID } from 'node:crypto';
import { drinkFromCard, readCard, ROSELLE_COOLER, type Drink } from '@steepsis/core';
import { TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

const keep = (drink: object) => server.http.put(`/api/drinks/${(drink as Drink).id}`).send(drink);
const get = async (id: string): Promise<{ drink: Drink; startFrom: Drink['defaults'] }> =>
  (await server.http.get(`/api/drinks/${id}`).expect(200)).body;
const base = (id: string): Drink => ({ ...ROSELLE_COOLER, id, version: 1, name: 'Of one’s own', mix: [] });
const cardOf = (id: string, text: string): Drink => drinkFromCard(readCard(text), base(id));

describe('a draft', () => {
  /** Its plants hold all of its water. */
  const lost: Drink = {
    ...base('not-yet'),
    mix: ROSELLE_COOLER.mix,
    brews: ROSELLE_COOLER.brews.map((b) => ({
      ...b,
      ways: b.ways.map((w) => ({ ...w, waterMl: 20 })),
    })) as unknown as Drink['brews'],
  };

  it('is kept as it is, is called one, and the book opens beside it', async () => {
    await keep(lost).expect(400);
    await keep({ ...lost, draft: true }).expect(200);
    expect((await get('not-yet')).drink.draft).toBe(true);
    const { drinks } = (await server.http.get('/api/drinks').expect(200)).body;
    expect(drinks.find((d: { id: string }) => d.id === 'not-yet').drink.draft).toBe(true);
  });

  it('is not begun and not printed, and says why', async () => {
    await keep({ ...lost, draft: true }).expect(200);
    const begun = await server.http.post('/api/batches').send({
      id: randomUUID(),
      eventId: randomUUID(),
      at: server.now.toISOString(),
      drinkId: 'not-yet',
      drinkVersion: 1,
      target: lost.defaults,
    });
    const printed = await server.http.get('/api/print/drinks/not-yet/card.md');
    for (const { status, body, text } of [begun, printed]) {
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(body.detail ?? text).toMatch(/\w/);
    }
  });

  it('becomes a drink as its next version', async () => {
    await keep({ ...lost, draft: true }).expect(200);
    await keep({ ...lost, version: 2 }).expect(400);
    await keep({ ...ROSELLE_COOLER, id: 'not-yet', version: 2 }).expect(200);
    expect((await get('not-yet')).drink.draft).toBeUndefined();
  });
});

describe('what a recipe may say', () => {
  it('comes back as it was sent: bags, goes, layers, garnish, rhythms, bottles', async () => {
    const [brew] = ROSELLE_COOLER.brews;
    const way = brew.ways[0]!;
    const drink = {
      ...ROSELLE_COOLER,
      id: 'all-of-it',
      version: 1,
      brews: [
        {
          ...brew,
          ways: [
            {
              ...way,
              ingredients: way.ingredients.map((i) => ({ ...i, heldIn: 'bag' as const })),
              stages: [
                ...way.stages,
                {
                  id: 'sweeten',
                  kind: 'dissolve',
                  sweetener: 'white_sugar',
                  to: { grams: 40 },
                  toTaste: true,
                  lid: 'open',
                  agitation: 'still',
                },
                {
                  id: 'jar',
                  kind: 'ferment',
                  days: 3,
                  lid: 'closed',
                  agitation: 'still',
                  tend: { shake: { everyH: 12 }, vent: { everyH: 24, fromDay: 2 } },
                },
              ],
            },
          ],
        },
      ],
      mix: [
        ...ROSELLE_COOLER.mix,
        {
          id: 'float',
          name: 'Soda',
          from: { kind: 'water', water: 'sparkling' },
          book: 40,
          at: 'glass',
          layered: true,
          toTaste: true,
        },
      ],
      serve: { ...ROSELLE_COOLER.serve, garnish: 'a sprig of mint' },
      book: { ...ROSELLE_COOLER.book, wayId: way.id },
      bottles: { ml: 330, count: 3 },
    };
    await keep(drink).expect(200);
    expect((await get('all-of-it')).drink).toEqual(drink);
    const card = (await server.http.get('/api/print/drinks/all-of-it/card.md').expect(200)).text;
    for (const words of [
      'in a bag',
      'By taste',
      'as a layer',
      'a sprig of mint',
      'bottles of 330 ml',
      'vent every 24 h from day 2',
    ])
      expect(card).toContain(words);
  });

  it.each([
    ['bottles.ml', { bottles: { ml: 0 } }],
    ['bottles.count', { bottles: { ml: 150, count: 2.5 } }],
    ['draft', { draft: false }],
    ['serve.garnish', { serve: { ...ROSELLE_COOLER.serve, garnish: 'x'.repeat(200) } }],
  ])('%s out of its range is refused by its name', async (field, change) => {
    const { body } = await keep({ ...base('odd'), mix: ROSELLE_COOLER.mix, ...change }).expect(400);
    expect(body.errors.map((e: { field: string }) => e.field)).toContain(field);
  });
});

describe('sweetened by taste', () => {
  it('is told go by go, taken back, and the next making begins there', async () => {
    const drink = cardOf('goes', '20 g hibiscus in 1.2 L water, to the boil, off 10 min; strain; sugar to taste.');
    await keep(drink).expect(200);
    const { startFrom } = await get('goes');
    const id = await server.begin('goes', { target: { ...startFrom, asWritten: true } });
    const [brew] = drink.brews;
    const sugar = brew.ways[0]!.stages.find((s) => s.kind === 'dissolve')!;
    const end = (stageId: string) => server.say(id, { type: 'stage-ended', brewId: brew.id, stageId }).expect(200);
    const go = (grams: number, eventId = randomUUID()) =>
      server.say(id, { type: 'sweetened', brewId: brew.id, stageId: sugar.id, grams }, eventId);
    for (const s of brew.ways[0]!.stages.filter((x) => x.kind === 'heat' || x.kind === 'steep')) {
      server.later(10);
      await end(s.id);
    }
    server.later(1);
    await go(0).expect(400);
    await go(60).expect(200);
    const second = randomUUID();
    await go(500, second).expect(200);
    await server.say(id, { type: 'undone', eventId: second }).expect(200);
    await go(40).expect(200);
    server.later(2);
    await end(sugar.id);
    await go(10).expect(409);
    server.later(2);
    await server.say(id, { type: 'measured', what: 'volume', brewId: brew.id, value: 1100, method: 'jug' }).expect(200);
    const mix = Object.fromEntries(drink.mix.filter((l) => l.at === 'jug').map((l) => [l.id, 1100]));
    await server.say(id, { type: 'mixed', mix, hadMl: {}, sugarAddedG: 0 }).expect(200);
    // 100 g in something over a litre
    const next = (await get('goes')).startFrom;
    expect(next.sugarGPerL).toBeGreaterThan(75);
    expect(next.sugarGPerL).toBeLessThan(105);
  });
});
