import { expose } from 'comlink';
import { steepMap, type SteepMap, type SteepMapSetup } from '@steepsis/core';

/** Draws steep maps off the main thread. */
const api = { map: (setup: SteepMapSetup): SteepMap => steepMap(setup) };
export type SteepMapApi = typeof api;

expose(api);
