export { RunningClock } from './RunningClock';
export { RunningBatch } from './RunningBatch';
