export { at, blocksAt, findingsOf, firedRules, warningsOfPlan, type Finding, type FoundAt } from './evaluate';
export { RULES } from './rules';
export type { Level, Place, Rule } from './rule';
export { factsOfBatch, factsOfStored } from './factsOf';
export { factsOfPlan } from './planFacts';
export { blocksOfBatch, findingsOfBatch } from './gates';
export { waysOut, type WayOut } from './waysOut';
export { windowOf } from './derive';
export type { Facts } from './facts';
