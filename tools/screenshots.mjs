// npm run screenshots: one picture of each main view from the demo data, at 1280x800, into docs/screenshots/.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { build } from './build.mjs';
import { ensureChromium, ROOT } from './ensure.mjs';

build();
const executablePath = ensureChromium();
const { chromium } = await import('@playwright/test');
const folder = join(ROOT, 'docs', 'screenshots');
const data = mkdtempSync(join(tmpdir(), 'steepsis-pictures-'));
mkdirSync(folder, { recursive: true });

const server = spawn(process.execPath, [join(ROOT, 'server/dist/main.js'), '--demo'], {
  env: { ...process.env, PORT: '4590', STEEPSIS_DATA: data, TZ: 'UTC' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
// A picture that cannot be taken ends the run, and the server with it.
process.on('exit', () => server.kill());
const url = await new Promise((ready) => {
  server.stdout.on('data', (chunk) => {
    const found = /ready: (http:\S+)/.exec(chunk.toString());
    if (found) ready(found[1]);
  });
});

const ask = async (path, body) =>
  (
    await fetch(
      url + path,
      body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    )
  ).json();
const first = async (phase) => (await ask(`/api/batches?phase=${phase}`)).batches[0].id;

/** A batch that waits for its mix, begun a while ago. */
async function measuredBatch() {
  const { drink } = await ask('/api/drinks/roselle-rose-hip-cooler');
  const at = (minutesAgo) => new Date(Date.now() - minutesAgo * 60_000).toISOString();
  const id = randomUUID();
  await ask('/api/batches', {
    id,
    eventId: randomUUID(),
    at: at(40),
    drinkId: drink.id,
    drinkVersion: drink.version,
    target: drink.defaults,
  });
  const say = (minutesAgo, event) =>
    ask(`/api/batches/${id}/events`, { id: randomUUID(), at: at(minutesAgo), v: 2, ...event });
  await say(33, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' });
  await say(18, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' });
  await say(12, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1085, method: 'jug' });
  return id;
}

/** Two pots on the stove, one with a probe in it. */
async function potsOnTheStove() {
  const begin = async (drinkId, minutesAgo, acknowledged = []) => {
    const { drink } = await ask(`/api/drinks/${drinkId}`);
    const id = randomUUID();
    const at = new Date(Date.now() - minutesAgo * 60_000).toISOString();
    await ask('/api/batches', {
      id,
      eventId: randomUUID(),
      at,
      drinkId,
      drinkVersion: drink.version,
      target: drink.defaults,
      acknowledged,
    });
    return id;
  };
  const say = (id, minutesAgo, event) =>
    ask(`/api/batches/${id}/events`, {
      id: randomUUID(),
      at: new Date(Date.now() - minutesAgo * 60_000).toISOString(),
      v: 2,
      ...event,
    });
  const pear = await begin('hot-spiced-pear-rooibos', 20, ['PRO-01', 'PRO-02']);
  await say(pear, 4.6, { type: 'stage-ended', brewId: 'base', stageId: 'heat' });
  const cooler = await begin('roselle-rose-hip-cooler', 17);
  await say(cooler, 9, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' });
  return { pear, cooler };
}

/** A page that has been touched may ring, and says so. */
async function touched(page) {
  await page.getByRole('region', { name: 'The alarm of this device' }).getByRole('button').first().click();
  await page.getByText('It rings at each call.').waitFor();
  await page.waitForTimeout(300);
}

/** A making that is nearly done. */
async function usual(page) {
  await page.evaluate(() => {
    const minute = (m) => new Date(Date.now() - (26 - m) * 60_000).toISOString();
    const plant = (id, slug, beforeG, afterG) => ({ id, plant: slug, amount: { by: 'scale', beforeG, afterG } });
    const record = {
      name: 'Sorrel as it always was',
      vesselKind: 'pot',
      plants: [plant('roselle', 'roselle_dried_whole', 212, 160), plant('clove', 'clove_whole', 38.4, 37.6)],
      water: { by: 'scale', beforeG: 900, afterG: 2250 },
      out: { by: 'jug', ml: 1160 },
      jugMl: 2300,
      sugar: { sweetener: 'white_sugar', grams: 190 },
      pressed: true,
      through: 'fine-cloth',
      taps: [
        { at: minute(0), tap: 'heat-on' },
        { at: minute(0.5), tap: 'in', plantId: 'roselle' },
        { at: minute(8), tap: 'boils' },
        { at: minute(9), tap: 'in', plantId: 'clove' },
        { at: minute(11), tap: 'off-heat' },
        { at: minute(26), tap: 'strained' },
      ],
      glassMl: 300,
      iced: true,
    };
    globalThis.localStorage.setItem('steepsis-as-usual', JSON.stringify({ state: { record }, version: 1 }));
  });
  await page.reload();
  await page.getByText('Write it down and plan from it').waitFor();
}

const browser = await chromium.launch({
  executablePath,
  chromiumSandbox: false,
  args: ['--disable-gpu', '--no-first-run', '--disable-background-networking'],
});
async function picture(name, path, { theme = 'light', prepare } = {}) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    colorScheme: theme,
    timezoneId: 'UTC',
  });
  const page = await context.newPage();
  await page.goto(url + path);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.waitForLoadState('load');
  await page
    .getByRole('status')
    .filter({ hasText: /Drawing|Working|Fetching/ })
    .waitFor({ state: 'detached' });
  if (prepare) await prepare(page);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await context.close();
}

const plan = '/plan/roselle-rose-hip-cooler';
await picture('bench', '/', { prepare: (page) => page.getByRole('link', { name: 'The shelf' }).waitFor() });
await picture('drinks', '/drinks');
await picture('plan', plan);
await picture('recipe', '/recipe/dandelion-burdock-syrup');
await picture('methods', '/plan/rooibos-quince/methods', {
  prepare: async (page) => {
    await page.getByRole('button', { name: 'Cold, in the fridge', exact: true }).click();
    await page.getByRole('button', { name: 'Spices only off the heat', exact: true }).click();
    await page.mouse.move(0, 0);
    await page.evaluate(() => {
      globalThis.document.activeElement?.blur();
      globalThis.scrollTo({ top: 0, behavior: 'instant' });
    });
  },
});
await picture('pantry', '/pantry');
await picture('kitchen', '/kitchen');
const { cooler } = await potsOnTheStove();
await picture('steep', '/steep', { prepare: touched });
await picture('stove', `/steep/${cooler}`, {
  theme: 'dark',
  prepare: async (page) => {
    await touched(page);
    await page.getByRole('radio', { name: 'The lid' }).click();
    await page.getByRole('button', { name: 'off', exact: true }).click();
    await page.getByText(/^The glass comes to/).waitFor();
    await page.mouse.move(0, 0);
    await page.keyboard.press('Home');
    await page.waitForTimeout(400);
  },
});
await picture('as-usual', '/steep/as-usual', { prepare: usual });
await picture('syrup', '/mix/syrup');
const drawnLabels = (page) =>
  page.waitForFunction(() => {
    const images = [...globalThis.document.images];
    return images.length > 0 && images.every((i) => i.complete && i.naturalWidth > 0);
  });
await picture('labels', '/keep/labels', {
  prepare: async (page) => {
    for (const box of await page.getByRole('checkbox').all()) await box.check();
    await drawnLabels(page);
  },
});
const soda = (await ask('/api/batches?phase=running')).batches.find((b) => b.drinkId === 'spruce-tip-soda');
await picture('jar', `/keep/jar/${soda.id}`);
await picture('guests', '/mix/guests');
await picture('occasion', '/plan/occasion/open-day', {
  prepare: (page) =>
    page
      .getByText(/^Begin/)
      .last()
      .waitFor(),
});
await picture('jug', '/mix/jug', {
  prepare: async (page) => {
    const beside = async (name) => {
      await page.getByRole('button', { name: 'Put something beside it' }).click();
      await page.getByRole('dialog').getByRole('button', { name }).first().click();
    };
    await beside(/^Roselle and rose hip cooler [\d.]/);
    await beside('Add the syrup');
    await page.getByRole('textbox', { name: 'Litres' }).fill('1.2');
    await page.getByRole('textbox', { name: 'Strength' }).fill('0.7');
    await page.getByRole('textbox', { name: 'Sweetness' }).fill('80');
    await page.getByText('as white sugar').waitFor();
    await page.mouse.wheel(0, -3000);
    await page.waitForTimeout(500);
  },
});
await picture('keep', '/keep', { prepare: drawnLabels });
await picture('taste', `/taste/${await first('put-away')}`);
await picture('mix', `/mix/${await measuredBatch()}`);

await browser.close();
server.kill('SIGTERM');
rmSync(data, { recursive: true, force: true });
console.log(`Pictures are in ${folder}.`);
