export { at, findingsOf, firedRules, type Finding } from './evaluate';
export { RULES } from './rules';
export type { Level, Place, Rule } from './rule';
export { factsOfPlan, factsOfStored } from './factsOf';
export { windowOf } from './derive';
export type { Facts } from './facts';
