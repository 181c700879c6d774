import Joi from 'joi';
import { TARGET_RANGES } from '@steepsis/core';
import { moment } from './moment';
import { ranged, verdictSchema } from './schemas';

/** So many lines of a table at once: each is planned. */
const LINES_AT_ONCE = 25;

const id = Joi.string().max(80).required();
const named = {
  line: Joi.number().integer().min(1).max(1_000_000).required(),
  drinkId: id,
  name: Joi.string().max(200).required(),
  batchId: Joi.string().uuid({ version: 'uuidv4' }),
  at: moment().required(),
};
const ml = Joi.number().min(1).max(50_000);
const linesOf = (line: object): Joi.ObjectSchema =>
  Joi.object({ lines: Joi.array().items(Joi.object(line)).min(1).max(LINES_AT_ONCE).required() });

/** POST /api/tables/batches: batches that were made before, and what is left of them. */
export const madeLinesSchema = linesOf({
  ...named,
  litres: ranged(TARGET_RANGES.litres).optional(),
  wayId: Joi.string().max(60),
  steepMin: ranged(TARGET_RANGES.steepMin).optional(),
  known: Joi.object({
    cameOutMl: ml,
    left: Joi.array()
      .items(
        Joi.object({
          of: Joi.alternatives(Joi.valid('drink'), Joi.object({ brewId: id })).required(),
          ml: ml.required(),
        }),
      )
      .max(20),
  }).required(),
});

/** Whether lines are stored, or only looked over. */
export const keepLinesSchema = Joi.object({ keep: Joi.boolean().required() });

/** POST /api/tables/tastings: what was said of them. */
export const tastedLinesSchema = linesOf({
  ...named,
  day: Joi.valid(true),
  state: Joi.valid('warm', 'chilled', 'iced', 'neat').required(),
  verdict: verdictSchema,
});
