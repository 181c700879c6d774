import type Joi from 'joi';
import {
  additionSchema,
  attachSchema,
  BATCH_EVENT_SCHEMAS,
  cardAskSchema,
  copiesAlsoSchema,
  daySheetSchema,
  drinkForSchema,
  drinkSchema,
  JUG_EVENT_SCHEMAS,
  keepLinesSchema,
  keptDocumentSchema,
  labelAskSchema,
  labelsAskSchema,
  listBatchesSchema,
  madeLinesSchema,
  misbehaveSchema,
  nextCopySchema,
  notebookFileSchema,
  pairSchema,
  putAwaySchema,
  readingsSchema,
  registerInstrumentSchema,
  simulateSchema,
  startBatchSchema,
  startJugSchema,
  stickAskSchema,
  takeNotebookSchema,
  targetSchema,
  tastedLinesSchema,
  zoneAskSchema,
} from '@steepsis/contract';
import answers from './answers.json';
import { DOCUMENTS, jsonSchemaOf, type JsonSchema } from './documents';

// What Steepsis answers on its addresses, as OpenAPI 3.1. What may be sent is worked out of the schemas that check it, what is answered
// of the types that pages read (npm run answers).

type Method = 'get' | 'post' | 'put' | 'delete';
/** A route: what it is for, what may be sent, and what it answers with where all is well. */
type Route = {
  summary: string;
  query?: Joi.Schema;
  /** what of the query is a whole document as JSON */
  asJson?: Readonly<Record<string, Joi.Schema>>;
  body?: Joi.Schema | readonly Joi.Schema[];
  ok?: 200 | 201 | 303;
  type?: string;
  /** its fields, where it is an answer of this house and not a document of another kind */
  answer?: keyof typeof answers;
};

const JSON_TYPE = 'application/json';

