// npm run kills: kills the server without warning, again and again, at random moments of simulated batches, and looks at what is
// left: every event that was answered is there once and in order, whatever was not answered can be sent again, and no clock is
// wrong. Writes docs/kills.md. `node tools/kills.mjs 20` for a shorter run, which writes nothing.
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { fail, ROOT } from './ensure.mjs';

const KILLS = Number(process.argv[2] ?? 200);
build();
const { batchAfter, progressAt } = createRequire(join(ROOT, 'server', 'package.json'))('@steepsis/core');
const data = mkdtempSync(join(tmpdir(), 'steepsis-kills-'));
const PORT = '4780';
let url = '';
let child;

/** Random moments that are the same in every run. */
let seed = 20260705;
const random = () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return seed / 4294967296;
};
const between = (a, b) => a + (b - a) * random();
const pause = (ms) => new Promise((done) => setTimeout(done, ms));

async function up() {
  child = spawn(process.execPath, [join(ROOT, 'server', 'dist', 'main.js')], {
    env: { ...process.env, PORT, STEEPSIS_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  url = await new Promise((ready, failed) => {
    let said = '';
    child.stdout.on('data', (chunk) => {
      said += chunk;
      const found = /ready: (http:\S+)/.exec(said);
      if (found) ready(found[1]);
    });
    child.on('exit', (code) => failed(new Error(`the server ended with ${code}`)));
  });
}

const down = () =>
  new Promise((done) => {
    child.removeAllListeners('exit');
    child.on('exit', done);
    child.kill('SIGKILL');
  });

async function send(path, body) {
  const response = await fetch(url + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  const answer = await response.json();
  if (!response.ok) throw Object.assign(new Error(answer.detail), { refused: true });
  return answer;
}

/** A batch, told as a cook would: heat, lid, temperatures, a boil, more of them, the pull, what came out. */
function script(drink) {
  const id = randomUUID();
  const event = (body) => ({ id: randomUUID(), v: 2, ...body });
  const brewId = drink.brews[0].id;
  const temp = (value) => event({ type: 'measured', what: 'temp', brewId, value, method: 'thermometer' });
  return {
    id,
    start: { id, eventId: randomUUID(), drinkId: drink.id, drinkVersion: drink.version, target: drink.defaults },
    events: [
      temp(30),
      event({ type: 'lid-set', brewId, lid: 'open' }),
      event({ type: 'lid-set', brewId, lid: 'closed' }),
      temp(70),
      event({ type: 'stage-ended', brewId, stageId: 'heat' }),
      temp(96),
      temp(93),
      event({ type: 'heard', call: `${brewId}/steep/end`, againMin: 3 }),
      event({ type: 'stage-ended', brewId, stageId: 'steep' }),
      event({ type: 'measured', what: 'volume', brewId, value: 1100, method: 'jug' }),
    ],
  };
}

const results = {
  kills: 0,
  answered: 0,
  inFlight: 0,
  storedInFlight: 0,
  lost: 0,
  twice: 0,
  worstClockS: 0,
  batches: 0,
};

await up();
const { drink } = await (await fetch(`${url}/api/drinks/roselle-rose-hip-cooler`)).json();
let batch;
let told;
const began = Date.now();
while (results.kills < KILLS) {
  // Events are told until a kill comes at a moment of its own, most often while one is under way.
  const killAt = Date.now() + between(5, 1200);
  let cut;
  const killed = pause(Math.max(0, killAt - Date.now())).then(down);
  while (!cut) {
    if (!batch || told.length === batch.events.length + 1) {
      batch = script(drink);
      told = [];
      results.batches += 1;
    }
    const next = told.length === 0 ? { ...batch.start } : { ...batch.events[told.length - 1] };
    next.at = new Date().toISOString();
    try {
      await send(told.length === 0 ? '/api/batches' : `/api/batches/${batch.id}/events`, next);
      told.push(next);
      results.answered += 1;
    } catch (error) {
      if (error.refused) fail(`refused: ${error.message}`);
      cut = next;
    }
    await pause(between(0, 30));
  }
  await killed;
  results.kills += 1;
  results.inFlight += 1;
  await up();
  const ids = told.map((e) => e.eventId ?? e.id);
  const events = told.length === 0 ? [] : (await (await fetch(`${url}/api/batches/${batch.id}`)).json()).events;
  const there = events.map((e) => e.id);
  results.lost += ids.filter((id) => !there.includes(id)).length;
  results.twice += there.length - new Set(there).size;
  const cutId = cut.eventId ?? cut.id;
  if (told.length > 0 && there.includes(cutId)) results.storedInFlight += 1;
  // What was not answered is sent again as it was: it is there once, at its own time.
  const again = await send(told.length === 0 ? '/api/batches' : `/api/batches/${batch.id}/events`, cut);
  results.twice += again.events.filter((e) => e.id === cutId).length - 1;
  told.push(cut);
  if (JSON.stringify(again.events.map((e) => e.id)) !== JSON.stringify(told.map((e) => e.eventId ?? e.id)))
    fail(`kill ${results.kills}: not the order in which they were told`);
  // The clock of the pot by what the server has, against what the cook was told before the kill.
  const state = batchAfter(again.events);
  const brewId = drink.brews[0].id;
  const progress = progressAt(state, brewId, Date.now());
  if (progress) {
    const lastEnd = [...told].reverse().find((e) => e.type === 'stage-ended' || e.eventId);
    const elapsedS = (Date.now() - Date.parse(lastEnd.at)) / 1000;
    results.worstClockS = Math.max(results.worstClockS, Math.abs(progress.elapsedMin * 60 - elapsedS));
  }
  if (results.kills % 20 === 0)
    console.log(`${results.kills} kills, ${results.answered} answered, ${results.lost} lost`);
}
await down();
rmSync(data, { recursive: true, force: true });

const minutes = ((Date.now() - began) / 60_000).toFixed(1);
const report = `# Killed ${results.kills} times

\`npm run kills\` kills the server's process without warning at random moments while simulated batches are told to it, starts it
again on the same file, and looks at what is left.

| | |
|---|---|
| kills | ${results.kills} |
| batches | ${results.batches} |
| events that were answered | ${results.answered} |
| of them lost | ${results.lost} |
| events under way when the kill came | ${results.inFlight} |
| of them stored all the same, and recognised when they were sent again | ${results.storedInFlight} |
| events stored twice | ${results.twice} |
| worst error of a clock after the restart | ${results.worstClockS.toFixed(3)} s |

Run of ${new Date().toISOString().slice(0, 10)}, Node ${process.version}, ${minutes} min. Allowed: none lost, none twice, no clock
wrong by more than a second.
`;
console.log(report);
if (KILLS >= 200) writeFileSync(join(ROOT, 'docs', 'kills.md'), report);
if (results.lost > 0 || results.twice > 0 || results.worstClockS > 1)
  fail('An answered event was lost or doubled, or a clock was wrong.');
process.exit(0);
