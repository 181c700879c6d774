import { expect, test, type Locator, type Page } from '@playwright/test';
import type { Cook } from '../pages/cook';
import { madeBy, makesMl, writeDown, type Made } from '../support/cards';
import { Server } from '../support/server';

// Six of the cards, from the text to the verdict: brewed stage by stage at the clock's pace, measured, mixed or bottled, tasted.

const server = new Server();
let laterMin = 0;
test.describe.configure({ timeout: 180_000 });
test.beforeAll(() => server.start());
test.afterAll(() => server.remove());

/** The kitchen's clock goes on by so much; the page comes back as it was. */
async function later(page: Page, minutes: number): Promise<void> {
  laterMin += minutes;
  await server.kill();
  await server.start({ minutesLater: laterMin });
  await page.reload();
}

/** Waits out what is shorter than this at the real clock: it is told as done at once. */
const WORTH_WAITING_MIN = 3;

/** Does what is next until it is all strained and measured; `at` may do something else than the one press, and says that it did. */
async function workThrough(cook: Cook, at?: (what: string) => Promise<boolean>): Promise<void> {
  const { page } = cook;
  const next = page.getByRole('region', { name: 'Next, with your hands' });
  const measured = cook.button('That is what came out');
  /** Pressed and stored; what has gone meanwhile was pressed already. */
  const told = async (button: Locator): Promise<void> => {
    const answer = page.waitForResponse((r) => r.request().method() === 'POST' && r.url().endsWith('/events'), {
      timeout: 8_000,
    });
    await Promise.all([answer, button.click({ timeout: 5_000 })]).catch(() => undefined);
  };
  for (let i = 0; i < 40; i++) {
    await expect(next.or(measured).first()).toBeVisible();
    if (await measured.isVisible()) {
      await told(measured.first());
      continue;
    }
    if (await next.getByRole('link', { name: 'To the mix' }).isVisible()) return;
    const heading = next.getByRole('heading');
    const what = await heading.textContent({ timeout: 2_000 }).catch(() => null);
    if (what === null) continue;
    const [, h, m, s] = /(?:(\d+):)?(\d+):(\d\d)\s*$/.exec(what) ?? [];
    const minutes = Number(h ?? 0) * 60 + Number(m ?? 0) + Number(s ?? 0) / 60;
    if (!/now|\+/.test(what) && minutes > WORTH_WAITING_MIN) {
      await later(page, Math.ceil(minutes));
      continue;
    }
    if (at && (await at(what))) continue;
    await told(next.locator('[aria-keyshortcuts="d"]'));
    // The next thing stands there once all of it is stored.
    const step = what.replace(/[+\d:\s]*$/, '');
    const gone = async (): Promise<boolean> => !(await next.allTextContents()).join().includes(step);
    await expect
      .poll(gone, { timeout: 3_000 })
      .toBe(true)
      .catch(() => undefined);
  }
  throw new Error('it is never done');
}

/** What is to be read first is read, one after the other, until the button is free. */
async function readAll(cook: Cook, name: string): Promise<void> {
  const read = cook.page.getByRole('checkbox', { name: 'I have read this and go ahead', checked: false });
  await expect(async () => {
    if (await read.first().isVisible()) await read.first().check();
    await expect(cook.button(name)).toBeEnabled({ timeout: 300 });
  }).toPass();
}

/** @param laidOut what is to be read on the list before the heat */
async function begun(page: Page, made: Made, name = made.name, laidOut?: RegExp): Promise<Cook> {
  const cook = await writeDown(page, server.url, { ...made, name });
  await cook.keepInTheBook();
  await cook.expectTitle(name);
  await makesMl(cook);
  await readAll(cook, 'Start at the stove');
  await cook.startAtStove(laidOut);
  return cook;
}

async function kept(cook: Cook, how = 'Pour it and log'): Promise<void> {
  await cook.page.getByRole('link', { name: 'To the mix' }).click();
  await cook.button(how).click();
  await cook.expectTitle('Keep');
}

