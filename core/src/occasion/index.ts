// Several drinks for guests on one clock.
export {
  drinkKeys,
  audienceOfOccasion,
  glassesOfOccasion,
  LEAST_LITRES,
  litresOf,
  OCCASION_RANGES,
  occasionAgain,
  peopleOfOccasion,
  wantedOf,
  type Group,
  type Occasion,
  type OccasionDrink,
  type OccasionSecond,
  type Wanted,
  type Went,
} from './occasion';
export {
  dayOfOccasion,
  isIce,
  keyOfChain,
  waysOutOfDay,
  type AskedDrink,
  type DayAnswer,
  type DayDrink,
  type DayIce,
  type DayMeans,
  type DayQuestion,
  type DayWayOut,
} from './dayOf';
export {
  changedOf,
  nextOnSheet,
  sheetOf,
  startsBrew,
  startsOf,
  toldOnSheet,
  type Changed,
  type SheetLine,
} from './sheet';
export { BINDS } from './placing';
export { latestBegin, scheduleDay } from './schedule';
export { endOf, type DayKitchen, type DayTask, type KitchenUse, type PlacedChain } from './kitchenDay';
export { FRIDGE_ROOM, kitchenAs, ringsOf, THERE_RANGES } from './whatThereIs';
