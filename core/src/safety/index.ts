export { at, blocksAt, findingsOf, firedRules, type Finding, type FoundAt } from './evaluate';
export { RULES } from './rules';
export type { Level, Place, Rule } from './rule';
export { factsOfPlan, factsOfStored } from './factsOf';
export { windowOf } from './derive';
export type { Facts } from './facts';
