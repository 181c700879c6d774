import type { ServedState } from '../batch/batchEvent';

/** A word of a scale, and the value it stands for. */
export type Word<T extends string> = { value: T; label: string };

// The words of a verdict, in the order of the scale they stand for: pages show them, and tables are read by them.

/** How strong it was. */
export const STRENGTH_WORDS: readonly Word<string>[] = [
  { value: '-2', label: 'much too weak' },
  { value: '-1', label: 'a bit weak' },
  { value: '0', label: 'just right' },
  { value: '1', label: 'a bit strong' },
  { value: '2', label: 'much too strong' },
];
/** How it was on the tongue. */
export const HARSH_WORDS: readonly Word<string>[] = [
  { value: '0', label: 'smooth' },
  { value: '1', label: 'fine' },
  { value: '2', label: 'a bit harsh' },
  { value: '3', label: 'harsh' },
];
/** How sweet it was. */
export const SWEET_WORDS: readonly Word<string>[] = [
  { value: '-1', label: 'wants sugar' },
  { value: '-0.5', label: 'wants a bit' },
  { value: '0', label: 'sweet enough' },
  { value: '0.5', label: 'a bit too sweet' },
  { value: '1', label: 'too sweet' },
];
/** How sharp it was. */
export const TART_WORDS: readonly Word<string>[] = [
  { value: '-1', label: 'flat' },
  { value: '-0.5', label: 'a bit flat' },
  { value: '0', label: 'tart enough' },
  { value: '0.5', label: 'a bit sharp' },
  { value: '1', label: 'too sharp' },
];
/** As what it was drunk. */
export const STATE_WORDS: readonly Word<ServedState>[] = [
  { value: 'warm', label: 'warm' },
  { value: 'chilled', label: 'chilled' },
  { value: 'iced', label: 'over ice' },
  { value: 'neat', label: 'neat' },
];

/** The word of a scale for a value; empty where it has none. */
export const wordFor = (words: readonly Word<string>[], value: number | string): string =>
  words.find((w) => w.value === String(value))?.label ?? '';
