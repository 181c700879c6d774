import { expect, test, type APIRequestContext, type Page } from '@playwright/test';
import type { DrinkView } from '@steepsis/contract';
import { Cook } from '../pages/cook';
import { settled } from '../support/everyPage';
import { Server } from '../support/server';

// Ten things that a guest would do, each in no more taps and entries than it is worth.

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

/** Counts what the hands do: every tap and every entry. */
class Hands {
  private did = 0;
  constructor(private readonly most: number) {}
  async do(what: Promise<unknown>, times = 1): Promise<void> {
    this.did += times;
    await what;
  }
  done(): void {
    expect(`${this.did} of at most ${this.most}: ${this.did <= this.most}`).toBe(
      `${this.did} of at most ${this.most}: true`,
    );
  }
}
const enter = async (page: Page, label: string | RegExp, value: string): Promise<void> => {
  const field = page.getByLabel(label, { exact: typeof label === 'string' });
  await field.fill(value);
  await field.press('Tab');
};
const COOLER = '/plan/roselle-rose-hip-cooler';

test('1 people and glasses for Sunday at three, over the jug’s size: how much, and when to start', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(5)];
  await cook.open(COOLER);
  await settled(page);
  await hands.do(enter(page, 'People', '12'));
  await hands.do(enter(page, 'Glasses each', '2'));
  await hands.do(cook.button('ready for a certain time').click());
  const sunday = new Date();
  sunday.setDate(sunday.getDate() + (7 - sunday.getDay() || 7));
  await hands.do(cook.button(/^Ready by, the day/).click());
  await hands.do(
    page
      .getByRole('button', {
        name: new RegExp(sunday.toLocaleDateString('en-US', { dateStyle: 'long' }).replace(/,? \d{4}$/, '')),
      })
      .click(),
  );
  await expect(page.getByLabel('Ready by, the time')).toHaveValue('15:00');
  await expect(cook.field('Litres')).toHaveValue('7.2');
  // More than the largest jug of the house holds.
  await cook.expectText(/shared out over \d jugs like/);
  await cook.expectText(/^Start by/);
  hands.done();
});

test('2 uses up 45 g', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(3)];
  await cook.open(COOLER);
  await settled(page);
  await hands.do(cook.button(/the other way round/).click());
  await hands.do(enter(page, 'Leaf to use up', '45'));
  await hands.do(cook.button(/^Plan [\d.]+ L$/).click());
  await cook.expectText(/^4[45] g roselle/);
  hands.done();
});

/** A cooler that was begun so long ago, told up to its steep or past it, as a device that was away would tell it. */
async function begun(
  request: APIRequestContext,
  told: readonly [minutesAgo: number, event: object][],
): Promise<string> {
  const { drink } = (await (await request.get(`${server.url}/api/drinks/roselle-rose-hip-cooler`)).json()) as DrinkView;
  const id = crypto.randomUUID();
  const at = (minutesAgo: number): string => new Date(Date.now() - minutesAgo * 60_000).toISOString();
  const start = { id, eventId: crypto.randomUUID(), at: at(0), drinkId: drink.id, drinkVersion: drink.version };
  const data = { ...start, target: drink.defaults, layOut: true };
  expect((await request.post(`${server.url}/api/batches`, { data })).status()).toBe(201);
  for (const [minutesAgo, event] of told) {
    const said = { id: crypto.randomUUID(), at: at(minutesAgo), v: 2, ...event };
    const answer = await request.post(`${server.url}/api/batches/${id}/events`, { data: said });
    expect(`${answer.status()} ${answer.status() === 200 ? '' : await answer.text()}`).toBe('200 ');
  }
  return id;
}
const BREW = { brewId: 'concentrate' };

test('3 pulled late and without the lid, said after the fact', async ({ page, request }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(6)];
  const id = await begun(request, [
    [30, { type: 'brew-started', ...BREW }],
    [23, { type: 'stage-ended', ...BREW, stageId: 'heat' }],
  ]);
  await cook.open(`/steep/${id}`);
  await hands.do(page.getByRole('radio', { name: 'The lid' }).click());
  await hands.do(enter(page, 'Lid, minutes already', '22'));
  await hands.do(page.getByRole('button', { name: 'off', exact: true }).click());
  await cook.expectText(/instead of/);
  await hands.do(enter(page, 'Minutes ago', '2'));
  await hands.do(cook.button('Pulled: strain it').click());
  await cook.expectText(/Strain through fine cloth/);
  hands.done();
});

