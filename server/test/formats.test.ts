import { execFileSync } from 'node:child_process';
import Ajv2019 from 'ajv/dist/2019';
import addFormats from 'ajv-formats';
import fc from 'fast-check';
import { parse } from 'csv-parse/sync';
import { BOOK, recipesIn, ROSELLE_COOLER } from '@steepsis/core';
import { DEMO_KITCHEN, demoOccasion, DEMO_PLANT, demoPantry } from '../src/demo/demoHouse';
import { documentSchema } from '../src/formats/documents';
import { openApi, ROUTES } from '../src/formats/openApi';
import { MIX, TestServer, VERDICT } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

/** A validator that is not the one that checks what is sent. */
const ajv = addFormats(new Ajv2019({ strict: false, allErrors: true }));
const faults = (name: string, document: unknown): unknown => {
  const { $id: _id, ...schema } = documentSchema(name)!;
  const validate = ajv.compile(schema);
  return validate(JSON.parse(JSON.stringify(document))) ? [] : validate.errors;
};

describe('documents as JSON Schema', () => {
  it('take what is kept of every kind, and refuse what is not', async () => {
    for (const drink of BOOK) expect([drink.id, faults('drink', drink)]).toEqual([drink.id, []]);
    expect(faults('kitchen', DEMO_KITCHEN)).toEqual([]);
    expect(faults('plant', DEMO_PLANT)).toEqual([]);
    for (const lots of demoPantry(server.now)) expect(faults('lots', lots)).toEqual([]);
    expect(faults('occasion', demoOccasion(server.now))).toEqual([]);
    expect(faults('drink', { ...BOOK[0], brews: [] })).not.toEqual([]);
    expect(faults('drink', { ...BOOK[0], version: 'one' })).not.toEqual([]);
    expect(faults('kitchen', { ...DEMO_KITCHEN, vessels: 'many' })).not.toEqual([]);
  });
  it('are served, take what the server hands out, and are none of a name that is not there', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    for (const [name, path] of [
      ['batch', `/api/batches/${id}`],
      ['notebook', '/api/notebook'],
    ] as const) {
      const { body } = await server.http.get(`/api/schemas/${name}.json`).expect(200);
      expect(body.$schema).toContain('json-schema.org');
      expect([name, faults(name, (await server.http.get(path)).body)]).toEqual([name, []]);
    }
    await server.http.get('/api/schemas/constructor.json').expect(404);
  });
});

