import { codeIn, faultInWords } from '@steepsis/core';
import { ProblemError } from '@/shared/api/client';

/** What went wrong, in words that a cook can use; nothing that only a program would say. */
export function reasonOf(error: unknown): string {
  if (error instanceof ProblemError || error instanceof PlainError)
    return codeIn(error.message) ? faultInWords(undefined) : error.message;
  return faultInWords(error);
}

/** A failure that is said in words already. */
export class PlainError extends Error {}

/** Works something out for one thing of a list: what it gives, or why it gives nothing. */
export function workedOut<T>(work: () => T): { value: T; reason: undefined } | { value: undefined; reason: string } {
  try {
    return { value: work(), reason: undefined };
  } catch (error) {
    return { value: undefined, reason: reasonOf(error) };
  }
}
