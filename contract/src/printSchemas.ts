import Joi from 'joi';

// What is asked for in the address of something that is printed. Whole documents stand in it as JSON and are held against their own schemas.

/** A document as JSON in an address; longer ones do not fit one. */
const asJson = Joi.string().max(60_000);
const name = Joi.string().max(80);

/** GET /api/print/drinks/:id/card.*: the target it is planned for; as the book has it where left out */
export const cardAskSchema = Joi.object({ target: asJson });

/** GET /api/print/dipstick/:vesselId.pdf: with a drink it carries the lines of one of its brews */
export const stickAskSchema = Joi.object({ drink: name, brew: name, target: asJson });

/** GET /api/print/labels*: which labels, and which page of them as a drawing */
export const labelsAskSchema = Joi.object({
  ask: asJson.required(),
  page: Joi.number().integer().min(0).max(500),
  /** what the labels say now: a browser asks anew when that changes, and nothing is read of it */
  s: Joi.string().max(200).allow(''),
});

/** GET /api/print/jars/:id.ics: in which zone its days are */
export const zoneAskSchema = Joi.object({ zone: Joi.string().max(60) });
