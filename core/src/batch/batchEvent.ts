import type { BrewFactors } from '../brew/brewRun';
import type { BrewWay, Drink, Kitchen, PlanTarget } from '../drink/drink';
import type { TendingTask } from '../ferment/tending';
import type { PouredPart } from '../jug/pouredPart';
import type { MixVolumes } from '../plan/mixJug';
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
  sweet: -1 | 0 | 1;
  tart: -1 | 0 | 1;
  note?: string;
};

/** Signs of spoilage. */
export const SIGNS = ['mould', 'slime', 'off_smell', 'bulging', 'unexpected_fizz'] as const;
export type Sign = (typeof SIGNS)[number];

export type MeasuredBy = 'jug' | 'scale' | 'meter' | 'strip' | 'thermometer' | 'estimate';

/** What happened. Events are facts in the past: never edited, never removed; an undo is one more event. */
export type BatchEventBody =
  | { type: 'started'; plan: FrozenPlan }
  /** the first brew starts with the batch, the others by themselves */
  | { type: 'brew-started'; brewId: string }
  | { type: 'stage-ended'; brewId: string; stageId: string }
  /** the hands' work on a live jar; a liquid that is added starts it anew */
  | { type: 'tended'; brewId: string; task: TendingTask | 'added' }
  | { type: 'measured'; what: 'volume'; brewId: string; value: number; method: MeasuredBy }
  | { type: 'measured'; what: 'ph'; value: number; method: MeasuredBy }
  /** of what was strained, while it cools, °C */
  | { type: 'measured'; what: 'temp'; value: number; method: MeasuredBy }
  /** `hadMl`: what there was of parts that are not brewed */
  | { type: 'mixed'; mix: MixVolumes; hadMl: MixVolumes; sugarAddedG: number }
  /** poured into the jug or a bottle of the shelf, to put it right */
  | { type: 'added'; vesselId: string; parts: readonly PouredPart[] }
  | { type: 'bottled' }
  | { type: 'poured'; vesselId: string; ml: number }
  /** seen or smelled of what is kept */
  | { type: 'observed'; sign: Sign }
  /** stood out of the fridge, all told since it was last noted */
  | { type: 'stood-out'; vesselId: string; minutes: number; ambientC: number }
  | { type: 'moved'; vesselId: string; where: 'fridge' | 'freezer' }
  /** a warning was read at the stove or the shelf, and the cook goes ahead */
  | { type: 'acknowledged'; rule: string }
  | { type: 'tasted'; state: ServedState; verdict: Verdict }
  | { type: 'undone'; eventId: string }
  | { type: 'discarded'; why: string };

export type BatchEventType = BatchEventBody['type'];

export const EVENT_VERSION = 2;

/** An event as it is used: `id` is made by the sender, so that a repeated send is stored once; times are UTC, ISO 8601. */
export type BatchEvent = {
  id: string;
  batchId: string;
  seq: number;
  at: string;
  v: typeof EVENT_VERSION;
} & BatchEventBody;

export const CORE_VERSION = '2';
