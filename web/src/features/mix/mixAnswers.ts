import {
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

/** What the solver works out, off the main thread. */
export const mixAnswers = {
  fill: ({ parts, wish, measuredWith }: FillQuestion): Filled => fillJug(parts, wish, measuredWith),
  fixes: ({ setup }: FixQuestion): Fixes => fixesFor(setup),
};

export type MixApi = typeof mixAnswers;
