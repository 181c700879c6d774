// The notebook and its server as a bad disk, a foreign page, a killer and ten years of use would have them.
import { execFileSync, spawn } from 'node:child_process';
import { request } from 'node:http';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { ROOT } from '../ensure.mjs';
import { anApp, json, seeded } from './fuzz.mjs';

const require = createRequire(join(ROOT, 'server', 'package.json'));
const pause = (ms) => new Promise((done) => setTimeout(done, ms));
const MAIN = join(ROOT, 'server', 'dist', 'main.js');

/** A server in a process of its own; `url` once it listens, or what it said when it ended. */
function spawned(data, port, env = {}) {
  const child = spawn(process.execPath, [MAIN], {
    env: { ...process.env, PORT: String(port), STEEPSIS_DATA: data, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const url = new Promise((ready, failed) => {
    const hear = (chunk) => {
      said += chunk;
      const found = /ready: (http:\S+)/.exec(said);
      if (found) ready(found[1]);
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.on('exit', () => failed(new Error(said.trim())));
  });
  url.catch(() => undefined);
  return { child, url, gone: new Promise((done) => child.on('exit', done)), said: () => said };
}

const started = (drink) => ({
  id: randomUUID(),
  eventId: randomUUID(),
  at: new Date(Date.now() - 1000).toISOString(),
  drinkId: drink.id,
  drinkVersion: drink.version,
  target: drink.defaults,
});
const drinkAt = async (url) => (await (await fetch(`${url}/api/drinks/roselle-rose-hip-cooler`)).json()).drink;

/** Requests as pages of other places send them, and the few that are this house's own. */
export async function foreign() {
  const folder = mkdtempSync(join(tmpdir(), 'steepsis-foreign-'));
  const { app, url } = await anApp(folder);
  const ask = async (path, headers, init = {}) => (await fetch(url + path, { ...init, headers })).status;
  // A browser does not let a page choose its host; a name that points here does.
  const byName = (host) =>
    new Promise((done) => request(`${url}/api/shelf`, { headers: { host } }, (a) => done(a.statusCode)).end());
  const form = { method: 'POST', body: 'code=0000-0000&name=x' };
  const cases = [
    [
      'a form of a foreign page',
      await ask(
        '/api/batches',
        {
          'content-type': 'application/x-www-form-urlencoded',
          origin: 'http://elsewhere.example',
          'sec-fetch-site': 'cross-site',
        },
        form,
      ),
      403,
    ],
    [
      'a picture of a foreign page',
      await ask('/api/shelf', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
      403,
    ],
    [
      'a page on another port of this machine',
      await ask('/api/lan/code', { 'sec-fetch-site': 'same-site', origin: 'http://localhost:1' }, { method: 'POST' }),
      403,
    ],
    ['an older browser, by its origin alone', await ask('/api/lan/code', { origin: 'null' }, { method: 'POST' }), 403],
    ['a name of its own for this machine', await byName('steepsis.elsewhere.example'), 403],
    [
      'a form where none is read',
      await ask('/api/batches', { 'content-type': 'application/x-www-form-urlencoded' }, form),
      400,
    ],
    ['a page of this house', await ask('/api/shelf', { 'sec-fetch-site': 'same-origin', origin: url }), 200],
    ['a program of this machine', await ask('/api/shelf', {}), 200],
  ];
  await app.close();
  rmSync(folder, { recursive: true, force: true });
  return cases.map(([what, got, wanted]) => ({ what, got, wanted }));
}

/** Kills at moments of a start on which a backup is due: what has the name of a backup is whole, and so is the notebook. */
export async function killDuringBackup(kills) {
  const { backupsIn, checkWhole } = require(join(ROOT, 'server', 'dist', 'database', 'backups.js'));
  const data = mkdtempSync(join(tmpdir(), 'steepsis-backup-'));
  const { random } = seeded(11);
  const first = spawned(data, 4790);
  const url = await first.url;
  const drink = await drinkAt(url);
  for (let i = 0; i < 40; i++) await fetch(`${url}/api/batches`, json(started(drink)));
  first.child.kill('SIGKILL');
  await first.gone;
  let [whole, halves, begun] = [0, 0, 0];
  for (let day = 1; day <= kills; day++) {
    const server = spawned(data, 4790, { STEEPSIS_CLOCK_AHEAD_MIN: String(day * 1440) });
    await pause(500 + 2500 * random());
    server.child.kill('SIGKILL');
    await server.gone;
    const folder = join(data, 'backups');
    try {
      halves += readdirSync(folder).filter((f) => f.endsWith('.part')).length;
      for (const { name } of backupsIn(folder)) await checkWhole(join(folder, name));
      begun = backupsIn(folder).length;
    } catch (error) {
      if (error.code !== 'ENOENT') throw error;
    }
    await checkWhole(join(data, 'steepsis.sqlite'));
    whole += 1;
  }
  rmSync(data, { recursive: true, force: true });
  return { kills, whole, halvesLeftForTheNextStart: halves, backups: begun };
}

/** A disk with no room left, while it runs and when it starts; where no small disk can be made, it says so. */
export async function fullDisk() {
  const disk = mkdtempSync(join(tmpdir(), 'steepsis-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=4m', 'tmpfs', disk], { stdio: 'ignore' });
  } catch {
    rmSync(disk, { recursive: true, force: true });
    return { skipped: 'no small disk can be mounted here' };
  }
  const fill = () => {
    for (let i = 0, size = 1 << 20; size >= 512; i++) {
      try {
        writeFileSync(join(disk, `filler-${i}`), Buffer.alloc(size));
      } catch {
        rmSync(join(disk, `filler-${i}`), { force: true });
        size = Math.floor(size / 2);
      }
    }
  };
  try {
    const data = join(disk, 'data');
    mkdirSync(data);
    const server = spawned(data, 4791);
    const url = await server.url;
    const drink = await drinkAt(url);
    const kept = started(drink);
    const before = (await fetch(`${url}/api/batches`, json(kept))).status;
    fill();
    const answers = [];
    for (let i = 0; i < 40; i++) {
      const answer = await fetch(`${url}/api/batches`, json(started(drink)));
      answers.push({ status: answer.status, detail: (await answer.json()).detail });
    }
    const refused = answers.filter((a) => a.status >= 400);
    const reads = (await fetch(`${url}/api/batches/${kept.id}`)).status;
    server.child.kill('SIGTERM');
    await server.gone;
    const again = spawned(data, 4791, { STEEPSIS_CLOCK_AHEAD_MIN: '1440' });
    const restarted = await again.url.then(
      () => true,
      () => false,
    );
    const said = again.said().match(/No backup was made[^\n]*|disk is full[^\n]*/i)?.[0];
    const stored = restarted
      ? (await (await fetch(`${await again.url}/api/batches?limit=200`)).json()).batches.length
      : undefined;
    again.child.kill('SIGKILL');
    await again.gone;
    const answered = answers.filter((a) => a.status === 201).length + (before === 201 ? 1 : 0);
    return {
      before,
      refusedWith: [...new Set(refused.map((r) => `${r.status} ${r.detail}`))],
      reads,
      restarted,
      said,
      answered,
      stored,
    };
  } finally {
    execFileSync('umount', ['-l', disk], { stdio: 'ignore' });
    rmSync(disk, { recursive: true, force: true });
  }
}

/** The same pages with 10 and with 10,000 batches, 200 things on the shelf each time. */
export async function scale() {
  const { Database } = require('sqlite3');
  const rows = [];
  for (const batches of [210, 10_000]) {
    const folder = mkdtempSync(join(tmpdir(), 'steepsis-scale-'));
    let { app, url } = await anApp(folder);
    const drink = await drinkAt(url);
    const body = { ...started(drink), at: '2026-07-01T09:00:00.000Z' };
    const event = (path, more) =>
      fetch(`${url}/api/batches/${body.id}/events`, json({ id: randomUUID(), at: path, v: 2, ...more }));
    await fetch(`${url}/api/batches`, json(body));
    const brewId = drink.brews[0].id;
    await event('2026-07-01T09:06:00.000Z', { type: 'stage-ended', brewId, stageId: 'heat' });
    await event('2026-07-01T09:22:00.000Z', { type: 'stage-ended', brewId, stageId: 'steep' });
    await event('2026-07-01T09:25:00.000Z', { type: 'measured', what: 'volume', brewId, value: 1100, method: 'jug' });
    await event('2026-07-01T09:27:00.000Z', { type: 'bottled' });
    await app.close();
    const database = new Database(join(folder, 'steepsis.sqlite'));
    const run = (sql, values = []) =>
      new Promise((done, failed) => database.run(sql, values, (e) => (e ? failed(e) : done())));
    await run('BEGIN');
    for (let i = 1; i < batches; i++) {
      const id = randomUUID();
      const shelf = i < 200 ? 1 : 0;
      const day = new Date(Date.UTC(2026, 6, 1) - i * 3_600_000).toISOString();
      await run(
        'INSERT INTO batches SELECT ?, drink_id, drink_name, ?, litres, way_name, phase, ?, ?, last_event_at FROM batches WHERE id = ?',
        [id, day, shelf, i % 3 === 0 ? 1 : 0, body.id],
      );
      await run(
        `INSERT INTO batch_events SELECT lower(hex(randomblob(16))), ?, seq, at, received_at, body FROM batch_events WHERE batch_id = ?`,
        [id, body.id],
      );
    }
    await run('COMMIT');
    await new Promise((done) => database.close(done));
    ({ app, url } = await anApp(folder));
    const timed = async (path) => {
      const times = [];
      for (let i = 0; i < 9; i++) {
        const began = performance.now();
        await (await fetch(url + path)).arrayBuffer();
        times.push(performance.now() - began);
      }
      return times.sort((a, b) => a - b)[4];
    };
    rows.push({
      batches,
      shelf: await timed('/api/shelf'),
      drink: await timed('/api/drinks/roselle-rose-hip-cooler'),
      book: await timed('/api/drinks'),
      list: await timed('/api/batches?limit=50'),
    });
    await app.close();
    rmSync(folder, { recursive: true, force: true });
  }
  return rows;
}
