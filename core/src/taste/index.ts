// What verdicts teach, what moved a glass, and training for the tongue and the judgement.
export { learnFrom, type NextMaking, type TastingRecord } from './preference';
export { kindOfDrink, nextMakingOf, tastingRecordOf, tastingRecordsOfJug } from './recordOf';
export {
  drawn,
  LADDER_GOES,
  ladderOf,
  nextRatio,
  ownStep,
  rightAnswer,
  TONGUE_RANGES,
  TONGUE_SENSES,
  TRIAL_SYRUP_BRIX,
  trialGlasses,
  tongueResult,
  type Go,
  type JugHas,
  type OwnStep,
  type TongueSense,
  type TrialGlass,
  type Setting,
  type TongueTest,
} from './tongue';
export {
  COURSE_GLASSES,
  newBagTold,
  nextLevel,
  resultOf,
  saidOf,
  houseTruth,
  type Course,
  type CourseLevel,
} from './trainer';
export {
  levelAfterPot,
  potCard,
  potLastMin,
  potResult,
  saidOfSip,
  sipsOf,
  type PotCard,
  type PotCourse,
  type PotResult,
} from './trainerPot';
export {
  JUG_GOES,
  JUG_PARTS,
  jugCard,
  jugResult,
  levelAfterJug,
  saidOfJug,
  type JugCourse,
  type JugGo,
  type JugPart,
  type JugResult,
  type JugWords,
} from './trainerJug';
export { steadiness, type Habit, type Steadiness } from './steadiness';
export { whatChanged, type Cause, type WhatChanged } from './whatChanged';
export type { Ranged } from './learned';
export { livedThrough, WORLDS, type Advisor, type World } from './madeUpHouses';
export { cardsAgain, madeOurs, timesOfToday } from './ours';
export { ownNoiseOf } from './tongue';
export { targetAsItCame } from './asItCame';
export { nextTime, type NextTime } from './nextTime';
export type { Learned } from './learned';
export { sideBySide, type MadeFigure, type SideBySide } from './sideBySide';
