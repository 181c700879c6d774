import Joi from 'joi';
import { moment, momentAhead } from './moment';
import {
  ACID_RANGE,
  AUDIENCE_FLAGS,
  CONFIRMATIONS,
  COOLED_BY,
  EVENT_VERSION,
  GLASSES_EACH,
  PEOPLE_AT_TABLE,
  LOOKS,
  MEASURED_BY,
  PARTS,
  PEELS,
  PLAN_CONFIRMATIONS,
  POTENCY_RANGE,
  SECOND_RANGES,
  GLASS_POUR_RANGES,
  SERVED_AS,
  SIGNS,
  SITES,
  SOURCES,
  TARGET_RANGES,
  THERE_RANGES,
  TIMES_RANGE,
} from '@steepsis/core';
import { SHELF_EVENTS } from './shelfSchemas';

/** "TT-06" */
const RULE_ID = /^[A-Z]{2,5}-\d\d$/;

/** A figure of a range of the core. */
export const ranged = (range: { min: number; max: number }): Joi.NumberSchema =>
  Joi.number().min(range.min).max(range.max).required();
const id = Joi.string()
  .guid({ version: ['uuidv4', 'uuidv7'] })
  .required();
const at = moment().required();
const ml = (max: number): Joi.NumberSchema => Joi.number().min(0).max(max).required();

/** Days on which things were confirmed, each by its name. */
const datesOf = (names: readonly string[]): Joi.ObjectSchema =>
  Joi.object(Object.fromEntries(names.map((n) => [n, moment()])));

const provenanceSchema = Joi.object({
  source: Joi.valid(...SOURCES),
  site: Joi.valid(...SITES),
  species: Joi.string().max(80),
  condition: Joi.valid(...LOOKS),
  peel: Joi.valid(...PEELS),
  part: Joi.valid(...PARTS),
  heatTreated: Joi.valid(true),
  sulphiteFree: Joi.valid(true),
  decaf: Joi.valid(true),
  raw: Joi.valid(true),
  pitsIn: Joi.valid(true),
  confirmedOn: datesOf(CONFIRMATIONS),
});

const wayChoice = { wayId: Joi.string().max(60).required(), steepMin: ranged(TARGET_RANGES.steepMin) };

/** A plan's target; limits are the core's. */
export const targetSchema = Joi.object({
  asWritten: Joi.boolean(),
  times: Joi.number().min(TIMES_RANGE.min).max(TIMES_RANGE.max),
  litres: ranged(TARGET_RANGES.litres),
  glassMl: ranged(TARGET_RANGES.glassMl),
  iced: Joi.boolean().strict().required(),
  hot: Joi.boolean().strict(),
  strengthX: ranged(TARGET_RANGES.strengthX),
  sugarGPerL: ranged(TARGET_RANGES.sugarGPerL),
  acidGPerL: Joi.number().min(ACID_RANGE.min).max(ACID_RANGE.max),
  ...wayChoice,
  others: Joi.object().pattern(Joi.string().max(60), Joi.object(wayChoice)).max(8),
  audience: Joi.array()
    .items(Joi.string().valid(...AUDIENCE_FLAGS))
    .unique()
    .required(),
  drinker: Joi.string().trim().min(1).max(40),
  provenance: Joi.object().pattern(Joi.string().max(130), provenanceSchema).max(60),
  confirmedOn: datesOf(PLAN_CONFIRMATIONS),
  asked: Joi.object().pattern(RULE_ID, moment()).max(60),
  people: Joi.number().integer().min(PEOPLE_AT_TABLE.min).max(PEOPLE_AT_TABLE.max),
  glassesEach: Joi.number().integer().min(GLASSES_EACH.min).max(GLASSES_EACH.max),
  readyBy: momentAhead(),
  second: Joi.object({
    name: Joi.string().trim().min(1).max(80).required(),
    litres: ranged(SECOND_RANGES.litres),
    strengthX: ranged(SECOND_RANGES.strengthX),
    water: Joi.valid('still', 'sparkling').required(),
  }),
  potency: Joi.object()
    .pattern(Joi.string().max(80), Joi.number().min(POTENCY_RANGE.min).max(POTENCY_RANGE.max))
    .max(60),
}).required();

