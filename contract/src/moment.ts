import Joi from 'joi';

const ISO = /^\d{4}-\d\d-\d\d(T\d\d:\d\d(:\d\d(\.\d+)?)?(Z|[+-]\d\d:\d\d)?)?$/;

/** A moment or day that is one to every program: "2026-07-05T09:00+02" looks like a time and is no number. */
export const moment = (): Joi.StringSchema =>
  Joi.string().custom((value: string, helpers) =>
    ISO.test(value) && Number.isFinite(Date.parse(value)) ? value : helpers.error('string.isoDate'),
  );
