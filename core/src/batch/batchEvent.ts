import type { BrewFactors } from '../brew/brewRun';
import type { BrewWay, Drink, Kitchen, Lid, PlanTarget } from '../drink/drink';
import type { TendingTask } from '../ferment/tending';
import type { PouredPart } from '../jug/pouredPart';
import type { MeasuredBy, Sign } from '../keeping/kept';
import type { ShelfEventBody } from '../keeping/storedVessel';
import type { MixVolumes } from '../plan/mixJug';
import type { Drawn } from '../pantry/pantry';
import type { GlassPour } from '../serve/atGlass';
import type { PlannedSyrup } from '../plan/planTypes';

/** A brew of a frozen plan: all its pots together. */
export type FrozenBrew = {
  brewId: string;
  name: string;
  way: BrewWay;
  pots: number;
  vesselId: string;
  sweetenedG: Readonly<Record<string, number>>;
  promised: { volumeMl: number; sigmaLn: number; strengthX: number };
};

/** A warning that the cook has read and goes ahead with; it belongs to the plan it was shown for. */
export type Acknowledged = { rule: string; at: string };

/**
 * The plan as it was when the batch was started: everything needed to run it again, and the figures it promised then,
 * which no later model may move.
 */
export type FrozenPlan = {
  v: 2;
  coreVersion: string;
  drink: Drink;
  target: PlanTarget;
  kitchen: Kitchen;
  factors: BrewFactors;
  houseHarshLimit: number;
  brews: readonly [FrozenBrew, ...FrozenBrew[]];
  jugVesselId: string;
  /** jugs of that kind that it fills; one if left out */
  jugCount?: number;
  acknowledged: readonly Acknowledged[];
  promised: {
    jugX: number;
    jugSugarGPerL: number;
    jugAcidGPerL?: number;
    partsX?: Readonly<Record<string, number>>;
    mix: MixVolumes;
    syrups: readonly PlannedSyrup[];
    glasses: number;
    coolingIceG: number;
    bathMin: number;
    bathToC: number;
  };
};

/** `neat` is as poured from the jug, at the warmth of the room and without ice. */
export type ServedState = 'warm' | 'chilled' | 'iced' | 'neat';

/** A taster's words: strength and sweetness from -2 to 2, harshness from 0 smooth to 3 harsh, tartness -1 flat to 1 sharp. */
export type Verdict = {
  strength: -2 | -1 | 0 | 1 | 2;
  harsh: 0 | 1 | 2 | 3;
  /** by halves: a half is "a bit" */
  sweet: -1 | -0.5 | 0 | 0.5 | 1;
  tart: -1 | -0.5 | 0 | 0.5 | 1;
  note?: string;
  /** who tasted, where it was not the cook */
  who?: string;
};

/** How what was strained is cooled. */
export const COOLED_BY = ['counter', 'ice-bath', 'fridge'] as const;
/** One of the ways in which what was strained is cooled. */
export type CooledBy = (typeof COOLED_BY)[number];

/** What happened. Events are facts in the past: never edited, never removed; an undo is one more event. */
export type BatchEventBody =
  /** `layOut`: everything is laid out first, and the first brew waits for its heat as the others do */
  /** `taken`: what of the pantry went into it */
  | { type: 'started'; plan: FrozenPlan; layOut?: true; taken?: readonly Drawn[] }
  /** something on the list before the heat was seen to, or left be */
  | { type: 'laid-out'; item: string; how: 'seen' | 'left' }
  /** the first brew starts with the batch unless it is laid out first, the others by themselves */
  | { type: 'brew-started'; brewId: string }
  | { type: 'stage-ended'; brewId: string; stageId: string }
  /** left undone: it takes no time and does nothing */
  | { type: 'stage-skipped'; brewId: string; stageId: string }
  /** `grams` of all pots where it was not what was planned; `more` comes on top of what is in */
  | { type: 'put-in'; brewId: string; ingredientId: string; grams?: number; more?: true }
  | { type: 'taken-out'; brewId: string; ingredientId: string }
  | { type: 'left-out'; brewId: string; ingredientId: string }
  | { type: 'lid-set'; brewId: string; lid: Lid }
  /** water poured into a pot that runs, ml of all pots */
  | { type: 'topped-up'; brewId: string; ml: number; tempC: number }
  /** stirred into it by taste, one go of several, g of all pots */
  | { type: 'sweetened'; brewId: string; stageId: string; grams: number }
  /** a call was heard and rings no more, or again after a while */
  | { type: 'heard'; call: string; againMin?: number }
  | { type: 'cooled-by'; how: CooledBy }
  /** the hands' work on a live jar; a liquid that is added starts it anew */
  | { type: 'tended'; brewId: string; task: TendingTask | 'added' }
  | { type: 'measured'; what: 'volume'; brewId: string; value: number; method: MeasuredBy }
  /** of one jug or bottle, or of the batch before it is put away */
  | { type: 'measured'; what: 'ph'; value: number; method: MeasuredBy; vesselId?: string }
  /** of a pot that runs; without a brew, of what was strained while it cools; °C */
  | { type: 'measured'; what: 'temp'; brewId?: string; value: number; method: MeasuredBy }
  /** one pot with all that is in it, the pot’s own weight counted, g */
  | { type: 'measured'; what: 'pan-weight'; brewId: string; value: number; method: MeasuredBy }
  /** of the strained liquor, °Bx */
  | { type: 'measured'; what: 'brix'; brewId: string; value: number; method: MeasuredBy }
  /** `hadMl`: what there was of parts that are not brewed */
  | { type: 'mixed'; mix: MixVolumes; hadMl: MixVolumes; sugarAddedG: number }
  /** poured into the jug or a bottle of the shelf, to put it right */
  | { type: 'added'; vesselId: string; parts: readonly PouredPart[] }
  | { type: 'bottled' }
  /** seen or smelled of all that is kept of it */
  | { type: 'observed'; sign: Sign; vesselId?: undefined }
  /** what happens to one of the things that are kept of it */
  | Exclude<ShelfEventBody, { type: 'measured' }>
  /** a warning was read at the stove or the shelf, and the cook goes ahead */
  | { type: 'acknowledged'; rule: string }
  /** `glass`: a single glass that was built at the table, of which this was said, and from what */
  | { type: 'tasted'; state: ServedState; verdict: Verdict; glass?: GlassPour; vesselId?: string }
  | { type: 'undone'; eventId: string }
  /** `plantsBack`: nothing was heated or wetted yet, and what was weighed out goes back into the pantry */
  | { type: 'discarded'; why: string; plantsBack?: true };

/** The kinds of things that happen to a batch. */
export type BatchEventType = BatchEventBody['type'];

/** The shape that events are stored in today; older ones are read by readEvents. */
export const EVENT_VERSION = 2;

/** An event as it is used: `id` is made by the sender, so that a repeated send is stored once; times are UTC, ISO 8601. */
export type BatchEvent = {
  id: string;
  batchId: string;
  seq: number;
  at: string;
  v: typeof EVENT_VERSION;
} & BatchEventBody;

/** Stored with each plan: which model worked it out. */
export const CORE_VERSION = '2';
