import { expect, test, type Page, type Route } from '@playwright/test';
import type { BatchList, BatchView, DrinkList, DrinkView, HouseView, JugList, ShelfView } from '@steepsis/contract';
import { MS_FOR_ALL } from '../support/everyPage';
import { codeIn } from '../support/words';
import { Server } from '../support/server';
import { walk } from '../support/walk';

// One thing's fault stays with that thing: a batch on the stove, one on the shelf, a jug, a drink and a plant that cannot be worked
// out are each in the notebook, and every page opens.

const LOST = 'own-lost-r1';
const NO_PAGE = 'This page could not be shown';

/** A recipe with a plant whose figures nobody has any more. */
const withLostPlant = <D extends { brews: readonly { ways: readonly { ingredients: readonly object[] }[] }[] }>(
  drink: D,
): D => ({
  ...drink,
  brews: drink.brews.map((b) => ({
    ...b,
    ways: b.ways.map((w) => ({ ...w, ingredients: w.ingredients.map((i) => ({ ...i, plant: LOST })) })),
  })),
});

function broken(view: BatchView): BatchView {
  return {
    ...view,
    events: view.events.map((e) =>
      e.type === 'started'
        ? {
            ...e,
            plan: {
              ...e.plan,
              drink: withLostPlant(e.plan.drink),
              brews: e.plan.brews.map((b) => ({
                ...b,
                way: { ...b.way, ingredients: b.way.ingredients.map((i) => ({ ...i, plant: LOST })) },
              })) as unknown as typeof e.plan.brews,
            },
          }
        : e,
    ),
  };
}

async function answered<T>(route: Route, change: (body: T) => T): Promise<void> {
  // A connection that is kept alive may be closed just as it is used again.
  const response = await route.fetch({ maxRetries: 3 });
  await route.fulfill({ response, json: change((await response.json()) as T) });
}

// A page may still be fetching when its test ends; what is answered for it then goes nowhere, and is no fault.
test.afterEach(({ page }) => page.unrouteAll({ behavior: 'ignoreErrors' }));

async function opens(page: Page, url: string, path: string): Promise<string> {
  await page.goto(url + path);
  await expect(page.getByRole('heading', { level: 1 }), path).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /Fetching/ })).toHaveCount(0);
  await expect(page.getByText(NO_PAGE), path).toHaveCount(0);
  return page.locator('main').innerText();
}

