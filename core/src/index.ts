// The public names of the core. Everything here is pure: no interface, no I/O, no clock, no randomness.

export { InputError, withWarnings, type Warned, type Warning } from './quantity/errors';
export { faultInWords, fieldInWords, inWords, spanInWords } from './words/inWords';
export { codeIn } from './words/codeIn';
export { FIELD_WORDS } from './words/fieldWords';
export { ALTITUDE } from './physics/water';
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

export { botanicalBySlug, botanicals, driedForFreshG, freshForDriedG, type Botanical } from './reference/botanicals';
export { BOOK } from './drink/book';
export { bookOf, writtenTarget } from './plan/houseStandard';
export { bottlesFilled, fillBottles, glassesFilled, type Filling } from './plan/filling';
export { requireDrink } from './plan/requireDrink';
export { fittedTarget, fits, planOrWhy } from './plan/planOrWhy';
export { ROSELLE_COOLER } from './drink/book/roselleCooler';
export { ASSAM_CURRANT_LEAF, COLD_SENCHA, ROOIBOS_QUINCE } from './drink/book/teas';
export { BUTTERFLY_PEA_LIME, LINDEN_PEAR_SYRUP } from './drink/book/flowers';
export { DEFAULT_KITCHEN, ICE_MAKING } from './drink/defaultKitchen';
export {
  ACID_RANGE,
  afterStraining,
  brewOf,
  choiceFor,
  isSyrup,
  coolingSteepOf,
  isKettle,
  mainStageOf,
  HANDS_WORK,
  INSTRUMENTS,
  WATERS,
  type WaterFrom,
  GLASSES_EACH,
  PEOPLE_AT_TABLE,
  sharedBy,
  OF_MIX,
  POTENCY_RANGE,
  provenanceKey,
  SECOND_RANGES,
  TARGET_RANGES,
  TIMES_RANGE,
  wayOf,
  withSteep,
  writtenMinutes,
  type Brew,
  type BrewIngredient,
  type HandsWork,
  type Instrument,
  type OwnMeasures,
  type SecondDrink,
  type BrewWay,
  type Drink,
  type Kitchen,
  type Lid,
  type MixLine,
  type MixSource,
  type PlanTarget,
  type ReduceTo,
  type Stage,
  type StageKind,
  type WayChoice,
} from './drink/drink';

export {
  ALLERGIES,
  AUDIENCE_FLAGS,
  whoDrinks,
  CONDITIONS_OF_HEALTH,
  CONFIRMATIONS,
  INTENTS,
  LOOKS,
  MEDICINES,
  isHardlySold,
  PARTS,
  PEELS,
  PEOPLE,
  PLAN_CONFIRMATIONS,
  SITES,
  SOURCES,
  type Audience,
  type AudienceFlag,
  type Confirmation,
  type PlanConfirmation,
  type Provenance,
} from './drink/audience';

export { heightCm, levelCm, MATERIALS, type Material, type Vessel } from './heat/vessel';
export { BURNER_EFFICIENCY, BURNER_KINDS, type BurnerKind } from './heat/heating';
export {
  choiceOf,
  leafOf,
  ledgerOf,
  nearestThatWorks,
  planDrink,
  plannedJugMl,
  type NoPlan,
  type Plan,
  type PlannedBrew,
  type PlannedLeaf,
  type PlannedSyrup,
  type PlanResult,
} from './plan/planDrink';
export { asPlanned, changedTarget, changeOfTarget, type TargetChange } from './plan/changedTarget';
export { readCard, type CardLine, type CardRead } from './card/readCard';
export { drinkFromCard } from './card/drinkFromCard';
export { steeped } from './plan/finishPlan';
export { readDrink, type DrinkV1 } from './drink/upgrade';
export { readEvents, type StoredEvent } from './batch/readEvent';
export {
  figuresOf,
  jugOf,
  mixJug,
  mixTotalMl,
  shortFall,
  waterToThinMl,
  type Jug,
  type JugFigures,
  type JugWanted,
  type MixVolumes,
  type OnHand,
  type OnHandPart,
  type Wish,
  type ShortFall,
} from './plan/mixJug';
export type { CoolingPlan } from './plan/coolingPlan';
export { besideWindow, type SteepCurve, type SteepPoint, type SteepWindow } from './brew/steepCurve';
export type { WaterLedger } from './brew/waterLedger';
export {
  abvOf,
  addSweetener,
  NO_LIQUID,
  portionOfVolume,
  pourTogether,
  syrupOf,
  volumeMl,
  type Liquid,
} from './liquid/liquid';
export { colourDepthPerCm, colourIn, colourOf, liquorColourOf, phOfLiquid } from './liquid/colour';
export { strengthShares, weightedStrength } from './liquid/strength';
export { sweetGPerL, sweetnessFelt } from './liquid/sweetness';
export { borneGPerL } from './reference/bearing';

