import { expect, test } from '@playwright/test';
import { Cook } from '../pages/cook';
import { complaintsOf } from '../support/complaints';
import { MM_PER_PT, readPdf } from '../support/pdf';
import { Server } from '../support/server';

const server = new Server();
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

test('a cold infusion from nothing: jar, fridge, paper, sharp and sweet', async ({ page }) => {
  const cook = new Cook(page, server.url);
  const complaints = complaintsOf(page);
  await cook.open('/drinks');
  await page.getByRole('link', { name: 'Write a new drink' }).click();
  await cook.expectText('Add a plant, and the figures follow.');
  await expect(cook.button('Keep it in the book')).toBeDisabled();
  await cook.field('Name').fill('Sumac from nothing');
  await cook.choose('Vessel', 'a jar');
  await cook.setField('Water', '1200');
  await cook.openStage('Kettle to the boil');
  await cook.button(/^Remove Kettle to the boil/).click();
  await cook.openStage('Off the heat');
  await cook.choose('Steep where', 'in the fridge');
  await cook.setField('Steep hours', '5');
  await cook.openStage('Strain');
  await cook.choose('Strain through', 'paper');
  await cook.addPlant('sumac', 'Sumac, ground', '14 g');
  await cook.addPlant('barberry', 'Barberry fruit', '18');
  await cook.choose('barberry fruit prepared', 'crushed');
  await page.getByText('Headroom, rest and limits of this way').click();
  await page.getByRole('checkbox', { name: 'Plants are held under by a weight' }).check();
  await cook.choose('Add to the mix', 'A plain syrup');
  await cook.setField('Syrup ml', '140');
  await cook.setField('Glass', '220');
  await cook.expectText('14 g sumac');
  await cook.expectText(/As written it makes 1.5 L, 6 glasses of 220 ml( and \d+ ml over)?, with \d+ g\/L of sugar/);
  await cook.keepInTheBook();
  await cook.expectTitle('Sumac from nothing');
  await cook.expectText('from chilled water');
  await cook.open('/drinks?find=barberry');
  await cook.expectText('Sumac from nothing');
  await cook.expectText('Sumac and barberry, cold');
  expect(complaints.list).toEqual([]);
});

test('a hot spiced drink from nothing: late additions, a take-out, a stage dragged, undo and redo', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/recipe/new');
  await cook.field('Name').fill('Spiced pear from nothing');
  await cook.setField('Water', '1600');
  await cook.openStage('Off the heat');
  await cook.button('Remove Off the heat').click();
  await cook.choose('Add a stage', 'Strain');
  await cook.choose('Add a stage', 'Simmer or hold');
  // The second strain was one too many: it is taken back step by step.
  const stages = page.getByRole('list', { name: 'Stages' }).getByRole('listitem');
  await expect(stages).toHaveCount(4);
  await cook.button('Undo').click();
  await cook.button('Undo').click();
  await expect(stages).toHaveCount(2);
  await cook.button('Redo').click();
  await expect(stages).toHaveCount(3);
  await cook.button('Undo').click();
  await cook.choose('Add a stage', 'Simmer or hold');
  await cook.setField('Hold minutes', '15');
  await cook.addPlant('pear', 'Pear, sliced', '2 1/4 cups');
  await cook.expectText('about 320 g');
  await cook.addPlant('rooibos', 'Rooibos', '3 tbsp');
  await cook.setField('rooibos in after', '6');
  await cook.addPlant('ceylon', 'Cinnamon (Ceylon)', '1 stick');
  await cook.choose('cinnamon goes in', 'to the boil');
  await cook.choose('cinnamon comes out', 'simmer');
  await cook.setField('cinnamon out after', '8');
  await cook.expectText('cinnamon out at 8 min');
  // An amount that cannot be is told, and what stood there stands.
  await cook.button(/^3 tbsp rooibos/).click();
  const amount = page.getByRole('textbox', { name: 'Amount of rooibos' });
  await amount.fill('lots');
  await amount.press('Enter');
  await cook.expectAlert('“lots”');
  await amount.fill('15 g');
  await amount.press('Enter');
  await cook.choose('Served', 'hot');
  // A stage is moved by dragging, and back.
  await cook.choose('Add a stage', 'Work by hand');
  await cook.choose('Work', 'Skim');
  const grip = cook.button(/^Move Skim/);
  const above = cook.button(/^Move Simmer/);
  const [from, to] = [(await grip.boundingBox())!, (await above.boundingBox())!];
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x - 20, from.y + 10, { steps: 4 });
  await page.mouse.move(to.x - 30, to.y + 10, { steps: 8 });
  await page.mouse.up();
  await expect(stages.nth(1)).toContainText('Skim');
  await cook.keepInTheBook();
  await cook.expectTitle('Spiced pear from nothing');
  await cook.expectText('warmed to 68 °C');
});

