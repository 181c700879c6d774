import type Joi from 'joi';
import { codeIn, fieldInWords, inWords } from '@steepsis/core';
import { check } from './check';
import { drinkSchema } from './drinkSchema';
import { HOUSE_SCHEMAS } from './houseSchemas';
import {
  attachSchema,
  misbehaveSchema,
  pairSchema,
  readingsSchema,
  registerInstrumentSchema,
  simulateSchema,
} from './instrumentSchemas';
import { additionSchema, jugEventSchema, startJugSchema } from './jugSchemas';
import { appendEventSchema, listBatchesSchema, startBatchSchema } from './schemas';

// Every refusal that the contract can produce, in the words a cook reads.

const BATCH_EVENTS =
  'brew-started stage-ended stage-skipped laid-out put-in taken-out left-out lid-set topped-up heard cooled-by measured mixed bottled poured tended observed stood-out moved acknowledged tasted undone discarded started flown';
const JUG_EVENTS = 'added tasted poured-out undone discarded flown';

const SCHEMAS: readonly (readonly [string, Joi.Schema])[] = [
  ['a drink', drinkSchema],
  ['a batch', startBatchSchema],
  ['a list of batches', listBatchesSchema],
  ['a jug', startJugSchema],
  ['an addition', additionSchema],
  ...Object.entries(HOUSE_SCHEMAS).map(([kind, schema]) => [`the house: ${kind}`, schema] as const),
  ...BATCH_EVENTS.split(' ').map((type) => [`a batch: ${type}`, appendEventSchema(type)] as const),
  ...JUG_EVENTS.split(' ').map((type) => [`a jug: ${type}`, jugEventSchema(type)] as const),
  ['an instrument', registerInstrumentSchema],
  ['a stand-in', simulateSchema],
  ['an attachment', attachSchema],
  ['a misbehaviour', misbehaveSchema],
  ['readings', readingsSchema],
  ['a pairing', pairSchema],
];

type Described = {
  type?: string;
  keys?: Record<string, Described>;
  items?: readonly Described[];
  matches?: readonly { schema?: Described }[];
  allow?: readonly unknown[];
  flags?: { only?: boolean };
};

/** Something of the schema's own shape with the same wrong thing in every place. */
function filled(d: Described, wrong: unknown): unknown {
  if (d.type === 'object' && d.keys)
    return Object.fromEntries(Object.entries(d.keys).map(([key, inner]) => [key, filled(inner, wrong)]));
  if (d.type === 'array' && d.items) return [filled(d.items[0]!, wrong), filled(d.items[0]!, wrong)];
  if (d.type === 'alternatives' && d.matches?.[0]?.schema) return filled(d.matches[0].schema, wrong);
  return wrong;
}

const WRONG: readonly unknown[] = [
  undefined,
  null,
  '',
  'x',
  'x'.repeat(5000),
  -1e9,
  1e9,
  NaN,
  true,
  [],
  {},
  { odd: 1 },
  '2026-13-40T99:00:00+02',
];

describe.each(SCHEMAS)('%s', (_name, schema) => {
  it.each(WRONG.map((w) => [typeof w === 'string' ? w.slice(0, 20) : w]))(
    'refused for %j in every place is refused in words',
    (short) => {
      const wrong =
        WRONG.find(
          (w) => (typeof w === 'string' ? w.slice(0, 20) : w) === short || Number.isNaN(w) === Number.isNaN(short),
        ) ?? short;
      const described = schema.describe() as Described;
      for (const input of [filled(described, wrong), wrong, { nothing_like_it: wrong }]) {
        const checked = check(schema, input);
        if (checked.ok) continue;
        for (const error of checked.errors) {
          const words = inWords(error);
          expect([error.field, words, codeIn(words)]).toEqual([error.field, words, undefined]);
          expect(words).toMatch(/^[A-Z].*[.]$/s);
        }
      }
    },
  );
});

describe('a field that the contract knows', () => {
  const known = new Set<string>();
  const collect = (d: unknown): void => {
    if (typeof d !== 'object' || d === null) return;
    const { keys } = d as { keys?: unknown };
    if (typeof keys === 'object' && keys !== null && !Array.isArray(keys))
      for (const key of Object.keys(keys)) known.add(key);
    for (const inner of Object.values(d)) collect(inner);
  };
  for (const [, schema] of SCHEMAS) collect(schema.describe());
  it('is one of a good number', () => expect(known.size).toBeGreaterThan(120));
  it.each([...known])('%s has a name in the kitchen', (field) => expect(fieldInWords(field).name).not.toBe('this'));
});
