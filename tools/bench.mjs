// npm run bench: how fast and how large, in readable lines; with `-- --json` one object a line.
import { spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { randomUUID } from 'node:crypto';
import { build } from './build.mjs';
import { ROOT } from './ensure.mjs';
import { scale } from './attack/others.mjs';
import { fuzz } from './attack/fuzz.mjs';
import { solveOde } from './referenceSolver.mjs';

const json = process.argv.includes('--json');
build();
const require = createRequire(import.meta.url);
const core = require(join(ROOT, 'core/dist/index.js'));

/** `bar` is the most that is accepted. */
function report(name, value, unit, bar) {
  const holds = value <= bar;
  if (json) console.log(JSON.stringify({ name, value: Number(value.toPrecision(4)), unit, bar, holds }));
  else
    console.log(
      `${name.padEnd(58)} ${value.toPrecision(3).padStart(9)} ${unit.padEnd(6)} at most ${bar} ${unit}${holds ? '' : '   MISSED'}`,
    );
}

/** As report, for a figure that must be large. */
function reportAtLeast(name, value, unit, bar) {
  const holds = value >= bar;
  if (json) console.log(JSON.stringify({ name, value: Number(value.toPrecision(4)), unit, bar, holds }));
  else
    console.log(
      `${name.padEnd(58)} ${value.toPrecision(3).padStart(9)} ${unit.padEnd(6)} at least ${bar} ${unit}${holds ? '' : '   MISSED'}`,
    );
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

function medianMs(work, runs = 200, warmUp = 60) {
  for (let i = 0; i < warmUp; i++) work(i);
  const times = [];
  for (let i = 0; i < runs; i++) {
    const started = performance.now();
    work(i);
    times.push(performance.now() - started);
  }
  return median(times);
}

const drink = core.ROSELLE_COOLER;
const kitchen = core.DEFAULT_KITCHEN;
const hot = (i) => ({ ...drink.defaults, litres: 1 + (i % 30) / 10, strengthX: 0.8 + (i % 7) / 10 });
const cold = (i) => ({ ...hot(i), wayId: 'fridge-overnight', steepMin: 600 });
report(
  'a whole plan, boiled (median of 200)',
  medianMs((i) => core.planDrink(drink, hot(i), kitchen)),
  'ms',
  5,
);
report(
  'a whole plan, in the fridge (median of 200)',
  medianMs((i) => core.planDrink(drink, cold(i), kitchen)),
  'ms',
  5,
);
const { plan } = core.planDrink(drink, drink.defaults, kitchen);
report(
  'safety of a plan (median of 200)',
  medianMs(() => core.findingsOf(...core.factsOfPlan(plan))),
  'ms',
  2,
);

// A jug of six liquids, in millilitres and in cups: how many frames of 16 ms the solver takes (it runs beside the page).
const told = (id, from, ml, more = {}) => ({ id, name: id, liquid: core.toldLiquid(from, ml, kitchen), ...more });
const madeOf = (plant, grams) => ({
  kind: 'made',
  made: { plant, grams, waterMl: 1000, minutes: 10, place: 'off-heat' },
});
const besideJug = [
  told('rooibos', madeOf('rooibos_cut', 40), 600),
  told('tea', madeOf('black_tea_leaf', 30), 500),
  told('syrup', { kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, 400),
  told('lemon', { kind: 'juice', juice: 'lemon' }, 150),
  told('honey', { kind: 'sweetener', sweetener: 'honey' }, 300),
  told('water', { kind: 'water', water: 'still' }, 1000, { endless: true }),
];
const wishFor = (i) => ({
  volumeMl: 1000,
  capacityMl: 2000,
  standard: 0.5,
  strengthX: 0.8 + (i % 9) / 10,
  sweetGPerL: 50,
  acidGPerL: 3,
});
report(
  'a jug of six liquids (median of 200)',
  medianMs((i) => core.fillJug(besideJug, wishFor(i))),
  'ms',
  16,
);
report(
  'the same in cups and spoons (median of 50)',
  medianMs((i) => core.fillJug(besideJug, wishFor(i), 'cups'), 50, 10),
  'ms',
  200,
);
const jugNow = core.fillJug(besideJug, wishFor(3));
const tasted = (i) => ({ state: 'chilled', strength: (i % 5) - 2, sweet: (i % 3) - 1, tart: 0, harsh: 1 });
report(
  'fixes after a taste (median of 100)',
  medianMs(
    (i) =>
      core.fixesFor({
        jug: jugNow.liquid,
        roomMl: 900,
        onHand: besideJug,
        taste: tasted(i),
        drunk: { state: 'chilled', thinning: 1 },
        standard: 0.5,
      }),
    100,
    20,
  ),
  'ms',
  50,
);

// Five plants in one cooling pot, in closed form and by a general solver at the same accuracy.
const FIVE = ['calyx_petal', 'dried_berry', 'hard_spice', 'fresh_peel', 'whole_leaf'];
const history = core.temperatureHistory([
  { kind: 'ramp', minutes: 8, fromC: 12, toC: 99 },
  { kind: 'newton', minutes: 40, fromC: 99, towardsC: 22, tauMin: 95 },
]);
const closedForm = () => {
  const clocks = core.clocksOf(history);
  return FIVE.map((extractionClass) => core.extentsAt(clocks, { extractionClass, entersMin: 0, rateScale: 1 }, 48));
};
// Left to be given, by part: a family is a share on its own clock and a share that waits for heat; wetting-out is left out.
const parts = FIVE.flatMap((name) => {
  const cls = core.EXTRACTION_CLASSES[name];
  return ['body', 'tongue', 'oil'].flatMap((family) => {
    const { k95PerMin: k, eaKJPerMol: ea, coldShare } = cls[family];
    return coldShare === 1
      ? [[k, ea]]
      : [
          [k, ea],
          [k, Math.max(70, ea)],
        ];
  });
});
const general = () =>
  solveOde(
    (t, y) => {
      const tempC = core.tempAt(history, t);
      return y.map((left, i) => -parts[i][0] * core.rateFactor(parts[i][1], tempC) * left);
    },
    parts.map(() => 1),
    48,
    1e-4,
  );
// Ten at a time, and well warmed up: one alone is shorter than the clock can tell.
const tenClosedForms = () => {
  for (let i = 0; i < 10; i++) closedForm();
};
const ratio = medianMs(general, 60) / (medianMs(tenClosedForms, 200, 400) / 10);
reportAtLeast('closed form against a general solver', ratio, 'times', 50);

const map = {
  plants: FIVE.map((extractionClass, of) => ({
    extractionClass,
    bodyFull: 1,
    harsh: [
      { family: 'tongue', of: 2 * of, load: 0.3 },
      { family: 'tongue', of: 2 * of + 1, load: 0.5 },
    ],
  })),
  harshnesses: FIVE.flatMap(() => [
    { sense: 0, base: 0 },
    { sense: 1, base: 0 },
  ]),
  columns: 160,
  rows: 120,
  maxMinutes: 60,
  startC: { low: 5, high: 100 },
  ambientC: 22,
  tauMin: 90,
};
report(
  'a steep map of 160 x 120, five plants',
  medianMs(() => core.steepMap(map), 60),
  'ms',
  16,
);

const goals = [
  { id: 'x', target: 1, tolerance: 0.05 },
  { id: 'sugar', target: 80, tolerance: 4 },
  { id: 'acid', target: 4, tolerance: 0.4 },
  { id: 'harsh', target: 0.9, tolerance: 0.2, kind: 'at-most' },
];
const eight = (seed) => {
  const r = core.seededRandom(seed);
  return Array.from({ length: 8 }, (_, i) => ({
    id: `l${i}`,
    maxMl: Math.round(100 + 900 * r()),
    stepMl: 5,
    perLitre: {
      x: 4 * r(),
      sugar: i % 3 === 0 ? 600 * r() : 30 * r(),
      acid: i % 4 === 1 ? 50 * r() : 8 * r(),
      harsh: 2 * r(),
    },
  }));
};
const blends = Array.from({ length: 200 }, (_, i) => {
  const started = performance.now();
  core.solveBlend({ liquids: eight(i + 1), goals, volumeMl: 1000 });
  return performance.now() - started;
});
report('a blend of 8 liquids, 4 goals, 5 ml steps (median of 200)', median(blends), 'ms', 50);

const [brewed] = plan.brews;
const setup = { way: brewed.way, scale: 1, vessel: brewed.vessel, kitchen, factors: plan.factors };
const threeBrews = ['a', 'b', 'c'].map((id) => ({ id, setup, pots: 1, pouredMl: 400 }));
const started = performance.now();
core.planUncertainty(threeBrews, { standard: plan.standard, glassMl: 2400 }, { runs: 20_000 });
report('20 000 runs of a drink of three brews with drawn unknowns', (performance.now() - started) / 1000, 's', 1);

// The scripts that the first page loads: those the page names and those they import at once.
const assets = join(ROOT, 'web/dist/assets');
const page = readFileSync(join(ROOT, 'web/dist/index.html'), 'utf8');
const entry = [...page.matchAll(/assets\/([\w.-]+\.js)/g)].map((m) => m[1]);
const bench = readdirSync(assets).filter((f) => /^(BenchPage|Panel|Button|VesselDrawing)-.*\.js$/.test(f));
const seen = new Set();
const follow = (file) => {
  if (seen.has(file)) return;
  seen.add(file);
  const text = readFileSync(join(assets, file), 'utf8');
  for (const m of text.matchAll(/(?:import|from)\s*["']\.\/([\w.-]+\.js)["']/g)) follow(m[1]);
};
[...entry, ...bench].forEach(follow);
const bytes = [...seen].reduce((sum, f) => sum + gzipSync(readFileSync(join(assets, f))).length, 0);
report('scripts of the first page, gzipped', bytes / 1000, 'kB', 250);

async function startServer(port) {
  const data = mkdtempSync(join(tmpdir(), 'steepsis-bench-'));
  const started = performance.now();
  const child = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
    env: { ...process.env, PORT: String(port), STEEPSIS_DATA: data },
    stdio: 'ignore',
  });
  const url = `http://127.0.0.1:${port}`;
  for (;;) {
    const well = await fetch(`${url}/api/health`).then(
      (r) => r.ok,
      () => false,
    );
    if (well) break;
    await new Promise((again) => setTimeout(again, 10));
  }
  const ms = performance.now() - started;
  const stop = async () => {
    const ended = new Promise((done) => child.on('exit', done));
    child.kill('SIGTERM');
    await ended;
    rmSync(data, { recursive: true, force: true });
  };
  return { url, ms, child, stop };
}

const starts = [];
for (let i = 0; i < 5; i++) {
  const server = await startServer(4600 + i);
  starts.push(server.ms / 1000);
  await server.stop();
}
report('server answers after its start (median of 5)', median(starts), 's', 2);

/** Resident memory of the server after a batch's whole path, told thirty times over. */
const server = await startServer(4610);
const ask = async (path, body) =>
  (
    await fetch(
      server.url + path,
      body && { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    )
  ).json();
let most = 0;
for (let i = 0; i < 30; i++) {
  const id = randomUUID();
  const say = (event) =>
    ask(`/api/batches/${id}/events`, { id: randomUUID(), at: new Date().toISOString(), v: 2, ...event });
  await ask('/api/batches', {
    id,
    eventId: randomUUID(),
    at: new Date().toISOString(),
    drinkId: drink.id,
    drinkVersion: drink.version,
    target: drink.defaults,
  });
  await say({ type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' });
  await say({ type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' });
  await say({ type: 'measured', what: 'volume', brewId: 'concentrate', value: 1100, method: 'jug' });
  await say({
    type: 'mixed',
    mix: { concentrate: 1100, syrup: 310, water: 900 },
    hadMl: { syrup: 310 },
    sugarAddedG: 0,
  });
  await say({ type: 'tasted', state: 'iced', verdict: { strength: 0, harsh: 1, sweet: 0, tart: 0 } });
  await ask('/api/shelf');
  await ask(`/api/drinks/${drink.id}`);
  const status = readFileSync(`/proc/${server.child.pid}/status`, 'utf8');
  most = Math.max(most, Number(/VmRSS:\s+(\d+)/.exec(status)[1]) / 1000);
}
report('server memory through the path', most, 'MB', 250);
await server.stop();

// What the page of the shelf works out of each thing, for many against few.
const standing = (count) => Array.from({ length: count }, (_, i) => core.batchAfter(mixedBatch(i)));
const placed = (batches, nowMs) =>
  batches.map((b) => {
    const [item] = core.shelfItemsOf(b, nowMs);
    return core.placeOf(item, core.cautionsOnShelf(b, 'jug', nowMs), { nowMs, dayEndMs: nowMs });
  });
function mixedBatch(i) {
  const at = (minutes) => new Date(Date.UTC(2026, 6, 5, 9) + (minutes + i) * 60_000).toISOString();
  const told = [
    [0, { type: 'started', plan: core.freezePlan(core.planDrink(drink, drink.defaults, kitchen).plan) }],
    [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
    [30, { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 950 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
  ];
  return told.map(([m, body], seq) => ({ id: `e${i}-${seq}`, batchId: `b${i}`, seq, at: at(m), v: 2, ...body }));
}
{
  const nowMs = Date.UTC(2026, 6, 6, 9);
  const eachMs = (count) => {
    const times = Array.from({ length: 5 }, () => {
      const batches = standing(count);
      const started = performance.now();
      placed(batches, nowMs);
      return (performance.now() - started) / count;
    });
    return median(times);
  };
  eachMs(10);
  const [ten, many] = [eachMs(10), eachMs(200)];
  report('a thing of the shelf, of 200 against of 10', many / ten, 'times', 1.5);
  report('a thing of the shelf, worked out and judged', many, 'ms', 8);
}

// Advice after verdicts, in made-up houses whose truth is known: against what a cook does in the head, and against a filter that knows its world.
for (const world of core.WORLDS) {
  const ran = (advisor) => core.livedThrough(world, advisor, { houses: 2000, batches: 8 });
  const [none, rule, filter, knowing] = ['none', 'fifteen', 'filter', 'knowing'].map(ran);
  // After 1, 2, 3, 5 and 8 batches; the first of a lot that nobody told of is beyond any advice.
  const after = [0, 1, 2, 4, 7].filter((i) => world.told || !world.lotEvery || (i + 1) % world.lotEvery !== 0);
  const worst = (others) =>
    Math.max(...after.map((i) => filter.medianError[i] / Math.min(...others.map((o) => o.medianError[i]))));
  report(`advice, ${world.name}: against none and 15 %`, worst([none, rule]), 'times', 1);
  report(`advice, ${world.name}: against one who knows`, worst([knowing]), 'times', 1.1);
  reportAtLeast(`its four in five hold the truth`, filter.covered, 'share', 0.75);
  report(`its four in five hold the truth`, filter.covered, 'share', 0.87);
  report(
    '"close enough": said to be right less right',
    Math.abs(filter.closeEnough.said - filter.closeEnough.was),
    'share',
    0.05,
  );
  report('it turns round within a lot, less the rule', filter.turned - rule.turned, 'share', 0);
}

// Days of an occasion: how long one takes, and how much earlier it begins than any day of it could.
{
  const hands = { of: 'hands', amount: 1 };
  const step = (id, minutes, ...needs) => ({ id, name: id, kind: 'stand', minutes, slackMin: 0, litres: 1, needs });
  const gap = (maxMin) => ({ minMin: 0, maxMin });
  const made = (random, i) => {
    const between = (a, b) => Math.round(a + random() * (b - a));
    return {
      id: `d${i}`,
      name: `d${i}`,
      restMin: random() < 0.2 ? between(60, 600) : 0,
      modes: onEachRing([
        step(`d${i}/weigh`, between(3, 8), hands),
        step(`d${i}/heat`, between(5, 25)),
        step(`d${i}/steep`, random() < 0.2 ? between(240, 600) : between(4, 40)),
        step(`d${i}/strain`, between(3, 9), hands),
        step(`d${i}/bath`, between(5, 30), { of: 'bath', amount: 1 }),
        step(`d${i}/mix`, 5, hands),
        step(`d${i}/cold`, between(60, 200), { of: 'cold', amount: 5 }),
      ]).map((tasks) => ({
        tasks,
        gaps: [gap(60), gap(0), gap(4), gap(10), gap(30), gap(10)],
        holds: [
          { of: `pot${i % 4}`, amount: 1, fromTask: 1, toTask: 3, washMin: 5 },
          { of: 'fridge', amount: 1.5, fromTask: 6, toTask: 6, untilServed: true },
        ],
      })),
    };
  };
  const rings = ['ring:0', 'ring:1', 'ring:2'];
  const onEachRing = (tasks) =>
    rings.map((of) => tasks.map((t) => (t.id.endsWith('/heat') ? { ...t, needs: [{ of, amount: 1 }] } : t)));
  const have = { hands: 1, bath: 1, fridge: 16, cold: 60, pot0: 1, pot1: 1, pot2: 1, pot3: 1 };
  for (const ring of rings) have[ring] = 1;
  const kitchenOf = { have, closed: {}, servedMin: 180 };
  let [most, gapMost] = [0, 0];
  for (let seed = 1; seed <= 20; seed++) {
    const random = core.seededRandom(seed);
    const chains = Array.from({ length: 9 }, (_, i) => made(random, i));
    const started = performance.now();
    const day = core.scheduleDay(chains, kitchenOf, { seed });
    most = Math.max(most, performance.now() - started);
    gapMost = Math.max(gapMost, day.beginMin / core.latestBegin(chains, kitchenOf) - 1);
  }
  report('a day of 63 tasks, the longest of twenty', most, 'ms', 1000);
  report('its beginning against the lower bound, the worst', gapMost, 'share', 0.05);
  // A drink that is dragged: its plans are known, the rest is worked out around it.
  const ids = ['roselle-rose-hip-cooler', 'rooibos-quince', 'cold-sencha-cucumber', 'sumac-barberry'];
  const readyBy = '2026-07-05T15:00:00.000Z';
  const plans = new Map();
  const planned = (pantry, asked) => {
    const key = JSON.stringify(asked);
    if (!plans.has(key)) plans.set(key, core.planFromLots(pantry, asked));
    return plans.get(key);
  };
  const dayAt = (moved) =>
    core.dayOfOccasion(
      {
        occasion: {
          ...{ v: 1, id: 'o', name: 'O', readyBy, servedHours: 3, hands: 1, moved },
          groups: [{ people: 24, glassesEach: 1 }],
          drinks: ids.map((drinkId) => ({ drinkId, share: 1 })),
        },
        drinks: ids.map((id) => {
          const drink = core.BOOK.find((d) => d.id === id);
          return { of: { drinkId: id, share: 1 }, drink, startFrom: drink.defaults, standing: 0 };
        }),
        kitchen: core.DEFAULT_KITCHEN,
        pantry: [],
        nowMs: Date.parse(readyBy) - 3 * 86_400_000,
      },
      { localHour: (ms) => (ms / 3_600_000) % 24, planned, tries: 8 },
    );
  dayAt({});
  const drags = Array.from({ length: 15 }, (_, i) => {
    const started = performance.now();
    dayAt({ 'rooibos-quince/mix': -60 - 5 * i });
    return performance.now() - started;
  });
  report('a day while a drink of it is dragged', median(drags), 'ms', 100);
}

// Ten years of batches against one, 200 things on the shelf each time; and requests that no page sends, drawn from one seed.
const [few, many] = await scale();
for (const page of ['shelf', 'drink', 'book', 'list'])
  report(`${page}, ${many.batches} batches against ${few.batches}`, many[page] / few[page], 'times', 1.5);
report('a drink’s page after 10 000 batches', many.drink, 'ms', 250);
const { mutated, legal } = await fuzz({ mutations: 2000, legal: 300 });
report('answers of 5xx to changed and legal requests', mutated.faults + legal.faults, 'in 2300', 0);
report('answers larger than their question', mutated.louder + legal.louder, 'in 2300', 0);
report('legal requests that took over 250 ms', legal.over250 / legal.sent, 'share', 0.05);
