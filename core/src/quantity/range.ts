import { InputError, type WarningSink } from './errors';

/** A stated range with its unit: screens, tests, validation and error texts read the same constant. */
export type Range = { readonly unit: string; readonly min: number; readonly max: number };

/** "0 to 110 °C" */
export function describeRange(range: Range): string {
  return range.unit === '' ? `${range.min} to ${range.max}` : `${range.min} to ${range.max} ${range.unit}`;
}

/** @throws InputError unless `value` is a finite number inside `range` */
export function requireInRange(where: string, field: string, value: number, range: Range): number {
  if (!Number.isFinite(value) || value < range.min || value > range.max) {
    throw new InputError(where, field, `a number, ${describeRange(range)}`, value);
  }
  return value;
}

/** @throws InputError unless `value` is finite and not negative */
export function requireNotNegative(where: string, field: string, value: number, unit: string): number {
  if (!Number.isFinite(value) || value < 0) {
    throw new InputError(where, field, `0 ${unit} or more`, value);
  }
  return value;
}

/** @throws InputError unless `value` is finite and above zero */
export function requirePositive(where: string, field: string, value: number, unit: string): number {
  if (!Number.isFinite(value) || value <= 0) {
    throw new InputError(where, field, `above 0 ${unit}`, value);
  }
  return value;
}

/**
 * Brings a possible value into a model's stated range and says so to `warn`.
 * @throws InputError if the value is not finite, or is outside and nobody listens: never a silent clamp
 */
export function intoRange(where: string, field: string, value: number, range: Range, warn?: WarningSink): number {
  if (!Number.isFinite(value)) throw new InputError(where, field, `a number, ${describeRange(range)}`, value);
  if (value >= range.min && value <= range.max) return value;
  if (!warn) throw new InputError(where, field, `a number, ${describeRange(range)}`, value);
  const used = Math.min(range.max, Math.max(range.min, value));
  warn({
    code: 'out-of-range',
    where,
    field,
    given: value,
    used,
    message: `${where}: ${field} ${value} ${range.unit} is outside ${describeRange(range)}; answered at ${used}`,
  });
  return used;
}
