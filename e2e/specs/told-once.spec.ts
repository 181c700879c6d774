import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { Server } from '../support/server';

// What decides a caution is told once, where it belongs; and on a phone the one next thing is at the thumb.

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

test('a jug that is full, closed and frozen in glass is cautioned of; with a tenth left empty it is not', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/keep');
  const jug = await cook.openThing('Roselle and rose hip cooler');
  await jug.getByRole('button', { name: 'Freeze', exact: true }).click();
  await expect(jug.getByRole('button', { name: 'Thaw', exact: true })).toBeVisible();
  await jug.getByRole('button', { name: 'How it is kept' }).click();
  const kept = page.getByRole('dialog', { name: 'How it is kept' });
  const choose = async (label: RegExp, option: string): Promise<void> => {
    await kept.getByRole('combobox', { name: label }).click();
    await page.getByRole('option', { name: option, exact: true }).click();
    await expect(kept.getByRole('combobox', { name: label })).toHaveText(option);
  };
  // One choice after the other: the sentence stays open.
  await choose(/^How full/, 'filled to the top');
  await choose(/^How the .* is closed/, 'closed tight');
  await page.keyboard.press('Escape');
  await expect(jug.getByText('Liquids swell when frozen')).toBeVisible();
  await jug.getByRole('button', { name: 'How it is kept' }).click();
  await choose(/^How full/, 'with a tenth left empty');
  await page.keyboard.press('Escape');
  await expect(jug.getByText('Liquids swell when frozen')).toHaveCount(0);
});

test('a packet that says decaffeinated takes the caffeine out of the figures and the caution off the plan', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/black-tea-currant-leaf');
  const caffeine = page.getByText(/^about \d+ mg$/);
  const mg = async (): Promise<number> => Number(/\d+/.exec((await caffeine.first().textContent()) ?? '')![0]);
  const before = await mg();
  expect(before).toBeGreaterThan(15);
  await page.getByText('Where the plants are from').click();
  await page.getByLabel('its packet says decaffeinated').check();
  await expect.poll(mg).toBeLessThan(before / 10);
});

test('on a phone the head is one row, the places are at the thumb, and the next thing stands above them', async ({
  browser,
}) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  const cook = new Cook(page, server.url);
  for (const [path, next] of [
    ['/steep', 'Pulled: strain it'],
    ['/plan/roselle-rose-hip-cooler', 'Start at the stove'],
    ['/kitchen', 'Keep the kitchen'],
  ] as const) {
    await cook.open(path);
    const button = page.getByRole('button', { name: next });
    await expect(button).toBeInViewport({ ratio: 1 });
    const [head, act, places] = [
      (await page.getByRole('banner').boundingBox())!,
      (await button.boundingBox())!,
      (await page.getByRole('navigation', { name: 'The order of the work' }).boundingBox())!,
    ];
    expect(head.height).toBeLessThanOrEqual(49);
    expect(act.width).toBeGreaterThan(300);
    expect(act.y + act.height).toBeLessThanOrEqual(places.y);
    expect(Math.round(places.y + places.height)).toBe(844);
  }
  await page.getByLabel('Menu').first().click();
  await page.getByRole('link', { name: 'Rules' }).click();
  await expect(page).toHaveURL(/\/rules$/);
  await page.getByLabel('Menu').first().click();
  await expect(page.getByRole('link', { name: 'Rules' })).toHaveAttribute('aria-current', 'page');
  await context.close();
});
