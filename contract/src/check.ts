import type Joi from 'joi';
import type { FieldError } from './problem';

export type Checked<T> = { ok: true; value: T } | { ok: false; errors: readonly FieldError[] };

/** Checks an input against a schema; every fault names its field, what is accepted and what came. Numbers stay numbers: no text is turned into one. */
export function check<T>(schema: Joi.Schema, input: unknown, { fromQuery = false } = {}): Checked<T> {
  const { error, value } = schema.validate(input, {
    abortEarly: false,
    convert: fromQuery,
    errors: { wrap: { label: false } },
  }) as {
    error?: Joi.ValidationError;
    value: T;
  };
  if (!error) return { ok: true, value };
  return { ok: false, errors: error.details.map(fieldError) };
}

function fieldError(detail: Joi.ValidationErrorItem): FieldError {
  const got = detail.context?.value as unknown;
  return { field: detail.path.join('.') || 'body', accepted: accepted(detail), got: describe(got) };
}

function accepted({ type, context, message }: Joi.ValidationErrorItem): string {
  const limit = String(context?.limit ?? '');
  switch (type) {
    case 'number.min':
      return `a number of at least ${limit}`;
    case 'number.max':
      return `a number of at most ${limit}`;
    case 'number.base':
    case 'number.infinity':
    case 'number.unsafe':
      return 'a number';
    case 'any.required':
      return 'required';
    case 'any.only':
      return `one of ${(context?.valids as unknown[]).map(String).join(', ')}`;
    case 'object.unknown':
      return 'no such field';
    case 'object.base':
      return 'an object';
    default:
      return message.replace(`${context?.label ?? ''} `, '');
  }
}

function describe(value: unknown): string {
  if (value === undefined) return 'nothing';
  // NaN, functions and symbols have no JSON.
  const text = (JSON.stringify(value) as string | undefined) ?? typeof value;
  return text.length > 60 ? `${text.slice(0, 60)}…` : text;
}