export {
  batchAfter,
  begunAt,
  isUntouched,
  takenFor,
  brewLines,
  brewState,
  concentrateOf,
  JUG,
  jugWantedOf,
  nameOf,
  onHandOf,
  plannedMl,
  runningStage,
  runOfBatch,
  standardOf,
  strainedOffAt,
  sweetenerOf,
  wayAsItWent,
  type Batch,
  type Phase,
  type Tasting,
} from './batch/batch';
export { glassColourOf } from './batch/glassColour';
export { frozenBrew, timedStages, vesselOf, isOffPlants, type BrewState } from './batch/brewState';
export { lidNow, SKIPPABLE, type Changes } from './batch/asItWent';
export { goesAlong, standingEvents, takenBack } from './batch/restsOn';
export { callsAt, readyAtMs, waitsForLayOut, type Call, type CallWhat } from './stove/calls';
export { DAY_AHEAD_H, longestRest, namesWithRoom, shareOfDayAhead } from './stove/dayAhead';
export { isNight, NIGHT, NIGHT_RANGES, type Night } from './quantity/night';
export { shortName } from './words/shortName';
export { coolingAt, jugWarmC, minutesUntil, type CoolingView, type CoolingWay } from './stove/cooling';
export { endFiguresOf, stirredIn, type EndFigures } from './stove/endFigures';
export { forgottenAt, FORGOTTEN_AFTER_MIN, fromTheStart, type Forgotten } from './stove/forgot';
export { layOutOf, type LayOutItem } from './stove/layOut';
export { outlookAt, type Outlook } from './stove/outlook';
export {
  INSTRUMENT_KINDS,
  READING_RANGES,
  type Attached,
  type InstrumentKind,
  type Reading,
} from './instruments/instrument';
export { judgeProbe, levelOf, type Expected, type ProbeJudged, type ProbeState } from './instruments/judge';
export {
  ERRS,
  freshlySimulated,
  MISBEHAVIOURS,
  sayNow,
  truthOf,
  type Misbehaviour,
  type Simulated,
  type Truth,
} from './instruments/simulated';
export { timeCooling, withCooling, type CoolingTimed } from './instruments/timedCooling';
export { THINNING, thinned } from './instruments/thin';
export {
  readLoggerTable,
  TIME_FORMATS,
  type LoggerColumns,
  type LoggerRead,
  type TimeFormat,
} from './instruments/loggerTable';
export {
  gapsOf,
  outMlOf,
  recipeFromUsual,
  USUAL_TAPS,
  type UsualAmount,
  type UsualGap,
  type UsualPlant,
  type UsualRecipe,
  type UsualRecord,
  type UsualTap,
} from './usual/recipeFromUsual';
export type { TimedCooling } from './heat/vessel';
export {
  curveOfBatch,
  expectedVolumeMl,
  progressAt,
  progressesAt,
  troublesAt,
  type Progress,
  type Trouble,
} from './batch/progress';
export { toldAfter, type KnownAfter, type ToldAfter } from './batch/toldAfter';
export { decide, mostThatCanComeOutMl, type Decision, type RefusalReason } from './batch/decide';
export { jarExpected, type JarExpected } from './batch/jarExpected';
export { tendingTimes, type TendingTime } from './ferment/schedule';
export { liveJarAt, type LiveJarView } from './batch/tendingOfBatch';
export { freezePlan } from './batch/freeze';
export {
  CORE_VERSION,
  EVENT_VERSION,
  type Acknowledged,
  type BatchEvent,
  type BatchEventBody,
  type BatchEventType,
  type FrozenBrew,
  type FrozenPlan,
  COOLED_BY,
  type CooledBy,
  type ServedState,
  type Verdict,
} from './batch/batchEvent';
export {
  SIGNS,
  CLOSURES,
  CONTAINERS,
  KEPT_WHERE,
  type KeptIn,
  type KeptWhere,
  MEASURED_BY,
  type MeasuredBy,
  type Sign,
} from './keeping/kept';

