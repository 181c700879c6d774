import {
  nearestThatWorks,
  steepMap,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type SteepMapSetup,
} from '@steepsis/core';
import { backwardsAnswer, type BackwardsQuestion } from './src/features/plan/backwardsAnswer';
import { waysOutAnswer, type WaysQuestion } from './src/features/plan/waysOutAnswer';

// jsdom has no workers: what the worker would answer is worked out here, a moment later.
export const openPlanWorker = () => ({
  api: {
    backwards: (question: BackwardsQuestion) => Promise.resolve(backwardsAnswer(question)),
    waysOut: (question: WaysQuestion) => Promise.resolve(waysOutAnswer(question)),
    map: (setup: SteepMapSetup) => Promise.resolve(steepMap(setup)),
    nearest: (drink: Drink, target: PlanTarget, kitchen: Kitchen) =>
      Promise.resolve(nearestThatWorks(drink, target, kitchen)),
  },
  close: () => undefined,
});
