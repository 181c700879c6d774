import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

test('a new cook plans, steeps, mixes, keeps and tastes the cooler, over a reload and a killed server', async ({
  page,
  context,
}) => {
  const cook = new Cook(page, server.url);
  const complaints = complaintsOf(page);

  await test.step('finds an empty bench and the drink to plan', async () => {
    await cook.open('/');
    await cook.expectTitle('Bench');
    await cook.expectText('Nothing is on the stove or steeping in the fridge.');
    await page.getByRole('link', { name: 'Plan a drink' }).click();
    await cook.expectTitle('Drinks');
    await page.getByRole('link', { name: 'Plan it: Roselle and rose hip cooler' }).click();
    await cook.expectTitle('Roselle and rose hip cooler');
    await cook.expectText('50 g roselle, 1 1/4 cups');
  });

  await test.step('sets the target in the sentence; nonsense is refused by name and the plan stays', async () => {
    await cook.setField('Litres', '1.2');
    await cook.expectText('25 g roselle, 3/4 cup');
    await expect(cook.field('Glasses')).toHaveValue('4');
    for (const nonsense of ['-1', '1e9', 'two', '']) {
      await cook.setField('Litres', nonsense);
      await cook.expectAlert('Litres: a number from 0.2 to 20 L is accepted');
      await cook.expectText('25 g roselle, 3/4 cup');
      await expect(cook.button('Start at the stove')).toBeDisabled();
    }
    await cook.setField('Litres', '1,2');
    await expect(page.getByRole('alert')).toHaveCount(0);
  });

  await test.step('sees the other method, and a wish that cannot be met with the nearest that can', async () => {
    await cook.choose('Method', 'steeping overnight in the fridge');
    await cook.expectText('from chilled water');
    await cook.choose('Method', 'bringing it to the boil, then steeping off the heat');
    await cook.setField('Litres', '12');
    await cook.expectText('Two of the largest jugs hold 10 L, and 12 L is wanted.');
    await cook.button(/Take the nearest that works/).click();
    await expect(cook.field('Litres')).toHaveValue('10');
    await cook.setField('Litres', '1.2');
  });

  await test.step('is stopped while someone pregnant may drink it', async () => {
    await cook.tick('For whom', 'Someone pregnant');
    await cook.expectText(/Roselle is usually avoided in pregnancy/);
    await expect(cook.button('Start at the stove')).toBeDisabled();
    await cook.tick('For whom', 'Someone pregnant');
    await expect(cook.button('Start at the stove')).toBeEnabled();
  });

  const restart = async (minutesLater: number): Promise<void> => {
    complaints.pause();
    await server.kill();
    await server.start({ minutesLater });
    await page.reload();
    complaints.resume();
  };

  await test.step('starts it and boils it, with a power cut on the way', async () => {
    await cook.startAtStove();
    await cook.expectText('Bring it to the boil, lid on');
    await restart(5);
    await cook.expectText(/^5(\.5)? min$/);
    await cook.button('It boils: off the heat').click();
    expect(await cook.minutesToPull()).toBeCloseTo(15, 0);
  });

  await test.step('finds the clock right after a reload and in a second tab', async () => {
    const before = await cook.pullAtMs();
    await page.reload();
    await cook.expectPullAtMs(before);
    const second = await context.newPage();
    const other = new Cook(second, server.url);
    await other.open(new URL(page.url()).pathname);
    await other.expectPullAtMs(before);
    await cook.expectPullAtMs(before);
    await second.close();
  });

  await test.step('finds it right after the server was killed and is back, sixteen minutes later', async () => {
    const before = await cook.pullAtMs();
    await restart(21);
    expect(await cook.minutesToPull()).toBeLessThan(0);
    await cook.expectPullAtMs(before - 16 * 60_000);
  });

  await test.step('pulls it, takes that back, pulls it again, and enters what came out', async () => {
    await cook.button('Pulled: strain it').click();
    await cook.expectText('Strain through fine cloth, press, and measure');
    await cook.button('Undo: the last step').click();
    await cook.expectText(/^(Pull it now|Good to pull)/);
    await cook.button('Pulled: strain it').click();
    await cook.setField('Measured volume', 'lots');
    await cook.expectAlert(/Measured volume: a number from 50 to 7\d\d ml is accepted, not “lots”\./);
    await cook.setField('Measured volume', '575');
    await cook.button('That is what came out').click();
    await cook.expectText('Into the ice bath');
    await cook.button('It is in the ice bath').click();
    await cook.expectText('Mix the jug');
  });

  await test.step('mixes from what came out, and sees what a short syrup does', async () => {
    await page.getByRole('link', { name: 'To the mix' }).click();
    await cook.expectText(/^575 ml of concentrate came out where/);
    await cook.setField('Syrup on hand', '60');
    await cook.expectText('The syrup runs out.');
    await cook.expectText(/Stir in \d+ g of sugar/);
    await cook.setField('Syrup on hand', '155');
    await cook.button('Pour it and log').click();
  });

  await test.step('finds the jug on the shelf with its strength, its use and its last day', async () => {
    await cook.expectTitle('Keep');
    const thing = await cook.openThing('Roselle and rose hip cooler');
    await expect(thing.getByText(/1\.\d+ L, .* \(×[01]\.\d+\), .* \(\d+ g\/L\)/)).toBeVisible();
    await expect(thing.getByText('Pour 300 ml as it is over ice')).toBeVisible();
    await expect(thing.getByText(/dried plants brewed hot; measure the pH/)).toBeVisible();
    await thing.getByRole('button', { name: 'Pour a glass' }).click();
    await expect(thing.getByText(/^(8\d\d|9\d\d) ml, .* \(×/)).toBeVisible();
  });

  await test.step('says how it was in a few taps, and reads what to change', async () => {
    await page.getByRole('dialog').getByRole('link', { name: 'Taste it' }).click();
    await cook.expectTitle(/^Taste:/);
    await cook.chip('It was', 'over ice').click();
    await cook.chip('Strength', 'much too weak').click();
    await cook.chip('Smoothness', 'fine').click();
    await cook.button('Note the verdict').click();
    await cook.expectText(/last time, by more leaf: it has tasted weak here\./);
  });

  await test.step('plans the next one from there', async () => {
    await page.getByRole('link', { name: 'Plan the next one' }).click();
    await cook.expectText(/After one tasting: ×[\d.]+ instead of ×[\d.]+ last time, by more leaf/);
    expect(Number(await cook.field('Strength').inputValue())).toBeGreaterThan(1.05);
    await expect(page.getByText('25 g roselle')).toHaveCount(0);
  });

  expect(complaints.list).toEqual([]);
});
