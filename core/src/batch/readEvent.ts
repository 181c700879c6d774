import { mixFromV1, readDrink, V1_LINES, type FrozenPlanV1, type MixV1 } from '../drink/upgrade';
import { CORE_VERSION, EVENT_VERSION, type BatchEvent, type BatchEventBody, type FrozenPlan } from './batchEvent';
import { type MeasuredBy } from '../keeping/kept';

// Events are never rewritten in the database: what an earlier release stored is read into today's shape here.

/** Events that are today as they were. */
type Unchanged = Extract<BatchEventBody, { type: 'bottled' | 'poured' | 'tasted' | 'undone' | 'discarded' }>;

type Envelope = { id: string; batchId: string; seq: number; at: string };

/** An event as any release stored it. */
export type StoredEvent =
  | BatchEvent
  | (Envelope & { v: 1 } & (
        | { type: 'started'; plan: FrozenPlanV1 }
        | { type: 'stage-ended'; stageId: string }
        | { type: 'measured'; what: 'volume' | 'ph'; value: number; method: MeasuredBy }
        | { type: 'mixed'; mix: MixV1; syrupHadMl: number; sugarAddedG: number }
        | Unchanged
      ));

/** A batch's events in today's shape, in the order they were stored. */
export function readEvents(stored: readonly StoredEvent[]): BatchEvent[] {
  const start = stored.find((e) => e.type === 'started');
  const brewId = start?.v === 1 && start.type === 'started' ? start.plan.drink.brew.id : undefined;
  return stored.map((e) => (e.v === 1 ? fromV1(e, brewId ?? '') : e));
}

function fromV1(event: Extract<StoredEvent, { v: 1 }>, brewId: string): BatchEvent {
  const { id, batchId, seq, at } = event;
  const envelope = { id, batchId, seq, at, v: EVENT_VERSION } as const;
  switch (event.type) {
    case 'started':
      return { ...envelope, type: 'started', plan: planFromV1(event.plan) };
    case 'stage-ended':
      return { ...envelope, type: 'stage-ended', brewId, stageId: event.stageId };
    case 'measured': {
      const { value, method } = event;
      return event.what === 'volume'
        ? { ...envelope, type: 'measured', what: 'volume', brewId, value, method }
        : { ...envelope, type: 'measured', what: 'ph', value, method };
    }
    case 'mixed':
      return {
        ...envelope,
        type: 'mixed',
        mix: mixFromV1(event.mix, brewId),
        hadMl: { [V1_LINES.syrup]: event.syrupHadMl },
        sugarAddedG: event.sugarAddedG,
      };
    default:
      return { ...event, v: EVENT_VERSION };
  }
}

function planFromV1(plan: FrozenPlanV1): FrozenPlan {
  const { drink, target, kitchen, factors, houseHarshLimit, way, vesselId, jugVesselId, promised } = plan;
  const { syrup } = drink;
  return {
    v: 2,
    coreVersion: plan.coreVersion || CORE_VERSION,
    drink: readDrink(drink),
    target,
    kitchen,
    factors,
    houseHarshLimit,
    brews: [
      {
        brewId: drink.brew.id,
        name: drink.brew.name,
        way,
        pots: 1,
        vesselId,
        sweetenedG: {},
        promised: {
          volumeMl: promised.concentrateMl,
          sigmaLn: promised.concentrateSigmaLn,
          strengthX: promised.concentrateX,
        },
      },
    ],
    jugVesselId,
    acknowledged: [],
    promised: {
      jugX: promised.jugX,
      jugSugarGPerL: promised.jugSugarGPerL,
      mix: mixFromV1(promised.mix, drink.brew.id),
      syrups: [{ lineId: V1_LINES.syrup, name: 'Syrup', ...syrup, ...promised.syrup }],
      glasses: promised.glasses,
      coolingIceG: promised.coolingIceG,
      bathMin: promised.bathMin,
      bathToC: promised.bathToC,
    },
  };
}
