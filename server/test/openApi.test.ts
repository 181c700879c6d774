import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import Ajv2019, { type ValidateFunction } from 'ajv/dist/2019';
import addFormats from 'ajv-formats';
import { JSONSchemaFaker } from 'json-schema-faker';
import { ROSELLE_COOLER } from '@steepsis/core';
import type Joi from 'joi';
import type { NotebookFile } from '@steepsis/contract';
import { DEMO_KITCHEN, demoOccasion, DEMO_PLANT } from '../src/demo/demoHouse';
import { jsonSchemaOf } from '../src/formats/documents';
import { openApi, ROUTES } from '../src/formats/openApi';
import { MIX, TestServer, VERDICT } from './testServer';

let server: TestServer;
beforeEach(async () => void (server = await new TestServer().start()));
afterEach(() => server.stop());

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
  it('tells the fields of the answers as the types of the pages have them', () => {
    const check = (): string =>
      execFileSync(process.execPath, [join(__dirname, '../../tools/answers.mjs'), '--check'], { encoding: 'utf8' });
    expect(check).not.toThrow();
  }, 60_000);
});

/** Every object as closed as it is told: a field that is answered and not told is a fault. */
function closed(x: unknown): unknown {
  if (Array.isArray(x)) return x.map(closed);
  if (typeof x !== 'object' || x === null) return x;
  const all = Object.fromEntries(Object.entries(x).map(([key, value]) => [key, closed(value)]));
  return 'properties' in all && all['type'] === 'object' ? { additionalProperties: false, ...all } : all;
}

type Method = 'get' | 'post' | 'put' | 'delete';
type Answer = { status: number; type: string; body: unknown };

/** Calls routes and holds each answer against the description: its status, its type, its fields. */
class Holding {
  readonly answered = new Map<string, Set<number>>();
  private readonly ajv = addFormats(new Ajv2019({ strict: false }));

  constructor() {
    const { components } = openApi() as { components: { schemas: Record<string, object> } };
    this.ajv.addSchema({ $id: 'api', components: closed(components) });
  }

  private validator(name: string): ValidateFunction {
    return this.ajv.compile({ $ref: `api#/components/schemas/${name}` });
  }

  /** @param url the address of one that the route is for, with its query */
  async call(key: string, url: string, body?: unknown): Promise<Answer> {
    const route = ROUTES[key]!;
    const method = key.split(' ')[0] as Method;
    const response = await (body === undefined
      ? server.http[method](url)
      : server.http[method](url).set('content-type', 'application/json').send(JSON.stringify(body)));
    const answer = { status: response.status, type: response.headers['content-type'] ?? '', body: response.body };
    expect([key, answer.status, answer.body, this.faultsOf(key, answer)]).toEqual([
      key,
      answer.status,
      answer.body,
      'none',
    ]);
    this.answered.set(key, (this.answered.get(key) ?? new Set()).add(answer.status));
    return { ...answer, type: route.type ?? '' };
  }

  private faultsOf(key: string, { status, type, body }: Answer): unknown {
    const { ok = 200, type: told = 'application/json', answer } = ROUTES[key]!;
    const refused = status >= 400 && status < 500;
    if (!refused && status !== ok) return 'its status is not told';
    // The form of the pairing page is answered as a page.
    if (refused && told === 'text/html') return type.startsWith(told) ? 'none' : 'its type is not told';
    if (!type.startsWith(refused ? 'application/problem+json' : told)) return 'its type is not told';
    const name = refused ? 'Problem' : answer;
    if (!name) return 'none';
    const validate = this.validator(name);
    return validate(body) ? 'none' : validate.errors?.slice(0, 3);
  }
}

