export { at, findingsOf, firedRules, type Finding } from './evaluate';
export { RULES, type Level, type Place, type Rule } from './rules';
export { factsOfPlan, factsOfStored } from './factsOf';
export { windowOf } from './derive';
export type { Facts } from './facts';
