import Joi from 'joi';

const words = (max: number): Joi.StringSchema => Joi.string().max(max).required();
const list = (max: number): Joi.ArraySchema => Joi.array().items(Joi.string().max(400)).max(max).required();

/** POST /api/print/day.pdf */
export const daySheetSchema = Joi.object({
  title: words(80),
  lead: words(200),
  days: Joi.array()
    .items(
      Joi.object({
        name: words(60),
        lines: Joi.array()
          .items(
            Joi.object({
              at: words(8),
              words: words(200),
              colour: Joi.string()
                .pattern(/^#[0-9a-f]{6}$/i)
                .required(),
              hands: Joi.boolean().strict().required(),
            }),
          )
          .max(400)
          .required(),
      }),
    )
    .max(40)
    .required(),
  table: list(20),
  toGet: list(100),
  measure: list(100),
}).required();