test('black tea with currant leaf, from nothing, by the keyboard alone', async ({ page }) => {
  // Some hundreds of key presses, each waited for, on a machine that may be several times slower than ours.
  test.setTimeout(5 * 60_000);
  const cook = new Cook(page, server.url);
  const keys = page.keyboard;
  await cook.open('/recipe/new');
  await cook.expectTitle('A new drink');
  await cook.typeInto('Steep minutes', '5');
  const add = async (find: string, amountOf: string, amount: string): Promise<void> => {
    await page.locator('body').press('Home');
    await cook.tabTo('Add a plant');
    await keys.press('Enter');
    await expect(page.getByPlaceholder('Type a name')).toBeFocused();
    await keys.type(find);
    await keys.press('Enter');
    await expect(page.getByPlaceholder('Type a name')).toHaveCount(0);
    await keys.press('Shift+Tab');
    await cook.typeInto(new RegExp(`^Amount of ${amountOf}`), amount);
  };
  await add('black tea whole', 'black tea', '15 g');
  await add('blackcurrant', 'blackcurrant leaf', '8 g');
  // A stage is moved from its handle, and put back where it was.
  await cook.tabTo('Move To the boil');
  await keys.press('Space');
  await keys.press('ArrowRight');
  await keys.press('Escape');
  await cook.typeInto('Name', 'Tea by keys');
  await cook.keyChoice(/^Add to the mix/, 'A plain syrup');
  await cook.typeInto('Syrup ml', '110');
  await cook.typeInto('Jug', '1800');
  await cook.tabTo('Keep it in the book');
  await keys.press('Enter');
  await cook.expectTitle('Tea by keys');
  await expect(page.getByText('15 g black tea', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('8 g blackcurrant leaf', { exact: false }).first()).toBeVisible();
  await expect(cook.field('Steep')).toHaveValue('5');
});

test('two ways are compared, and the one that is picked is planned', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await page.getByRole('link', { name: 'Compare ways' }).click();
  await cook.expectText('Side by side for');
  const columns = page.getByRole('columnheader');
  await expect(columns.filter({ hasText: 'Boil, then steep off the heat' })).toBeVisible();
  await page.getByRole('button', { name: 'Overnight in the fridge', exact: true }).click();
  await page.getByRole('button', { name: 'A short boil, then overnight in the fridge', exact: true }).click();
  await expect(columns.filter({ hasText: 'cooked first, cooled fast' })).toBeVisible();
  await expect(page.getByRole('row', { name: /^Harshness/ })).toContainText('% of the limit');
  await cook.button('Pick: A short boil, then overnight in the fridge').click();
  await cook.expectTitle('Roselle and rose hip cooler');
  await expect(page.getByRole('combobox', { name: 'Method' })).toHaveText(/a short boil, then overnight/);
  await page.getByRole('link', { name: 'Recipe', exact: true }).click();
  await cook.expectText('Version 2');
  await cook.open('/drinks/roselle-rose-hip-cooler/versions');
  await cook.expectText('Roselle concentrate, way added: A short boil, then overnight in the fridge');
});

test('a target worked out backwards: 60 g of leaf, two bottles, a pot of 3 L', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/roselle-rose-hip-cooler');
  await cook.button(/the other way round/).click();
  await cook.setField('Leaf to use up', '500');
  await cook.expectText(/What binds: the largest jug/);
  await cook.setField('Leaf to use up', '60');
  await cook.expectText(/That makes [\d.]+ L.* 60 g roselle/);
  await cook.choose('Start from', 'Fill');
  await cook.expectText('bottles of');
  await cook.expectText(/What binds: roselle concentrate/);
  await cook.choose('Start from', 'My biggest pot holds');
  await cook.expectText(/What binds: the pot/);
  await cook.choose('Start from', 'Use up');
  await cook.expectText(/ 60 g roselle/);
  await cook.button(/^Plan [\d.]+ L$/).click();
  await expect(page.getByText(/^60 g roselle/)).toBeVisible();
  await cook.choose('Served', 'hot');
  await cook.button('Make a second drink from the same base').click();
  await cook.expectText('of the base');
  await page.reload();
  await cook.expectText('of the base');
});

