import Joi from 'joi';
import { moment, momentAhead } from './moment';
import {
  ALTITUDE,
  AUDIENCE_FLAGS,
  BURNER_KINDS,
  INSTRUMENTS,
  MATERIALS,
  NIGHT_RANGES,
  OCCASION_RANGES,
  POTENCY_RANGE,
  THERE_RANGES,
  WATERS,
} from '@steepsis/core';

const number = (min: number, max: number): Joi.NumberSchema => Joi.number().min(min).max(max);
const slug = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9_-]*$/)
  .max(80)
  .required();
const words = (max: number): Joi.StringSchema => Joi.string().trim().max(max);
const ranged = ({ min, max }: { min: number; max: number }): Joi.NumberSchema => number(min, max).required();
const there = (of: keyof typeof THERE_RANGES): Joi.NumberSchema => ranged(THERE_RANGES[of]);
const audience = Joi.array()
  .items(Joi.valid(...AUDIENCE_FLAGS))
  .unique();

/** A vessel of the house. Sizes are its own: a litre jug is not always a litre. */
const vessel = Joi.object({
  id: slug,
  name: words(60).min(1).required(),
  kind: Joi.valid('pot', 'jar', 'jug', 'bottle', 'glass').required(),
  capacityMl: number(50, 100_000).required(),
  diameterCm: number(3, 80).required(),
  emptyG: number(1, 30_000).required(),
  material: Joi.valid(...MATERIALS).required(),
  pressure: Joi.valid(true),
  timed: Joi.object({
    lossScale: number(0.1, 10).required(),
    sigmaLn: number(0.001, 2).required(),
    coolings: Joi.number().integer().min(1).required(),
    from: Joi.array().items(words(200)).max(40).required(),
  }),
});

const measures = Joi.object({
  cupG: number(0.1, 2000),
  tbspG: number(0.01, 200),
  tspG: number(0.01, 100),
  pieceG: number(0.01, 5000),
});

const tongue = { noise: number(0.01, 2).required(), pours: Joi.number().integer().min(1).max(600).required() };

export const kitchenSchema = Joi.object({
  altitudeM: number(ALTITUDE.min, ALTITUDE.max).required(),
  roomC: number(5, 45).required(),
  tapC: number(1, 35).required(),
  fridgeC: number(0, 12).required(),
  freezerC: number(-40, -2).required(),
  burner: Joi.object({
    kind: Joi.valid(...BURNER_KINDS).required(),
    watts: number(200, 10_000).required(),
  }).required(),
  vessels: Joi.array().items(vessel).min(1).max(60).unique('id').required(),
  glassG: number(20, 2000).required(),
  waterFrom: Joi.valid(...WATERS),
  burners: Joi.number().integer().min(1).max(12),
  rings: Joi.array().items(number(THERE_RANGES.ringW.min, THERE_RANGES.ringW.max)).min(1).max(12),
  fridgeRoom: Joi.object({ litres: there('litres'), watts: there('watts') }),
  ice: Joi.object({ trayG: there('trayG'), hours: there('hours'), storeG: there('storeG') }),
  tongue: Joi.object({
    noise: tongue.noise.optional(),
    pours: tongue.pours.optional(),
    sweet: Joi.object(tongue),
    tart: Joi.object(tongue),
  }).and('noise', 'pours'),
  night: Joi.object({ fromH: ranged(NIGHT_RANGES.fromH), toH: ranged(NIGHT_RANGES.toH) }),
  units: Joi.valid('metric', 'us', 'imperial'),
  currency: Joi.string().trim().max(8).allow(''),
  measures: Joi.object().pattern(slug.optional(), measures).max(300),
  instruments: Joi.array()
    .items(Joi.valid(...INSTRUMENTS))
    .unique(),
  audience,
}).required();

