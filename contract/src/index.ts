// What a page shows is held against this by the tests of the interface.
export { codeIn } from '@steepsis/core';
export { check, type Checked } from './check';
export { daySheetSchema } from './daySchemas';
export { drinkSchema } from './drinkSchema';
export { HOUSE_SCHEMAS, type HouseKind } from './houseSchemas';
export { additionSchema, JUG_EVENT_SCHEMAS, jugEventSchema, startJugSchema } from './jugSchemas';
export {
  attachSchema,
  misbehaveSchema,
  pairSchema,
  readingsSchema,
  registerInstrumentSchema,
  simulateSchema,
} from './instrumentSchemas';
export { LABEL_SIZE, labelAskSchema, type LabelAsk, type LabelOf, type LabelOn } from './labelSchemas';
export {
  NOTEBOOK_FORMAT,
  NOTEBOOK_LIMIT,
  NOTEBOOK_VERSION,
  batchDocumentSchema,
  copiesAlsoSchema,
  keptDocumentSchema,
  nextCopySchema,
  notebookFileSchema,
  takeNotebookSchema,
} from './notebookSchemas';
export { cardAskSchema, labelsAskSchema, stickAskSchema, zoneAskSchema } from './printSchemas';
export { BODY_LIMIT, PROBLEM_TYPE, type FieldError, type Problem } from './problem';
export {
  appendEventSchema,
  BATCH_EVENT_SCHEMAS,
  drinkForSchema,
  listBatchesSchema,
  putAwaySchema,
  startBatchSchema,
  targetSchema,
  type SaidOfIt,
} from './schemas';
export { keepLinesSchema, madeLinesSchema, tastedLinesSchema } from './tableSchemas';
export type * from './views';
