import { expect, test } from '@playwright/test';
import { everyPage, MS_FOR_ALL, settled } from '../support/everyPage';
import { textOfPdf } from '../support/pdf';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

/** A4 between its margins, in the pixels of a page. */
const PAPER = { width: 688, height: 1017 };

test('every page is ink on white when it is printed, whole, without what can only be pressed', async ({
  browser,
  request,
}) => {
  test.setTimeout(MS_FOR_ALL);
  const context = await browser.newContext({ viewport: PAPER });
  // Printed off a screen that is dark.
  await context.addInitScript(() => localStorage.setItem('steepsis.theme', 'dark'));
  const page = await context.newPage();
  for (const { name, path } of await everyPage(request, server.url)) {
    await page.goto(server.url + path);
    await settled(page);
    await page.emulateMedia({ media: 'print' });
    const seen = await page.evaluate(() => {
      const shown = (e: Element): boolean => e.checkVisibility({ visibilityProperty: true });
      const inkOf = (e: Element): number =>
        Math.max(...(getComputedStyle(e).color.match(/[\d.]+/g) ?? []).slice(0, 3).map(Number));
      return {
        title: shown(document.querySelector('h1')!),
        ground: getComputedStyle(document.body).backgroundColor,
        pale: [...document.querySelectorAll('main h1, main h2, main p')].filter((e) => shown(e) && inkOf(e) > 170)
          .length,
        pressed: [...document.querySelectorAll('header, [role=slider]:not(svg *), .thumb')].filter(shown).length,
        over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
      };
    });
    await page.emulateMedia({ media: 'screen' });
    expect([name, seen]).toEqual([name, { title: true, ground: 'rgb(255, 255, 255)', pale: 0, pressed: 0, over: 0 }]);
  }
  await context.close();
});

test('what a page says is on its paper: the hours of a day, what to get, the rules that are folded up', async ({
  page,
}) => {
  const printed = async (path: string): Promise<string> => {
    await page.goto(server.url + path);
    await settled(page);
    return (await textOfPdf(await page.pdf({ format: 'A4' }))).replace(/\s+/g, ' ');
  };
  const day = await printed('/plan/occasion/open-day');
  expect(day).toContain('Open day at the lock');
  expect(day).toMatch(/\d{1,2}:\d\d Weigh for the cold sencha/);
  expect(await printed('/plan/spruce-tip-soda/list')).toMatch(/Spruce tips, fresh.*50 g/);
  const rules = await printed('/rules');
  expect(rules).toContain('Elderberries need cooking');
  // On the screen it is folded up as it was.
  await expect(page.getByText('Elderberries need cooking')).toBeHidden();
  const plan = await printed('/plan/roselle-rose-hip-cooler');
  expect(plan).toMatch(/For\s+4 people/);
  expect(plan).not.toContain('Start now and');
});
