import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Sequelize } from 'sequelize';
import { DEMO_BATCHES, OTHER_BATCHES } from '../src/demo/demoBatches';
import { seedDemo } from '../src/demo/seedDemo';
import { TestServer } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

describe('the server', () => {
  it('answers that it is well, and that an unknown address is unknown', async () => {
    await server.http.get('/api/health').expect(200, { status: 'ok' });
    const unknown = await server.http.get('/api/nothing').expect(404);
    expect(unknown.body).toMatchObject({ type: 'not-found', status: 404 });
    await server.http.get('/api/drinks/no-such-drink').expect(404);
  });

  it('answers only to its own names', async () => {
    await server.http.get('/api/health').set('Host', 'evil.example').expect(403);
    await server.http.get('/api/health').set('Host', 'localhost:4310').expect(200);
  });

  it('sends security headers', async () => {
    const { headers } = await server.http.get('/api/health');
    expect(headers['content-security-policy']).toContain("default-src 'self'");
    expect(headers['x-content-type-options']).toBe('nosniff');
    expect(headers['x-powered-by']).toBeUndefined();
  });

  it('slows down whoever asks without end', async () => {
    const statuses: number[] = [];
    // Many at once: one by one, a busy machine takes longer than the spell that they are counted over.
    while (!statuses.includes(429) && statuses.length < 4000) {
      const asked = Array.from({ length: 40 }, () => server.http.get('/api/batches?phase=running'));
      statuses.push(...(await Promise.all(asked)).map((a) => a.status));
    }
    expect(statuses).toContain(429);
    expect(statuses.filter((s) => s === 200).length).toBeGreaterThanOrEqual(390);
  }, 60_000);
});

describe('its database', () => {
  const pragma = async (name: string): Promise<unknown> => {
    const db = new Sequelize({ dialect: 'sqlite', storage: join(server.folder, 'steepsis.sqlite'), logging: false });
    const [rows] = await db.query(`PRAGMA ${name}`);
    await db.close();
    return Object.values(rows[0] as object)[0];
  };

  it('is written ahead, so that a kill loses nothing that was answered', async () =>
    expect(await pragma('journal_mode')).toBe('wal'));

  it('is copied whole once a day before it is used', async () => {
    await server.startBatch();
    await server.restart();
    await server.restart();
    const backups = join(server.folder, 'backups');
    expect(readdirSync(backups)).toEqual(['2026-07-05.sqlite']);
    expect(readFileSync(join(backups, '2026-07-05.sqlite')).subarray(0, 15).toString()).toBe('SQLite format 3');
  });

  it('keeps the last seven copies', async () => {
    for (let i = 0; i < 9; i++) {
      server.later(1440);
      await server.restart();
    }
    expect(readdirSync(join(server.folder, 'backups'))).toHaveLength(7);
  }, 20_000);

  it('makes no copy of a notebook that is new', () => expect(existsSync(join(server.folder, 'backups'))).toBe(false));
});

/** Three months of batches are brewed by the model: a slow machine needs its time. */
const DEMO_TIMEOUT_MS = 90_000;

describe('the demo notebook', () => {
  it(
    'looks lived in: batches, tastings, one thrown away, a steep and a jar running, lots that differ',
    async () => {
      server.now = new Date();
      await seedDemo(server.application, server.now);
      const { batches } = (await server.http.get('/api/batches?limit=200')).body;
      expect(batches).toHaveLength(DEMO_BATCHES.length + OTHER_BATCHES.length + 2);
      const phases = batches.map((b: { phase: string }) => b.phase);
      expect(phases.filter((p: string) => p === 'running')).toHaveLength(2);
      expect(phases.filter((p: string) => p === 'discarded')).toHaveLength(1);
      expect((await server.http.get('/api/shelf')).body.batches.length).toBeGreaterThan(0);
      const drink = (await server.http.get('/api/drinks/roselle-rose-hip-cooler')).body;
      expect(drink.tastings).toHaveLength(7);
      expect(drink.next.kind).not.toBe('none');
      const house = (await server.http.get('/api/house')).body;
      const roselle = house.pantry.find((p: { body: { plant: string } }) => p.body.plant === 'roselle_dried_whole');
      expect(new Set(roselle.body.lots.map((l: { potency: number }) => l.potency)).size).toBe(2);
      expect(house.plants).toHaveLength(1);
    },
    DEMO_TIMEOUT_MS,
  );

  it('is not filled twice, nor over a cook’s own batches', async () => {
    server.now = new Date();
    await server.startBatch();
    await seedDemo(server.application, server.now);
    expect((await server.http.get('/api/batches')).body.batches).toHaveLength(1);
  });
});
