import type { BrewFactors } from '../brew/brewRun';
import type { BrewWay, Drink, Kitchen, PlanTarget } from '../drink/drink';
import type { MixVolumes } from '../plan/mixJug';

/**
 * The plan as it was when the batch was started: everything needed to run it again, and the figures it promised then,
 * which no later model may move.
 */
export type FrozenPlan = {
  v: 1;
  coreVersion: string;
  drink: Drink;
  target: PlanTarget;
  kitchen: Kitchen;
  factors: BrewFactors;
  houseHarshLimit: number;
  way: BrewWay;
  vesselId: string;
  jugVesselId: string;
  promised: {
    concentrateMl: number;
    concentrateSigmaLn: number;
    concentrateX: number;
    jugX: number;
    jugSugarGPerL: number;
    mix: MixVolumes;
    syrup: { sugarG: number; waterG: number; volumeMl: number };
    glasses: number;
    coolingIceG: number;
    bathMin: number;
    bathToC: number;
  };
};

export type ServedState = 'warm' | 'chilled' | 'iced';

/** A taster's words: strength and sweetness from -2 to 2, harshness from 0 smooth to 3 harsh, tartness -1 flat to 1 sharp. */
export type Verdict = {
  strength: -2 | -1 | 0 | 1 | 2;
  harsh: 0 | 1 | 2 | 3;
  sweet: -1 | 0 | 1;
  tart: -1 | 0 | 1;
  note?: string;
};

export type MeasuredBy = 'jug' | 'scale' | 'meter' | 'strip' | 'thermometer' | 'estimate';

/** What happened. Events are facts in the past: never edited, never removed; an undo is one more event. */
export type BatchEventBody =
  | { type: 'started'; plan: FrozenPlan }
  | { type: 'stage-ended'; stageId: string }
  | { type: 'measured'; what: 'volume' | 'ph'; value: number; method: MeasuredBy }
  | { type: 'mixed'; mix: MixVolumes; syrupHadMl: number; sugarAddedG: number }
  | { type: 'bottled' }
  | { type: 'poured'; vesselId: string; ml: number }
  | { type: 'tasted'; state: ServedState; verdict: Verdict }
  | { type: 'undone'; eventId: string }
  | { type: 'discarded'; why: string };

export type BatchEventType = BatchEventBody['type'];

/** An event as stored: `id` is made by the sender, so that a repeated send is stored once; times are UTC, ISO 8601. */
export type BatchEvent = { id: string; batchId: string; seq: number; at: string; v: 1 } & BatchEventBody;

export const CORE_VERSION = '1';
