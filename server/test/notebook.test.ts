import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Database } from 'sqlite3';
import { backupsIn, rowsOf } from '../src/database/backups';
import { DatabaseService } from '../src/database/database.service';
import { BatchRow } from '../src/database/models';
import { MIGRATIONS } from '../src/database/migrations';
import { lockNotebook } from '../src/database/notebookFiles';
import { restore } from '../src/restore';
import { MIX, TestServer, VERDICT } from './testServer';

// The notebook as a file: its backups, bringing one back, one server at a time, and nobody else's eyes.

let server: TestServer;
beforeEach(async () => {
  server = await new TestServer().start();
});
afterEach(() => server.stop());

const file = (): string => join(server.folder, 'steepsis.sqlite');
const backupFolder = (): string => join(server.folder, 'backups');
const backups = (): string[] => backupsIn(backupFolder()).map((b) => b.name);
const batches = (of: string): Promise<{ id: string }[]> => rowsOf(of, 'SELECT id FROM batches');
const close = (): Promise<void> => server.application.close();
/** Straight into the file, while no server has it. */
const run = (sql: string): Promise<void> =>
  new Promise((done, failed) => {
    const database = new Database(file());
    database.exec(sql, (error) => database.close(() => (error ? failed(error) : done())));
  });

describe('backups', () => {
  it('are made once a day, whole, and none of the first start, when there is nothing to lose', async () => {
    expect(backups()).toEqual([]);
    await server.startBatch();
    await server.restart();
    expect(backups()).toEqual(['2026-07-05.sqlite']);
    expect(await batches(join(backupFolder(), '2026-07-05.sqlite'))).toHaveLength(1);
    await server.startBatch();
    await server.restart();
    expect(await batches(join(backupFolder(), '2026-07-05.sqlite'))).toHaveLength(1);
    server.later(24 * 60);
    await server.restart();
    expect(backups()).toEqual(['2026-07-05.sqlite', '2026-07-06.sqlite']);
  });
  it('are made before every step forward that is due, also on a day that has one', async () => {
    await server.restart();
    const last = MIGRATIONS.at(-1)!.name;
    await close();
    await run(`DELETE FROM SequelizeMeta WHERE name = '${last}'`);
    // The step itself finds its tables there already: what matters is the copy from before it.
    await server.start().catch(() => undefined);
    expect(backups()).toContain(`2026-07-05-before-${last.slice(0, 4)}.sqlite`);
  });
  it('a notebook from before a step is brought up, and its lists tell what its lines did not have', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    await server.say(id, { type: 'tasted', state: 'iced', verdict: VERDICT }).expect(200);
    const told = async (): Promise<{ said?: unknown; colour?: string }> =>
      (await server.http.get('/api/batches').expect(200)).body.batches.find((b: { id: string }) => b.id === id);
    const before = await told();
    await close();
    await run(
      `ALTER TABLE batches DROP COLUMN said; ALTER TABLE batches DROP COLUMN colour;
       DELETE FROM SequelizeMeta WHERE name = '0005-what-was-said'`,
    );
    await server.start();
    expect(await told()).toEqual(before);
    expect(before).toMatchObject({ said: { verdict: VERDICT }, colour: expect.stringMatching(/^#[0-9a-f]{6}$/) });
  });
  it('have their name only once they are whole: what a kill left half is swept away', async () => {
    await server.restart();
    const half = join(backupFolder(), '2026-07-04.sqlite.part');
    writeFileSync(half, 'half of it');
    expect(backups()).toEqual(['2026-07-05.sqlite']);
    server.later(24 * 60);
    await server.restart();
    expect(existsSync(half)).toBe(false);
  });
  it('seven daily ones are kept', async () => {
    for (let day = 0; day < 9; day++) {
      server.later(24 * 60);
      await server.restart();
    }
    expect(backups()).toHaveLength(7);
    expect(backups().at(-1)).toBe('2026-07-14.sqlite');
  });
  it('that cannot be made never stand in the way of a start', async () => {
    await close();
    rmSync(backupFolder(), { recursive: true, force: true });
    writeFileSync(backupFolder(), 'a file where the folder should be');
    await server.start();
    await server.http.get('/api/drinks').expect(200);
    rmSync(backupFolder());
    mkdirSync(backupFolder());
  });
});

describe('the file', () => {
  it('belongs to its owner alone, with all that lies beside it', async () => {
    await server.restart();
    chmodSync(file(), 0o644);
    await server.restart();
    expect(statSync(server.folder).mode & 0o777).toBe(0o700);
    for (const name of readdirSync(server.folder)) {
      const { mode } = statSync(join(server.folder, name));
      expect([name, mode & 0o077]).toEqual([name, 0]);
    }
    for (const name of backups()) expect(statSync(join(backupFolder(), name)).mode & 0o777).toBe(0o600);
  });
  it('leaves alone what else lies in a folder that was given for it', async () => {
    await close();
    const script = join(server.folder, 'my-script.sh');
    writeFileSync(script, '#!/bin/sh\n', { mode: 0o755 });
    chmodSync(server.folder, 0o755);
    await server.start();
    expect(statSync(script).mode & 0o777).toBe(0o755);
    expect(statSync(server.folder).mode & 0o777).toBe(0o755);
    expect(statSync(file()).mode & 0o777).toBe(0o600);
  });
  it('is opened by one server at a time; one that was killed leaves it free', async () => {
    await expect(lockNotebook(file())).rejects.toThrow(/Another Steepsis has this notebook open/);
    await close();
    const other = spawn(process.execPath, [
      '-e',
      `const { Database } = require(${JSON.stringify(require.resolve('sqlite3'))});
       const d = new Database(${JSON.stringify(join(server.folder, 'in-use.lock'))});
       d.exec('BEGIN EXCLUSIVE', () => { console.log('held'); setInterval(() => {}, 1000); });`,
    ]);
    await new Promise((held) => other.stdout.once('data', held));
    await expect(server.start()).rejects.toThrow(/Another Steepsis/);
    await new Promise((gone) => {
      other.once('exit', gone);
      other.kill('SIGKILL');
    });
    await server.start();
    await server.http.get('/api/drinks').expect(200);
  });
  it('of a newer release is refused with the reason, and nothing of it is changed', async () => {
    await close();
    await run("INSERT INTO SequelizeMeta (name) VALUES ('0099-of-the-future')");
    await expect(server.start()).rejects.toThrow(/newer Steepsis \(0099-of-the-future\).*npm run restore/);
    await run("DELETE FROM SequelizeMeta WHERE name = '0099-of-the-future'");
    await server.start();
  });
  it('that is no notebook is refused with what to do', async () => {
    await close();
    for (const name of readdirSync(server.folder)) if (/sqlite/.test(name)) rmSync(join(server.folder, name));
    writeFileSync(file(), 'not a database at all, but long enough to look like one to whoever opens it');
    await expect(server.start()).rejects.toThrow(/cannot be read.*npm run restore/);
    rmSync(file());
    await server.start();
  });
  it('is written through to the disk on every connection', async () => {
    const database = server.application.get(DatabaseService);
    const read = await database.write(async (transaction) => {
      const [rows] = await BatchRow.sequelize!.query('PRAGMA synchronous', { transaction });
      return rows as { synchronous: number }[];
    });
    expect(read[0]!.synchronous).toBe(2);
  });
});

describe('npm run restore', () => {
  const said: string[] = [];
  const run = (...args: string[]): Promise<boolean> =>
    restore(args, server.folder, new Date('2026-07-06T08:00:00Z'), (line) => said.push(line));
  beforeEach(() => {
    said.length = 0;
  });
  it('lists them, looks into one, and refuses one that is not there', async () => {
    expect(await run()).toBe(true);
    expect(said.join()).toMatch(/no backup/);
    await server.startBatch();
    await server.restart();
    await run();
    expect(said.join('\n')).toMatch(/2026-07-05 {2}\d/);
    await run('look', '2026-07-05');
    expect(said.join('\n')).toMatch(/1 batches with 1 events[\s\S]*Roselle and rose hip cooler \(running\)/);
    expect(await run('2020-01-01')).toBe(false);
    expect(said.join('\n')).toMatch(/no backup called 2020-01-01/);
  });
  it('is refused while a server has the notebook open', async () => {
    await server.restart();
    await expect(run('2026-07-05')).rejects.toThrow(/Another Steepsis/);
  });
  it('brings one back, and keeps the present one beside it with what was written ahead', async () => {
    await server.startBatch();
    await server.restart();
    await server.startBatch();
    await close();
    // As a kill leaves it: part of the present lies in the log.
    writeFileSync(`${file()}-wal`, '');
    writeFileSync(`${file()}-shm`, '');
    expect(await run('2026-07-05')).toBe(true);
    const kept = readdirSync(server.folder).find((name) => /^steepsis-until-.*\.sqlite$/.test(name))!;
    expect(said.join()).toContain(kept);
    expect(existsSync(`${file()}-wal`)).toBe(false);
    expect(existsSync(join(server.folder, `${kept}-wal`))).toBe(true);
    expect(await batches(join(server.folder, kept))).toHaveLength(2);
    await server.start();
    expect((await server.http.get('/api/batches').expect(200)).body.batches).toHaveLength(1);
  });
  it('brings nothing back that is not whole', async () => {
    await server.restart();
    await close();
    writeFileSync(join(backupFolder(), '2026-07-04.sqlite'), 'half');
    await expect(run('2026-07-04')).rejects.toThrow(/not a whole notebook/);
    await server.start();
  });
});

describe('a line that cannot be read', () => {
  const damaged = 'body = \'{"v":2,\'';
  it('is one batch, jug, drink or lot that says so, and everything else opens', async () => {
    const first: string = (await server.startBatch()).body.id;
    const second: string = (await server.startBatch()).body.id;
    await close();
    await run(`UPDATE batches SET on_shelf = 1`);
    // The file was damaged from outside: what guards it from the program was not asked.
    for (const { name } of await rowsOf<{ name: string }>(
      file(),
      "SELECT name FROM sqlite_master WHERE type = 'trigger'",
    ))
      await run(`DROP TRIGGER ${name}`);
    await run(`UPDATE batch_events SET ${damaged} WHERE batch_id = '${first}'`);
    await run(`UPDATE drinks SET ${damaged} WHERE id = 'rooibos-quince'`);
    await run(
      `INSERT INTO house_documents (kind, id, version, body, updated_at) VALUES ('pantry', 'linden_dried', 1, 'half', '2026-07-05'), ('kitchen', 'kitchen', 3, '', '2026-07-05')`,
    );
    await server.start();
    const shelf = (await server.http.get('/api/shelf').expect(200)).body;
    expect(shelf.batches.map((b: { id: string }) => b.id)).toEqual([second]);
    expect(shelf.unread).toEqual([
      { id: first, name: 'Roselle and rose hip cooler', reason: expect.stringMatching(/damaged.*npm run restore/) },
    ]);
    const { body: of } = await server.http.get(`/api/batches/${first}`).expect(422);
    expect(of).toMatchObject({ type: 'unreadable' });
    const drinks = (await server.http.get('/api/drinks').expect(200)).body;
    expect(drinks.unread).toMatchObject([{ id: 'rooibos-quince', name: 'rooibos quince' }]);
    expect(drinks.drinks).toHaveLength(10);
    const house = (await server.http.get('/api/house').expect(200)).body;
    expect(house.unread.map((u: { name: string }) => u.name)).toEqual(['kitchen', 'linden dried']);
    // The kitchen to start from is kept over the damaged one.
    expect(house.kitchen.version).toBe(3);
    await server.startBatch();
  });
});
