import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';
import { BIG_POT, COUNTER_STEEP, RAW_BERRIES } from '../support/testDrinks';

const server = new Server();
test.beforeAll(async () => {
  await server.start();
  for (const drink of [RAW_BERRIES, COUNTER_STEEP, BIG_POT]) {
    const { id } = drink as { id: string };
    const answer = await fetch(`${server.url}/api/drinks/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(drink),
    });
    expect(answer.status, await answer.text()).toBe(200);
  }
});
test.afterAll(() => server.remove());

test('raw elderberries: the plan stops, cooking them first is one click, and it starts', async ({ page }) => {
  const cook = new Cook(page, server.url);
  const complaints = complaintsOf(page);
  await cook.open('/plan/raw-berry-syrup');
  await cook.expectText('Elderberry: Elderberries need cooking.');
  await expect(cook.button('Start at the stove')).toBeDisabled();
  await cook.button('Simmer it 20 minutes in an open pan first').click();
  await cook.button('Keep it in the recipe').click();
  await cook.expectText('Boil and simmer');
  await expect(page.getByText('Elderberries need cooking.')).toHaveCount(0);
  await cook.startAtStove();
  await cook.expectText('Bring it to the boil');
  expect(complaints.list).toEqual([]);
});

test('a steep on the counter: the plan stops, the fridge is offered, and a reload keeps it', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/counter-steep');
  await cook.expectText('It stands between 5 and 60 °C for hours, and germs grow.');
  await expect(cook.button('Start at the stove')).toBeDisabled();
  await cook.button('Steep it overnight in the fridge instead').click();
  await cook.button('Keep it in the recipe').click();
  await cook.expectText('from chilled water');
  await expect(page.getByText('It stands between 5 and 60 °C')).toHaveCount(0);
  await page.reload();
  await cook.expectText('from chilled water');
  await expect(cook.button('Start at the stove')).toBeEnabled();
});

test('a big pot that cools by itself: the plan warns, the ice bath is offered; a slow reading stops it for good', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/big-pot');
  await cook.expectText('By the model it will take more than 2 hours to fall from 60 to 21 °C');
  await expect(cook.button('Start at the stove')).toBeDisabled();
  await cook.button('Cool it in an ice bath, stirring').click();
  await cook.button('Keep it in the recipe').click();
  await cook.expectText('cool to 25 °C in an ice bath');
  await expect(page.getByText('By the model it will take more than 2 hours')).toHaveCount(0);
  await cook.startAtStove();
  await cook.button('It boils: off the heat').click();
  await cook.button(/^(It is|They are) in$/).click();
  await cook.button('Pulled: strain it').click();
  await page.getByRole('button', { name: 'Cooled', exact: true }).click();
  await cook.expectText('Measure it');
  await server.kill();
  await server.start({ minutesLater: 180 });
  await page.reload();
  await cook.setField('Temperature', '34');
  await cook.button('Note the temperature').click();
  await cook.expectText(
    'It took more than 2 hours to fall from 60 to 21 °C. Do not drink it or keep it: pour it away.',
  );
  // What came out can still be told; it is not served.
  await expect(cook.button('That is what came out')).toBeEnabled();
  await cook.button('Throw it away').click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Throw it away' }).click();
  await cook.expectText('Thrown away');
});

test('warnings are read before a plan starts, and who is at the table is remembered from drink to drink', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await cook.tick('For whom', 'Someone breastfeeding');
  await cook.expectText('There is little evidence about roselle while breastfeeding.');
  await expect(cook.button('Start at the stove')).toBeDisabled();
  await page.getByRole('checkbox', { name: 'I have read this and go ahead' }).check();
  await expect(cook.button('Start at the stove')).toBeEnabled();
  await cook.open('/plan/butterfly-pea-makrut');
  await expect(cook.button('For whom: someone breastfeeding')).toBeVisible();
});

test('every rule is found by its words, and a caution leads to its own', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/rules');
  await cook.expectText('167 rules');
  await page.getByRole('searchbox', { name: 'Search the rules' }).fill('yew');
  await cook.expectText(/^\d of 167 rules$/);
  await cook.expectText('Yew looks like a soft conifer and is deadly.');
  await page.getByRole('searchbox', { name: 'Search the rules' }).fill('zzz');
  await cook.expectText('No rule has these words.');
  await cook.open('/plan/raw-berry-syrup');
  await page.getByRole('link', { name: 'GEN-01' }).click();
  await expect(page.locator('#GEN-01')).toBeInViewport();
});
