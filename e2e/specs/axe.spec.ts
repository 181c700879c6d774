import { expect, test } from '@playwright/test';
import { axeFinds } from '../support/axe';
import { complaintsOf } from '../support/complaints';
import { everyPage, MS_FOR_ALL, settled } from '../support/everyPage';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

test('every page is clean to axe in both themes, and quiet on the console', async ({ browser, request }) => {
  test.setTimeout(MS_FOR_ALL);
  const context = await browser.newContext({ colorScheme: 'light', reducedMotion: 'reduce' });
  const page = await context.newPage();
  const complaints = complaintsOf(page);
  const root = page.locator('html');
  for (const [i, { name, path }] of (await everyPage(request, server.url)).entries()) {
    await page.goto(server.url + path);
    await settled(page);
    // The theme is remembered: every other page is opened in the dark one.
    const [first, then] = i % 2 === 0 ? ['light', 'dark'] : ['dark', 'light'];
    await expect(root).toHaveAttribute('data-theme', first);
    expect([name, first, await axeFinds(page)]).toEqual([name, first, []]);
    await page.getByRole('button', { name: `Switch to the ${then} theme` }).click();
    await expect(root).toHaveAttribute('data-theme', then);
    expect([name, then, await axeFinds(page, 'contrast')]).toEqual([name, then, []]);
  }
  expect(complaints.list).toEqual([]);
  await context.close();
});

test('the stove is whole for a screen reader, on a phone and on a tablet', async ({ page }) => {
  for (const [width, height] of [
    [390, 844],
    [1280, 800],
    [1080, 810],
  ] as const) {
    await page.setViewportSize({ width, height });
    for (const path of ['/steep', '/steep/as-usual', '/kitchen/instruments', '/kitchen']) {
      await page.goto(server.url + path);
      await settled(page);
      expect([path, width, await axeFinds(page, 'advice')]).toEqual([path, width, []]);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      expect([path, width, wide]).toEqual([path, width, 0]);
    }
  }
});