/** What an independent reader of such descriptions says of one; it is a module that these tests cannot load themselves. */
const saidBy = (description: object): unknown =>
  JSON.parse(
    execFileSync(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import { Validator } from '@seriousme/openapi-schema-validator';
         let text = ''; for await (const part of process.stdin) text += part;
         const { valid, errors } = await new Validator().validate(JSON.parse(text));
         console.log(JSON.stringify({ valid, errors }));`,
      ],
      { input: JSON.stringify(description), cwd: __dirname, encoding: 'utf8' },
    ),
  );

describe('the description of the addresses', () => {
  it('is OpenAPI by an independent reader', async () => {
    const { body } = await server.http.get('/api/openapi.json').expect(200);
    expect(saidBy(body)).toEqual({ valid: true });
    expect(body).toEqual(JSON.parse(JSON.stringify(openApi())));
  });
  it('has every route that there is, and no other', () => {
    type Layer = { route?: { path: string; methods: Record<string, boolean> } };
    const app = server.application.getHttpAdapter().getInstance() as unknown as { router: { stack: Layer[] } };
    const there = app.router.stack.flatMap(({ route }) =>
      route
        ? Object.keys(route.methods)
            .filter((m) => m !== '_all')
            .map((m) => `${m} ${route.path.replace(/:(\w+)/g, '{$1}')}`)
        : [],
    );
    expect(there.sort()).toEqual(Object.keys(ROUTES).sort());
  });
  it('holds when every route is called with made-up bodies: each answer is one that it tells', async () => {
    const validate = ajv.compile({
      ...(openApi() as { components: { schemas: { Problem: object } } }).components.schemas.Problem,
    });
    const bodies = fc.sample(fc.jsonValue(), { numRuns: 4, seed: 5 });
    for (const [key, route] of Object.entries(ROUTES)) {
      const [method, path] = key.split(' ') as ['get' | 'post' | 'put' | 'delete', string];
      if (path.endsWith('/stream')) continue;
      const at = path
        .replace(/\{kind\}/, 'kitchen')
        .replace(/\{name\}/, 'drink')
        .replace(/\{\w+\}/g, ROSELLE_COOLER.id);
      for (const body of method === 'get' ? [undefined] : bodies) {
        const answer = await (body === undefined
          ? server.http[method](at)
          : server.http[method](at).set('content-type', 'application/json').send(JSON.stringify(body)));
        const type = answer.headers['content-type'] ?? '';
        const told =
          answer.status === (route.ok ?? 200) && (type === '' || type.startsWith(route.type ?? 'application/json'));
        const refused =
          answer.status >= 400 &&
          answer.status < 500 &&
          (type.startsWith('application/problem+json') ? validate(answer.body) : type.startsWith('text/html'));
        expect([key, answer.status, type, told || refused]).toEqual([key, answer.status, type, true]);
      }
    }
  }, 60_000);
});

describe('tables', () => {
  const table = async (name: string): Promise<string[][]> => {
    const { text } = await server.http
      .get(`/api/tables/${name}.csv`)
      .expect(200)
      .expect('content-type', /text\/csv/);
    expect(text.startsWith('\uFEFF')).toBe(true);
    // By a reader that has nothing to do with what writes it; it refuses rows of another length.
    const data = parse(text, { bom: true }) as string[][];
    return data;
  };
  it('of batches, tastings, the shelf and the pantry have a unit in every header that has one, and text stays text', async () => {
    const id = await server.measuredBatch();
    await server.say(id, MIX).expect(200);
    server.later(120);
    const note = '=HYPERLINK("x"),"quoted"; and\na new line';
    await server.say(id, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, note } }).expect(200);
    const lots = [{ id: 'bag-1', got: '2026-06-01', from: '+49 market', leftG: 900.5, potency: 0.9 }];
    await server.http
      .put('/api/house/pantry/roselle_dried_whole')
      .send({ version: 0, body: { v: 1, plant: 'roselle_dried_whole', lots } })
      .expect(200);
    const [batches, tastings, shelf, pantry] = await Promise.all(['batches', 'tastings', 'shelf', 'pantry'].map(table));
    expect(batches![0]).toContain('planned (L)');
    expect(batches![1]![0]).toBe(id);
    expect(tastings![1]!.at(-1)).toBe(`'${note}`);
    expect(shelf![0]).toContain('left (ml)');
    expect(shelf!.length).toBeGreaterThan(1);
    expect(pantry![1]!.slice(0, 6)).toEqual([
      'roselle_dried_whole',
      'bag-1',
      '2026-06-01',
      "'+49 market",
      '900.5',
      '0.9',
    ]);
    await server.http.get('/api/tables/devices.csv').expect(404);
  });
});

describe('a drink for other programs', () => {
  it('is data of a recipe and a text that is read back', async () => {
    const { body } = await server.http
      .get(`/api/drinks/${ROSELLE_COOLER.id}/recipe.jsonld`)
      .expect(200)
      .expect('content-type', /ld\+json/);
    expect(body).toMatchObject({ '@context': 'https://schema.org', '@type': 'Recipe', name: ROSELLE_COOLER.name });
    const { text } = await server.http.get(`/api/drinks/${ROSELLE_COOLER.id}/recipe.txt`).expect(200);
    expect(recipesIn(text)[0]!.title).toBe(ROSELLE_COOLER.name);
    await server.http.get('/api/drinks/none/recipe.jsonld').expect(404);
  });
});
