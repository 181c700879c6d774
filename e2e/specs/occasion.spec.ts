import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { settled } from '../support/everyPage';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

test('the Sunday of the demo opens planned, and one drink is moved without the others in its way', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/');
  await page.getByRole('link', { name: 'Occasions' }).click();
  await page.getByRole('link', { name: 'Open day at the lock' }).click();
  await cook.expectText(/^Begin/);
  await expect(page.getByText(/Nine times in ten all is ready by/)).toBeVisible();
  await expect(page.getByText(/for glasses, jugs and the bath/)).toBeVisible();
  const clock = page.getByRole('region', { name: 'By the clock' });
  await expect(clock.getByText('weigh for the roselle concentrate')).toBeVisible();
  const lines = clock.getByRole('listitem');
  const before = await lines.allTextContents();
  const roselle = before.find((l) => l.includes('mix the roselle'))!;
  const file = page.waitForEvent('download');
  await cook.button('Into your calendar').click();
  expect((await file).suggestedFilename()).toBe('open-day.ics');
  await cook.setField('Earlier, Roselle and rose hip cooler', '120');
  await expect
    .poll(async () => (await lines.allTextContents()).find((l) => l.includes('mix the roselle')))
    .not.toBe(roselle);
  expect((await lines.allTextContents()).length).toBe(before.length);
  await cook.button('Keep it').click();
  await expect(cook.button('Keep it')).toBeDisabled();
  await page.reload();
  await expect(cook.field('Earlier, Roselle and rose hip cooler')).toHaveValue('120');
});

test('an occasion of four drinks for twenty-four people is planned from nothing; what cannot be takes its way out', async ({
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
  await expect(page.getByRole('img', { name: /^The day, by the clock/ })).toBeVisible();

  // Twice as many glasses as the fridge and the jugs have room for.
  await cook.setField('Group 1, people', '90');
  const not = page.getByRole('region', { name: 'It cannot be' });
  await expect(not).toContainText(/has no place in this day: /);
  // The first number of people that is too much for it.
  await cook.setField('Group 1, people', '24');
  await expect(not).toHaveCount(0);
  for (let people = 36; (await not.count()) === 0; people += 3) {
    await cook.setField('Group 1, people', String(people));
    await expect(page.locator('[aria-busy="true"]')).toHaveCount(0);
  }
  await expect(not).toContainText(/has no place in this day: /);
  await expect(not).toContainText('Each of these was tried, and frees it:');
  await not.getByRole('button').last().click();
  await expect(not).toHaveCount(0);
  await cook.expectText(/^Begin/);
  await cook.button('Keep it').click();
  await expect(cook.button('Keep it')).toBeDisabled();
  await page.getByRole('link', { name: 'All occasions' }).click();
  await cook.button('Again next Sunday: An occasion').click();
  await expect(page).toHaveURL(/occasion-2$/);
});
