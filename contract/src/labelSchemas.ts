import Joi from 'joi';
import { PAPERS, SHEET_RANGES } from '@steepsis/core';
import type { LabelForm, LabelSheet, ShelfOwner } from '@steepsis/core';

/** One thing to be labelled, and how many of its label. */
export type LabelOf = { owner: ShelfOwner; vesselId: string; copies: number };

/** What labels are put on: a sheet from a start on, one by itself, or a tag to be cut out and hung on a neck. */
export type LabelOn =
  | {
      kind: 'sheet';
      sheet: LabelSheet;
      start: number;
      /** what the printer is off by, as the test print tells: it is moved back by so much, mm */
      offset?: { xMm: number; yMm: number };
      /** the outlines alone, with a ruler */
      test?: true;
    }
  | ({ kind: 'single' | 'tag' } & Pick<LabelForm, 'widthMm' | 'heightMm'>);

/** GET /api/print/labels.pdf and .svg: `ask`, as JSON. */
export type LabelAsk = {
  of: readonly LabelOf[];
  on: LabelOn;
  /** a line of one's own, for a gift */
  gift?: string;
  /** what a code on the label opens; no code without it */
  address?: string;
  /** where the cook is, for the days: "Europe/Rome" */
  zone?: string;
};

const ranged = ({ min, max }: { min: number; max: number }): Joi.NumberSchema =>
  Joi.number().min(min).max(max).required();

/** Sizes of a label by itself, mm. */
export const LABEL_SIZE = { width: { min: 25, max: 210 }, height: { min: 15, max: 297 } } as const;

const size = { widthMm: ranged(LABEL_SIZE.width), heightMm: ranged(LABEL_SIZE.height) };
const sheet = Joi.object({
  paper: Joi.valid(...Object.keys(PAPERS)).required(),
  ...Object.fromEntries(Object.entries(SHEET_RANGES).map(([field, range]) => [field, ranged(range)])),
}).required();

const FORMS: Readonly<Record<LabelOn['kind'], Joi.PartialSchemaMap>> = {
  sheet: {
    sheet,
    start: Joi.number().integer().min(1).max(300).required(),
    offset: Joi.object({ xMm: ranged({ min: -10, max: 10 }), yMm: ranged({ min: -10, max: 10 }) }),
    test: Joi.valid(true),
  },
  single: size,
  tag: size,
};

/** What labels are asked for. */
export const labelAskSchema = Joi.object({
  of: Joi.array()
    .items(
      Joi.object({
        owner: Joi.object({
          kind: Joi.valid('batch', 'jug').required(),
          id: Joi.string()
            .guid({ version: ['uuidv4', 'uuidv7'] })
            .required(),
        }).required(),
        vesselId: Joi.string().max(80).required(),
        copies: Joi.number().integer().min(1).max(60).required(),
      }),
    )
    .max(60)
    .required(),
  on: Joi.object({ kind: Joi.valid(...Object.keys(FORMS)).required() })
    .when('.kind', { switch: Object.entries(FORMS).map(([is, fields]) => ({ is, then: Joi.object(fields) })) })
    .required(),
  gift: Joi.string().trim().min(1).max(80),
  address: Joi.string()
    .uri({ scheme: ['http', 'https'] })
    .max(200),
  zone: Joi.string().pattern(/^[A-Za-z0-9_+/-]{1,40}$/),
}).required();
