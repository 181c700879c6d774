import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { MADE, madeBy, makesMl, writeDown } from '../support/cards';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';

// Recipes as people write them: written down through the interface as they stand, shown as written, planned for another amount.

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

for (const made of MADE)
  test(`${made.n} ${made.name}: as it stands on the card, as written, and for another amount`, async ({ page }) => {
    const complaints = complaintsOf(page);
    const cook = await writeDown(page, server.url, made);
    await expect(page.getByText(/^As written it makes/).first()).toBeVisible();
    await cook.keepInTheBook();
    await cook.expectTitle(made.name);
    const ml = await makesMl(cook);
    const expected = made.drunkMl ?? made.jugMl;
    if (expected) {
      expect(ml).toBeGreaterThanOrEqual(expected[0] - 5);
      expect(ml).toBeLessThanOrEqual(expected[1] + 5);
    }
    const words = made.words.map((w) => new RegExp(`^(${w})`));
    for (const word of words) await cook.expectText(word);
    await cook.setField('Litres', String(Math.round(ml * 1.5) / 1000));
    await cook.expectText(/^Against the card:/);
    if (made.more) await cook.expectText(new RegExp(`^${made.more}`));
    await cook.button(/^As written: /).click();
    await cook.expectText(words[0]!);
    expect(complaints.list).toEqual([]);
  });

test('sweet tea goes from the card to the stove in the cook’s own words', async ({ page }) => {
  const cook = await writeDown(page, server.url, { ...madeBy(13), name: 'Sweet tea again' });
  await cook.keepInTheBook();
  await cook.expectTitle('Sweet tea again');
  // Kept, and not only named: its plan is open.
  await makesMl(cook);
  const card = await (await page.request.get(`${server.url}/api/print/drinks/sweet-tea-again/card.md`)).text();
  expect(card).toContain('As written it makes 2.00 L');
  expect(card).toMatch(/5 bags, 11 g Black tea/);
  expect(card).toMatch(/1\/4 cup packed, 55 g brown sugar/);
  await cook.button('Start at the stove').click();
  await cook.expectText(/^5 bags, 11 g of black tea/);
  await cook.expectText(/^1 cup, 200 g of white sugar/);
});

test('drawn by hand it takes no more than twenty taps and entries', async ({ page }) => {
  const cook = new Cook(page, server.url);
  let actions = 0;
  const act = async (what: Promise<void>, taps = 1): Promise<void> => {
    actions += taps;
    await what;
  };
  await cook.open('/recipe/new');
  await act(cook.field('Name').fill('Tea by hand'));
  await act(cook.setField('Water', '3/4 cup'));
  await act(cook.setField('Steep minutes', '8'));
  await act(cook.addPlant('elderflower', 'Elderflower, dried', '2 tsp'), 4);
  await act(cook.choose('Add a stage', 'Sweeten'), 2);
  await act(cook.setField('Sweetener amount', '3/4 cup'));
  await act(cook.button('Remove Cold water from the mix').click());
  await act(cook.choose('Add to the mix', 'Sparkling water'), 2);
  await act(cook.choose('Cold sparkling water poured', 'into each glass'), 2);
  await act(cook.setField('Cold sparkling water ml', '180'));
  await act(cook.setField('Glass', '240'));
  await act(cook.keepInTheBook());
  await cook.expectTitle('Tea by hand');
  await cook.expectText(/^2 tsp, 1 g elderflower/);
  expect(actions).toBeLessThanOrEqual(20);
});

test('an amount that could be two things is asked where it is typed, and goes on with the guess', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/recipe/new');
  await cook.addPlant('roselle', 'Roselle (hibiscus, sorrel), dried whole calyx', '15');
  const asked = page.getByRole('group', { name: /^Amount of roselle: / });
  await expect(asked).toContainText('15 calyces');
  await expect(asked).toContainText('15 g');
  await asked.getByRole('button', { name: /^15 calyces/ }).click();
  await expect(asked).toHaveCount(0);
  await expect(page.getByRole('textbox', { name: 'Amount of roselle' })).toHaveValue('15 calyces');
  await cook.expectText('about 9 g, 6.7 to 12');
});

test('a stage is drawn longer by its end, and a plant to another moment, by the pointer and by the keys', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/recipe/roselle-rose-hip-cooler');
  const draw = async (from: { x: number; y: number }, px: number): Promise<void> => {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + px / 2, from.y, { steps: 5 });
    await page.mouse.move(from.x + px, from.y, { steps: 5 });
    await page.mouse.up();
  };
  const end = page.getByRole('slider', { name: 'Off the heat lasts' });
  await expect(end).toHaveAttribute('aria-valuetext', '15 min');
  const box = (await end.boundingBox())!;
  await draw({ x: box.x + box.width / 2, y: box.y + 20 }, 120);
  const drawn = Number(await end.getAttribute('aria-valuenow'));
  expect(drawn).toBeGreaterThan(16);
  await end.press('ArrowLeft');
  await expect(end).toHaveAttribute('aria-valuenow', String(drawn - 1));

  const line = page.getByRole('list', { name: 'Stages' });
  const plant = line.getByRole('button', { name: /^50 g roselle/ });
  const at = (await plant.boundingBox())!;
  await draw({ x: at.x + 30, y: at.y + 8 }, 420);
  await expect(page.getByRole('group', { name: 'In and out at Off the heat' })).toContainText('50 g roselle');
  // What was drawn was not tapped as well.
  await expect(line.getByRole('button', { name: /^50 g roselle/ })).toHaveAttribute('aria-expanded', 'false');
  await cook.button('Undo').click();
  await expect(page.getByRole('group', { name: 'In and out at To the boil' })).toContainText('50 g roselle');
});
