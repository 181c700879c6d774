import type { TendingTask } from '@steepsis/core';

/** What a live jar wants of the hands. */
export const TASK_WORDS: Readonly<Record<TendingTask, string>> = {
  shake: 'shake it',
  vent: 'let the gas out',
  look: 'look and smell',
  taste: 'taste it',
};
