export { BatchAlone, BatchPage, BatchWays } from './BatchAlone';
export { DayBar } from './DayBar';
export { RunningClock } from './RunningClock';
export { RunningBatch } from './RunningBatch';
