import { expose } from 'comlink';
import {
  nearestThatWorks,
  steepMap,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type SteepMap,
  type SteepMapSetup,
} from '@steepsis/core';
import { backwardsAnswer, type BackwardsAnswer, type BackwardsQuestion } from './backwardsAnswer';

/** What takes longer than a frame, off the main thread. */
const api = {
  backwards: (question: BackwardsQuestion): BackwardsAnswer => backwardsAnswer(question),
  map: (setup: SteepMapSetup): SteepMap => steepMap(setup),
  nearest: (drink: Drink, target: PlanTarget, kitchen: Kitchen): PlanTarget | undefined =>
    nearestThatWorks(drink, target, kitchen),
};
export type PlanApi = typeof api;

expose(api);
