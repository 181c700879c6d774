import { expect, test, type Page } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { Server } from '../support/server';

// Recipes as people write them: written down through the interface as they stand, shown as written, planned for another amount.

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

type Made = {
  name: string;
  card: string;
  /** litres that it makes as written */
  litres: readonly [number, number];
  /** words of the cook's own that stand on the plan, with grams or ml beside them */
  words: readonly RegExp[];
  /** the same for one and a half times as much */
  more?: RegExp;
};

const MADE: readonly Made[] = [
  {
    name: 'Roselle orange',
    card: '20 calyces, 1 L water, 4 min at a simmer; off the heat 3 slices ginger, 1/2 stick cinnamon, 20 min; strain; 3/4 cup sugar while warm; cold: juice of 5 oranges, 3 cups water',
    litres: [1.9, 2.15],
    words: [/^20 calyces, 12 g roselle/, /^3 slices, 6.6 g ginger/, /juice of 5 oranges, 410 ml orange juice/],
    more: /^(about )?30 calyces, 1[78] g roselle/,
  },
  {
    name: 'Sweet tea',
    card: 'Syrup: 1 cup white and 1/4 cup packed brown sugar with 1 cup water, boiled 5 min; Tea: 5 tea bags, 1 L water, 6 min off the heat, lidded; strain; jug: half the syrup, cold water to 2 L',
    litres: [1.98, 2.02],
    words: [/^5 tea bags, 11 g black tea/],
    more: /^(about )?[678] tea bags, 1\d g black tea/,
  },
  {
    name: 'Verbena syrup',
    card: '500 g sugar, 250 ml water, 40 g fresh lemon verbena, 45 min at 75 °C, covered; strain',
    litres: [0.52, 0.555],
    words: [/^40 g lemon verbena/],
  },
  {
    name: 'Watermelon water',
    card: '600 g watermelon flesh, 700 ml water, 60 g sugar, juice of 2 limes, blended; strain',
    litres: [1.22, 1.36],
    words: [/^600 g watermelon/, /^juice of 2 limes, \d+ g lime juice/],
  },
  {
    name: 'Rose hip decoction',
    card: '150 g dried cut rose hips, 1.4 L water, gentle open simmer until half is left; through cloth, pressed',
    litres: [0.4, 0.56],
    words: [/^150 g rose hip/],
  },
  {
    name: 'Elderflower by heads',
    card: '30 heads elderflower, 1.5 L boiling water; until cool; 24 h in the fridge; strain, press',
    litres: [1.2, 1.4],
    words: [/^30 heads, 240 g elderflower/],
  },
];

async function writeDown(page: Page, { name, card }: Pick<Made, 'name' | 'card'>): Promise<Cook> {
  const cook = new Cook(page, server.url);
  await cook.open('/recipe/new');
  await cook.field('Name').fill(name);
  await cook.field('The recipe, as it stands on a card').fill(card);
  await cook.button('Take it').click();
  return cook;
}

for (const made of MADE)
  test(`${made.name}: as it stands on the card, as written, and for another amount`, async ({ page }) => {
    const complaints = complaintsOf(page);
    const cook = await writeDown(page, made);
    const says = page.getByText(/^As written it makes/).first();
    await expect(says).toBeVisible();
    await cook.button('Keep it in the book').click();
    await cook.expectTitle(made.name);
    const button = cook.button(/^As written, makes/);
    await expect(button).toHaveAttribute('aria-pressed', 'true');
    const [, amount, unit] = /makes ([\d.]+) (m?L|ml)/i.exec((await button.textContent())!)!;
    const litres = unit === 'L' ? Number(amount) : Number(amount) / 1000;
    expect(litres).toBeGreaterThanOrEqual(made.litres[0] - 0.01);
    expect(litres).toBeLessThanOrEqual(made.litres[1] + 0.01);
    for (const words of made.words) await cook.expectText(words);
    if (made.more) {
      await cook.setField('Litres', String(Math.round(litres * 150) / 100));
      await cook.expectText(/^Against the card:/);
      await cook.expectText(made.more);
      await button.click();
      await cook.expectText(made.words[0]!);
    }
    expect(complaints.list).toEqual([]);
  });

test('sweet tea goes from the card to the stove in the cook’s own words', async ({ page }) => {
  const cook = await writeDown(page, { ...MADE[1]!, name: 'Sweet tea again' });
  await cook.button('Keep it in the book').click();
  await cook.expectTitle('Sweet tea again');
  const card = await (await page.request.get(`${server.url}/api/print/drinks/sweet-tea-again/card.md`)).text();
  expect(card).toContain('As written it makes 2.00 L');
  expect(card).toMatch(/5 tea bags, 11 g Black tea/);
  expect(card).toMatch(/1\/4 cup packed, 55 g brown sugar/);
  await cook.button('Start at the stove').click();
  await cook.expectText(/^5 tea bags, 11 g of black tea/);
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
  await act(cook.button('Keep it in the book').click());
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
