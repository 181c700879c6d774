import { expect, test } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { Cook } from '../pages/cook';
import { Server } from '../support/server';

const [server, empty] = [new Server(), new Server()];
test.beforeAll(async () => {
  await server.start();
  await empty.start();
});
test.afterAll(async () => {
  await server.remove();
  await empty.remove();
});

const THREE = `Porch hibiscus
1 litre water
20 g dried hibiscus
a knob of ginger
Bring the water to a boil, add the hibiscus and ginger, simmer until it smells right. Strain.

-----
Cold green tea
Ingredients
10 g green tea
1 litre cold water
Method
Put the tea in a jug, add the water, refrigerate 6 hours. Strain.
-----
<html><head><script type="application/ld+json">{"@context":"https://schema.org","@type":"Recipe","name":"Rooibos from a page",
"recipeIngredient":["12 g rooibos","1 litre water","2 tsp moon dust"],"recipeInstructions":"Boil the water, add the rooibos, steep 8 minutes, strain."}</script></head></html>`;

test('three recipes are pasted, a guess is mended, one is planned and begun; the notebook goes into an empty one and has the same pages', async ({
  page,
}) => {
  const cook = new Cook(page, server.url);
  await cook.open('/drinks');
  await page.getByRole('link', { name: 'Paste a recipe' }).click();
  const [text, , html] = THREE.split('-----\n') as [string, string, string];
  await page.getByRole('textbox', { name: 'The recipe' }).fill(THREE.slice(0, THREE.indexOf('-----\n<html>')));
  // Two of text; what was guessed is called so.
  await expect(page.getByRole('textbox', { name: 'What it is called' })).toHaveCount(2);
  const first = page.getByRole('list', { name: 'What is understood of Porch hibiscus' });
  await expect(first.getByText('Guessed: “until it smells right”: 10 min for now.')).toBeVisible();
  await expect(first.getByText(/1 knob, 15 g of ginger, fresh.*6 to 35/)).toBeVisible();
  expect(text).toContain('knob');
  // Mended in place: what follows is read anew.
  // What goes into boiling water stands in a clause of its own.
  const clause = first.getByRole('textbox').filter({ visible: true }).nth(1);
  const taken = await clause.inputValue();
  expect(taken).toContain('simmer 10 min');
  await clause.fill(taken.replace('simmer 10 min', 'simmer 12 min').replace('a knob of ginger', '18 g ginger'));
  await expect(first.getByText('Guessed:')).toHaveCount(0);
  await expect(first.getByText(/18 g of ginger/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it as a drink' }).first().click();
  await expect(page.getByText('Kept.', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Keep it as a drink' }).first().click();
  await expect(page.getByText('Kept.', { exact: true })).toHaveCount(2);
  // The third is the source of a page, with a thing that nobody knows: it says so, and keeps it in the note.
  await cook.button('Begin anew').click();
  await page.getByRole('textbox', { name: 'The recipe' }).fill(html);
  await expect(page.getByRole('textbox', { name: 'What it is called' })).toHaveValue('Rooibos from a page');
  await expect(page.getByText('Not understood: It names no plant')).toBeVisible();
  await expect(page.getByText('A plant? Say what moon dust is like:')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it as a drink' }).click();
  await expect(page.getByText('Kept.', { exact: true })).toBeVisible();

  await cook.open('/plan/porch-hibiscus');
  await cook.button('Start at the stove').click();
  await expect(page).toHaveURL(/\/steep\/[0-9a-f-]{36}$/);

  // Everything along, and into an empty notebook: looked over first, then the same pages.
  await cook.open('/kitchen/notebook');
  const coming = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take everything along' }).click();
  const file = await (await coming).path();
  const other = new Cook(page, empty.url);
  await other.open('/kitchen/notebook');
  await page.getByLabel('File of a notebook').setInputFiles({
    name: 'notebook.json',
    mimeType: 'application/json',
    buffer: await readFile(file),
  });
  await expect(page.getByText(/^\d+ new/)).toBeVisible();
  await expect(page.getByRole('list', { name: 'Thing by thing' })).toContainText('Porch hibiscus');
  await other.button('Take it in beside what is here').click();
  await expect(page.getByText('It is taken in.')).toBeVisible();
  for (const path of ['/api/drinks', '/api/batches', '/api/house']) {
    const [a, b] = await Promise.all(
      [server.url, empty.url].map(async (url) => (await page.request.get(url + path)).json()),
    );
    const known = (x: { drinks?: object; batches?: object; kitchen?: { body: object } }): unknown =>
      x.drinks ?? x.batches ?? x.kitchen?.body;
    expect(known(b as object)).toEqual(known(a as object));
  }
  await other.open('/plan/porch-hibiscus');
  await expect(page.getByRole('heading', { name: 'Porch hibiscus' })).toBeVisible();
  await other.open('/kitchen/notebook');
  // A table with semicolons, decimal commas and a mark of its encoding: its columns are found, what is no plant is told.
  await page.getByLabel(/^A file with a heading/).setInputFiles({
    name: 'lots.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('\uFEFFTea;Bought;Grams\nblack tea;5.7.2026;180,5\nmoon dust;;20\n'),
  });
  await expect(page.getByRole('list', { name: 'Lots that were read' })).toContainText(/Black tea.*18[01](\.5)? g/);
  await expect(page.getByText('Line 3: “moon dust” is not a plant')).toBeVisible();
  await other.button('Take it into the pantry').click();
  await expect(page.getByText('1 lot is in the pantry.')).toBeVisible();
  await other.open('/pantry/black_tea_leaf');
  await expect(page.getByRole('list', { name: 'Lots' }).getByRole('listitem')).toHaveCount(1);
  // What was made before, and what was said of it: looked over line by line, then taken in; the others say why they are not.
  await other.open('/kitchen/notebook');
  const table = async (of: string, text: string): Promise<void> => {
    await page.getByRole('combobox', { name: 'What the table is of' }).click();
    await page.getByRole('option', { name: of }).click();
    await page.getByLabel(/^A file with a heading/).setInputFiles({
      name: `${of}.csv`,
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
  };
  await table(
    'batches',
    'Date;Tea;litres;yield\n5.7.2025;Rooibos and quince;1,5;\n6.7.2025;moon tea;2;\n7.7.2025;sumac;2;20000\n',
  );
  await expect(page.getByRole('list', { name: 'Batches that were read' })).toContainText(
    'Rooibos and quince, 5 Jul 2025',
  );
  await expect(page.getByText('Line 3: “moon tea” is not a drink of the book')).toBeVisible();
  await other.button('Look them over').click();
  await expect(page.getByText('1 batch would be new here, 1 that cannot be taken in.')).toBeVisible();
  await expect(page.getByText(/^Line 4: 20000 ml is more than went into the pot/)).toBeVisible();
  await other.button('Take 1 batch in').click();
  await expect(page.getByText('1 batch taken in, 1 that cannot be taken in.')).toBeVisible();
  await table('tastings', 'Date,Tea,strength,note\n2025-07-05,Rooibos and quince,too weak,"thin, pale"\n');
  await other.button('Look it over').click();
  await other.button('Take 1 tasting in').click();
  await expect(page.getByText('1 tasting taken in.')).toBeVisible();
  await other.open('/taste/drink/rooibos-quince');
  await expect(page.getByText('thin, pale').first()).toBeVisible();
  // Half a file is refused, in words.
  await other.open('/kitchen/notebook');
  await page.getByLabel('File of a notebook').setInputFiles({
    name: 'half.json',
    mimeType: 'application/json',
    buffer: (await readFile(file)).subarray(0, 2000),
  });
  await expect(page.getByText(/only half of one/)).toBeVisible();
});
