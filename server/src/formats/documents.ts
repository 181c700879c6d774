import joiToJson from 'joi-to-json';
import type Joi from 'joi';
import { batchDocumentSchema, drinkSchema, HOUSE_SCHEMAS, notebookFileSchema } from '@steepsis/contract';

// What Steepsis keeps, as JSON Schema: worked out of the very schemas that check it, never written twice.

/** A JSON Schema. */
export type JsonSchema = Record<string, unknown>;

/** JSON Schema of a schema that checks what is sent. */
export const jsonSchemaOf = (schema: Joi.Schema): JsonSchema => joiToJson(schema, 'json-draft-2019-09') as JsonSchema;

const DRAFT = 'https://json-schema.org/draft/2019-09/schema';

/** The documents by the name that they are served under. */
export const DOCUMENTS: Readonly<Record<string, { title: string; schema: Joi.Schema }>> = {
  drink: { title: 'A drink: its brews, how they are mixed, how it is served', schema: drinkSchema },
  batch: { title: 'A batch: all that happened to it', schema: batchDocumentSchema },
  lots: { title: 'What the pantry has of a plant, lot by lot', schema: HOUSE_SCHEMAS.pantry },
  plant: { title: 'A plant of the cook’s own', schema: HOUSE_SCHEMAS.plants },
  kitchen: { title: 'The kitchen', schema: HOUSE_SCHEMAS.kitchen },
  occasion: { title: 'An occasion', schema: HOUSE_SCHEMAS.occasions },
  notebook: { title: 'The whole notebook as one file', schema: notebookFileSchema },
};

/** A document's JSON Schema as it is published; undefined where there is none of that name. */
export function documentSchema(name: string): JsonSchema | undefined {
  const known = Object.hasOwn(DOCUMENTS, name) ? DOCUMENTS[name] : undefined;
  return (
    known && { $schema: DRAFT, $id: `/api/schemas/${name}.json`, title: known.title, ...jsonSchemaOf(known.schema) }
  );
}
