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
      `${name.padEnd(46)} ${value.toPrecision(3).padStart(9)} ${unit.padEnd(6)} at most ${bar} ${unit}${holds ? '' : '   MISSED'}`,
    );
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

function medianMs(work, runs = 200) {
  for (let i = 0; i < 30; i++) work(i);
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
  medianMs(() => core.findingsOf(core.factsOfPlan(plan))),
  'ms',
  2,
);

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
    ask(`/api/batches/${id}/events`, { id: randomUUID(), at: new Date().toISOString(), v: 1, ...event });
  await ask('/api/batches', {
    id,
    eventId: randomUUID(),
    at: new Date().toISOString(),
    drinkId: drink.id,
    drinkVersion: drink.version,
    target: drink.defaults,
  });
  await say({ type: 'stage-ended', stageId: 'heat' });
  await say({ type: 'stage-ended', stageId: 'steep' });
  await say({ type: 'measured', what: 'volume', value: 1100, method: 'jug' });
  await say({
    type: 'mixed',
    mix: { concentrateMl: 1100, syrupMl: 310, waterMl: 900 },
    syrupHadMl: 310,
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
