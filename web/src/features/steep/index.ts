export { BatchAlone, BatchPage, BatchWays } from './BatchAlone';
export { RunningClock } from './RunningClock';
export { RunningBatch } from './RunningBatch';
