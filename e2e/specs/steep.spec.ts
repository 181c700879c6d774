import { expect, test, type Page } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';

// What opens without the server is kept by the worker that the other specs do without.
test.use({ serviceWorkers: 'allow' });

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

type Stored = { events: { id: string; seq: number; type: string }[] };

/** What the server has stored of a batch, asked past the page. */
async function stored(page: Page, path: string): Promise<Stored['events']> {
  const id = path.split('/').at(-1)!;
  return ((await (await page.request.get(`${server.url}/api/batches/${id}`)).json()) as Stored).events;
}

test('two drinks at once go to the jug, with a probe in one, a killed server in the middle and a spell offline', async ({
  page,
  context,
}) => {
  // Three starts of the server and two whole drinks.
  test.setTimeout(240_000);
  const cook = new Cook(page, server.url);
  const complaints = complaintsOf(page);
  const paths: Record<string, string> = {};

  const begin = async (name: string, drinkId: string): Promise<void> => {
    await cook.open(`/plan/${drinkId}`);
    await cook.button('Start at the stove').click();
    await cook.expectText('Lay everything out');
    paths[name] = new URL(page.url()).pathname;
  };

  await test.step('lays out the cooler, ticks what is there, leaves the rest, and puts the heat on', async () => {
    await begin('cooler', 'roselle-rose-hip-cooler');
    await page.getByRole('checkbox', { name: /50 g of roselle/ }).click();
    await page.getByRole('checkbox', { name: /A fine cloth and a bowl/ }).click();
    await expect(page.getByRole('checkbox', { name: /A fine cloth/ })).toBeChecked();
    await cook.expectText(/not ticked: they are taken as not done/);
    await cook.button('Heat on').click();
    await cook.expectText('Bring it to the boil, lid on');
  });

  await test.step('starts a tea beside it', async () => {
    await begin('tea', 'black-tea-currant-leaf');
    await cook.button('Heat on').click();
    await cook.expectText('Bring it to the boil, lid on');
  });

  await test.step('puts a simulated probe into the cooler', async () => {
    await cook.open('/kitchen/instruments');
    await cook.button('Add a simulated probe thermometer').click();
    await cook.choose('Simulated probe is in', 'Roselle and rose hip cooler');
    await cook.expectText(/^\d+\.\d °C$/);
  });

  await test.step('has both pots on one page, the next thing in large numerals', async () => {
    await cook.open('/steep');
    await expect(page.getByRole('list', { name: 'Pots' }).getByRole('listitem')).toHaveCount(2);
    const numeral = page.getByRole('region', { name: 'Next, with your hands' }).locator('h2 span').nth(1);
    const size = await numeral.evaluate((e) => parseFloat(getComputedStyle(e).fontSize));
    expect(size).toBeGreaterThanOrEqual(64);
  });

  const inPot = async (name: string): Promise<void> => {
    await cook.open(paths[name]!);
    await expect(page.getByRole('region', { name: 'The alarm of this device' })).toBeVisible();
  };

  await test.step('goes on while the server is killed, also over a reload, and sends it once when it is back', async () => {
    await inPot('cooler');
    // The page and what it shows are on this device before the server goes.
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
    const before = await stored(page, paths['cooler']!);
    complaints.pause();
    await server.kill();
    await cook.button('It boils: off the heat').click();
    await cook.expectText(/The server does not answer/);
    await cook.expectText(/One thing waits on this device/);
    expect(await cook.minutesToPull()).toBeCloseTo(15, 0);
    await page.reload();
    await cook.expectText(/One thing waits on this device/);
    expect(await cook.minutesToPull()).toBeGreaterThan(14);
    await server.start();
    await expect(page.getByText(/waits? on this device/)).toHaveCount(0, { timeout: 20_000 });
    complaints.resume();
    const after = await stored(page, paths['cooler']!);
    expect(after.filter((e) => e.type === 'stage-ended')).toHaveLength(1);
    expect(after.map((e) => e.seq)).toEqual(after.map((_, i) => i));
    expect(after.length).toBeGreaterThan(before.length);
  });

  await test.step('goes on while the tablet is offline, and two things go out in their order', async () => {
    await inPot('tea');
    complaints.pause();
    await context.setOffline(true);
    await cook.button(/^It boils/).click();
    await cook.expectText(/One thing waits/);
    await page.getByRole('radio', { name: 'The lid' }).click();
    await page.getByRole('button', { name: 'off', exact: true }).click();
    await cook.expectText(/2 things wait/);
    await context.setOffline(false);
    await expect(page.getByText(/waits? on this device/)).toHaveCount(0, { timeout: 20_000 });
    complaints.resume();
    const types = (await stored(page, paths['tea']!)).map((e) => e.type);
    expect(types.slice(-2)).toEqual(['stage-ended', 'lid-set']);
  });

  await test.step('is told in one line what the open lid does', async () => {
    await page.getByRole('radio', { name: 'The lid' }).click();
    await page.getByRole('button', { name: 'on', exact: true }).click();
    await expect(
      page
        .getByRole('status')
        .filter({ hasText: /comes to ×|comes out|changes nothing/ })
        .first(),
    ).toBeVisible();
  });

  await test.step('a second device agrees', async () => {
    await inPot('cooler');
    const second = await context.newPage();
    const other = new Cook(second, server.url);
    await other.open(paths['cooler']!);
    await other.expectPullAtMs(await cook.pullAtMs());
    await second.close();
  });

  const measure = async (name: string, ml: string): Promise<void> => {
    await inPot(name);
    await cook.button(/^Pulled/).click();
    await cook.setField('Measured volume', ml);
    await cook.button('That is what came out').click();
    // A drink that has a bath in its plan has it before the jug.
    await expect(page.getByText(/^(Into the ice bath|Mix the jug)$/).first()).toBeVisible();
    if (await cook.button('It is in the ice bath').isVisible()) await cook.button('It is in the ice bath').click();
    await cook.expectText('Mix the jug');
    await page.getByRole('link', { name: 'To the mix' }).click();
    await cook.button('Pour it and log').click();
    await cook.expectTitle('Keep');
  };

  await test.step('the clock of sixteen minutes later is right after another kill, and the device says what was missed', async () => {
    await inPot('cooler');
    const before = await cook.pullAtMs();
    complaints.pause();
    await server.kill();
    await server.start({ minutesLater: 16 });
    await expect(page.getByText(/This device was asleep for 1[567]/)).toBeVisible({ timeout: 20_000 });
    complaints.resume();
    await cook.expectPullAtMs(before - 16 * 60_000);
    await cook.button('I have seen it').click();
  });

  await test.step('shows measured against predicted', async () => {
    await expect(page.getByText(/measured and predicted, °C/)).toBeVisible();
    await expect(page.locator('.recharts-line-curve')).toHaveCount(2);
  });

  await test.step('both are strained, measured and mixed', async () => {
    await measure('cooler', '1100');
    await inPot('tea');
    await cook.button('They are in').click();
    await expect(cook.button('They are in')).toHaveCount(0);
    await measure('tea', '900');
    await cook.expectText(/Roselle and rose hip cooler/);
  });

  expect(complaints.list).toEqual([]);
});