test('an impossible wish says which limit binds, and offers the nearest that works', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/black-tea-currant-leaf');
  await cook.setField('Strength', '3');
  await cook.setField('Sugar', '250');
  await cook.expectAlert(/g of leaf in a litre of water, the most this recipe allows/);
  await cook.button(/^Take the nearest that works/).click();
  await expect(page.getByText(/g black tea/).first()).toBeVisible();
});

test('the dipstick’s marks are where the water stands in that pot', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/plan/dandelion-burdock-syrup');
  const link = page.getByRole('link', { name: 'Dipstick for the 2 L pot' });
  const answer = await page.request.get(server.url + (await link.getAttribute('href'))!);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  const { words, lines } = await readPdf(await answer.body());
  const mm = (pt: number): number => pt * MM_PER_PT;
  const upright = lines.filter((l) => Math.abs(l.x1 - l.x2) < 0.1);
  const bar = upright.find((l) => Math.abs(mm(Math.abs(l.y2 - l.y1)) - 50) < 0.05);
  expect(bar).toBeDefined();
  const foot = Math.max(bar!.y1, bar!.y2);
  const level = lines.filter((l) => Math.abs(l.y1 - l.y2) < 0.01 && Math.abs(l.x1 - l.x2) > 10);
  const heights = level.map((l) => mm(foot - l.y1));
  // A straight pot of 16 cm: a litre stands 49.7 mm high.
  const area = Math.PI * 8 ** 2;
  const markOf = (ml: number): number | undefined => heights.find((h) => Math.abs(h - (ml / area) * 10) < 0.2);
  for (const ml of [500, 1000, 1500]) expect(markOf(ml)).toBeDefined();
  const shown = (await page.getByText(/water in the 2 L pot/).textContent())!;
  const [, amount, unit] = /([\d.]+) (L|ml) water/.exec(shown)!;
  expect(markOf(Number(amount) * (unit === 'L' ? 1000 : 1))).toBeDefined();
  const texts = words.map((w) => w.text);
  for (const text of ['water', 'just cover', 'stop here', '1 L']) expect(texts).toContain(text);
});

test('two tabs write on one drink: the second is told, and neither loses a word', async ({ context }) => {
  const [one, two] = [await context.newPage(), await context.newPage()];
  const [first, second] = [new Cook(one, server.url), new Cook(two, server.url)];
  await first.open('/recipe/cold-sencha-cucumber');
  await second.open('/recipe/cold-sencha-cucumber');
  await first.field('Note').fill('From the first tab');
  await second.setField('Water', '1650');
  await first.button('Keep as version 2').click();
  await first.expectText('Version 2.');
  await second.expectText('Version 2 was kept meanwhile');
  await second.expectText('water: 1700 ml → 1650 ml');
  await expect(second.field('Water')).toHaveValue(/^1650/);
  await second.button('Make mine a drink of its own').click();
  await second.expectTitle('Cold sencha with cucumber and lemongrass, my way');
  await expect(second.field('Water')).toHaveValue(/^1650/);
  await first.open('/recipe/cold-sencha-cucumber');
  await expect(first.field('Note')).toHaveValue('From the first tab');
  await expect(first.field('Water')).toHaveValue('1700 ml');
});

