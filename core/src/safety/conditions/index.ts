import type { Conditions } from '../rule';
import { DRINKER_CONDITIONS } from './drinkers';
import { KEEPING_CONDITIONS } from './keeping';
import { PLANT_CONDITIONS } from './plants';
import { OTHER_CONDITIONS } from './produceAndWords';
import { VESSEL_CONDITIONS } from './vessels';
import { WARMTH_CONDITIONS } from './warmth';

/** When each rule fires, by its id. */
export const CONDITIONS: Conditions = {
  ...PLANT_CONDITIONS,
  ...DRINKER_CONDITIONS,
  ...WARMTH_CONDITIONS,
  ...KEEPING_CONDITIONS,
  ...VESSEL_CONDITIONS,
  ...OTHER_CONDITIONS,
};
