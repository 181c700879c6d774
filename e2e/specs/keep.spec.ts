import jsQR from 'jsqr';
import { expect, test, type Page } from '@playwright/test';
import type { BatchList, BatchView, ShelfView } from '@steepsis/contract';
import { Cook } from '../pages/cook';
import { settled } from '../support/everyPage';
import { MM_PER_PT, readPdf } from '../support/pdf';
import { Server } from '../support/server';

// From a jug to labelled bottles, frozen and thawed; a jar over a fortnight; what runs out.

const server = new Server();
test.beforeAll(() => server.start({ demo: true }));
test.afterAll(() => server.remove());

const COOLER = 'Roselle and rose hip cooler';

/** What is asked for by the link of a page, read back. */
async function fetched(page: Page, name: string | RegExp): Promise<{ url: string; body: Buffer }> {
  const href = (await page.getByRole('link', { name }).getAttribute('href'))!;
  const answer = await page.request.get(server.url + href);
  expect(answer.ok()).toBe(true);
  return { url: href, body: await answer.body() };
}

/** An SVG as the browser draws it, so many pixels to a millimetre, and the code that is read off it. */
async function codeOn(page: Page, svg: string): Promise<string | undefined> {
  const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg)!;
  const PX_PER_MM = 8;
  const [w, h] = [Math.round(Number(width) * PX_PER_MM), Math.round(Number(height) * PX_PER_MM)];
  const pixels = await page.evaluate(
    async ({ svg, w, h }) => {
      const image = new Image();
      image.src = `data:image/svg+xml;base64,${btoa(unescape(encodeURIComponent(svg)))}`;
      await image.decode();
      const canvas = document.createElement('canvas');
      canvas.width = w;
      canvas.height = h;
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0, w, h);
      return [...context.getImageData(0, 0, w, h).data];
    },
    { svg, w, h },
  );
  return jsQR(new Uint8ClampedArray(pixels), w, h)?.data;
}

test('a jug goes into six labelled bottles, two of them frozen and one thawed', async ({ page, request }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/keep');
  const thing = await cook.openThing(COOLER);
  await thing.getByRole('button', { name: 'Fill bottles, cubes or moulds' }).click();
  await cook.setField('Size', '180');
  await cook.setField('Into the freezer', '2');
  await expect(page.getByTestId('fill-up')).toContainText(/^6 of 1\d\d ml, 2 of them frozen, 10 % left empty/);
  await thing.getByRole('button', { name: 'They are filled' }).click();

  await test.step('each stands by itself, and is taken with the others for its label', async () => {
    await expect(page.getByRole('region', { name: 'Frozen' }).getByText(/^bottle [56] of 6$/)).toHaveCount(2);
    await expect(page.getByText(/^bottle [1-4] of 6$/)).toHaveCount(4);
    await cook.button('Several at once').click();
    for (let i = 1; i <= 6; i++) await page.getByRole('checkbox', { name: new RegExp(`bottle ${i} of 6`) }).check();
    await page.getByRole('link', { name: 'Labels' }).click();
    await cook.expectTitle('Labels');
    await expect(page.getByRole('link', { name: 'Print 6 labels' })).toBeVisible();
  });

  await test.step('the PDF has each with its name, its days and how to drink it, where the sheet has its places', async () => {
    await cook.choose('Labels on', '21 on A4, 63.5 × 38.1 mm');
    await cook.button('Begin at label 4').click();
    await expect(page.getByRole('img', { name: /as it is printed$/ })).toBeVisible();
    const { body } = await fetched(page, 'Print 6 labels');
    const { words } = await readPdf(body);
    const text = words.map((w) => w.text).join(' ');
    expect(text.match(/use by/g)).toHaveLength(6);
    expect(text).toMatch(/as it is over ice/);
    // The fourth label of the sheet begins a row further down, at the sheet's own left edge; a tenth of a millimetre is nothing.
    const first = words.reduce((a, b) => (b.y < a.y ? b : a));
    expect(first.x * MM_PER_PT).toBeGreaterThan(7.2 + 4);
    expect(first.x * MM_PER_PT).toBeLessThan(7.2 + 8);
    expect(first.y * MM_PER_PT).toBeGreaterThan(15.1 + 38.1 + 2.5);
    expect(first.y * MM_PER_PT).toBeLessThan(15.1 + 38.1 + 12);
  });

  await test.step('the SVG is of its true size, and its code is read off the page it is drawn on', async () => {
    await cook.choose('Labels on', 'one label by itself');
    await page.getByLabel('An address for a code on the label').fill('https://kitchen.example:4410');
    await page.getByText('As 6 pictures (SVG)').click();
    const codes = new Set<string | undefined>();
    for (const i of [2, 6])
      codes.add(await codeOn(page, (await fetched(page, new RegExp(`bottle ${i} of 6$`))).body.toString()));
    expect(codes.size).toBe(2);
    const svg = (await fetched(page, /bottle 1 of 6$/)).body.toString();
    expect(svg).toContain('width="60mm" height="90mm"');
    expect(await codeOn(page, svg)).toMatch(/^https:\/\/kitchen\.example:4410\/keep\?thing=B-[0-9a-f]{6}-\w{4}$/);
    await page.getByLabel('An address for a code on the label').fill('');
    expect(await codeOn(page, (await fetched(page, /bottle 1 of 6$/)).body.toString())).toBeUndefined();
  });

  await test.step('printed they are labelled; one is thawed and has days, not months', async () => {
    const popup = page.waitForEvent('popup');
    await page.getByRole('link', { name: 'Print 6 labels' }).click();
    await (await popup).close();
    await expect(page.getByText('(labelled)')).toHaveCount(6);
    await page.getByRole('link', { name: 'The shelf' }).click();
    const sixth = cook.page.getByRole('listitem').filter({ has: page.getByText('bottle 6 of 6', { exact: true }) });
    await expect(sixth.getByText(/^Until /)).toBeVisible();
    await sixth.getByRole('button', { name: /^Thaw: / }).click();
    await expect(page.getByRole('status').filter({ hasText: 'is in the fridge' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'Frozen' }).getByText('bottle 6 of 6')).toHaveCount(0);
    const shelf = (await (await request.get(`${server.url}/api/shelf`)).json()) as ShelfView;
    const told = shelf.batches.flatMap((b) => b.events).filter((e) => e.type === 'moved');
    expect(told.at(-1)).toMatchObject({ where: 'fridge' });
  });

  await test.step('six at once go into the freezer, and that is taken back', async () => {
    await cook.button('Several at once').click();
    for (let i = 1; i <= 4; i++) await page.getByRole('checkbox', { name: new RegExp(`bottle ${i} of 6`) }).check();
    await page.getByRole('toolbar').getByRole('button', { name: 'Freeze' }).click();
    await cook.expectText('4 things are in the freezer.');
    await expect(page.getByRole('region', { name: 'Frozen' }).getByText(/^bottle \d of 6$/)).toHaveCount(5);
    await cook.button('Undo').click();
    await expect(page.getByRole('region', { name: 'Frozen' }).getByText(/^bottle \d of 6$/)).toHaveCount(1);
  });
});