describe('the answers', () => {
  it('are as they are told where all is well: a house that is lived in, route by route', async () => {
    const held = new Holding();
    const at = (): string => server.now.toISOString();
    const say = (of: string, id: string, event: object, v: object = {}): Promise<Answer> =>
      held.call(`post /api/${of}/{id}/events`, `/api/${of}/${id}/events`, {
        id: randomUUID(),
        at: at(),
        ...v,
        ...event,
      });
    const [drink, batch, jug] = [ROSELLE_COOLER.id, randomUUID(), randomUUID()];
    const put = (kind: string, id: string, body: object, version = 0): Promise<Answer> =>
      held.call('put /api/house/{kind}/{id}', `/api/house/${kind}/${id}`, { version, body });
    await put('kitchen', 'kitchen', DEMO_KITCHEN);
    await put('plants', DEMO_PLANT.id, DEMO_PLANT);
    const occasion = demoOccasion(server.now);
    await put('occasions', occasion.id, occasion);
    const lots = [{ id: 'bag-1', got: '2026-06-01', from: 'the market', leftG: 900, potency: 1 }];
    await put('pantry', 'roselle_dried_whole', { v: 1, plant: 'roselle_dried_whole', lots, pricePerKg: 18 });
    await held.call('post /api/batches', '/api/batches', {
      ...{ id: batch, eventId: randomUUID(), at: at(), drinkId: drink, drinkVersion: 1 },
      target: ROSELLE_COOLER.defaults,
    });
    const { body: probe } = await held.call('post /api/instruments/simulated', '/api/instruments/simulated', {
      kind: 'probe',
    });
    const probeId = (probe as { id: string }).id;
    const brew = { batchId: batch, brewId: 'concentrate' };
    await held.call('put /api/instruments/{id}/attached', `/api/instruments/${probeId}/attached`, brew);
    await held.call('put /api/instruments/{id}/misbehaves', `/api/instruments/${probeId}/misbehaves`, {
      misbehaves: 'none',
    });
    await held.call('put /api/instruments/{id}', '/api/instruments/pot-2', { name: 'The other pot', kind: 'probe' });
    server.later(3);
    await held.call('post /api/instruments/{id}/readings', '/api/instruments/pot-2/readings', {
      readings: [{ at: at(), value: 61.5 }],
    });
    await held.call('get /api/batches/{id}/readings', `/api/batches/${batch}/readings`);
    await held.call('get /api/instruments', '/api/instruments');
    await held.call('get /api/instruments/{id}/readings.csv', '/api/instruments/pot-2/readings.csv');
    await held.call('delete /api/instruments/{id}', `/api/instruments/${probeId}`);
    for (const [minutes, stageId] of [
      [4, 'heat'],
      [15, 'steep'],
    ] as const) {
      server.later(minutes);
      await say('batches', batch, { type: 'stage-ended', brewId: 'concentrate', stageId }, { v: 2 });
    }
    server.later(5);
    const measured = { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' };
    await say('batches', batch, measured, { v: 2 });
    await say('batches', batch, MIX, { v: 2 });
    server.later(60);
    await say('batches', batch, { type: 'tasted', state: 'iced', verdict: { ...VERDICT, who: 'Ada' } }, { v: 2 });
    const part = { name: 'Water', ml: 300, from: { kind: 'water', water: 'still' } };
    await held.call('post /api/batches/{id}/additions', `/api/batches/${batch}/additions`, {
      ...{ id: randomUUID(), at: at(), vesselId: 'jug', parts: [{ ...part, ml: 50 }] },
    });
    await held.call('post /api/jugs', '/api/jugs', {
      ...{ id: jug, eventId: randomUUID(), at: at(), name: 'Porch jug', capacityMl: 1500, glassMl: 250, iced: true },
      ...{ standard: 1, likeName: 'a usual glass', wantedX: 1, audience: [], acknowledged: [], parts: [part] },
    });
    await say('jugs', jug, { type: 'poured', vesselId: 'jug', ml: 100 }, { v: 1 });
    await held.call('put /api/drinks/{id}', '/api/drinks/second', {
      ...{ ...ROSELLE_COOLER, id: 'second', version: 1, name: 'A second one' },
    });
    await held.call('put /api/drinks/{id}/archived', '/api/drinks/second/archived', { archived: true });
    const line = { line: 2, drinkId: drink, name: ROSELLE_COOLER.name, at: '2026-06-01T09:00:00.000Z' };
    await held.call('post /api/tables/batches', '/api/tables/batches?keep=true', { lines: [{ ...line, known: {} }] });
    await held.call('post /api/tables/tastings', '/api/tables/tastings?keep=true', {
      lines: [{ ...line, day: true, state: 'iced', verdict: VERDICT }],
    });
    for (const [key, url] of [
      ['get /api/health', '/api/health'],
      ['get /api/drinks', '/api/drinks'],
      ['get /api/drinks/lots-so-far', '/api/drinks/lots-so-far'],
      ['get /api/drinks/{id}', `/api/drinks/${drink}?for=Ada`],
      ['get /api/drinks/{id}/versions', `/api/drinks/${drink}/versions`],
      ['get /api/drinks/{id}/recipe.jsonld', `/api/drinks/${drink}/recipe.jsonld`],
      ['get /api/drinks/{id}/recipe.txt', `/api/drinks/${drink}/recipe.txt`],
      ['get /api/batches', '/api/batches?limit=5'],
      ['get /api/batches/{id}', `/api/batches/${batch}`],
      ['get /api/pours', '/api/pours'],
      ['get /api/shelf', '/api/shelf'],
      ['get /api/jugs', '/api/jugs'],
      ['get /api/jugs/{id}', `/api/jugs/${jug}`],
      ['get /api/house', '/api/house'],
      ['get /api/lan', '/api/lan'],
      ['get /api/notebook/copies', '/api/notebook/copies'],
      ['get /api/openapi.json', '/api/openapi.json'],
      ['get /api/schemas/{name}.json', '/api/schemas/drink.json'],
      ['get /api/print/drinks/{id}/card.pdf', `/api/print/drinks/${drink}/card.pdf`],
      ['get /api/print/drinks/{id}/card.md', `/api/print/drinks/${drink}/card.md`],
      ['get /api/print/dipstick/{vesselId}.pdf', `/api/print/dipstick/${DEMO_KITCHEN.vessels[0]!.id}.pdf`],
      ...['batches', 'tastings', 'shelf', 'pantry'].map((t) => ['get /api/tables/{name}.csv', `/api/tables/${t}.csv`]),
    ] as [string, string][])
      await held.call(key, url);
    const ask = {
      of: [{ owner: { kind: 'batch', id: batch }, vesselId: 'jug', copies: 1 }],
      on: { kind: 'single', widthMm: 70, heightMm: 40 },
    };
    const asked = `?ask=${encodeURIComponent(JSON.stringify(ask))}`;
    for (const path of ['labels', 'labels.pdf', 'labels.svg'])
      await held.call(`get /api/print/${path}`, `/api/print/${path}${asked}&page=0&s=400`);
    await held.call('post /api/print/day.pdf', '/api/print/day.pdf', {
      ...{ title: 'The open day', lead: 'Three drinks', days: [], table: ['Roselle'], toGet: [], measure: [] },
    });
    const jar = await server.begin('spruce-tip-soda', { acknowledged: await warningsOf('spruce-tip-soda') });
    await held.call('get /api/print/jars/{id}.ics', `/api/print/jars/${jar}.ics?zone=Europe/Lisbon`);
    const { body: file } = await held.call('get /api/notebook', '/api/notebook');
    await held.call('post /api/notebook/look', '/api/notebook/look', file as NotebookFile);
    await held.call('post /api/notebook', '/api/notebook?as=merged', file as NotebookFile);
    await held.call('post /api/notebook/copies', '/api/notebook/copies', {});
    await held.call('put /api/notebook/copies/next', '/api/notebook/copies/next', {});
    await held.call('put /api/notebook/copies/also', '/api/notebook/copies/also', {});
    const well = Object.keys(ROUTES).filter((key) => [...(held.answered.get(key) ?? [])].some((s) => s < 300));
    // What is of the home network is held where there is one; streams have no end.
    const elsewhere = Object.keys(ROUTES).filter((key) => /\/(lan\/|pair$)|stream$/.test(key));
    expect(well.sort()).toEqual(
      Object.keys(ROUTES)
        .filter((key) => !elsewhere.includes(key))
        .sort(),
    );
  }, 60_000);

  /** What a start has to have read. */
  async function warningsOf(drinkId: string): Promise<string[]> {
    const { body } = await server.http.post('/api/batches').send(await server.startOf(drinkId));
    return [...(body.detail as string).matchAll(/\b([A-Z]{2,5}-\d\d): /g)].map((m) => m[1]!);
  }

  it('are as they are told to whatever the schemas would have sent: every route, with bodies made of them', async () => {
    const held = new Holding();
    const batch = await server.measuredBatch();
    JSONSchemaFaker.option({
      alwaysFakeOptionals: false,
      fillProperties: false,
      maxItems: 3,
      maxLength: 40,
      random: seeded(7),
    });
    const made = (schema: Joi.Schema): unknown => plausible(JSONSchemaFaker.generate(jsonSchemaOf(schema)), batch);
    const asked = ({ query, asJson = {} }: (typeof ROUTES)[string]): string => {
      const plain = (query ? made(query) : {}) as Record<string, unknown>;
      const whole = Object.fromEntries(Object.entries(asJson).map(([name, of]) => [name, JSON.stringify(made(of))]));
      const pairs = Object.entries({ ...plain, ...whole }).map(([name, value]): [string, string] => [
        name,
        String(value),
      ]);
      return pairs.length > 0 ? `?${new URLSearchParams(pairs).toString()}` : '';
    };
    for (const [key, route] of Object.entries(ROUTES)) {
      if (key.endsWith('/stream')) continue;
      const path = key.split(' ')[1]!;
      const id = path.includes('/batches/') ? batch : path.includes('/instruments/') ? 'pot-2' : ROSELLE_COOLER.id;
      const url = path
        .replace('{kind}', 'pantry')
        .replace('{name}', 'drink')
        .replace(/\{\w+\}/g, id);
      const bodies: readonly (Joi.Schema | undefined)[] = Array.isArray(route.body)
        ? route.body
        : [route.body as Joi.Schema | undefined];
      for (const body of bodies)
        for (let n = 0; n < (body ? Math.max(2, 12 / bodies.length) : 2); n++)
          await held.call(key, url + asked(route), body && made(body));
    }
    expect(held.answered.size).toBe(Object.keys(ROUTES).filter((key) => !key.endsWith('/stream')).length);
    // Not everything that a schema takes is refused for what it says.
    const well = [...held.answered].filter(([, statuses]) => [...statuses].some((s) => s < 300)).map(([key]) => key);
    expect(well).toEqual(
      expect.arrayContaining([
        ...['put /api/drinks/{id}/archived', 'post /api/instruments/simulated', 'put /api/instruments/{id}'],
        ...['post /api/tables/batches', 'post /api/batches/{id}/events', 'put /api/notebook/copies/next'],
      ]),
    );
  }, 120_000);
});

/** A sequence that is the same each time. */
function seeded(seed: number): () => number {
  let x = seed;
  return () => {
    x = (x * 1_103_515_245 + 12_345) % 2_147_483_648;
    return x / 2_147_483_648;
  };
}

/** What is made of a schema, with moments that have come, ids that may be one, and the one batch and drink that are there. */
function plausible(x: unknown, batch: string): unknown {
  return JSON.parse(JSON.stringify(x), (key, value: unknown) => {
    if (typeof value !== 'string') return value;
    if (key === 'at') return server.now.toISOString();
    if (key === 'id' || key === 'eventId') return randomUUID();
    if (key === 'batchId') return batch;
    if (key === 'drinkId') return ROSELLE_COOLER.id;
    if (key === 'brewId') return 'concentrate';
    return value;
  }) as unknown;
}
