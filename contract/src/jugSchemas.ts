import Joi from 'joi';
import { moment } from './moment';
import { glassPourSchema } from './schemas';
import { SHELF_EVENTS_READ } from './shelfSchemas';
import {
  AUDIENCE_FLAGS,
  botanicals,
  FREE_JUG_EVENT_VERSION,
  JUG_STRENGTH,
  JUICES,
  POURED_THINGS,
  POURABLE_RANGES,
  SWEETENERS,
  TARGET_RANGES,
} from '@steepsis/core';

const ranged = ({ min, max }: { min: number; max: number }): Joi.NumberSchema =>
  Joi.number().min(min).max(max).required();
const id = Joi.string()
  .guid({ version: ['uuidv4', 'uuidv7'] })
  .required();
const at = moment().required();
const words = (max: number): Joi.StringSchema => Joi.string().trim().min(1).max(max).required();
const key = Joi.string().max(80).required();
const sweetener = Joi.valid(...Object.keys(SWEETENERS)).required();

const POURABLES: Record<string, Joi.PartialSchemaMap> = {
  shelf: { batchId: id, vesselId: key },
  brew: { batchId: id, brewId: key },
  jug: { jugId: id, vesselId: Joi.string().max(80) },
  made: {
    made: Joi.object({
      plant: key,
      grams: Joi.number().greater(0).max(20_000).required(),
      waterMl: Joi.number().min(10).max(50_000).required(),
      minutes: Joi.number().greater(0).max(4320).required(),
      place: Joi.valid('simmered', 'off-heat', 'fridge').required(),
    }).required(),
  },
  read: { plant: Joi.valid(...botanicals().map((b) => b.slug)).required(), brix: ranged(POURABLE_RANGES.readBrix) },
  syrup: { brix: ranged(POURABLE_RANGES.syrupBrix), sweetener },
  sweetener: { sweetener },
  juice: { juice: Joi.valid(...POURED_THINGS, ...Object.keys(JUICES)).required() },
  water: { water: Joi.valid('still', 'sparkling').required() },
  spirit: { name: words(60), abv: ranged(POURABLE_RANGES.abv) },
};

/** What is poured from: fields by its kind. */
const pourable = Joi.object({ kind: Joi.valid(...Object.keys(POURABLES)).required() })
  .when('.kind', {
    switch: Object.entries(POURABLES).map(([kind, fields]) => ({ is: kind, then: Joi.object(fields) })),
  })
  .required();

const parts = Joi.array()
  .items(Joi.object({ name: words(120), ml: Joi.number().greater(0).max(50_000).required(), from: pourable }))
  .min(1)
  .max(20)
  .required();

const tasteSchema = Joi.object({
  state: Joi.valid('warm', 'chilled', 'iced', 'neat').required(),
  strength: Joi.number().integer().min(-2).max(2).required(),
  sweet: Joi.valid(-1, -0.5, 0, 0.5, 1).required(),
  tart: Joi.valid(-1, -0.5, 0, 0.5, 1).required(),
  harsh: Joi.number().integer().min(0).max(3).required(),
  flavour: Joi.object({ of: key, wants: Joi.valid('more', 'less').required() }),
  note: Joi.string().trim().min(1).max(500),
  who: Joi.string().trim().min(1).max(40),
});

/** POST /api/jugs: a jug poured together from anything. */
export const startJugSchema = Joi.object({
  id,
  eventId: id,
  at,
  name: words(80),
  capacityMl: Joi.number().min(50).max(50_000).required(),
  glassMl: ranged(TARGET_RANGES.glassMl),
  iced: Joi.boolean().strict().required(),
  standard: Joi.number().greater(0).max(100).required(),
  likeName: words(120),
  likeId: Joi.string().trim().min(1).max(80),
  wantedX: ranged(JUG_STRENGTH),
  audience: Joi.array()
    .items(Joi.string().valid(...AUDIENCE_FLAGS))
    .unique()
    .required(),
  acknowledged: Joi.array().items(Joi.string().max(12)).unique().max(200).default([]),
  parts,
}).required();

const event = (type: string, fields: Joi.PartialSchemaMap): Joi.ObjectSchema =>
  Joi.object({ id, at, v: Joi.valid(FREE_JUG_EVENT_VERSION).required(), type: Joi.valid(type).required(), ...fields });

/** What can happen to one, each kind by its own fields. */
export const JUG_EVENT_SCHEMAS: Readonly<Record<string, Joi.ObjectSchema>> = {
  added: event('added', { parts, after: tasteSchema }),
  tasted: event('tasted', { taste: tasteSchema.required(), glass: glassPourSchema }),
  'poured-out': event('poured-out', { ml: Joi.number().min(1).max(50_000).required() }),
  ...Object.fromEntries(Object.entries(SHELF_EVENTS_READ).map(([type, fields]) => [type, event(type, fields)])),
  acknowledged: event('acknowledged', { rule: Joi.string().max(12).required() }),
  undone: event('undone', { eventId: id }),
  discarded: event('discarded', { why: words(300) }),
};

/** POST /api/jugs/:id/events. */
export const jugEventSchema = (type: unknown): Joi.ObjectSchema =>
  (typeof type === 'string' && Object.hasOwn(JUG_EVENT_SCHEMAS, type) ? JUG_EVENT_SCHEMAS[type] : undefined) ??
  Joi.object({ type: Joi.valid(...Object.keys(JUG_EVENT_SCHEMAS)).required() })
    .unknown()
    .required();

/** POST /api/batches/:id/additions: something poured into a jug or bottle of the shelf, to put it right. */
export const additionSchema = Joi.object({ id, at, vesselId: key, parts }).required();
