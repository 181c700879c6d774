import Joi from 'joi';
import { moment, momentAhead } from './moment';

/** What a notebook's file calls itself, and the version of its form. */
export const NOTEBOOK_FORMAT = 'steepsis-notebook';
export const NOTEBOOK_VERSION = 1;
/** A notebook of thirty years is not larger. */
export const NOTEBOOK_LIMIT = '64mb';

const id = Joi.string().min(1).max(80).required();
const at = Joi.alternatives(moment(), momentAhead()).required();
const body = Joi.object().unknown().required();
const seq = Joi.number().integer().min(0).max(1_000_000).required();
const event = Joi.object({ id, seq, at, receivedAt: at, body });
const told = Joi.object({ id, events: Joi.array().items(event).min(1).max(20_000).required() });

/** GET /api/batches/:id, as it is kept and handed on: what happened, each event by its kind. */
export const batchDocumentSchema = Joi.object({
  id,
  events: Joi.array()
    .items(
      Joi.object({
        id,
        batchId: id,
        seq,
        at,
        v: Joi.number().integer().required(),
        type: Joi.string().max(40).required(),
      }).unknown(),
    )
    .min(1)
    .required(),
}).unknown();

/** PUT /api/house/:kind/:id */
export const keptDocumentSchema = Joi.object({
  /** the version it was made from, 0 for a new one */
  version: Joi.number().integer().min(0).required(),
  body,
});

/** The envelope of a notebook's file; each document in it is held against its own schema besides. */
export const notebookFileSchema = Joi.object({
  format: Joi.valid(NOTEBOOK_FORMAT).required(),
  v: Joi.number().integer().min(1).required(),
  exportedAt: at,
  checksum: Joi.string()
    .pattern(/^sha256:[0-9a-f]{64}$/)
    .required(),
  body: Joi.object({
    drinks: Joi.array()
      .items(Joi.object({ id, version: Joi.number().integer().min(1).max(100_000).required(), keptAt: at, body }))
      .required(),
    putAway: Joi.array().items(Joi.object({ id, at })).required(),
    house: Joi.array()
      .items(
        Joi.object({
          kind: Joi.valid('kitchen', 'pantry', 'plants', 'occasions').required(),
          id,
          updatedAt: at,
          body,
        }),
      )
      .required(),
    batches: Joi.array().items(told).required(),
    jugs: Joi.array().items(told).required(),
    instruments: Joi.array()
      .items(
        Joi.object({
          id,
          name: Joi.string().max(200).required(),
          kind: Joi.string().max(40).required(),
          simulated: Joi.boolean().required(),
          knownSince: at,
        }),
      )
      .required(),
    readings: Joi.array()
      .items(
        Joi.object({
          instrumentId: id,
          atMs: Joi.number().integer().required(),
          value: Joi.number().required(),
          batchId: Joi.string().max(80).allow(null).required(),
          brewId: Joi.string().max(80).allow(null).required(),
        }),
      )
      .required(),
  }).required(),
});

/** PUT /api/notebook/copies/next */
export const nextCopySchema = Joi.object({
  /** the copy that the next start begins with; none where left out */
  name: Joi.string().max(60),
});

/** PUT /api/notebook/copies/also */
export const copiesAlsoSchema = Joi.object({
  /** a folder of this machine that every copy is put into as well; none where left out */
  folder: Joi.string().trim().min(1).max(400),
});

/** POST /api/notebook */
export const takeNotebookSchema = Joi.object({
  /** into what is there, or in its place */
  as: Joi.valid('merged', 'whole').required(),
});