export { shelfItemsOf } from './keeping/shelf';
export { howToDrink, partsWords, type Drunk as HowDrunk } from './keeping/howToDrink';
export { labelLines, markOf, stopsLabel, stopsWords, type LabelLine } from './label/labelText';
export {
  bleedOf,
  BLEED_MM,
  PAPERS,
  placesOnSheet,
  SAFE_MM,
  SHEET_RANGES,
  SHEETS,
  type LabelSheet,
  type Paper,
} from './label/labelSheet';
export { drawLabel, wordsInside, type LabelDrawing, type LabelForm, type LabelShape } from './label/drawLabel';
export { fitLabel, MM_PER_PT, roomOf, type Fitted, type SetLine } from './label/fitLabel';
export { CUBE_ML } from './heat/icedGlass';
export type { PhReading } from './keeping/keepingWindow';
export { agedBy, type Aged, type Left } from './keeping/ageing';
export { poursOf, type Drunk } from './batch/poursOf';
export {
  glassesOver,
  nextOne,
  SERVICE,
  thirstFrom,
  type DrunkDay,
  type NextOne,
  type ServiceWish,
  type Thirst,
} from './keeping/runningOut';
export {
  filledFrom,
  fillUp,
  HEADSPACE,
  MOULDS,
  TRAY,
  type FillFor,
  type FillUp,
  type FillWish,
} from './keeping/fillUp';
export * from './occasion';
export { cautionsOnJug, FREE_GLASS, jugItemsOf, keptForRules, thinningOf } from './jug/jugShelf';
export {
  actionsOf,
  byUseBy,
  placeOf,
  SHELF_PLACES,
  type Placed,
  type ShelfAction,
  type ShelfPlace,
} from './keeping/shelfPlace';
export { glassesOf, glassFrom, type Dilution, type ShelfItem, type ShelfOwner } from './keeping/shelfItem';
export {
  KEPT_VESSELS,
  type FilledVessel,
  type KeptShape,
  type ShelfEventBody,
  type StoredVessel,
} from './keeping/storedVessel';
export { cautionsForDrinkers, cautionsOnShelf, jugToPourAway } from './keeping/shelfCautions';
export { keepingStateAt, type KeepingState } from './keeping/keepingState';
export { keepingWindow, type KeepingWindow } from './keeping/keepingWindow';
export {
  at as findingsAt,
  blocksAt,
  blocksOfBatch,
  factsOfBatch,
  factsOfPlan,
  findingsOf,
  findingsOfBatch,
  firedRules,
  RULES,
  STRUCK,
  RESOLUTIONS,
  warningsOfPlan,
  waysOut,
  type Facts,
  type Finding,
  type FoundAt,
  type Level,
  type Place,
  type Rule,
  type WayOut,
} from './safety';

export * from './taste';

