import { NO_LIQUID, volumeMl } from '../liquid/liquid';
import { mixJug } from '../plan/mixJug';
import {
  batchAfter,
  brewLines,
  concentrateOf,
  JUG,
  jugWantedOf,
  onHandOf,
  plannedMl,
  runningStage,
  runOfBatch,
  type Batch,
} from './batch';
import { EVENT_VERSION, type BatchEvent, type BatchEventBody, type FrozenPlan } from './batchEvent';
import { decide } from './decide';

// A batch that is told of after it was made: what is not known of it went as it was planned.

/** So much of the drink is left, or of one of its brews. */
export type Left = { of: 'drink' | { brewId: string }; ml: number };

/** What is known of a batch that was made before it was told of. */
export type KnownAfter = {
  /** of the first brew, ml of all pots; as its plan has it where left out */
  cameOutMl?: number;
  /** what of it is left, of the drink and of brews that were bottled or left over, ml each; nothing where left out */
  left?: readonly Left[];
};

/** What happened, in order; or why it cannot have happened so, and what share of what is left was made where that is the reason. */
export type ToldAfter =
  | { kind: 'told'; events: readonly { at: string; body: BatchEventBody }[] }
  | { kind: 'not'; why: string; madeShare?: number };

/** From the last strain to the measuring jug, and from there to the mix, min. House choices. */
const MEASURED_AFTER_MIN = 5;
const MIXED_AFTER_MIN = 25;

/**
 * All that happened to a batch, from what is known of it. What is not left of it counts as drunk when it was mixed.
 * @param startedAt when the first pot was on, ISO 8601
 */
export function toldAfter(plan: FrozenPlan, startedAt: string, { cameOutMl, left = [] }: KnownAfter): ToldAfter {
  const telling = new Telling(plan, startedAt);
  try {
    for (const [i, { brewId }] of plan.brews.entries()) {
      if (i > 0) telling.say(startedAt, { type: 'brew-started', brewId });
      telling.throughStages(brewId);
    }
    telling.measure(cameOutMl);
    telling.putAway(left);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return {
      kind: 'not',
      why: error.message,
      ...(error.madeShare === undefined ? {} : { madeShare: error.madeShare }),
    };
  }
  return {
    kind: 'told',
    events: telling.batch.events.map(({ id: _id, batchId: _b, seq: _s, at, v: _v, ...body }) => ({
      at,
      body: body as BatchEventBody,
    })),
  };
}

/** It cannot have happened so. It ends the telling and goes no further. */
class Refusal extends Error {
  constructor(
    message: string,
    readonly madeShare?: number,
  ) {
    super(message);
  }
}

const later = (at: string, minutes: number): string => new Date(Date.parse(at) + minutes * 60_000).toISOString();

class Telling {
  batch: Batch;

  constructor(plan: FrozenPlan, startedAt: string) {
    this.batch = batchAfter([eventOf(0, startedAt, { type: 'started', plan })]);
  }

  say(at: string, body: BatchEventBody): void {
    const decision = decide(this.batch, body, at);
    if (decision.kind === 'refused') throw new Refusal(decision.message);
    this.batch = batchAfter([...this.batch.events, eventOf(this.batch.events.length, at, body)]);
  }

  throughStages(brewId: string): void {
    for (let running; (running = runningStage(this.batch, brewId));) {
      const { stageId, startedAt } = running;
      const { startMin, endMin } = runOfBatch(this.batch, brewId).stages.find((s) => s.stageId === stageId)!;
      this.say(later(startedAt, endMin - startMin), { type: 'stage-ended', brewId, stageId });
    }
  }

  measure(cameOutMl: number | undefined): void {
    for (const [i, { brewId }] of this.batch.plan.brews.entries()) {
      const known = i === 0 && cameOutMl !== undefined;
      const value = known ? cameOutMl : Math.max(1, volumeMl(concentrateOf(this.batch, brewId)));
      const at = later(this.batch.strainedAt!, MEASURED_AFTER_MIN);
      this.say(at, { type: 'measured', what: 'volume', brewId, value, method: known ? 'jug' : 'estimate' });
    }
  }

  /** Mixed, or bottled where all that is left is brews. */
  putAway(left: readonly Left[]): void {
    const { plan } = this.batch;
    const at = later(this.batch.strainedAt!, MIXED_AFTER_MIN);
    if (left.length > 0 && left.every((l) => l.of !== 'drink')) this.say(at, { type: 'bottled' });
    else {
      const { mix } = mixJug(onHandOf(this.batch), jugWantedOf(this.batch));
      const hadMl = Object.fromEntries(plan.promised.syrups.map((s) => [s.lineId, plannedMl(plan, s.lineId)]));
      this.say(at, { type: 'mixed', mix, hadMl, sugarAddedG: 0 });
    }
    const vesselOf = ({ of }: Left): string =>
      of === 'drink' ? JUG : (brewLines(plan).find((l) => l.brewId === of.brewId)?.lineId ?? of.brewId);
    const keeps = new Map(left.map((l) => [vesselOf(l), l.ml]));
    for (const [id, ml] of keeps) {
      const made = volumeMl(this.batch.vessels.find((v) => v.id === id)?.liquid ?? NO_LIQUID);
      if (ml > made + 0.5)
        throw new Refusal(`${Math.round(ml)} ml is more than this makes, ${Math.round(made)} ml.`, made / ml);
    }
    for (const { id, liquid } of this.batch.vessels) {
      const drunk = volumeMl(liquid) - (keeps.get(id) ?? 0);
      if (drunk >= 0.5) this.say(at, { type: 'poured', vesselId: id, ml: drunk });
    }
  }
}

/** Ids of their own are given where they are stored. */
const eventOf = (seq: number, at: string, body: BatchEventBody): BatchEvent =>
  ({ id: `told-${seq}`, batchId: 'told', seq, at, v: EVENT_VERSION, ...body }) as BatchEvent;