test('the stove is worked by single keys, and what was done too late is told as it was', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/hot-spiced-pear-rooibos');
  await cook.startAtStove();
  await cook.expectText('Bring it to the boil, lid on');
  await page.keyboard.press('d');
  await cook.expectText(/Simmer, over in|Put in the|Take out the/);
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
  await page.keyboard.press('u');
  await cook.expectText('Bring it to the boil, lid on');
  await page.keyboard.press('?');
  await cook.expectText('Keys at the stove');
  await page.keyboard.press('Escape');
  await page.keyboard.press('d');
  await page.getByRole('radio', { name: 'Something was forgotten' }).click();
  await page
    .getByRole('radio', { name: 'fresh pear' })
    .or(page.getByRole('radio', { name: 'pear' }))
    .first()
    .click();
  await cook.expectText(/worth it|Worth it/);
  await cook.button('It goes in now').click();
  await expect(
    page
      .getByRole('status')
      .filter({ hasText: /comes to|changes nothing|comes out/ })
      .first(),
  ).toBeVisible();
});

test('a making as usual becomes a recipe that can be planned from', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/steep/as-usual');
  await page.getByLabel('What it is called').fill('Hibiscus as always');
  await cook.button('Add a plant').click();
  await page.getByPlaceholder('Type a name').fill('roselle');
  await page
    .getByRole('option', { name: /Roselle/ })
    .first()
    .click();
  const figure = async (name: RegExp | string, value: string): Promise<void> => {
    const field = page.getByRole('textbox', { name });
    await field.fill(value);
    await field.press('Tab');
  };
  await figure(/packet before/, '212');
  await figure(/packet after/, '164');
  await figure('Pot before the water', '900');
  await figure('Pot with the water', '2200');
  // Hours of a brew in seconds: the page's clock is moved, as a cook would wait.
  await page.clock.install();
  await cook.open('/steep/as-usual');
  const tap = async (name: string, line: string): Promise<void> => {
    await cook.button(name).click();
    await expect(page.getByText(line, { exact: true })).toBeVisible();
  };
  await cook.button(/^In: /).click();
  await tap('Heat on', 'heat on');
  await page.clock.fastForward('08:00');
  await tap('It boils', 'it boiled');
  await page.clock.fastForward('01:00');
  await tap('Off the heat', 'off the heat');
  await page.clock.fastForward('15:00');
  await tap('Strained', 'strained');
  await figure('What came out', '1120');
  await figure('The jug in all', '2300');
  await cook.expectText('48.0 g');
  await cook.button('Write it down and plan from it').click();
  await cook.expectTitle('Hibiscus as always');
  await cook.expectText(/g roselle/);
});

