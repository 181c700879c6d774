export { BatchAlone, BatchPage, BatchTroubles, BatchWays } from './BatchTrouble';
export { RunningClock } from './RunningClock';
export { RunningBatch } from './RunningBatch';