test('a jar is tended for a fortnight, what was missed is told, and it is kept by its pH', async ({
  page,
  request,
}) => {
  const cook = new Cook(page, server.url);
  const { batches } = (await (await request.get(`${server.url}/api/batches?phase=running`)).json()) as BatchList;
  const soda = batches.find((b) => b.drinkId === 'spruce-tip-soda')!;
  await cook.open('/keep');
  await page
    .getByRole('region', { name: 'Jars that live' })
    .getByRole('link', { name: /^Tend it/ })
    .click();
  await cook.expectTitle(/^Jar: Spruce tip/);
  await cook.expectText(/not measured: until it reads 4\.2 or below it is not ready/);
  await cook.button('Done: shake it').click();
  await expect(page.getByText('shaken').first()).toBeVisible();

  // Seen to twice on the first day, then after a week, then not for another: told as a device would tell it.
  const view = (await (await request.get(`${server.url}/api/batches/${soda.id}`)).json()) as BatchView;
  const start = view.events[0]!;
  const brewId = start.type === 'started' ? start.plan.brews[0].brewId : '';
  for (const days of [0.5, 1, 7, 14]) {
    const minutes = days * 1440;
    await server.kill();
    await server.start({ minutesLater: minutes });
    if (days === 14) break;
    const at = new Date(Date.now() + minutes * 60_000).toISOString();
    for (const task of ['shake', 'look', 'taste'])
      await request.post(`${server.url}/api/batches/${soda.id}/events`, {
        data: { id: crypto.randomUUID(), at, v: 2, type: 'tended', brewId, task },
      });
  }
  await cook.open(`/keep/jar/${soda.id}`);
  await settled(page);
  await expect(page.getByText(/^1[4-6] of about \d+$/)).toBeVisible();
  await expect(page.getByText(/days.* overdue/).first()).toBeVisible();
  await cook.button('Enter its pH').click();
  await cook.setField('pH', '3.9');
  await cook.button('by meter').click();
  await cook.expectText(/3\.9 by meter: sour enough to be kept/);
});

test('what was poured says when the next one is to be begun, with one tap to its plan', async ({ page }) => {
  const cook = new Cook(page, server.url);
  await cook.open('/');
  const line = page.getByRole('region', { name: 'Runs out' });
  await expect(line).toContainText(/runs out .*: begin it (today|tomorrow|on \w+day), [\d.]+ (m?)[lL]\./);
  await line.getByRole('link', { name: /^Plan it for / }).click();
  await settled(page);
  await expect(cook.field('Litres')).toHaveValue(/^[\d.]+$/);
  await cook.expectText(/^Start by/);
  expect(new URL(page.url()).search).toBe('');
});