test('the page says beforehand when it cannot ring, and lays its bell ahead, so that a hidden tab rings without a timer', async ({
  page,
}) => {
  // A server of its own: no other pot rings before this one.
  const own = new Server();
  await own.start();
  await page.addInitScript(() => {
    // Keeps in how many seconds each note was laid to sound, and when that was.
    const w = window as unknown as { laid: { inS: number; atMs: number }[] };
    w.laid = [];
    class Kept extends OscillatorNode {
      override start(when = 0): void {
        w.laid.push({ inS: when - this.context.currentTime, atMs: Date.now() });
        super.start(when);
      }
    }
    AudioContext.prototype.createOscillator = function (this: AudioContext) {
      return new Kept(this);
    };
  });
  const cook = new Cook(page, own.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await cook.startAtStove();
  await cook.button('It boils: off the heat').click();
  await cook.minutesToPull();
  await page.reload();
  const bar = page.getByRole('region', { name: 'The alarm of this device' });
  await expect(bar).toContainText('Silent until a touch.');
  await bar.getByRole('button', { name: 'Let it ring' }).first().click();
  await expect(bar).toContainText('It rings at each call.');
  type Laid = { inS: number; atMs: number }[];
  const laid = (): Promise<Laid> => page.evaluate(() => (window as unknown as { laid: Laid }).laid);
  await expect.poll(async () => (await laid()).length).toBeGreaterThan(40);
  const all = await laid();
  const dueMs = await cook.pullAtMs();
  // The first note sounds when the pot is due, the last minutes later, whatever the tab’s own timers do.
  expect(Math.abs(all[0]!.atMs + all[0]!.inS * 1000 - dueMs)).toBeLessThan(5000);
  expect(Math.max(...all.map((n) => n.inS)) - all[0]!.inS).toBeGreaterThan(120);
  // It is laid once, not anew with every second.
  await expect(bar).toContainText('It rings at each call.');
  expect((await laid()).length).toBe(all.length);
  await bar.locator('summary').click();
  await bar.getByRole('button', { name: 'Keep it silent' }).click();
  await expect(bar).toContainText('It stays silent.');
  await page.reload();
  await expect(bar).toContainText('It stays silent.');
  await own.remove();
});
