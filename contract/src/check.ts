import type Joi from 'joi';
import type { Clock } from './moment';
import type { FieldError } from './problem';
import { unfitAsWhole } from './size';

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: readonly FieldError[] };

/** Checks an input against a schema; every fault names its field, what is accepted and what came. Numbers stay numbers: no text is turned into one. */
export function check<T>(
  schema: Joi.Schema,
  input: unknown,
  { fromQuery = false, large = false, now }: { fromQuery?: boolean; large?: boolean } & Clock = {},
): Checked<T> {
  const unfit = unfitAsWhole(input, large);
  if (unfit) return { ok: false, errors: [unfit] };
  const validate = (abortEarly: boolean): { error?: Joi.ValidationError; value: T } =>
    schema.validate(input, {
      abortEarly,
      convert: fromQuery,
      errors: { wrap: { label: false } },
      context: { now },
    }) as { error?: Joi.ValidationError; value: T };
  const { error, value } = validate(true);
  if (!error) return { ok: true, value };
  // Every fault of a form is told at once; of a heap of them the first is enough.
  const all = isSmall(input) ? (validate(false).error ?? error) : error;
  return { ok: false, errors: all.details.slice(0, MOST_FAULTS).map(fieldError) };
}

/** An answer is not as large as its question. */
const MOST_FAULTS = 20;
const isSmall = (input: unknown): boolean => (JSON.stringify(input) ?? '').length < 60_000;

function fieldError(detail: Joi.ValidationErrorItem): FieldError {
  const got = detail.context?.value as unknown;
  return { field: detail.path.join('.') || 'body', accepted: accepted(detail), got: describe(got) };
}

/** What would have been accepted, in words; a screen lays its field and unit beside it. */
function accepted({ type, context }: Joi.ValidationErrorItem): string {
  const limit = String(context?.limit ?? '');
  switch (type) {
    case 'number.min':
      return `a number of at least ${limit}`;
    case 'number.max':
      return `a number of at most ${limit}`;
    case 'number.greater':
      return `a number greater than ${limit}`;
    case 'number.integer':
      return 'a whole number';
    case 'number.base':
    case 'number.infinity':
    case 'number.unsafe':
      return 'a number';
    case 'any.required':
      return 'required';
    case 'any.only': {
      const valids = (context?.valids as unknown[]).map((v) => (v === true ? 'yes' : String(v)));
      return valids.length > 1 ? `one of ${valids.join(', ')}` : `only ${valids.join('')}`;
    }
    case 'any.unknown':
    case 'object.unknown':
      return 'no such field';
    case 'object.base':
      return 'an object';
    case 'object.and':
      return 'all that belongs together';
    case 'object.max':
    case 'array.max':
      return `a list of at most ${limit}`;
    case 'array.min':
      return `a list of at least ${limit}`;
    case 'array.base':
      return 'a list';
    case 'array.unique':
      return 'each of them only once';
    case 'boolean.base':
      return 'yes or no';
    case 'string.base':
    case 'string.empty':
      return 'some text';
    case 'string.max':
      return `text of at most ${limit} letters`;
    case 'string.min':
      return `text of at least ${limit} letters`;
    case 'string.trim':
      return 'text without spaces around it';
    case 'string.isoDate':
      return 'a day or moment';
    case 'moment.late':
      return 'a time that has come';
    case 'moment.early':
      return 'a time of the last twenty years';
    case 'moment.far':
      return 'a time within two years';
    case 'string.guid':
      return 'an id as this program makes them';
    case 'string.pattern.base':
      return 'a name of the usual form';
    case 'alternatives.types':
    case 'alternatives.match':
    case 'alternatives.any':
      return 'one of the forms it can have';
    default:
      return 'something else';
  }
}

function describe(value: unknown): string {
  if (value === undefined) return 'nothing';
  // NaN, functions and symbols have no JSON.
  const text = (JSON.stringify(value) as string | undefined) ?? typeof value;
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}
