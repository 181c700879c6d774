import { expose } from 'comlink';
import {
  knowPlants,
  nearestThatWorks,
  steepMap,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type SteepMap,
  type SteepMapSetup,
} from '@steepsis/core';

/** What takes longer than a frame, off the main thread. */
const api = {
  map: (setup: SteepMapSetup): SteepMap => steepMap(setup),
  nearest: (drink: Drink, target: PlanTarget, kitchen: Kitchen): PlanTarget | undefined => {
    knowPlants(drink.plants);
    return nearestThatWorks(drink, target, kitchen);
  },
};
export type PlanApi = typeof api;

expose(api);