/** Every address with a method, as "get /api/drinks/{id}". A test holds it against what the server really has. */
export const ROUTES: Readonly<Record<string, Route>> = {
  'get /api/health': { summary: 'Whether it runs', answer: 'Health' },
  'get /api/drinks': { summary: 'The drinks book', answer: 'DrinkList' },
  'get /api/drinks/lots-so-far': { summary: 'What the lots give that were tasted', answer: 'LotsSoFar' },
  'get /api/drinks/{id}': {
    summary: 'A drink, what was learned of it, where its next plan starts',
    query: drinkForSchema,
    answer: 'DrinkView',
  },
  'put /api/drinks/{id}': { summary: 'Keeps a drink as its next version', body: drinkSchema, answer: 'DrinkView' },
  'get /api/drinks/{id}/versions': { summary: 'Every version of a drink', answer: 'DrinkVersions' },
  'put /api/drinks/{id}/archived': {
    summary: 'Puts a drink away or takes it back',
    body: putAwaySchema,
    answer: 'PutAway',
  },
  'get /api/drinks/{id}/recipe.jsonld': { summary: 'A drink as schema.org Recipe', type: 'application/ld+json' },
  'get /api/drinks/{id}/recipe.txt': { summary: 'A drink as text that is read back', type: 'text/plain' },
  'get /api/batches': { summary: 'Batches, the latest first', query: listBatchesSchema, answer: 'BatchList' },
  'post /api/batches': { summary: 'Begins a batch', body: startBatchSchema, ok: 201, answer: 'BatchView' },
  'get /api/batches/{id}': { summary: 'A batch with all that happened to it', answer: 'BatchView' },
  'post /api/batches/{id}/events': {
    summary: 'Something happened to a batch',
    body: Object.values(BATCH_EVENT_SCHEMAS),
    answer: 'BatchView',
  },
  'post /api/batches/{id}/additions': {
    summary: 'Something is poured into what is kept of it',
    body: additionSchema,
    answer: 'BatchView',
  },
  'get /api/batches/{id}/readings': { summary: 'What instruments have read of it', answer: 'BatchReadings' },
  'get /api/pours': { summary: 'What was poured of each drink', answer: 'PouredView' },
  'get /api/shelf': { summary: 'What stands on the shelf', answer: 'ShelfView' },
  'get /api/jugs': { summary: 'Jugs that were poured together', answer: 'JugList' },
  'post /api/jugs': { summary: 'Pours a jug together', body: startJugSchema, ok: 201, answer: 'JugView' },
  'get /api/jugs/{id}': { summary: 'A jug with all that happened to it', answer: 'JugView' },
  'post /api/jugs/{id}/events': {
    summary: 'Something happened to a jug',
    body: Object.values(JUG_EVENT_SCHEMAS),
    answer: 'JugView',
  },
  'get /api/house': { summary: 'The kitchen, the pantry, plants and occasions', answer: 'HouseView' },
  'put /api/house/{kind}/{id}': {
    summary: 'Keeps a document of the house',
    body: keptDocumentSchema,
    answer: 'KeptDocument',
  },
  'get /api/instruments': { summary: 'Instruments that speak to it', answer: 'InstrumentList' },
  'get /api/instruments/stream': { summary: 'What instruments read, as it comes', type: 'text/event-stream' },
  'post /api/instruments/simulated': {
    summary: 'Adds an instrument that is made up',
    body: simulateSchema,
    ok: 201,
    answer: 'InstrumentView',
  },
  'put /api/instruments/{id}': {
    summary: 'Names an instrument',
    body: registerInstrumentSchema,
    answer: 'InstrumentView',
  },
  'delete /api/instruments/{id}': { summary: 'Forgets an instrument', answer: 'InstrumentList' },
  'put /api/instruments/{id}/attached': {
    summary: 'In which pot it hangs',
    body: attachSchema,
    answer: 'InstrumentView',
  },
  'put /api/instruments/{id}/misbehaves': {
    summary: 'How a made-up instrument misbehaves',
    body: misbehaveSchema,
    answer: 'InstrumentView',
  },
  'post /api/instruments/{id}/readings': {
    summary: 'Readings of an instrument',
    body: readingsSchema,
    answer: 'ReadingsStored',
  },
  'get /api/instruments/{id}/readings.csv': { summary: 'Readings as a table', type: 'text/csv' },
  'get /api/lan': { summary: 'Devices of the home network', answer: 'LanView' },
  'post /api/lan/code': { summary: 'A code to pair a device with', answer: 'LanView' },
  'delete /api/lan/devices/{id}': { summary: 'Shuts a device out', answer: 'LanView' },
  'post /api/pair': { summary: 'Pairs a device', body: pairSchema, ok: 303, type: 'text/html' },
  'get /api/notebook': { summary: 'The whole notebook as one file', answer: 'NotebookFile' },
  'post /api/notebook/look': {
    summary: 'What taking a notebook in would change',
    body: notebookFileSchema,
    answer: 'NotebookReport',
  },
  'post /api/notebook': {
    summary: 'Takes a notebook in',
    query: takeNotebookSchema,
    body: notebookFileSchema,
    answer: 'NotebookReport',
  },
  'get /api/notebook/copies': { summary: 'Copies of the notebook', answer: 'CopyList' },
  'post /api/notebook/copies': { summary: 'Makes a copy now', ok: 201, answer: 'CopyList' },
  'put /api/notebook/copies/also': {
    summary: 'A second folder that every copy is put into as well',
    body: copiesAlsoSchema,
    answer: 'CopyList',
  },
  'put /api/notebook/copies/next': {
    summary: 'The copy that the next start begins with',
    body: nextCopySchema,
    answer: 'CopyList',
  },
  'get /api/print/drinks/{id}/card.pdf': {
    summary: 'A recipe card',
    query: cardAskSchema,
    asJson: { target: targetSchema },
    type: 'application/pdf',
  },
  'get /api/print/drinks/{id}/card.md': {
    summary: 'A recipe card as Markdown',
    query: cardAskSchema,
    asJson: { target: targetSchema },
    type: 'text/markdown',
  },
  'get /api/print/dipstick/{vesselId}.pdf': {
    summary: 'A dipstick',
    query: stickAskSchema,
    asJson: { target: targetSchema },
    type: 'application/pdf',
  },
  'post /api/print/day.pdf': { summary: 'The sheet of a day', body: daySheetSchema, type: 'application/pdf' },
  'get /api/print/labels.pdf': {
    summary: 'Labels',
    query: labelsAskSchema,
    asJson: { ask: labelAskSchema },
    type: 'application/pdf',
  },
  'get /api/print/labels.svg': {
    summary: 'A label as a drawing',
    query: labelsAskSchema,
    asJson: { ask: labelAskSchema },
    type: 'image/svg+xml',
  },
  'get /api/print/labels': {
    summary: 'What the labels say',
    query: labelsAskSchema,
    asJson: { ask: labelAskSchema },
    answer: 'LabelsTold',
  },
  'get /api/print/jars/{id}.ics': {
    summary: 'What a live jar wants, as a calendar',
    query: zoneAskSchema,
    type: 'text/calendar',
  },
  'get /api/stream': { summary: 'What has changed, as it does', type: 'text/event-stream' },
  'get /api/tables/{name}.csv': { summary: 'Batches, tastings, the shelf, the pantry as a table', type: 'text/csv' },
  'post /api/tables/batches': {
    summary: 'Takes lines in of batches that were made before and what is left of them, or looks them over',
    query: keepLinesSchema,
    body: madeLinesSchema,
    answer: 'TableReport',
  },
  'post /api/tables/tastings': {
    summary: 'Takes lines in of what was said of batches, or looks them over',
    query: keepLinesSchema,
    body: tastedLinesSchema,
    answer: 'TableReport',
  },
  'get /api/openapi.json': { summary: 'This description' },
  'get /api/schemas/{name}.json': { summary: 'A document as JSON Schema' },
};

