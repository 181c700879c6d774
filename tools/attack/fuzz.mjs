// Sends the server what no page of this house sends, and looks at what it answers: never a fault of its own, never slow, never an
// answer larger than its question. Seeded: the same run finds the same things.
import { mkdtempSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { ROOT } from '../ensure.mjs';

const { RULES } = createRequire(join(ROOT, 'server', 'package.json'))('@steepsis/core');
/** Every warning is read: what is to be tried comes after that. */
const WARNINGS = RULES.filter((r) => r.level === 'warn').map((r) => r.id);
const NOW = new Date('2026-07-05T09:00:00.000Z');

/** The application in this process, with a notebook of its own and no limit on its rate. */
export async function anApp(folder) {
  const { createApp } = createRequire(import.meta.url)(join(ROOT, 'server', 'dist', 'createApp.js'));
  const app = await createApp({
    databaseFile: join(folder, 'steepsis.sqlite'),
    host: '127.0.0.1',
    port: 0,
    webFolder: undefined,
    now: () => NOW,
    timers: false,
    lan: undefined,
    requestsIn10s: 1e9,
  });
  await app.listen(0, '127.0.0.1');
  return { app, url: (await app.getUrl()).replace('[::1]', '127.0.0.1') };
}

/** Random numbers that are the same in every run. */
export function seeded(seed) {
  let s = seed >>> 0;
  const random = () => {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0;
    return s / 4294967296;
  };
  return { random, of: (list) => list[Math.floor(random() * list.length)] };
}

const NASTY = [
  undefined,
  null,
  true,
  false,
  0,
  -1,
  1e-9,
  1e9,
  1e308,
  -1e308,
  0.1 + 0.2,
  NaN,
  '',
  ' ',
  'x',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'x'.repeat(5000),
  '\u0000',
  'a\u0000b',
  '\u202e',
  '\u200b',
  '=1+1',
  '<b>x</b>',
  "'; DROP TABLE drinks; --",
  '../../etc',
  '2026-07-05',
  '2026-07-05T09:00:00Z',
  '2026-07-05T09:00:00+02',
  '1970-01-01T00:00:00Z',
  '-002026-01-01T00:00:00Z',
  '2026-02-30',
  '9999-12-31',
  [],
  {},
  [[[]]],
  { constructor: 1 },
  ['x'],
  { toString: 'x' },
  [null],
  { length: 1e9 },
];

/** A field by any name, of the language too: it is sent as text. */
const define = (at, key, value) =>
  typeof at === 'object' &&
  at !== null &&
  Object.defineProperty(at, key, { value, enumerable: true, configurable: true, writable: true });

/** A copy whose numbers are all of the kind that may be sent: what gets past the door and has to be worked out. */
export function bent(body, { random, of }) {
  const copy = structuredClone(body);
  const walk = (value) => {
    if (typeof value !== 'object' || value === null) return;
    for (const key of Object.keys(value)) {
      if (typeof value[key] === 'number' && !['v', 'version', 'drinkVersion'].includes(key) && random() < 0.15)
        value[key] =
          Number.isInteger(value[key]) && random() < 0.5
            ? Math.round(value[key] * of([0, 0.2, 2, 4]))
            : value[key] * 10 ** (random() * 2 - 1);
      else walk(value[key]);
    }
  };
  walk(copy);
  return copy;
}

/** A copy with one to three things changed at random. */
export function mutated(body, { random, of }) {
  let copy = structuredClone(body);
  for (let n = 1 + Math.floor(random() * 3); n > 0; n--) {
    const places = [];
    const walk = (value, put) => {
      places.push(put);
      if (typeof value === 'object' && value !== null)
        for (const key of Object.keys(value))
          walk(value[key], {
            set: (v) => (value[key] = v),
            drop: () => delete value[key],
            add: (k, v) => define(value, k, v),
            was: value[key],
          });
    };
    walk(copy, {
      set: (v) => (copy = v),
      drop: () => (copy = undefined),
      add: (k, v) => define(copy, k, v),
      was: copy,
    });
    const place = of(places);
    const how = random();
    if (how < 0.15) place.drop();
    else if (how < 0.3 && typeof place.was === 'number') place.set(place.was * of([-1, 0, 0.001, 10, 1000, 1e6]));
    else if (how < 0.4 && Array.isArray(place.was)) place.set([...place.was, ...place.was, ...place.was]);
    else if (how < 0.45)
      place.add?.(of(['constructor', '__proto__', 'extra', 'v', 'type', 'kind']), structuredClone(of(NASTY)));
    else place.set(structuredClone(of(NASTY)));
  }
  return copy;
}

/** Every route with a body that it accepts. */
export async function routesOf(url) {
  const get = async (path) => (await fetch(url + path)).json();
  const { drinks } = await get('/api/drinks');
  const house = await get('/api/house');
  const at = NOW.toISOString();
  const start = (drink) => ({
    id: randomUUID(),
    eventId: randomUUID(),
    at,
    drinkId: drink.id,
    drinkVersion: drink.version,
    target: drink.defaults,
    acknowledged: WARNINGS,
  });
  const batches = [];
  for (const { drink } of drinks) {
    const body = start(drink);
    const answer = await fetch(`${url}/api/batches`, json(body));
    if (answer.ok) batches.push({ id: body.id, drink });
  }
  const jug = {
    id: randomUUID(),
    eventId: randomUUID(),
    at,
    name: 'Fuzz',
    capacityMl: 2500,
    glassMl: 250,
    iced: false,
    standard: 1,
    likeName: 'x',
    wantedX: 1,
    audience: [],
    parts: [
      {
        name: 'Tea',
        ml: 500,
        from: {
          kind: 'made',
          made: { plant: 'black_tea_leaf', grams: 10, waterMl: 1000, minutes: 5, place: 'off-heat' },
        },
      },
      { name: 'Water', ml: 300, from: { kind: 'water', water: 'still' } },
    ],
  };
  await fetch(`${url}/api/jugs`, json(jug));
  const events = (brewId) => [
    { type: 'stage-ended', brewId, stageId: 'heat' },
    { type: 'lid-set', brewId, lid: 'open' },
    { type: 'topped-up', brewId, ml: 200, tempC: 20 },
    { type: 'measured', what: 'temp', brewId, value: 80, method: 'thermometer' },
    { type: 'measured', what: 'ph', value: 3.2, method: 'meter' },
    { type: 'put-in', brewId, ingredientId: 'roselle', grams: 5, more: true },
    { type: 'heard', call: 'x', againMin: 3 },
    { type: 'mixed', mix: { concentrate: 500 }, hadMl: {}, sugarAddedG: 0 },
    { type: 'observed', sign: 'mould' },
    { type: 'tasted', state: 'iced', verdict: { strength: 1, harsh: 0, sweet: 0, tart: 0 } },
    { type: 'undone', eventId: randomUUID() },
    { type: 'kept-in', vesselId: 'jug', container: 'sound', closure: 'loose', full: false },
  ];
  const routes = [];
  let fresh = 0;
  for (const { id, drink } of batches)
    for (const body of events(drink.brews[0].id))
      routes.push(() => ['POST', `/api/batches/${id}/events`, { id: randomUUID(), at, v: 2, ...body }]);
  for (const { drink } of drinks) {
    routes.push(() => ['POST', '/api/batches', start(drink)]);
    // Each time a drink of its own, so that what is bent is kept and made as well.
    routes.push(() => {
      const id = `${drink.id}-${(fresh += 1)}`;
      return ['PUT', `/api/drinks/${id}`, { ...drink, id, version: 1, defaults: { ...drink.defaults } }];
    });
    routes.push(() => ['GET', `/api/print/drinks/${drink.id}/card.md`, undefined, { target: drink.defaults }]);
  }
  routes.push(
    () => ['POST', '/api/jugs', { ...jug, id: randomUUID(), eventId: randomUUID() }],
    () => ['POST', `/api/jugs/${jug.id}/events`, { id: randomUUID(), at, v: 1, type: 'poured-out', ml: 50 }],
    () => ['POST', `/api/jugs/${jug.id}/events`, { id: randomUUID(), at, v: 1, type: 'added', parts: jug.parts }],
    () => ['PUT', '/api/house/kitchen/kitchen', { version: house.kitchen.version, body: house.kitchen.body }],
    () => [
      'PUT',
      '/api/house/pantry/linden_dried',
      {
        version: 0,
        body: { v: 1, plant: 'linden_dried', lots: [{ id: 'a', got: '2026-07-01', from: '', leftG: 100, potency: 1 }] },
      },
    ],
    () => [
      'PUT',
      '/api/house/plants/own-x-r1',
      {
        version: 0,
        body: { v: 1, id: 'own-x-r1', name: 'X', parts: [{ plant: 'linden_dried', share: 1 }], strengthKnown: false },
      },
    ],
    () => ['PUT', '/api/instruments/fuzz', { name: 'Fuzz', kind: 'probe' }],
    () => ['POST', '/api/instruments/fuzz/readings', { readings: [{ at, value: 20 }] }],
    () => ['PUT', '/api/instruments/fuzz/attached', { batchId: batches[0].id, brewId: batches[0].drink.brews[0].id }],
    () => ['GET', '/api/batches?limit=10', undefined],
    () => ['GET', `/api/batches/${randomUUID()}`, undefined],
  );
  return { routes };
}

export const json = (body, method = 'POST') => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

/** A target anywhere in what may be asked for. */
function legalTarget(drink, { random, of }) {
  const between = (a, b) => a + (b - a) * random();
  const brew = drink.brews[0];
  return {
    ...drink.defaults,
    litres: between(0.2, 20),
    glassMl: between(50, 1000),
    strengthX: between(0.2, 3),
    sugarGPerL: between(0, 250),
    wayId: of(brew.ways).id,
    steepMin: between(1, 1440),
    iced: random() < 0.5,
    ...(random() < 0.2 ? { hot: true } : {}),
    ...(random() < 0.2
      ? { second: { name: 'Second', litres: between(0.1, 20), strengthX: between(0.1, 3), water: 'still' } }
      : {}),
    ...(random() < 0.2 ? { acidGPerL: between(0, 20) } : {}),
  };
}

async function send(url, [method, path, body, query], tally) {
  const address =
    url +
    path +
    (query
      ? `?target=${encodeURIComponent(typeof query.target === 'string' ? query.target : (JSON.stringify(query.target) ?? ''))}`
      : '');
  const began = performance.now();
  let status;
  let text;
  try {
    const answer = await fetch(address, method === 'GET' ? { method } : json(body, method));
    status = answer.status;
    text = await answer.text();
  } catch (error) {
    tally.broken += 1;
    tally.examples.push(`${method} ${path}: ${error.message}`);
    return;
  }
  const ms = performance.now() - began;
  tally.sent += 1;
  tally.byStatus[status] = (tally.byStatus[status] ?? 0) + 1;
  tally.slowestMs = Math.max(tally.slowestMs, ms);
  if (ms > 250) tally.over250 += 1;
  if (status >= 500 || /at \w+ \(|TypeError|undefined is not/.test(text)) {
    tally.faults += 1;
    if (tally.examples.length < 20)
      tally.examples.push(`${status} ${method} ${path} ${JSON.stringify(body ?? query)?.slice(0, 400)}`);
  }
  const asked = JSON.stringify(body ?? query ?? '').length;
  if (status >= 400 && text.length > 4000 + asked) tally.louder += 1;
}

const tallyOf = () => ({
  sent: 0,
  faults: 0,
  broken: 0,
  louder: 0,
  over250: 0,
  slowestMs: 0,
  byStatus: {},
  examples: [],
});

/** @returns what was answered to so many mutated and so many legal requests */
export async function fuzz({ mutations, legal, seed = 20260705 }) {
  const folder = mkdtempSync(join(tmpdir(), 'steepsis-fuzz-'));
  const { app, url } = await anApp(folder);
  const dice = seeded(seed);
  const [bad, good] = [tallyOf(), tallyOf()];
  const stopped = [];
  try {
    const { routes } = await routesOf(url);
    // As they are, they get past the door: what is changed of them is then really tried.
    for (const route of routes) {
      const asked = route();
      const tried = tallyOf();
      await send(url, asked, tried);
      if (tried.byStatus[400] || tried.faults) stopped.push(`${asked[0]} ${asked[1]}`);
    }
    for (let i = 0; i < mutations; i++) {
      const [method, path, body, query] = dice.of(routes)();
      const changed = body === undefined ? undefined : dice.random() < 0.4 ? bent(body, dice) : mutated(body, dice);
      const asked = query && {
        target:
          dice.random() < 0.1
            ? dice.of(NASTY)
            : dice.random() < 0.5
              ? bent(query.target, dice)
              : mutated(query.target, dice),
      };
      // An address is changed now and then as well.
      const where =
        dice.random() < 0.05
          ? path.replace(
              /[^/]+$/,
              encodeURIComponent(dice.of(NASTY.filter((x) => typeof x === 'string')).slice(0, 300)),
            )
          : path;
      await send(url, [method, where, changed, asked], bad);
    }
    // As they are by now, with every warning read.
    const now = (await (await fetch(`${url}/api/drinks`)).json()).drinks.map((d) => d.drink);
    for (let i = 0; i < legal; i++) {
      const drink = dice.of(now);
      const target = legalTarget(drink, dice);
      await send(
        url,
        dice.random() < 0.5
          ? [
              'POST',
              '/api/batches',
              {
                id: randomUUID(),
                eventId: randomUUID(),
                at: NOW.toISOString(),
                drinkId: drink.id,
                drinkVersion: drink.version,
                target,
                acknowledged: WARNINGS,
              },
            ]
          : ['GET', `/api/print/drinks/${drink.id}/card.md`, undefined, { target }],
        good,
      );
    }
  } finally {
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  }
  return { mutated: bad, legal: good, stopped };
}
