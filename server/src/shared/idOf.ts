import { createHash } from 'node:crypto';
import { v4 } from 'uuid';

/** An id made of what a thing says: the same words get the same id again, so that what is taken in twice is known. */
export const idOf = (words: string): string =>
  v4({ random: createHash('sha256').update(words).digest().subarray(0, 16) });
