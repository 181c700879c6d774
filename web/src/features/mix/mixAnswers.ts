import {
  faultInWords,
  fillJug,
  fixesFor,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Fixes,
  type FixSetup,
  type MeasuredWith,
} from '@steepsis/core';

export type FillQuestion = { parts: readonly BenchPart[]; wish: BenchWish; measuredWith: MeasuredWith };
export type FixQuestion = { setup: FixSetup };

/** What the solver works out, off the main thread. What it cannot, it says in words: nothing else comes through a worker's door. */
export const mixAnswers = {
  fill: ({ parts, wish, measuredWith }: FillQuestion): Filled => inPlainWords(() => fillJug(parts, wish, measuredWith)),
  fixes: ({ setup }: FixQuestion): Fixes => inPlainWords(() => fixesFor(setup)),
};

function inPlainWords<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    throw new Error(faultInWords(error), { cause: error });
  }
}

export type MixApi = typeof mixAnswers;
