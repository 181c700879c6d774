import { expect, test, type Page } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

/** Puts something beside the jug. */
async function beside(cook: Cook, name: string | RegExp): Promise<void> {
  await cook.button('Put something beside it').click();
  await cook.page.getByRole('dialog').getByRole('button', { name }).first().click();
  await expect(cook.page.getByRole('dialog')).toHaveCount(0);
}

const fixes = (page: Page) => page.getByRole('list', { name: 'Fixes' }).getByRole('listitem');

/** Millilitres of a thing on the shelf, as its card says. */
async function litresOnShelf(cook: Cook, drink: string): Promise<number> {
  await cook.open('/keep');
  const thing = await cook.openThing(drink);
  const said = (await thing.getByText(/^[\d.]+ m?[lL], /).textContent())!;
  const [, n, unit] = /^([\d.]+) (m?l)/i.exec(said)!;
  return unit!.toLowerCase() === 'ml' ? Number(n) / 1000 : Number(n);
}

test('from the shelf to a jug to two fixes in a row to the line for its label', async ({ page }) => {
  const cook = new Cook(page, server.url);
  const complaints = complaintsOf(page);
  const before = await litresOnShelf(cook, 'Roselle and rose hip cooler');
  await cook.open('/mix/jug');
  await beside(cook, /^Roselle and rose hip cooler [\d.]/);
  await beside(cook, 'Add the syrup');
  await cook.choose('Like', 'Roselle and rose hip cooler');
  await cook.setField('Litres', '0.8');
  await cook.setField('Strength', '0.9');
  await cook.setField('Sweetness', '70');
  await cook.field('Its name').fill('Gate jug <b>');
  await expect(page.getByRole('textbox', { name: 'Roselle and rose hip cooler, poured' })).toHaveValue(
    /^[1-9]\d\d(\.5)?$/,
  );
  await cook.button('Pour it and log').click();
  await cook.expectTitle('Gate jug <b>');

  await cook.chip('Strength', 'a bit strong').click();
  await expect(fixes(page).first()).toContainText(/ml of Cold water/);
  await fixes(page).first().getByRole('button', { name: 'Try it in a glass first' }).click();
  await expect(page.getByTestId('trial-glass')).toContainText('In a glass with 100 ml of the jug');
  await fixes(page).first().getByRole('button', { name: 'It is poured in' }).click();
  await cook.expectText('1 fix poured in; taste again');
  await cook.expectText('Right as it is: nothing to add.');

  await cook.chip('Sweetness', 'wants sugar').click();
  await expect(fixes(page).first()).toContainText(/ml of Syrup/);
  await expect(fixes(page).first()).toContainText(/by parts: .* Stop at \d+ ml at the latest/);
  await fixes(page).first().getByRole('button', { name: 'It is poured in' }).click();
  await cook.expectText('2 fixes poured in; taste again');
  await expect(page.getByTestId('label-line')).toHaveText('Pour 250 ml as it is over ice');

  await page.reload();
  await cook.expectText(/\d+ ml Cold water, \d+ ml Syrup|\d+ ml Syrup/);
  expect(await litresOnShelf(cook, 'Roselle and rose hip cooler')).toBeLessThan(before - 0.3);
  expect(complaints.list).toEqual([]);
});

test('what was poured together is taken back, and stands on the shelf again', async ({ page }) => {
  const cook = new Cook(page, server.url);
  const before = await litresOnShelf(cook, 'Roselle and rose hip cooler');
  await cook.open('/mix/jug');
  await beside(cook, /^Roselle and rose hip cooler [\d.]/);
  await cook.setField('Litres', '0.3');
  await cook.button('Pour it and log').click();
  await cook.expectText('For its label');
  await cook.button('Undo the pouring').click();
  await cook.expectText('This jug was emptied.');
  expect(await litresOnShelf(cook, 'Roselle and rose hip cooler')).toBeCloseTo(before, 2);
});

test('a jug that cannot be says at once what would free it', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/jug');
  await beside(cook, 'Add the brew');
  await cook.choose('Jug', '2.5 L jug');
  await cook.setField('Litres', '3');
  await cook.expectAlert('That is 3000 ml, and the jug holds 2500 ml.');
  await expect(cook.button('Pour it and log')).toBeDisabled();
  await cook.button('Make 2.5 L').click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('slider', { name: 'Black tea as made, amount' }).press('End');
  await page.getByRole('slider', { name: 'Cold water, amount' }).press('End');
  await cook.expectAlert(/What is set comes to 3[23]\d\d ml, and the jug holds 2500 ml/);
  await cook.button('Let the cold water free').click();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await cook.tick('Who drinks it', 'Someone who wants no caffeine');
  await cook.expectText('CAF-06');
  await expect(cook.button('Pour it and log')).toBeDisabled();
});