export { explain, type Explanation, type FigureId } from './explain/explainPlan';
export { planBrews, type BrewsPlan, type FreeBrew, type GivenLiquid, type JugGoal } from './plan/planBrews';
export { planBackwards, type Backwards, type Starting } from './plan/backwards';
export { compareWays, methodsOf, type Candidate, type WayColumn } from './plan/compareWays';
export { steepMapOf, type InPot, type PlannedSteepMap } from './plan/steepMapOf';
export { strengthInWords, sweetnessInWords } from './words/strengthWords';
export {
  HARSH_WORDS,
  STATE_WORDS,
  STRENGTH_WORDS,
  SWEET_WORDS,
  TART_WORDS,
  wordFor,
  type Word,
} from './words/verdictWords';
export { timesStandard } from './liquid/strength';
export { POURS, syrupAsked, type PoursLike, type SyrupAnswer, type SyrupWish } from './sugar/syrupAsked';
export { SERVE_HOT_C } from './plan/finishPlan';
export { alsoToGet, type AlsoToGet } from './plan/alsoToGet';
export { planFromLots, type FromLots } from './pantry/lotsFor';
export { dayOfPlan, handsOnMinutes, restMinutes, totalMinutes, type DayLeg } from './plan/workTime';
export { dipstick, type Dipstick, type DipMark } from './plan/dipstick';
export {
  doseLadder,
  hasLadder,
  SCHOOL_GROUPS,
  SCHOOLS,
  type DoseRung,
  type School,
  type SchoolGroup,
} from './drink/schools';
export { plannedMinutes } from './brew/timeline';
export { brewLine, type BrewLine, type LinePlant, type LineStage } from './brew/brewLine';
export { boilDownRange } from './heat/steam';
export { reduceWords } from './drink/stageEnds';
export { differencesBetween, STEEP_PLACE_WORDS } from './drink/differences';
export {
  addIngredient,
  addStage,
  blankWay,
  mixedWay,
  nameOfWay,
  named,
  placeFor,
  whyNotHere,
  changeIngredient,
  changeStage,
  fitRatio,
  freeId,
  moveStage,
  removeIngredient,
  removeStage,
  splitStage,
} from './drink/editing';
export { CUTS, type Cut } from './drink/cut';
export {
  currentLot,
  drawnDown,
  entryOf,
  measureByWeighing,
  measuresOf,
  onHandG,
  potencyOf,
  putBack,
  takenAgain,
  type Drawn,
  type Lot,
  type PantryEntry,
} from './pantry/pantry';
export { costOf, shoppingForAll, shoppingList, type ShoppingLine } from './pantry/shopping';
export { substitutesFor, type Substitute } from './pantry/substitutes';
export { pickingOf, type Picking } from './pantry/picking';
export { botanicalOf, isOwnPlantId, ownPlantId, type OwnPlant } from './reference/ownPlants';
export { knownPlant, NO_OWN_PLANTS, plantIn, plantOf, plantsOf, soundPlants, type Plants } from './reference/plants';
export { planUncertainty, uncertaintyOf, type PlanUncertainty } from './uncertainty/planUncertainty';
export { solveBlend, type BlendGoal, type BlendLiquid, type BlendResult } from './blend/solveBlend';
export {
  AS_MADE_SIGMA_LN,
  liquidAsMade,
  usualStrength,
  strengthAsMade,
  stretch,
  syrupFor,
  type HowMade,
  type NoStretch,
  type Stretched,
  type StretchWish,
} from './blend/stretch';
export { whatBinds, type Relaxation } from './blend/whatBinds';
export { addOnlyFix, type Fix } from './blend/addOnlyFix';
export { measureMl, printVolume, type MeasureSystem } from './amounts/printVolume';
export {
  FIELD_UNITS,
  ICE_THING,
  ownWordsOf,
  readAmount,
  readInUnit,
  readMinutes,
  readTemperature,
  scaledWords,
  thingOfPlant,
  thingPoured,
  type AmountRead,
  type FieldUnit,
  type Meaning,
  type OwnWords,
  type ReadingOf,
  type Thing,
} from './amounts';
export { relatesToG, relationsKept } from './plan/relationsKept';
export { amountOfStage, readingIn, sweetThing, thingOfLine, WATER_THING } from './plan/inOwnWords';
export { waterBeside, waterToCover, type FitsBeside } from './brew/contents';
export { leftAtShareMl, liquidToLineMl } from './quantity/level';
export {
  HIGH_INTENSITY,
  highIntensityMgPerL,
  SWEETENERS,
  sucroseEquivalentG,
  sweetenerForSucroseG,
  type Sweetener,
  type SweetenerName,
} from './sugar/sweeteners';
export { crystalRisk, massesForSyrup, syrupFromMasses, thickness, type Syrup } from './sugar/syrup';
export { syrupForYield, syrupFromLiquor } from './sugar/infusedSyrup';
export { minutesLeft, reductionEnd, reductionMinutes, type ReductionEnd } from './brew/reduction';
export { steepMap, type SteepMap, type SteepMapSetup } from './extraction/steepMap';
export { doseForBody, minutesForBody, tempForBody } from './extraction/solveFor';
export { equivalentMinutes, rateFactor } from './extraction/arrhenius';
export { clocksOf, extentsAt, type Addition } from './extraction/extract';
export { temperatureHistory, tempAt, type Segment, type TemperatureHistory } from './heat/temperatureHistory';
export { aromaBand, aromaLeftAfterSteep, colourLeft, fadeHalfLifeDays } from './extraction/aromaAndFade';
export { juicePerFruit, pouredPlantOf, POURED_THINGS } from './jug/pourable';
export { JUICES, ACID_POWDERS, type Juice, type JuiceName } from './acid/acidSources';
export { sweetTartBalance } from './acid/balance';
export { phOf } from './acid/ph';
export { FRUITS, fruitYield, type Fruit } from './reference/fruit';
export { seededRandom } from './uncertainty/random';
export { EXTRACTION_CLASSES } from './extraction/extractionClass';
export { ambientMeltG, flashChill, glassOverIce, iceInDrink } from './heat/ice';
export { cubesOfDrink, portionCubes, pourToBeRight, sipsOver, type IcedGlass, type Sip } from './heat/icedGlass';
export { fermentPace, jarBounds, tendingOf, type LiveJar, type Tending, type TendingTask } from './ferment/tending';
export { jugForGlass, pourGlass, type Glass, type JugForGlass } from './plan/glass';

