import type { ServedState } from '@steepsis/core';

/** A word of a scale, and the value it stands for. */
export type Word<T extends string> = { value: T; label: string };

// The words of a verdict, in the order of the scale they stand for.
export const STRENGTH: readonly Word<string>[] = [
  { value: '-2', label: 'much too weak' },
  { value: '-1', label: 'a bit weak' },
  { value: '0', label: 'just right' },
  { value: '1', label: 'a bit strong' },
  { value: '2', label: 'much too strong' },
];
export const HARSH: readonly Word<string>[] = [
  { value: '0', label: 'smooth' },
  { value: '1', label: 'fine' },
  { value: '2', label: 'a bit harsh' },
  { value: '3', label: 'harsh' },
];
export const SWEET: readonly Word<string>[] = [
  { value: '-1', label: 'wants sugar' },
  { value: '-0.5', label: 'wants a bit' },
  { value: '0', label: 'sweet enough' },
  { value: '0.5', label: 'a bit too sweet' },
  { value: '1', label: 'too sweet' },
];
export const TART: readonly Word<string>[] = [
  { value: '-1', label: 'flat' },
  { value: '-0.5', label: 'a bit flat' },
  { value: '0', label: 'tart enough' },
  { value: '0.5', label: 'a bit sharp' },
  { value: '1', label: 'too sharp' },
];
export const STATE: readonly Word<ServedState>[] = [
  { value: 'warm', label: 'warm' },
  { value: 'chilled', label: 'chilled' },
  { value: 'iced', label: 'over ice' },
  { value: 'neat', label: 'neat' },
];

export const wordFor = (words: readonly Word<string>[], value: number | string): string =>
  words.find((w) => w.value === String(value))?.label ?? '';