test('a drag of five seconds never holds the page up', { tag: '@alone' }, async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/jug');
  for (const name of ['Add the brew', 'Add the syrup', 'Add this one']) await beside(cook, name);
  await cook.choose('Measured in', 'cups and spoons');
  const slider = page.getByRole('slider', { name: 'Black tea as made, amount' });
  await expect(slider).toHaveAttribute('aria-valuetext', /[1-9]\d+ ml/);
  const box = (await slider.boundingBox())!;
  const longest = async (): Promise<number> => {
    await page.evaluate(() => {
      const seen: number[] = [];
      new PerformanceObserver((list) => seen.push(...list.getEntries().map((e) => e.duration))).observe({
        type: 'longtask',
      });
      (globalThis as unknown as { seen: number[] }).seen = seen;
    });
    await page.mouse.move(box.x + 20, box.y + 120);
    await page.mouse.down();
    const end = Date.now() + 5000;
    for (let i = 0; Date.now() < end; i++) await page.mouse.move(box.x + 20, box.y + 75 + 45 * Math.sin(i / 9));
    await page.mouse.up();
    return page.evaluate(() => Math.max(0, ...(globalThis as unknown as { seen: number[] }).seen));
  };
  // A busy machine may stop any page for a moment: the best of five drags counts.
  let best = Infinity;
  for (let i = 0; i < 5 && best > 50; i++) best = Math.min(best, await longest());
  expect(best).toBeLessThanOrEqual(50);
  await expect(slider).toHaveAttribute('aria-valuetext', /set$/);
});

test('hot concentrate straight onto ice: how much ice, and how strong to brew it', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/ice');
  await cook.setField('Hot concentrate', '600');
  await cook.setField('Hot at', '85');
  await cook.setField('Ends at', '5');
  // 0.854 g of ice at -18 °C to each gram.
  await expect(page.getByTestId('flash-ice')).toHaveText('512 g');
  await cook.expectText('×1.85');
  await cook.setField('Ends at', '40');
  await cook.setField('Hot at', '35');
  await cook.expectAlert(/It must start above the final 40 °C/);
});

test('one guest list with three kinds of drinker, each by the rules that are theirs', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/guests');
  const glass = (who: string) => page.getByRole('table', { name: `Each glass for ${who}` });
  await expect(glass('Most guests')).toContainText('base');
  await expect(glass('Children')).not.toContainText('spirit');
  await expect(glass('With a shot')).toContainText('30 ml');
  await cook.setField('Most guests: people', '10');
  await cook.choose('Most guests: sourness', 'with lemon to');
  await expect(glass('Most guests')).toContainText('lemon juice');
  await cook.choose('Children: served', 'with sparkling water on top');
  await expect(glass('Children')).toContainText('sparkling water, last');
  await expect(page.getByTestId('totals')).toHaveText(
    /^25 glasses: .* of base in \d jugs?, .* of spirit, .* kg of ice\.$/,
  );
  await cook.setField('Children: spirit', '20');
  await cook.expectText('ALC-01');
  await page.reload();
  await expect(cook.field('Most guests: people')).toHaveValue('10');
});

test('a colour is read off a photograph that stays on the machine, by the keyboard', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/colour');
  await cook.expectText('Pick something white and then the drink.');
  // A picture drawn here: white on the left, on the right what the model draws for the chosen drink.
  const png = await page.evaluate(() => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [240, 120];
    const c = canvas.getContext('2d')!;
    const swatch = document.querySelector('figure > div')!;
    c.fillStyle = '#ffffff';
    c.fillRect(0, 0, 120, 120);
    c.fillStyle = getComputedStyle(swatch).backgroundColor;
    c.fillRect(120, 0, 120, 120);
    return canvas.toDataURL('image/png').split(',')[1]!;
  });
  const sent: string[] = [];
  page.on('request', (r) => void (r.method() !== 'GET' && sent.push(r.url())));
  await page
    .getByLabel('A picture with the drink')
    .setInputFiles({ name: 'glass.png', mimeType: 'image/png', buffer: Buffer.from(png, 'base64') });
  const cross = page.getByRole('application');
  await cross.focus();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 16; i++) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('photo-words')).toContainText('It looks as strong as the model says.');
  await cook.setField('Thickness', '3');
  await expect(page.getByTestId('photo-words')).toContainText('deeper');
  expect(sent).toEqual([]);
  await page
    .getByLabel('A picture with the drink')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await cook.expectAlert('This file is no picture that the browser can read.');
});
