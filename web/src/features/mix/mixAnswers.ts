import {
  fillJug,
  fixesFor,
  knowPlants,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Fixes,
  type FixSetup,
  type MeasuredWith,
  type OwnPlant,
} from '@steepsis/core';

export type FillQuestion = {
  parts: readonly BenchPart[];
  wish: BenchWish;
  measuredWith: MeasuredWith;
  plants: readonly OwnPlant[];
};
export type FixQuestion = { setup: FixSetup; plants: readonly OwnPlant[] };

/** What the solver works out, off the main thread. */
export const mixAnswers = {
  fill: ({ parts, wish, measuredWith, plants }: FillQuestion): Filled => {
    knowPlants(plants);
    return fillJug(parts, wish, measuredWith);
  },
  fixes: ({ setup, plants }: FixQuestion): Fixes => {
    knowPlants(plants);
    return fixesFor(setup);
  },
};

export type MixApi = typeof mixAnswers;
