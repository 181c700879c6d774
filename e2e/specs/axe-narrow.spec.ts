import { expect, test } from '@playwright/test';
import { axeFinds } from '../support/axe';
import { everyPage, MS_FOR_ALL, settled } from '../support/everyPage';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

for (const width of [768, 390])
  test(`at ${width} every page can be read in both themes`, async ({ browser, request }) => {
    test.setTimeout(MS_FOR_ALL);
    const context = await browser.newContext({ reducedMotion: 'reduce', viewport: { width, height: 900 } });
    const page = await context.newPage();
    for (const { name, path } of await everyPage(request, server.url)) {
      await page.goto(server.url + path);
      await settled(page);
      for (const theme of ['light', 'dark']) {
        await page.evaluate((t) => void (document.documentElement.dataset['theme'] = t), theme);
        expect([name, theme, await axeFinds(page, 'contrast')]).toEqual([name, theme, []]);
      }
    }
    await context.close();
  });
