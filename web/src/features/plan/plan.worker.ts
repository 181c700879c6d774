import { expose } from 'comlink';
import {
  nearestThatWorks,
  steepMap,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type SteepMap,
  type SteepMapSetup,
  type WayOut,
} from '@steepsis/core';
import { waysOutAnswer, type WaysQuestion } from './waysOutAnswer';
import { backwardsAnswer, type BackwardsAnswer, type BackwardsQuestion } from './backwardsAnswer';

/** What takes longer than a frame, off the main thread. */
const api = {
  backwards: (question: BackwardsQuestion): BackwardsAnswer => backwardsAnswer(question),
  waysOut: (question: WaysQuestion): Readonly<Record<string, readonly WayOut[]>> => waysOutAnswer(question),
  map: (setup: SteepMapSetup): SteepMap => steepMap(setup),
  nearest: (drink: Drink, target: PlanTarget, kitchen: Kitchen): PlanTarget | undefined =>
    nearestThatWorks(drink, target, kitchen),
};
export type PlanApi = typeof api;

expose(api);