test('4 920 ml came out: what now', async ({ page, request }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(4)];
  const id = await begun(request, [
    [30, { type: 'brew-started', ...BREW }],
    [23, { type: 'stage-ended', ...BREW, stageId: 'heat' }],
    [8, { type: 'stage-ended', ...BREW, stageId: 'steep' }],
  ]);
  await cook.open(`/steep/${id}`);
  await hands.do(enter(page, 'Measured volume', '920'));
  await hands.do(cook.button('That is what came out').click());
  // What is hot has its bath before the jug.
  await hands.do(cook.button('It is in the ice bath').click());
  await hands.do(page.getByRole('link', { name: 'To the mix' }).first().click());
  // What came out, against what was expected, and what to do with it.
  await cook.expectText(/^920 ml of .* came out where/);
  hands.done();
});

test('5 a bit too sweet: the smallest step', async ({ page, request }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(4)];
  const { batches } = (await (await request.get(`${server.url}/api/shelf`)).json()) as {
    batches: { id: string; events: { plan?: { drink: { id: string } } }[] }[];
  };
  const jug = batches.find((b) => b.events[0]!.plan?.drink.id === 'roselle-rose-hip-cooler')!;
  await cook.open(`/mix/${jug.id}`);
  await hands.do(cook.chip('Sweetness', 'a bit too sweet').click());
  const first = page.getByRole('list', { name: 'Fixes' }).getByRole('listitem').first();
  await expect(first).toContainText(/of Cold water/);
  // With what it costs of the strength.
  await expect(first).toContainText(/Then [\d.]+ L at ×/);
  hands.done();
});

test('6 600 ml about three times too strong: how many glasses', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(3)];
  await cook.open('/mix/stretch');
  await hands.do(enter(page, 'Concentrate', '600'));
  await hands.do(enter(page, 'Times too strong', '3'));
  await cook.expectText(/^\d\.\d+ L, \d+ glasses$/);
  hands.done();
});

test('7 half a litre of syrup, clear in the fridge, that pours like maple syrup', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(4)];
  await cook.open('/mix/syrup');
  await hands.do(enter(page, 'Syrup volume', '500'));
  await hands.do(cook.choose('Pours', 'like maple syrup'), 2);
  await cook.expectText(/Stays clear\./);
  await cook.expectText(/^\d{3} g$/);
  hands.done();
});

test('8 what is left goes into a bottle with its date', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(5)];
  await cook.open('/');
  await hands.do(page.getByRole('link', { name: 'Keep', exact: true }).click());
  await hands.do(
    cook
      .button(/^More: Roselle/)
      .first()
      .click(),
  );
  const thing = page.getByRole('dialog');
  await hands.do(thing.getByRole('button', { name: 'Fill bottles, cubes or moulds' }).click());
  await hands.do(thing.getByRole('button', { name: 'They are filled' }).click());
  await hands.do(page.getByRole('link', { name: /^Label: Roselle and rose hip cooler: bottle 1/ }).click());
  await expect(page.getByRole('img', { name: /as it is printed$/ })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Print the label' })).toHaveAttribute('href', /labels\.pdf/);
  await expect(page.getByRole('alert')).toHaveCount(0);
  hands.done();
});

test('9 the last two batches: what changed, and what next', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(4)];
  await cook.open('/');
  await hands.do(page.getByRole('link', { name: 'Taste', exact: true }).click());
  await hands.do(
    page
      .getByRole('listitem')
      .filter({ hasText: 'Roselle and rose hip cooler' })
      .first()
      .getByRole('link', { name: 'Taste' })
      .click(),
  );
  await expect(page.getByRole('heading', { name: 'Against another time' })).toBeVisible();
  await cook.expectText(/to a litre$/);
  await expect(page.getByRole('heading', { name: 'Next time' })).toBeVisible();
  hands.done();
});

test('10 a recipe in cups and spoons is written down and planned for 3 L', async ({ page }) => {
  const [cook, hands] = [new Cook(page, server.url), new Hands(30)];
  await cook.open('/recipe/new');
  await hands.do(cook.field('Name').fill('Hibiscus by the cup'));
  await hands.do(cook.setField('Water', '6 cups'));
  await hands.do(cook.setField('Steep minutes', '15'));
  await hands.do(cook.addPlant('roselle', 'Roselle (hibiscus, sorrel), dried whole calyx', '1 1/2 cups'), 4);
  await hands.do(cook.choose('Add a stage', 'Sweeten'), 2);
  await hands.do(cook.setField('Sweetener amount', '3/4 cup'));
  await hands.do(cook.keepInTheBook());
  await hands.do(cook.button('Plan another amount').click());
  await hands.do(enter(page, 'Litres', '3'));
  await cook.expectText(/g roselle/);
  hands.done();
});
