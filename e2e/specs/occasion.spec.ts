import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import { marked } from 'marked';
import { Cook } from '../pages/cook';
import { settled } from '../support/everyPage';
import { readPdf } from '../support/pdf';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

const clock = (page: Page) => page.getByRole('region', { name: 'By the clock' });
const lineOf = (page: Page, words: string | RegExp) => clock(page).getByRole('listitem').filter({ hasText: words });
/** Nothing is being worked out any more. */
const worked = (page: Page) => expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
const minutesOf = (line: string): number => {
  const [, h, m] = /(\d+):(\d\d)/.exec(line)!;
  return Number(h) * 60 + Number(m);
};

async function takenOut(page: Page, how: string): Promise<{ name: string; bytes: Buffer }> {
  await page.getByRole('button', { name: 'Take it out' }).click();
  const file = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: how }).click();
  const download = await file;
  return { name: download.suggestedFilename(), bytes: readFileSync(await download.path()) };
}

test('the Sunday of the demo opens planned, and goes out onto the wall, into a message and into a calendar', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/');
  await page.getByRole('link', { name: 'Open day at the lock' }).click();
  await cook.expectText(/^Begin/);
  await expect(page.getByText(/Nine times in ten all is ready by/)).toBeVisible();
  await expect(page.getByText(/for glasses, jugs and the bath/)).toBeVisible();
  const lines = await clock(page).getByRole('listitem').allTextContents();
  expect(lines.length).toBeGreaterThan(15);

  const pdf = await takenOut(page, 'For the wall (PDF)');
  expect(pdf.name).toBe('open-day.pdf');
  const drawn = await readPdf(pdf.bytes);
  const text = drawn.words.map((w) => w.text).join(' ');
  expect(text).toContain('Open day at the lock');
  expect(text).toContain('Weigh for the cold sencha');
  // To be read from a step away.
  expect(drawn.words.find((w) => w.text.includes('Weigh for the cold sencha'))!.heightPt).toBeGreaterThanOrEqual(16);

  const message = await takenOut(page, 'As text (Markdown)');
  const tokens = marked.lexer(message.bytes.toString('utf8'));
  const headings = tokens.flatMap((t) => (t.type === 'heading' ? [t.text as string] : []));
  expect(headings[0]).toBe('Open day at the lock');
  expect(headings).toContain('What to get');
  const items = tokens.flatMap((t) => (t.type === 'list' ? (t.items as { text: string }[]).map((i) => i.text) : []));
  expect(items.some((i) => /^\*\*\d+:\d\d\*\* Strain the roselle concentrate/.test(i))).toBe(true);

  const file = await takenOut(page, 'Into your calendar');
  const events = new ICAL.Component(ICAL.parse(file.bytes.toString('utf8')) as unknown[]).getAllSubcomponents('vevent');
  expect(events.length).toBeGreaterThan(10);
  expect(new Set(events.map((e) => e.getFirstPropertyValue('uid'))).size).toBe(events.length);
});

test('an occasion of four drinks for twenty-four people is planned from nothing; a task is dragged, and put by keys', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/occasion');
  await settled(page);
  await cook.button('A new occasion').click();
  await cook.expectTitle('An occasion');
  await cook.setField('Group 1, people', '24');
  for (const name of [
    'Roselle and rose hip cooler',
    'Rooibos and quince',
    'Cold sencha with cucumber and lemongrass',
    'Sumac and barberry, cold',
  ]) {
    await cook.choose('A drink to add', name);
    await cook.button('Add it').click();
  }
  await cook.expectText(/^Begin/);
  await expect(page.getByRole('list', { name: 'Drinks of it' }).getByRole('listitem')).toHaveCount(4);
  // The day of all four: what is asked for is fetched before it is worked out.
  await expect(lineOf(page, 'Mix the sumac')).toBeVisible();
  await worked(page);
  const before = (await lineOf(page, 'Mix the rooibos').textContent())!;
  const others = await clock(page).getByRole('listitem').count();

  // Dragged an hour and more to the left, by the pointer.
  const onRing = page.getByRole('slider', { name: /^Rooibos decoction on ring/ });
  await onRing.scrollIntoViewIfNeeded();
  const box = (await onRing.boundingBox())!;
  const y = box.y + box.height - 8;
  await page.mouse.move(box.x + 6, y);
  await page.mouse.down();
  await page.mouse.move(box.x - 40, y, { steps: 6 });
  await page.mouse.move(box.x - 90, y, { steps: 6 });
  await page.mouse.up();
  await worked(page);
  await expect(lineOf(page, 'Rooibos decoction on ring')).toContainText('was');
  const after = (await lineOf(page, 'Mix the rooibos').textContent())!;
  expect(minutesOf(after)).toBeLessThan(minutesOf(before));
  expect(await clock(page).getByRole('listitem').count()).toBe(others);
  // By keys it goes on from there, and back to where it would be.
  const put = (await lineOf(page, 'Rooibos decoction on ring').textContent())!;
  await onRing.focus();
  await page.keyboard.press('ArrowLeft');
  await worked(page);
  await expect
    .poll(async () => minutesOf((await lineOf(page, 'Rooibos decoction on ring').textContent())!))
    .toBe(minutesOf(put) - 5);
  await page.keyboard.press('Delete');
  await worked(page);
  await expect
    .poll(async () => minutesOf((await lineOf(page, 'Mix the rooibos').textContent())!))
    .toBe(minutesOf(before));

  // More than the house has jugs and room for: what is in the way is named, and a way out is taken.
  const not = page.getByRole('region', { name: 'It cannot be' });
  for (let people = 36; (await not.count()) === 0 && people < 120; people += 4) {
    await cook.setField('Group 1, people', String(people));
    await worked(page);
  }
  await expect(not).toContainText(/has no place in this day: /);
  const ways = page.getByRole('region', { name: 'Ways out' });
  await expect(ways).toContainText('Each of these was tried, and frees it:', { timeout: 30_000 });
  await ways.getByRole('button').first().click();
  await expect(not).toHaveCount(0);
  await cook.expectText(/^Begin/);
  // It keeps itself.
  await cook.expectText('Kept.');
  await page.getByRole('link', { name: 'All occasions' }).click();
  await cook.setField('People, An occasion again', '30');
  await cook.button('Again next Sunday: An occasion').click();
  await expect(page).toHaveURL(/occasion-2$/);
  await expect(page.getByText(/^30 people/)).toBeVisible();
});