/** How what was said last can be asked for. */
export const SAID_OF_IT = ['right', 'weak', 'strong', 'harsh', 'nothing'] as const;
export type SaidOfIt = (typeof SAID_OF_IT)[number];

/** POST /api/batches. Ids are made by the sender: a repeated send is stored once. */
export const startBatchSchema = Joi.object({
  id,
  eventId: id,
  at,
  drinkId: Joi.string().max(80).required(),
  drinkVersion: Joi.number().integer().min(1).required(),
  target: targetSchema,
  acknowledged: Joi.array().items(Joi.string().pattern(RULE_ID)).unique().max(200).default([]),
  layOut: Joi.valid(true),
  use: Joi.object({
    watts: Joi.number().min(THERE_RANGES.ringW.min).max(THERE_RANGES.ringW.max),
    without: Joi.array().items(Joi.string().max(80)).max(60),
  }),
}).required();

/** Millilitres by part of the mix. */
const mixSchema = Joi.object().pattern(Joi.string().max(60), ml(50_000)).max(20).required();
const brewId = Joi.string().max(60).required();
const event = (type: string, fields: Joi.PartialSchemaMap = {}): Joi.ObjectSchema =>
  Joi.object({ id, at, v: Joi.valid(EVENT_VERSION).required(), type: Joi.valid(type).required(), ...fields });

/** A single glass that was built at the table: ml, g. */
export const glassPourSchema = Joi.object({
  served: Joi.valid(...SERVED_AS).required(),
  ...Object.fromEntries(Object.entries(GLASS_POUR_RANGES).map(([field, range]) => [field, ranged(range)])),
});

/** What was said of a glass. */
export const verdictSchema = Joi.object({
  strength: Joi.number().integer().min(-2).max(2).required(),
  harsh: Joi.number().integer().min(0).max(3).required(),
  sweet: Joi.valid(-1, -0.5, 0, 0.5, 1).required(),
  tart: Joi.valid(-1, -0.5, 0, 0.5, 1).required(),
  note: Joi.string().max(500).allow(''),
  who: Joi.string().trim().min(1).max(40),
}).required();

const ingredientId = Joi.string().max(80).required();

/** What can be measured of a batch, and between what: ml, g, °Bx, °C. */
const MEASURED: Record<string, { min: number; max: number }> = {
  volume: { min: 1, max: 50_000 },
  'pan-weight': { min: 1, max: 60_000 },
  brix: { min: 0.1, max: 85 },
  ph: { min: 0, max: 14 },
  temp: { min: -25, max: 110 },
};

