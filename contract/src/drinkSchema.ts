import Joi from 'joi';
import { CUTS, HANDS_WORK } from '@steepsis/core';
import { ownPlantSchema } from './houseSchemas';
import { moment as utc } from './moment';
import { targetSchema } from './schemas';

// A drink as it is sent to be kept: its shape and its sizes. Whether it can be made is the core's to say.

const id = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9_-]*$/)
  .max(80)
  .required();
const name = Joi.string().trim().min(1).max(120).required();
const number = (min: number, max: number): Joi.NumberSchema => Joi.number().min(min).max(max).required();

const written = Joi.string().trim().max(80);
/** How often a jar is tended, and from which day on. */
const rhythm = Joi.object({ everyH: number(1, 336), fromDay: Joi.number().min(1).max(60) });

const stage = (kind: string, fields: Joi.PartialSchemaMap = {}): Joi.ObjectSchema =>
  Joi.object({
    id,
    kind: Joi.valid(kind).required(),
    lid: Joi.valid('open', 'loose', 'closed').required(),
    agitation: Joi.valid('still', 'stirred-now-and-then', 'stirred-all-the-time', 'boiling').required(),
    written,
    ...fields,
  });

const STAGES: readonly Joi.ObjectSchema[] = [
  stage('toast', { atC: number(40, 260), minutes: number(0.1, 120) }),
  stage('heat', { to: Joi.alternatives(Joi.valid('boil'), Joi.number().min(10).max(110)).required() }),
  stage('hold', { minutes: number(0.1, 1440) }),
  stage('cool', { toC: number(1, 100), by: Joi.valid('standing', 'ice-bath').required() }),
  stage('steep', {
    place: Joi.valid('off-heat', 'fridge', 'counter', 'sun').required(),
    minutes: number(0.1, 4320),
  }),
  stage('hands', { work: Joi.valid(...HANDS_WORK).required() }),
  stage('strain', { through: Joi.valid('fine-cloth', 'paper', 'sieve').required(), press: Joi.boolean().required() }),
  stage('rinse', { waterMl: number(1, 20_000) }),
  stage('dissolve', {
    sweetener: id,
    to: Joi.alternatives(
      Joi.object({ gPerMl: number(0.01, 3) }),
      Joi.object({ brix: number(1, 80) }),
      Joi.object({ grams: number(0.1, 20_000) }),
    ).required(),
    toTaste: Joi.boolean(),
  }),
  stage('reduce', {
    to: Joi.alternatives(
      Joi.object({ share: number(0.02, 1) }),
      Joi.object({ volumeMl: number(10, 20_000) }),
      Joi.object({ massG: number(10, 20_000) }),
      Joi.object({ brix: number(1, 80) }),
      Joi.object({ boilsAtC: number(100.1, 111) }),
    ).required(),
  }),
  stage('onto-ice', { iceG: number(1, 20_000), ice: Joi.valid('freezer', 'wet').required() }),
  stage('ferment', { days: number(0.1, 60), tend: Joi.object({ shake: rhythm, vent: rhythm }) }),
];

const moment = Joi.object({ stageId: id, atMin: number(0, 4320) });
const ingredient = Joi.object({
  id,
  plant: id,
  grams: number(0.01, 20_000),
  enters: moment.required(),
  leaves: moment,
  scaling: Joi.alternatives(Joi.valid('linear', 'fixed'), Joi.object({ power: number(0, 1) })),
  cut: Joi.valid(...CUTS),
  heldIn: Joi.valid('bag', 'basket'),
  written,
});
const way = Joi.object({
  id,
  name,
  shortName: name,
  vesselKind: Joi.valid('pot', 'jar').required(),
  waterMl: number(0, 50_000),
  waterWritten: written,
  ingredients: Joi.array().items(ingredient).max(30).required(),
  stages: Joi.array()
    .items(Joi.alternatives(...STAGES))
    .min(1)
    .max(40)
    .required(),
  liquorRatio: Joi.object({ min: number(0, 20_000), max: number(0, 20_000) }).required(),
  keepPulp: Joi.boolean(),
  underWeight: Joi.boolean(),
  headroom: Joi.number().min(0.02).max(0.6),
  restHours: Joi.number().min(0).max(720),
  unsure: Joi.object({ amounts: number(0.001, 1), water: number(0.001, 1) }),
  asMeasured: Joi.object({ steam: number(0, 20), held: number(0, 5) }),
});
const source = Joi.alternatives(
  Joi.object({ kind: Joi.valid('brew').required(), brewId: id }),
  Joi.object({ kind: Joi.valid('syrup').required(), brix: number(1, 80), sweetener: id }),
  Joi.object({ kind: Joi.valid('water').required(), water: Joi.valid('still', 'sparkling').required() }),
  Joi.object({ kind: Joi.valid('juice').required(), plant: id }),
  Joi.object({ kind: Joi.valid('spirit').required(), name, abv: number(0.5, 96) }),
);
const mixLine = Joi.object({
  id,
  name,
  from: source.required(),
  book: Joi.alternatives(Joi.valid('all', 'rest'), Joi.number().min(0).max(50_000)).required(),
  at: Joi.valid('jug', 'glass').required(),
  written,
  layered: Joi.boolean(),
  toTaste: Joi.boolean(),
});

/** PUT /api/drinks/:id: the drink as its next version. */
export const drinkSchema = Joi.object({
  v: Joi.valid(2).required(),
  id,
  version: Joi.number().integer().min(1).max(100_000).required(),
  name,
  brews: Joi.array()
    .items(Joi.object({ id, name, ways: Joi.array().items(way).min(1).max(8).required() }))
    .min(1)
    .max(8)
    .required(),
  mix: Joi.array().items(mixLine).min(1).max(20).required(),
  serve: Joi.object({
    glassMl: number(20, 1000),
    iceG: number(0, 1000),
    rightAtMin: number(0, 120),
    garnish: Joi.string().trim().max(120),
  }).required(),
  book: Joi.object({ wayId: id, jugMl: number(50, 50_000), iced: Joi.boolean().required() }).required(),
  defaults: targetSchema,
  plants: Joi.array().items(ownPlantSchema).max(30),
  note: Joi.string().trim().max(2000).allow(''),
  bottles: Joi.object({ ml: number(10, 5000), count: Joi.number().integer().min(1).max(200) }),
  draft: Joi.valid(true),
  ours: Joi.object({
    times: number(0.05, 20),
    batchId: Joi.string().max(80).required(),
    madeAt: utc().required(),
    since: utc().required(),
  }),
}).required();