test.describe('with one thing of each kind that cannot be worked out', () => {
  const server = new Server();
  test.beforeAll(() => server.start({ demo: true }));
  test.afterAll(() => server.remove());

  test('every page opens, says it of that thing, and shows the others', async ({ page, request }) => {
    test.setTimeout(MS_FOR_ALL);
    const get = async <T>(path: string): Promise<T> => (await (await request.get(server.url + path)).json()) as T;
    const { batches } = await get<BatchList>('/api/batches?limit=50');
    const shelf = await get<ShelfView>('/api/shelf');
    const running = batches.filter((b) => b.phase === 'running');
    const onStove = running[0]!.id;
    const onShelf = shelf.batches[0]!.id;
    const { drinks } = await get<DrinkList>('/api/drinks');
    const lostDrink = drinks.at(-1)!;
    const jugId = '11111111-1111-4111-8111-111111111111';
    const poured = await request.post(`${server.url}/api/jugs`, {
      data: {
        id: jugId,
        eventId: '11111111-1111-4111-8111-111111111112',
        at: new Date().toISOString(),
        name: 'A jug of anything',
        capacityMl: 1500,
        glassMl: 250,
        iced: false,
        standard: 1,
        likeName: 'a usual glass',
        wantedX: 1,
        audience: [],
        acknowledged: ['KEEP-01', 'DATE-01', 'CB-05', 'PRO-01'],
        parts: [{ name: 'Water', ml: 600, from: { kind: 'water', water: 'still' } }],
      },
    });
    expect(poured.ok()).toBe(true);

    await page.route(/\/api\/batches\/[^/?]+$/, (route) =>
      answered<BatchView>(route, (b) => ([onStove, onShelf].includes(b.id) ? broken(b) : b)),
    );
    await page.route('**/api/shelf', (route) =>
      answered<ShelfView>(route, (s) => ({ ...s, batches: s.batches.map((b) => (b.id === onShelf ? broken(b) : b)) })),
    );
    await page.route('**/api/drinks', (route) =>
      answered<DrinkList>(route, (list) => ({
        ...list,
        drinks: list.drinks.map((d) => (d.id === lostDrink.id ? { ...d, drink: withLostPlant(d.drink) } : d)),
      })),
    );
    await page.route(`**/api/drinks/${lostDrink.id}`, (route) =>
      answered<DrinkView>(route, (view) => ({ ...view, drink: withLostPlant(view.drink) })),
    );
    await page.route(/\/api\/jugs(\/|$)/, (route) =>
      answered<JugList>(
        route,
        (list) => JSON.parse(JSON.stringify(list).replaceAll('"bodyG":{}', `"bodyG":{"${LOST}":2}`)) as JugList,
      ),
    );
    await page.route('**/api/house', (route) =>
      answered<HouseView>(route, (house) => ({
        ...house,
        plants: [
          ...house.plants,
          {
            version: 1,
            body: {
              v: 1,
              id: 'own-odd-r1',
              name: 'Odd mix',
              parts: [{ plant: 'gone', share: 1 }],
              strengthKnown: false,
            },
          },
        ],
      })),
    );

    const paths = [
      '/',
      '/drinks',
      `/plan/${lostDrink.id}`,
      `/plan/${lostDrink.id}/methods`,
      `/plan/${lostDrink.id}/list`,
      `/recipe/${lostDrink.id}`,
      `/drinks/${lostDrink.id}/versions`,
      `/plan/${drinks[0]!.id}`,
      '/steep',
      `/steep/${onStove}`,
      `/steep/${onShelf}`,
      `/mix/${onStove}`,
      `/mix/${onShelf}`,
      '/mix/jug',
      `/mix/jug/${jugId}`,
      '/mix/guests',
      '/keep',
      '/taste',
      `/taste/${onShelf}`,
      '/pantry',
      '/pantry/own-odd-r1',
      '/kitchen',
      '/kitchen/instruments',
      '/rules',
    ];
    for (const path of paths) {
      const text = await opens(page, server.url, path);
      expect([path, codeIn(text)]).toEqual([path, undefined]);
    }

    // Its own card with what can be done; the others beside it.
    await opens(page, server.url, '/');
    const bench = page.locator('main');
    await expect(bench.getByText(/cannot be worked out as it stands/).first()).toBeVisible();
    await expect(bench.getByRole('link', { name: 'To its page' }).first()).toBeVisible();
    if (running.length > 1) await expect(bench.getByRole('link', { name: 'To this pot' }).first()).toBeVisible();
    await opens(page, server.url, '/keep');
    await expect(page.getByText(/cannot be worked out as it stands/).first()).toBeVisible();
    await expect(page.getByRole('button', { name: /^Throw it away: / }).first()).toBeVisible();
    expect(await page.getByRole('button', { name: /^(Pour a glass|Take one|Pour it away): / }).count()).toBeGreaterThan(
      2,
    );
    await opens(page, server.url, '/drinks');
    await expect(page.getByText(/cannot be planned as it is written/)).toHaveCount(1);
  });
});

