import { expect, test } from '@playwright/test';
import { faultsOfDrawing, smallTargets } from '../support/drawnRight';
import { everyPage, MS_FOR_ALL, settled } from '../support/everyPage';
import { Server } from '../support/server';

const server = new Server();
let paths: { name: string; path: string }[] = [];

test.beforeAll(async ({ request }) => {
  await server.start({ demo: true });
  paths = await everyPage(request, server.url);
});
test.afterAll(() => server.remove());

/** What a wet thumb hits, px. */
const TARGET_PX = 44;

/** Screens of a phone that a main page may be long. */
const MOST_SCREENS = 6;
const MAIN = ['Bench', 'Plan', 'Steep', 'Keep', 'Taste', 'Taste, all'];

for (const [width, height] of [
  [390, 844],
  [768, 1024],
  [1280, 800],
] as const)
  test(`at ${width} nothing lies over another, is cut off or runs out of the page`, async ({ browser }) => {
    test.setTimeout(MS_FOR_ALL);
    const context = await browser.newContext({ viewport: { width, height }, hasTouch: width === 390 });
    const page = await context.newPage();
    const found: string[] = [];
    for (const { name, path } of paths) {
      await page.goto(server.url + path);
      await settled(page);
      found.push(...(await faultsOfDrawing(page)).map((fault) => `${name}: ${fault}`));
      if (width === 390) found.push(...(await smallTargets(page, TARGET_PX)).map((fault) => `${name}: ${fault}`));
      if (width !== 390 || !MAIN.includes(name)) continue;
      const screens = await page.evaluate(() => document.documentElement.scrollHeight / window.innerHeight);
      if (screens > MOST_SCREENS) found.push(`${name}: ${screens.toFixed(1)} screens long`);
    }
    expect(found).toEqual([]);
    await context.close();
  });
