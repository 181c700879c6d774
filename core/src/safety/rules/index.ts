import { PLANT_RULES } from './plants';
import { WARMTH_RULES } from './warmth';
import { KEEPING_RULES } from './keeping';
import { VESSEL_RULES } from './vessels';
import { GENERAL_RULES } from './general';
import type { Rule } from '../rule';

/**
 * The rules that a drink of dried plants, brewed hot or steeped in the fridge, can meet. General kitchen guidance; it
 * defers to the local food-safety authority and to the drinker's own doctor, midwife or pharmacist.
 */
export const RULES: readonly Rule[] = [
  ...PLANT_RULES,
  ...WARMTH_RULES,
  ...KEEPING_RULES,
  ...VESSEL_RULES,
  ...GENERAL_RULES,
];
