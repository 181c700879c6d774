import Joi from 'joi';
import { CLOSURES, CONTAINERS, KEPT_VESSELS, KEPT_WHERE, MEASURED_BY, SIGNS } from '@steepsis/core';

// What happens to a thing that is kept, whether a batch filled it or it was poured together: the same fields for both.

const vesselId = Joi.string().max(60).required();
const keptIn = {
  container: Joi.valid(...CONTAINERS).required(),
  closure: Joi.valid(...CLOSURES).required(),
  full: Joi.boolean().strict().required(),
};

/** Most bottles or trays that are filled at once. */
const MOST_FILLED = 60;

const filled = Joi.object({
  id: Joi.string()
    .guid({ version: ['uuidv4', 'uuidv7'] })
    .required(),
  name: Joi.string().trim().min(1).max(60).required(),
  shape: Joi.object({
    kind: Joi.valid(...KEPT_VESSELS).required(),
    capacityMl: Joi.number().greater(0).max(50_000).required(),
    pieces: Joi.number().integer().min(1).max(500),
  }).required(),
  ml: Joi.number().min(1).max(50_000).required(),
  where: Joi.valid(...KEPT_WHERE).required(),
  keptIn: Joi.object(keptIn),
});

/** Fields of the events of things that are kept, by their type; a reading of pH and a sign have schemas of their own. */
export const SHELF_EVENTS: Readonly<Record<string, Joi.PartialSchemaMap>> = {
  poured: { vesselId, ml: Joi.number().min(1).max(50_000).required() },
  filled: { vesselId, into: Joi.array().items(filled).min(1).max(MOST_FILLED).required() },
  'poured-away': { vesselId, why: Joi.string().max(300).required() },
  'stood-out': {
    vesselId,
    minutes: Joi.number().min(1).max(20_000).required(),
    ambientC: Joi.number().min(-20).max(60).required(),
  },
  moved: { vesselId, where: Joi.valid(...KEPT_WHERE).required() },
  'kept-in': { vesselId, ...keptIn },
  labelled: { vesselId },
};

/** The same with what is read and seen of one thing, for what has nothing else to be measured. */
export const SHELF_EVENTS_READ: Readonly<Record<string, Joi.PartialSchemaMap>> = {
  ...SHELF_EVENTS,
  observed: { vesselId, sign: Joi.valid(...SIGNS).required() },
  measured: {
    vesselId,
    what: Joi.valid('ph').required(),
    value: Joi.number().min(0).max(14).required(),
    method: Joi.valid(...MEASURED_BY).required(),
  },
};
