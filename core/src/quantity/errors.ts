/**
 * What went wrong with an input, in fields first: where, which field, what is accepted, what came.
 * The message is built from the fields, so a screen can word it for a person instead.
 */
export class InputError extends Error {
  constructor(
    readonly where: string,
    readonly field: string,
    readonly accepted: string,
    readonly got: unknown,
  ) {
    super(`${where}: ${field} must be ${accepted}, got ${describe(got)}`);
    this.name = 'InputError';
  }
}

function describe(value: unknown): string {
  if (typeof value === 'string') return JSON.stringify(value.slice(0, 40));
  if (typeof value === 'number' || value === null || value === undefined) return String(value);
  return typeof value;
}

/** A possible input outside a model's stated range: the model answered at `used` instead of `given`. */
export type Warning = {
  code: 'out-of-range';
  where: string;
  field: string;
  given: number;
  used: number;
  message: string;
};

/** Collects warnings. A kernel called without one refuses what it would otherwise warn about. */
export type WarningSink = (warning: Warning) => void;

/** An answer with the warnings that belong to it. */
export type Warned<T> = { value: T; warnings: readonly Warning[] };

/** Runs a kernel and keeps the warnings it gives beside its answer. */
export function withWarnings<T>(kernel: (warn: WarningSink) => T): Warned<T> {
  const warnings: Warning[] = [];
  const value = kernel((warning) => warnings.push(warning));
  return { value, warnings };
}