/** Until nine in the morning, where what takes seven hours would run into the night; none by day. */
function minutesToDay(): number {
  const hour = new Date().getHours();
  return hour >= 6 && hour < 15 ? 0 : ((33 - hour) % 24) * 60;
}

test('a day is begun, a drink is started from its sheet; what is late moves the rest, and says so', async ({
  page,
}) => {
  // A day is begun by day, at whatever hour the test runs: the server's clock is as far ahead as it has to be.
  const ahead = minutesToDay();
  if (ahead > 0) {
    await server.kill();
    await server.start({ demo: true, minutesLater: ahead });
  }
  const cook = new Cook(page, server.url);
  const now = Date.now() + ahead * 60_000;
  const readyBy = new Date(Math.ceil(now / 900_000) * 900_000 + 3 * 3_600_000).toISOString();
  const put = await page.request.put(`${server.url}/api/house/occasions/garden`, {
    data: {
      version: 0,
      body: {
        v: 1,
        id: 'garden',
        name: 'In the garden',
        readyBy,
        servedHours: 2,
        groups: [{ people: 10, glassesEach: 1 }],
        drinks: [
          { drinkId: 'roselle-rose-hip-cooler', share: 1 },
          { drinkId: 'rooibos-quince', share: 1 },
        ],
        hands: 1,
        moved: {},
      },
    },
  });
  expect(put.ok()).toBe(true);
  // Nobody sleeps in this test, at whatever hour it runs.
  const house = (await (await page.request.get(`${server.url}/api/house`)).json()) as {
    kitchen: { version: number; body: Record<string, unknown> };
  };
  await page.request.put(`${server.url}/api/house/kitchen/kitchen`, {
    data: { version: house.kitchen.version, body: { ...house.kitchen.body, night: { fromH: 24, toH: 3 } } },
  });
  await cook.open('/plan/occasion/garden');
  await cook.expectText(/^Begin/);
  await worked(page);
  await cook.button(/^Begin (on|the day)/).click();
  const next = page.getByRole('region', { name: 'Next on the sheet' });
  await expect(next).toContainText('All goes as it was begun.');
  await cook.button('Start: Roselle and rose hip cooler').first().click();
  const dialog = page.getByRole('dialog');
  for (const tick of await dialog.getByRole('checkbox').all()) await tick.check();
  await dialog.getByRole('button', { name: 'Start it at the stove' }).click();
  await expect(page).toHaveURL(/\/steep\//);
  await cook
    .button(/heat on|laid out|put it on/i)
    .first()
    .click();

  // Nobody looks for three quarters of an hour.
  await server.kill();
  await server.start({ demo: true, minutesLater: ahead + 45 });
  await cook.open('/plan/occasion/garden');
  await expect(next).toBeVisible();
  await worked(page);
  await expect(page.getByRole('link', { name: 'To the stove' }).first()).toBeVisible();
  await expect(page.getByText(/things? moves?/)).toBeVisible();
  await expect(lineOf(page, 'Mix the roselle')).toContainText('was');
  // The bench says what comes next of it that no pot tells.
  await cook.open('/');
  await expect(page.getByRole('region', { name: 'Next on the sheet' })).toContainText('In the garden');
  await cook.open('/steep');
  await expect(page.getByRole('region', { name: 'Next on the sheet' })).toContainText('In the garden');

  // Once it is served it is asked how it went, and the next time is by that.
  await server.kill();
  await server.start({ demo: true, minutesLater: ahead + 60 * 4 });
  await cook.open('/plan/occasion/garden');
  await cook.choose('How it went: Rooibos and quince', 'it ran out');
  await expect(page.getByText(/Wanted: about/)).toBeVisible();
  // It keeps itself.
  await cook.expectText('Kept.');
  await page.getByRole('link', { name: 'All occasions' }).click();
  await expect(page.getByText('by how it went')).toBeVisible();
});