/** What can happen to one, each kind by its own fields. */
export const BATCH_EVENT_SCHEMAS: Readonly<Record<string, Joi.ObjectSchema>> = {
  'brew-started': event('brew-started', { brewId }),
  'stage-ended': event('stage-ended', { brewId, stageId: Joi.string().max(60).required() }),
  'stage-skipped': event('stage-skipped', { brewId, stageId: Joi.string().max(60).required() }),
  'laid-out': event('laid-out', { item: Joi.string().max(130).required(), how: Joi.valid('seen', 'left').required() }),
  'put-in': event('put-in', {
    brewId,
    ingredientId,
    grams: Joi.number().min(0.01).max(20_000),
    more: Joi.valid(true),
  }),
  'taken-out': event('taken-out', { brewId, ingredientId }),
  'left-out': event('left-out', { brewId, ingredientId }),
  'lid-set': event('lid-set', { brewId, lid: Joi.valid('open', 'loose', 'closed').required() }),
  'topped-up': event('topped-up', {
    brewId,
    ml: Joi.number().min(1).max(20_000).required(),
    tempC: Joi.number().min(0).max(100).required(),
  }),
  sweetened: event('sweetened', {
    brewId,
    stageId: Joi.string().max(60).required(),
    grams: Joi.number().min(0.1).max(20_000).required(),
  }),
  heard: event('heard', { call: Joi.string().max(200).required(), againMin: Joi.number().min(0.5).max(1440) }),
  'cooled-by': event('cooled-by', { how: Joi.valid(...COOLED_BY).required() }),
  measured: event('measured', {
    what: Joi.valid(...Object.keys(MEASURED)).required(),
    brewId: Joi.when('what', {
      switch: [
        { is: 'ph', then: Joi.forbidden() },
        { is: 'temp', then: Joi.string().max(60) },
      ],
      otherwise: brewId,
    }),
    value: Joi.when('what', {
      switch: Object.entries(MEASURED).map(([is, { min, max }]) => ({
        is,
        then: Joi.number().min(min).max(max).required(),
      })),
    }),
    vesselId: Joi.when('what', { is: 'ph', then: Joi.string().max(60), otherwise: Joi.forbidden() }),
    method: Joi.valid(...MEASURED_BY).required(),
  }),
  mixed: event('mixed', {
    mix: mixSchema,
    hadMl: mixSchema,
    sugarAddedG: Joi.number().min(0).max(20_000).required(),
  }),
  bottled: event('bottled'),
  tended: event('tended', { brewId, task: Joi.valid('shake', 'vent', 'look', 'taste', 'added').required() }),
  observed: event('observed', { sign: Joi.valid(...SIGNS).required(), vesselId: Joi.string().max(60) }),
  ...Object.fromEntries(Object.entries(SHELF_EVENTS).map(([type, fields]) => [type, event(type, fields)])),
  acknowledged: event('acknowledged', { rule: Joi.string().pattern(RULE_ID).required() }),
  tasted: event('tasted', {
    state: Joi.valid('warm', 'chilled', 'iced', 'neat').required(),
    verdict: verdictSchema,
    glass: glassPourSchema,
    vesselId: Joi.string().max(80),
  }),
  undone: event('undone', { eventId: id }),
  discarded: event('discarded', { why: Joi.string().max(300).required(), plantsBack: Joi.valid(true) }),
  started: event('started', { plan: Joi.any() }),
};

/** POST /api/batches/:id/events. */
export const appendEventSchema = (type: unknown): Joi.ObjectSchema =>
  (typeof type === 'string' && Object.hasOwn(BATCH_EVENT_SCHEMAS, type) ? BATCH_EVENT_SCHEMAS[type] : undefined) ??
  Joi.object({ type: Joi.valid(...Object.keys(BATCH_EVENT_SCHEMAS)).required() })
    .unknown()
    .required();

/** PUT /api/drinks/:id/archived */
export const putAwaySchema = Joi.object({ archived: Joi.boolean().required() }).required();

/** GET /api/drinks/:id. */
export const drinkForSchema = Joi.object({
  /** for whose liking */
  for: Joi.string().trim().min(1).max(40),
});

/** GET /api/batches. */
export const listBatchesSchema = Joi.object({
  /** `open`: whatever the stove still has something to do with */
  phase: Joi.valid('running', 'strained', 'measured', 'put-away', 'discarded', 'open'),
  drinkId: Joi.string().max(80),
  limit: Joi.number().integer().min(1).max(200).default(50),
  before: momentAhead(),
  after: momentAhead(),
  /** words that all stand in its drink's name, its way, or what was noted of it */
  find: Joi.string().trim().max(120).allow(''),
  /** what was said of it last */
  said: Joi.valid(...SAID_OF_IT),
  /** drawn from a lot of the pantry: plant and lot */
  lot: Joi.string()
    .max(200)
    .pattern(/^[^/"%]+\/[^/"%]+$/),
});
