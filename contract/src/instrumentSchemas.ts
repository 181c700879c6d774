import Joi from 'joi';
import { moment } from './moment';
import { INSTRUMENT_KINDS, MISBEHAVIOURS } from '@steepsis/core';

// The protocol of instruments: docs/instruments.md says it in words.

const name = Joi.string().trim().min(1).max(60).required();
const kind = Joi.valid(...INSTRUMENT_KINDS).required();

/** PUT /api/instruments/:id */
export const registerInstrumentSchema = Joi.object({ name, kind }).required();

/** POST /api/instruments/simulated */
export const simulateSchema = Joi.object({ kind }).required();

/** PUT /api/instruments/:id/attached: the pot it reads, or none */
export const attachSchema = Joi.object({
  batchId: Joi.string().max(60),
  brewId: Joi.string().max(60),
})
  .and('batchId', 'brewId')
  .required();

/** PUT /api/instruments/:id/misbehaves */
export const misbehaveSchema = Joi.object({ misbehaves: Joi.valid(...MISBEHAVIOURS).required() }).required();

/** Most readings of one send. */
export const READINGS_AT_ONCE = 5000;

/** POST /api/instruments/:id/readings. A reading belongs to its moment: sent again, it is stored once. */
export const readingsSchema = Joi.object({
  readings: Joi.array()
    .items(
      Joi.object({
        at: moment().required(),
        value: Joi.number().min(-100_000).max(100_000).required(),
      }),
    )
    .min(1)
    .max(READINGS_AT_ONCE)
    .required(),
}).required();

/** POST /api/pair */
export const pairSchema = Joi.object({
  code: Joi.string()
    .trim()
    .pattern(/^\d{4}[ -]?\d{4}$/)
    .required(),
  name: Joi.string().trim().min(1).max(60).required(),
}).required();
