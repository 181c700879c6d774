import { gzipSync } from 'node:zlib';
import { expect, test, type Response } from '@playwright/test';
import { Cook } from '../pages/cook';
import { everyPage, MS_FOR_ALL, settled } from '../support/everyPage';
import { Server } from '../support/server';

const server = new Server();
let paths: { name: string; path: string }[] = [];

test.beforeAll(async ({ request }) => {
  await server.start({ demo: true });
  paths = await everyPage(request, server.url);
});
test.afterAll(() => server.remove());

test('nothing runs out of the screen at phone width, nor with text at twice the size', async ({ browser }) => {
  test.setTimeout(MS_FOR_ALL);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  for (const { name, path } of paths) {
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(server.url + path);
    await settled(page);
    for (const size of [16, 32]) {
      await page.setViewportSize({ width: size === 16 ? 390 : 780, height: 844 });
      const over = await page.evaluate(async (px) => {
        const root = document.documentElement;
        root.style.fontSize = `${px}px`;
        // What measures itself has done so when two frames are drawn.
        await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)));
        return root.scrollWidth - root.clientWidth;
      }, size);
      expect(`${name} at ${size} px: ${over}`).toBe(`${name} at ${size} px: 0`);
    }
  }
  await context.close();
});

test('the first page loads at most 250 kB of script, gzipped', async ({ page }) => {
  const scripts: Promise<Buffer>[] = [];
  const loaded = (response: Response): void => {
    if (response.headers()['content-type']?.includes('javascript')) scripts.push(response.body());
  };
  page.on('response', loaded);
  await page.goto(server.url);
  await settled(page);
  // What is fetched ahead for other pages comes when this test may have ended, and is not the first page’s.
  page.off('response', loaded);
  const bytes = (await Promise.all(scripts)).reduce((sum, body) => sum + gzipSync(body).length, 0);
  expect(bytes).toBeGreaterThan(20_000);
  expect(bytes).toBeLessThanOrEqual(250_000);
});

test('the target is set by keyboard alone, and a change can be taken back', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await settled(page);
  const litres = cook.field('Litres');
  await litres.focus();
  await page.keyboard.press('ArrowUp');
  await expect(litres).toHaveValue('2.5');
  await page.reload();
  await expect(cook.field('Litres')).toHaveValue('2.5');
  await cook.button('Undo my changes').click();
  await expect(cook.field('Litres')).toHaveValue('2.4');
});

test('figures follow a change at once, without asking the server', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await settled(page);
  const asked: string[] = [];
  page.on('request', (r) => void (r.url().includes('/api/') && asked.push(r.url())));
  const before = await page.getByText(/g roselle,/).textContent();
  await cook.setField('Strength', '1.4');
  await expect(page.getByText(/g roselle,/)).not.toHaveText(before!);
  expect(asked).toEqual([]);
});

test('every figure of the plan opens to its steps and sources, by keyboard too', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await settled(page);
  await cook.button(/^likely/).focus();
  await page.keyboard.press('Enter');
  const opened = page.getByRole('dialog');
  await expect(opened).toContainText('Concentrate that comes out');
  await expect(opened).toContainText('house estimate');
  await expect(opened).toContainText('four times in five between');
  await page.keyboard.press('Escape');
  await expect(opened).toHaveCount(0);
  const figures = page.locator('main button[aria-haspopup="dialog"]');
  const count = await figures.count();
  expect(count).toBeGreaterThan(18);
  for (let i = 1; i < count; i++) {
    await figures.nth(i).click();
    await expect(opened).toHaveText(/\S.{20}/);
    await page.keyboard.press('Escape');
  }
});

test('says so when the server is away, and goes on when it is back', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/taste');
  await settled(page);
  await server.kill();
  await page.getByRole('link', { name: 'Taste', exact: true }).nth(1).click();
  await cook.expectText('The server does not answer');
  await server.start({ demo: true });
  await cook.button('Try again').click();
  await cook.expectTitle(/^Taste:/);
});