test(
  'the pull point is dragged for five seconds without a long task, and the plan follows when it is let go',
  { tag: '@alone' },
  async ({ page }) => {
    const cook = new Cook(page, server.url);
    await cook.open('/plan/roselle-rose-hip-cooler');
    const map = page.getByTestId('steep-map');
    await cook.expectText(/^Pulled after/);
    await map.scrollIntoViewIfNeeded();
    const box = (await map.boundingBox())!;
    const y = box.y + box.height / 2;
    await page.evaluate(() => {
      const long: number[] = [];
      Object.assign(window, { long });
      new PerformanceObserver((list) => list.getEntries().forEach((e) => long.push(e.duration))).observe({
        entryTypes: ['longtask'],
      });
    });
    await page.mouse.move(box.x + box.width * 0.4, y);
    await page.mouse.down();
    const drag = async (): Promise<number[]> => {
      await page.evaluate(() => void ((window as unknown as { long: number[] }).long.length = 0));
      const until = Date.now() + 5000;
      for (let i = 0; Date.now() < until; i++)
        await page.mouse.move(box.x + box.width * (0.35 + 0.25 * Math.abs(Math.sin(i / 20))), y);
      return page.evaluate(() => (window as unknown as { long: number[] }).long);
    };
    // A busy machine may stop any page for a moment: the best of five drags counts.
    let long = await drag();
    for (let i = 0; i < 4 && long.length > 0; i++) long = await drag();
    await cook.expectText('Let go, and the leaf is worked out anew');
    expect(long).toEqual([]);
    await page.mouse.move(box.x + box.width * 0.45, y);
    await page.mouse.up();
    await expect(cook.field('Steep')).not.toHaveValue('15');
    await page.getByRole('slider', { name: 'Pull it after' }).press('ArrowRight');
    await cook.expectText(/^Pulled after/);
  },
);

test('a plant of one’s own with unknown strength widens the plan, and a lot that is weak is weighed out more of', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/pantry');
  await cook.button('Add a plant of your own').click();
  await cook.field('Its name').fill('Attic mix');
  for (const [find, name] of [
    ['lemon balm', 'Lemon balm, dried'],
    ['peppermint', 'Peppermint leaf'],
  ] as const) {
    await cook.button('Add a part').click();
    await page.getByPlaceholder('Type a name').fill(find);
    await page.getByRole('option', { name }).click();
  }
  await cook.expectText('every plan with it shows a wide spread');
  await cook.button('Keep it').click();
  await page.getByRole('searchbox', { name: 'Search the pantry' }).fill('attic');
  await page.getByRole('link', { name: /Attic mix/ }).click();
  await cook.button('Add a lot').click();
  await cook.setField('Lot 1 gives', '0.5');
  await cook.button('Keep').click();
  await expect(cook.button('Keep')).toBeDisabled();
  await cook.open('/recipe/new');
  await cook.field('Name').fill('Attic tea');
  await cook.addPlant('attic', 'Attic mix', '10 g');
  await cook.keepInTheBook();
  await cook.expectTitle('Attic tea');
  await cook.expectText(/^10 g attic mix/);
  await cook.button('Plan another amount').click();
  await cook.expectText(/^2[01] g attic mix/);
  await cook.expectText(/about ±[5-9]\d %/);
});

test('a concentrate is stretched without a recipe, by the keyboard alone', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/stretch');
  await cook.expectTitle('Stretch a concentrate');
  await cook.typeInto('Concentrate', '750');
  await cook.typeInto('Times too strong', '4');
  await cook.typeInto('Sugar', '50');
  await cook.typeInto('Glass', '200');
  await expect(page.getByRole('heading', { name: '3.0 L, 15 glasses' })).toBeVisible();
  await expect(page.getByTestId('label-line')).toHaveText(
    /^1 part with [\d.]+ parts of cold water and [\d.]+ parts of syrup$/,
  );
  await page.reload();
  await expect(cook.field('Concentrate')).toHaveValue('750');
});

test('a syrup by what came out, boiled down with one weighing on the way', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/mix/syrup');
  await cook.choose('Made by', 'From what came out:');
  await cook.setField('Measured yield', '620');
  await cook.setField('Grams to 100 ml', '80');
  await cook.expectText('496 g');
  await cook.choose('Pan', '3 L pot');
  await cook.setField('Liquid', '1116');
  await cook.setField('Brix now', '44');
  await cook.choose('Down to', 'a boiling temperature');
  await cook.setField('End temperature', '103');
  await cook.expectText('the 3 L pot weighs, with all in it');
  await page.getByRole('checkbox', { name: 'I measured it on the way' }).check();
  await cook.setField('Minutes boiled', '6');
  await cook.setField('Pan weighs', '2100');
  await expect(page.getByTestId('time-left')).toHaveText(/^\d.* more at this pace\.$/);
});