test.describe('a pot that was left on an open boil', () => {
  const server = new Server();
  test.beforeAll(() => server.start());
  test.afterAll(() => server.remove());

  test('has boiled dry: every page says so and goes on, and each way on works', async ({ page, request }) => {
    const at = new Date(Date.now() - 400 * 60_000);
    const id = '22222222-2222-4222-8222-222222222222';
    const { drink } = (await (await request.get(`${server.url}/api/drinks/rooibos-quince`)).json()) as DrinkView;
    const started = await request.post(`${server.url}/api/batches`, {
      data: {
        id,
        eventId: '22222222-2222-4222-8222-222222222223',
        at: at.toISOString(),
        drinkId: drink.id,
        drinkVersion: drink.version,
        target: drink.defaults,
      },
    });
    expect(started.status()).toBe(201);
    const say = (n: number, minutes: number, event: object) =>
      request.post(`${server.url}/api/batches/${id}/events`, {
        data: {
          id: `22222222-2222-4222-8222-2222222222${n}`,
          at: new Date(at.getTime() + minutes * 60_000).toISOString(),
          v: 2,
          ...event,
        },
      });
    const [brew] = drink.brews;
    const [heat] = brew.ways[0]!.stages;
    expect((await say(30, 1, { type: 'lid-set', brewId: brew.id, lid: 'open' })).ok()).toBe(true);
    expect((await say(31, 9, { type: 'stage-ended', brewId: brew.id, stageId: heat!.id })).ok()).toBe(true);
    expect((await say(32, 10, { type: 'lid-set', brewId: brew.id, lid: 'open' })).ok()).toBe(true);
    for (const path of ['/', '/steep', `/steep/${id}`, '/keep', `/mix/${id}`, '/mix/jug', '/kitchen/instruments'])
      expect(codeIn(await opens(page, server.url, path))).toBeUndefined();
    await opens(page, server.url, '/');
    await expect(page.getByText('boiled dry: off the heat')).toBeVisible();
    await opens(page, server.url, `/steep/${id}`);
    await expect(page.getByRole('region', { name: 'What has gone wrong' })).toContainText('boiled dry, about');
    await expect(page.getByRole('heading', { name: /^Take it off the heat/ })).toBeVisible();
    await page
      .getByRole('button', { name: /^Undo: / })
      .first()
      .click();
    await expect(page.getByRole('region', { name: 'What has gone wrong' })).toHaveCount(0);
  });
});

test.describe('a kitchen that does anything', () => {
  const server = new Server();
  // `npm run walk` goes many times as far.
  const steps = Number(process.env['STEEPSIS_WALK'] ?? 120);
  test.beforeAll(() => server.start());
  test.afterAll(() => server.remove());

  test('finds no mistake of the server, and no page that does not open', async ({ page, request }) => {
    test.setTimeout(120_000 + steps * 600);
    const crashes: string[] = [];
    page.on('pageerror', (error) => crashes.push(error.message));
    const walked = await walk(server.url, Number(process.env['STEEPSIS_WALK_SEED'] ?? 7), steps);
    for (const said of Object.keys(walked.refusals)) expect([said, codeIn(said)]).toEqual([said, undefined]);
    expect(walked.faults).toEqual([]);
    expect(walked.batchIds.length).toBeGreaterThan(steps / 40);
    const most = steps > 1000 ? 60 : 4;
    const some = <T>(all: readonly T[]): readonly T[] =>
      all.filter((_, i) => i % Math.ceil(all.length / most || 1) === 0);
    const { batches } = (await (await request.get(`${server.url}/api/batches?limit=200`)).json()) as BatchList;
    const open = batches.filter((b) => b.phase === 'running' || b.phase === 'strained' || b.phase === 'measured');
    const paths = [
      '/',
      '/steep',
      '/keep',
      '/drinks',
      '/taste',
      '/mix/jug',
      '/pantry',
      '/kitchen',
      ...some(walked.batchIds).flatMap((id) => [`/steep/${id}`, `/mix/${id}`, `/taste/${id}`]),
      ...some(open.map((b) => b.id)).map((id) => `/steep/${id}`),
      ...some(walked.jugIds).map((id) => `/mix/jug/${id}`),
      ...some(walked.drinkIds).flatMap((id) => [`/plan/${id}`, `/recipe/${id}`]),
    ];
    for (const path of paths) {
      const text = await opens(page, server.url, path);
      expect([path, codeIn(text)]).toEqual([path, undefined]);
    }
    expect(crashes).toEqual([]);
  });
});
