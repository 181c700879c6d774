// The public names of the core. Everything here is pure: no interface, no I/O, no clock, no randomness.

export { InputError, withWarnings, type Warned, type Warning } from './quantity/errors';
export { describeRange, type Range } from './quantity/range';
export { likelyRange, type Estimate } from './quantity/estimate';
export {
  asFraction,
  CUP_ML,
  inKitchenMeasure,
  roundGrams,
  roundTo,
  TBSP_ML,
  TSP_ML,
  type KitchenMeasure,
} from './quantity/kitchenMeasures';

export { botanicalBySlug, botanicals, type Botanical } from './reference/botanicals';
export { ROSELLE_COOLER } from './drink/roselleCooler';
export { DEFAULT_KITCHEN } from './drink/defaultKitchen';
export {
  AUDIENCE_FLAGS,
  steepOf,
  TARGET_RANGES,
  wayOf,
  type Audience,
  type AudienceFlag,
  type BrewWay,
  type Drink,
  type Kitchen,
  type PlanTarget,
  type Stage,
} from './drink/drink';

export { heightCm, levelCm, type Vessel } from './heat/vessel';
export { planDrink, colourIn, type NoPlan, type Plan, type PlanResult } from './plan/planDrink';
export {
  figuresOf,
  jugOf,
  mixJug,
  shortFall,
  waterToThinMl,
  type Jug,
  type JugFigures,
  type JugWanted,
  type MixVolumes,
  type OnHand,
  type ShortFall,
} from './plan/mixJug';
export type { CoolingPlan } from './plan/coolingPlan';
export type { SteepCurve, SteepPoint, SteepWindow } from './brew/steepCurve';
export type { WaterLedger } from './brew/waterLedger';
export { NO_LIQUID, pourTogether, syrupOf, volumeMl, type Liquid } from './liquid/liquid';
export { strengthShares } from './liquid/strength';

export {
  batchAfter,
  concentrateOf,
  plannedSyrup,
  runningStage,
  standardOf,
  vesselOf,
  type Batch,
  type Phase,
  type Tasting,
} from './batch/batch';
export { curveOfBatch, expectedVolumeMl, progressAt, type Progress } from './batch/progress';
export { decide, type Decision, type RefusalReason } from './batch/decide';
export { freezePlan } from './batch/freeze';
export {
  CORE_VERSION,
  type BatchEvent,
  type BatchEventBody,
  type BatchEventType,
  type FrozenPlan,
  type MeasuredBy,
  type ServedState,
  type Verdict,
} from './batch/batchEvent';

export { shelfItemsOf, type Dilution, type ShelfItem } from './keeping/shelf';
export { keepingWindow, type KeepingWindow } from './keeping/keepingWindow';
export {
  at as findingsAt,
  factsOfPlan,
  findingsOf,
  firedRules,
  RULES,
  type Facts,
  type Finding,
  type Place,
} from './safety';

export { learnFrom, type TastingRecord } from './taste/preference';
export { tastingRecordOf } from './taste/recordOf';
export { nextTime, type NextTime } from './taste/nextTime';
export type { Learned } from './taste/learned';