export {
  isKept,
  POURABLE_RANGES,
  sweetenerGPerMl,
  toldFacts,
  toldLiquid,
  type Kept,
  type Pourable,
  type Told,
} from './jug/pourable';
export { flavoursOf, shadeOf, type Flavour, type Shade } from './jug/qualities';
export {
  benchFigures,
  fillJug,
  JUG_STRENGTH,
  LADLE_ML,
  stepMl,
  type BenchFigures,
  type BenchPart,
  type BenchWish,
  type Filled,
  type Freeing,
  type MeasuredWith,
  type WishName,
} from './jug/fillJug';
export { fixesFor, TRIAL_GLASS_ML, type Fix as JugFix, type Fixes, type FixSetup } from './jug/fix';
export { stateNote, type Taste, type ToBeDrunk } from './jug/taste';
export { asStored, plantsMissingIn, withPlantsOf, type PouredPart } from './jug/pouredPart';
export {
  decideFreeJug,
  goesAlongInJug,
  takenBackOfJug,
  drunkState,
  FREE_JUG_EVENT_VERSION,
  freeJugAfter,
  roomMl,
  type FreeJug,
  type FreeJugEvent,
  type FreeJugEventBody,
} from './jug/freeJug';
export {
  blocksOfJug,
  factsOfPour,
  findingsOfJug,
  keepingOfJug,
  pourOfJug,
  warningsOfJug,
  type JugForRules,
  type JugKeeping,
} from './jug/jugFacts';
export { jugRoomMl } from './batch/decide';
export { standingMinutesTo } from './heat/standing';
export { hotPortion } from './serve/hotPortion';
export { brixOfPop, popFillMl, popOf, popToFeel, type Pop } from './serve/pops';
export {
  CARD_HEAD,
  clausesOfText,
  readPasted,
  recipesIn,
  type PastedClause,
  type PastedLine,
  type PasteHouse,
  type PastedRead,
  type RecipeText,
} from './paste';
export { cardLinesOf, jsonLdOf, plainTextOf, recipesOfJsonLd, type RecipeJsonLd } from './formats/schemaOrg';
export {
  columnsOf,
  type TableColumn,
  type TableColumns,
  type TableFault,
  type TableRead,
  type TableReading,
} from './tables/table';
export { PANTRY_COLUMNS, readPantryTable, withLots, type LotRead, type PantryColumn } from './tables/pantryTable';
export {
  LEFT_COLUMNS,
  MADE_COLUMNS,
  readLeftTable,
  readMadeTable,
  readTastedTable,
  TASTED_COLUMNS,
  type LeftColumn,
  type MadeColumn,
  type MadeRead,
  type TastedColumn,
  type TastedRead,
} from './tables/batchTables';
export { shaken } from './serve/shaken';
export { HOLD_AT_LEAST_C, holdHot, type HeldHour, type HotHolding } from './serve/hotHolding';
export { GLASS_POUR_RANGES, GLASS_STATE, SERVED_AS, type GlassPour, type ServedAs } from './serve/atGlass';
export { buildGlass, guestTotals, pourOf, type Drinkers, type GlassBuild, type GuestBase } from './serve/guests';
export { readPhoto, type PhotoReading } from './colour/fromPhoto';
export { COLOURANTS } from './colour/colourants';
export { liquorColour, toHex, type Rgb } from './colour/liquorColour';
export { kitchenBoilingPoint } from './heat/heating';
export { dilutionLine, labelLine } from './jug/labelLine';
export { standardFor } from './jug/jugStandard';
export { expectedOf } from './instruments/expected';
export { pourCountsFrom } from './safety/factsOf';