const lot = Joi.object({
  id: slug,
  got: moment().required(),
  from: words(120).allow('').required(),
  leftG: number(0, 100_000).required(),
  potency: number(POTENCY_RANGE.min, POTENCY_RANGE.max).required(),
  ripeness: Joi.valid('under-ripe', 'ripe', 'very ripe'),
});

export const pantryEntrySchema = Joi.object({
  v: Joi.valid(1).required(),
  plant: slug,
  lots: Joi.array().items(lot).max(100).unique('id').required(),
  measures,
  pricePerKg: number(0, 100_000),
  packG: number(0.1, 25_000),
}).required();

export const ownPlantSchema = Joi.object({
  v: Joi.valid(1).required(),
  id: Joi.string()
    .pattern(/^own-[a-z0-9-]+-r\d+$/)
    .max(80)
    .required(),
  name: words(120).min(1).required(),
  parts: Joi.array()
    .items(Joi.object({ plant: slug, share: number(0.001, 1).required() }))
    .min(1)
    .max(12)
    .required(),
  doseGPerL: number(0.01, 1000),
  strengthKnown: Joi.boolean().required(),
  food: Joi.boolean(),
  note: words(500).allow(''),
  archived: Joi.boolean(),
});

const taskId = Joi.string().max(250);

/** An occasion: its guests, its drinks, and when all is to be ready. */
const occasionSchema = Joi.object({
  v: Joi.valid(1).required(),
  id: slug,
  name: words(80).min(1).required(),
  readyBy: momentAhead().required(),
  servedHours: ranged(OCCASION_RANGES.servedHours),
  groups: Joi.array()
    .items(
      Joi.object({
        people: ranged(OCCASION_RANGES.people).integer(),
        glassesEach: ranged(OCCASION_RANGES.glassesEach),
        audience,
      }),
    )
    .min(1)
    .max(12)
    .required(),
  drinks: Joi.array()
    .items(
      Joi.object({
        drinkId: slug,
        share: ranged(OCCASION_RANGES.share),
        litres: number(OCCASION_RANGES.litres.min, OCCASION_RANGES.litres.max),
        wayId: words(60).min(1),
        strengthX: number(OCCASION_RANGES.strengthX.min, OCCASION_RANGES.strengthX.max),
        glassMl: number(OCCASION_RANGES.glassMl.min, OCCASION_RANGES.glassMl.max),
        second: Joi.object({
          name: words(80).min(1).required(),
          share: ranged(OCCASION_RANGES.share),
          strengthX: ranged(OCCASION_RANGES.secondX),
          water: Joi.valid('still', 'sparkling').required(),
        }),
        batchId: Joi.string().guid({ version: ['uuidv4', 'uuidv7'] }),
        went: Joi.alternatives(
          Joi.object({ glasses: ranged(OCCASION_RANGES.glasses), leftGlasses: ranged(OCCASION_RANGES.glasses) }),
          Joi.object({ glasses: ranged(OCCASION_RANGES.glasses), ranOutMin: ranged(OCCASION_RANGES.ranOutMin) }),
        ),
      }),
    )
    .max(12)
    .required(),
  hands: Joi.number().integer().min(OCCASION_RANGES.hands.min).max(OCCASION_RANGES.hands.max).required(),
  moved: Joi.object().pattern(taskId, ranged(OCCASION_RANGES.movedMin)).max(200).required(),
  done: Joi.object().pattern(taskId, ranged(OCCASION_RANGES.movedMin)).max(200),
  sheet: Joi.object({
    at: moment().required(),
    starts: Joi.object().pattern(taskId, Joi.number()).max(600).required(),
    standing: Joi.object().pattern(taskId, Joi.number().min(0)).max(12).required(),
  }),
});

/** What is kept of a house, by its kind. */
export const HOUSE_SCHEMAS = {
  kitchen: kitchenSchema,
  pantry: pantryEntrySchema,
  plants: ownPlantSchema.required(),
  occasions: occasionSchema.required(),
} as const;
export type HouseKind = keyof typeof HOUSE_SCHEMAS;