/** The description, OpenAPI 3.1. */
export function openApi(): JsonSchema {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [key, route] of Object.entries(ROUTES)) {
    const [method, path] = key.split(' ') as [Method, string];
    (paths[path] ??= {})[method] = operation(key, path, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Steepsis',
      version: '1',
      description: 'Amounts in g and ml, temperatures in °C, times in UTC. Refusals are problem details by field.',
    },
    paths,
    components: {
      schemas: {
        ...answers,
        ...Object.fromEntries(
          Object.entries(DOCUMENTS).map(([name, d]) => [name, { title: d.title, ...jsonSchemaOf(d.schema) }]),
        ),
      },
    },
  };
}

function operation(
  key: string,
  path: string,
  { summary, query, asJson = {}, body, ok = 200, type = JSON_TYPE, answer }: Route,
): JsonSchema {
  const inPath = [...path.matchAll(/\{(\w+)\}/g)].map((m) => ({
    name: m[1]!,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const asked = query ? (jsonSchemaOf(query) as { properties?: Record<string, unknown>; required?: string[] }) : {};
  const inQuery = Object.entries(asked.properties ?? {}).map(([name, schema]) => ({
    name,
    in: 'query',
    required: asked.required?.includes(name) ?? false,
    ...(asJson[name] ? { content: { [JSON_TYPE]: { schema: jsonSchemaOf(asJson[name]) } } } : { schema }),
  }));
  const problem = {
    description: 'Refused, with the reason by field',
    content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
  };
  const sent: JsonSchema[] =
    body === undefined ? [] : (Array.isArray(body) ? (body as Joi.Schema[]) : [body as Joi.Schema]).map(jsonSchemaOf);
  return {
    operationId: key.replace(/[^a-z0-9]+/gi, '-').replace(/-$/, ''),
    summary,
    ...(inPath.length + inQuery.length > 0 ? { parameters: [...inPath, ...inQuery] } : {}),
    ...(sent.length > 0
      ? {
          requestBody: {
            required: true,
            content: { [JSON_TYPE]: { schema: sent.length === 1 ? sent[0] : { anyOf: sent } } },
          },
        }
      : {}),
    responses: {
      [ok]: {
        description: 'As asked',
        content: { [type]: answer ? { schema: { $ref: `#/components/schemas/${answer}` } } : {} },
      },
      '4XX': problem,
      default: problem,
    },
  };
}