async function tasted(cook: Cook, name: string, ...said: readonly (readonly [string, string])[]): Promise<void> {
  const thing = await cook.openThing(name);
  await thing.getByRole('link', { name: 'Taste it' }).click();
  await cook.expectTitle(/^Taste:/);
  for (const [what, word] of [['Strength', 'just right'], ['Smoothness', 'smooth'], ...said] as const)
    await cook.chip(what, word).click();
  await cook.button('Note the verdict').click();
  await expect(cook.page.getByRole('heading', { name: 'Next time' })).toBeVisible();
}

test('roselle orange: boiled, steeped, sweetened, mixed with its juice and tasted', async ({ page }) => {
  const cook = await begun(page, madeBy(2), madeBy(2).name, /^20 calyces, 12 g of roselle/);
  await workThrough(cook);
  await kept(cook);
  await cook.expectText(/^(1\.9\d|2\.[01]\d?) L/);
  await tasted(cook, madeBy(2).name);
});

test('verbena syrup: three bottles and what is over, kept as they are', async ({ page }) => {
  const cook = await begun(page, madeBy(9));
  await workThrough(cook);
  await kept(cook, 'Fill the bottles and log');
  await expect(cook.page.getByText(/^bottle \d of 3$/)).toHaveCount(3);
  await tasted(cook, madeBy(9).name, ['Sweetness', 'too sweet']);
});

test('carob and apple peel: sweetened by taste in goes, and the next one begins there', async ({ page }) => {
  const cook = await begun(page, madeBy(5));
  let goes = 0;
  await workThrough(cook, async (what) => {
    if (!what.startsWith('Sweeten it by taste') || goes === 2) return false;
    const go = page.getByRole('group', { name: 'A go of sugar' });
    await go.getByRole('textbox', { name: 'Sugar that went in' }).fill(goes === 0 ? '60' : '35');
    await go.getByRole('button', { name: 'Stirred in' }).click();
    goes += 1;
    await cook.expectText(goes === 1 ? /^60 g so far/ : /^95 g so far/);
    return true;
  });
  expect(goes).toBe(2);
  await kept(cook);
  await tasted(cook, madeBy(5).name);
  await page.getByRole('link', { name: 'Plan the next one' }).click();
  // 95 g in some two litres, and as much again out of the pods
  await expect(cook.field('Sugar')).toHaveValue(/^(6[6-9]|7\d|8[0-2])$/);
});

test('sweet tea: a syrup and a tea, mixed in one jug', async ({ page }) => {
  const cook = await begun(page, madeBy(13));
  await workThrough(cook);
  await kept(cook);
  await cook.expectText(/^(1\.9\d|2(\.0\d?)?) L/);
  await tasted(cook, madeBy(13).name);
});

test('one shaken glass: hot onto ice, and drunk', async ({ page }) => {
  const cook = await begun(page, madeBy(16));
  await workThrough(cook);
  await kept(cook);
  await cook.expectText(/^3[3-6]\d ml/);
  await tasted(cook, madeBy(16).name);
});

test('rose hip decoction: boiled down, measured, and by the spoon in a glass of kefir', async ({ page }) => {
  const cook = await begun(page, madeBy(10));
  await workThrough(cook);
  await kept(cook);
  await tasted(cook, madeBy(10).name);
  await cook.open('/mix/jug');
  const beside = async (name: string | RegExp): Promise<void> => {
    await cook.button('Put something beside it').click();
    await page.getByRole('dialog').getByRole('button', { name }).first().click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await beside(/^Rose hip decoction/);
  await cook.button('Put something beside it').click();
  await cook.choose('Juice', 'kefir');
  await page.getByRole('dialog').getByRole('button', { name: 'Add this one' }).click();
  await cook.button('Take Cold water away').click();
  await cook.field('Its name').fill('By the spoon');
  await cook.setField('Rose hip decoction, poured', '2 tbsp');
  await cook.setField('Kefir, plain, whole milk, poured', '200 ml');
  await cook.setField('Litres', '0.23');
  await cook.expectText(/[Mm]ilk/);
  await readAll(cook, 'Pour it and log');
  await cook.button('Pour it and log').click();
  await cook.expectTitle('By the spoon');
});
