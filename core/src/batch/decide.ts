import { volumeMl } from '../liquid/liquid';
import { mixTotalMl, type MixVolumes } from '../plan/mixJug';
import { blocksOfBatch } from '../safety/gates';
import type { PouredPart } from '../jug/pouredPart';
import { SKIPPABLE } from './asItWent';
import { brewState, JUG, onHandOf, runningStage, runOfBatch, strainedOffAt, wayAsItWent, type Batch } from './batch';
import { frozenBrew, isOffPlants, timedStages, vesselOf } from './brewState';
import type { BatchEventBody } from './batchEvent';

/** Whether an event may follow. Refusals are answers: they name what is wrong and what would be accepted. */
export type Decision =
  { kind: 'accepted' } | { kind: 'refused'; reason: RefusalReason; message: string; field: string };

export type RefusalReason =
  | 'already-started'
  | 'blocked'
  | 'unknown-brew'
  | 'unknown-part'
  | 'unknown-stage'
  | 'stage-not-running'
  | 'not-strained-yet'
  | 'not-measured-yet'
  | 'already-put-away'
  | 'more-than-there-is'
  | 'nothing-to-taste'
  | 'unknown-event'
  | 'cannot-undo-the-start'
  | 'already-undone'
  | 'undo-later-things-first'
  | 'discarded'
  | 'too-early'
  | 'unbelievable-volume'
  | 'unbelievable-weight'
  | 'unknown-plant'
  | 'already-in'
  | 'cannot-be-skipped'
  | 'nothing-in-the-pot'
  | 'over-full';

const accepted: Decision = { kind: 'accepted' };
const refused = (reason: RefusalReason, field: string, message: string): Decision => ({
  kind: 'refused',
  reason,
  field,
  message,
});

/**
 * Whether an event may follow. What a rule blocks at the stove or the shelf goes no further; it can still be discarded,
 * taken back, looked at and noted down.
 * @param at when it happened, ISO 8601
 */
export function decide(batch: Batch, event: BatchEventBody, at: string): Decision {
  const possible = decidePossible(batch, event, at);
  if (possible.kind === 'refused' || !GATED.has(event.type)) return possible;
  const [block] = blocksOfBatch(batch, Date.parse(at));
  return block ? refused('blocked', 'type', `${block.id}: ${block.message}`) : accepted;
}

/** What a block stops: going on with the brew, serving it, calling it good. */
const GATED = new Set([
  'brew-started',
  'stage-ended',
  'stage-skipped',
  'put-in',
  'mixed',
  'bottled',
  'added',
  'poured',
  'tasted',
]);

function decidePossible(batch: Batch, event: BatchEventBody, at: string): Decision {
  if (event.type === 'started') return refused('already-started', 'type', 'This batch has been started already.');
  if (event.type === 'undone') return decideUndo(batch, event.eventId);
  if (batch.phase === 'discarded')
    return refused('discarded', 'type', 'This batch was discarded; nothing more happens to it.');
  if (Date.parse(at) < Date.parse(batch.startedAt)) {
    return refused('too-early', 'at', `A time at or after the start, ${batch.startedAt}, is accepted.`);
  }
  switch (event.type) {
    case 'brew-started':
      return decideBrewStart(batch, event.brewId);
    case 'stage-ended':
      return decideStage(batch, event, at);
    case 'stage-skipped':
      return decideSkip(batch, event, at);
    case 'laid-out':
      return batch.laidOut && batch.brews.every((b) => !b.startedAt)
        ? accepted
        : refused('already-started', 'type', 'The list is for before the heat; this batch is on already.');
    case 'put-in':
    case 'taken-out':
    case 'left-out':
      return decidePlant(batch, event, at);
    case 'lid-set':
    case 'topped-up':
      return potRuns(batch, event.brewId, at) ?? accepted;
    case 'heard':
      return accepted;
    case 'cooled-by':
      return strainedOffAt(batch) ? accepted : needsStrained(batch);
    case 'measured':
      return decideMeasured(batch, event, at);
    case 'tended':
      return decideTending(batch, event.brewId);
    case 'observed':
      return batch.vessels.length > 0
        ? accepted
        : refused('more-than-there-is', 'type', 'Nothing of this batch is on the shelf.');
    case 'stood-out':
    case 'moved':
      return knownVessel(batch, event.vesselId) ?? accepted;
    case 'acknowledged':
      return accepted;
    case 'mixed':
      return decideMix(batch, event);
    case 'bottled':
      return needsMeasured(batch);
    case 'added':
      return decideAdded(batch, event);
    case 'poured':
      return decidePour(batch, event.vesselId, event.ml);
    case 'tasted':
      return batch.strainedAt
        ? accepted
        : refused('nothing-to-taste', 'type', 'There is nothing to taste before the brew is strained.');
    case 'discarded':
      return accepted;
  }
}

function unknownBrew(batch: Batch, brewId: string): Decision | undefined {
  const known = batch.plan.brews.map((b) => b.brewId);
  if (known.includes(brewId)) return undefined;
  return refused(
    'unknown-brew',
    'brewId',
    `One of ${known.join(', ')} is accepted, not ${JSON.stringify(brewId.slice(0, 40))}.`,
  );
}

function decideBrewStart(batch: Batch, brewId: string): Decision {
  return (
    unknownBrew(batch, brewId) ??
    (brewState(batch, brewId).startedAt
      ? refused('already-started', 'brewId', 'This brew has been started already.')
      : accepted)
  );
}

function decideStage(batch: Batch, { brewId, stageId }: { brewId: string; stageId: string }, at: string): Decision {
  const unknown = unknownBrew(batch, brewId);
  if (unknown) return unknown;
  const known = timedStages(frozenBrew(batch.plan, brewId)).map((s) => s.id);
  if (!known.includes(stageId))
    return refused(
      'unknown-stage',
      'stageId',
      `One of ${known.join(', ')} is accepted, not ${JSON.stringify(stageId.slice(0, 40))}.`,
    );
  const running = runningStage(batch, brewId);
  if (running?.stageId !== stageId) {
    const now = running ? `The stage that runs is ${running.stageId}.` : 'No stage runs any more.';
    return refused('stage-not-running', 'stageId', `${stageId} is not running, so it cannot end. ${now}`);
  }
  return Date.parse(at) < Date.parse(running.startedAt)
    ? refused('too-early', 'at', `A time at or after the stage began, ${running.startedAt}, is accepted.`)
    : accepted;
}

function decideSkip(batch: Batch, event: { brewId: string; stageId: string }, at: string): Decision {
  const may = decideStage(batch, event, at);
  if (may.kind === 'refused') return may;
  const stage = frozenBrew(batch.plan, event.brewId).way.stages.find((s) => s.id === event.stageId)!;
  return SKIPPABLE.has(stage.kind)
    ? accepted
    : refused('cannot-be-skipped', 'stageId', `Without ${stage.id} it is another drink. End it when it is done.`);
}

/** Refuses what is told of a pot that has nothing on its plants at that moment. */
function potRuns(batch: Batch, brewId: string, at: string): Decision | undefined {
  const unknown = unknownBrew(batch, brewId);
  if (unknown) return unknown;
  const state = brewState(batch, brewId);
  const running = runningStage(batch, brewId);
  if (!running || isOffPlants(batch.plan, state))
    return refused(
      'nothing-in-the-pot',
      'brewId',
      'This brew is not on its plants now: not begun, or strained already.',
    );
  return Date.parse(at) < Date.parse(running.startedAt)
    ? refused('too-early', 'at', `A time at or after the stage began, ${running.startedAt}, is accepted.`)
    : undefined;
}

type PlantEvent = Extract<BatchEventBody, { type: 'put-in' | 'taken-out' | 'left-out' }>;

function decidePlant(batch: Batch, event: PlantEvent, at: string): Decision {
  const not = potRuns(batch, event.brewId, at);
  if (not) return not;
  const known = frozenBrew(batch.plan, event.brewId).way.ingredients.map((i) => i.id);
  if (!known.includes(event.ingredientId))
    return refused(
      'unknown-plant',
      'ingredientId',
      `One of ${known.join(', ')} is accepted, not ${JSON.stringify(event.ingredientId.slice(0, 40))}.`,
    );
  const { put, taken } = brewState(batch, event.brewId).changes;
  const isIn = put.some((p) => p.ingredientId === event.ingredientId);
  if (event.type === 'put-in' && event.more)
    return event.grams === undefined ? refused('unknown-plant', 'grams', 'How many grams more is needed.') : accepted;
  if (event.type !== 'taken-out' && isIn) return refused('already-in', 'ingredientId', 'It is in already.');
  return event.type === 'taken-out' && taken.some((t) => t.ingredientId === event.ingredientId)
    ? refused('already-in', 'ingredientId', 'It has been taken out already.')
    : accepted;
}

function decideMeasured(batch: Batch, event: Extract<BatchEventBody, { type: 'measured' }>, at: string): Decision {
  switch (event.what) {
    case 'volume':
      return decideVolume(batch, event.brewId, event.value);
    case 'ph':
      return needsStrained(batch);
    case 'temp':
      if (event.brewId === undefined) return strainedOffAt(batch) ? accepted : needsStrained(batch);
      return potRuns(batch, event.brewId, at) ?? accepted;
    case 'pan-weight':
      return decideWeight(batch, event, at);
    case 'brix':
      return unknownBrew(batch, event.brewId) ?? needsOffPlants(batch, event.brewId);
  }
}

/** A pot weighs at least itself, and no more than with all that went into it. */
function decideWeight(batch: Batch, { brewId, value }: { brewId: string; value: number }, at: string): Decision {
  const unknown = unknownBrew(batch, brewId);
  if (unknown) return unknown;
  const off = isOffPlants(batch.plan, brewState(batch, brewId));
  const not = off ? undefined : potRuns(batch, brewId, at);
  if (not) return not;
  const { pots, vesselId } = frozenBrew(batch.plan, brewId);
  const { emptyG } = vesselOf(batch.plan, vesselId);
  const way = wayAsItWent(batch, brewId);
  const inG = way.waterMl + way.ingredients.reduce((sum, i) => sum + i.grams, 0);
  const sweetG = Object.values(runOfBatch(batch, brewId).sweetenedG).reduce((sum, g) => sum + g, 0);
  const most = emptyG + (inG / pots + sweetG) * 1.05;
  return value > emptyG && value <= most
    ? accepted
    : refused(
        'unbelievable-weight',
        'value',
        `Between the empty pot, ${Math.round(emptyG)} g, and all that went in, ${Math.round(most)} g, is accepted.`,
      );
}

const needsOffPlants = (batch: Batch, brewId: string): Decision =>
  isOffPlants(batch.plan, brewState(batch, brewId))
    ? accepted
    : refused('not-strained-yet', 'type', 'The brew has not been strained yet.');

const needsStrained = (batch: Batch): Decision =>
  batch.strainedAt ? accepted : refused('not-strained-yet', 'type', 'The brew has not been strained yet.');

function decideTending(batch: Batch, brewId: string): Decision {
  const unknown = unknownBrew(batch, brewId);
  if (unknown) return unknown;
  return runningStage(batch, brewId)?.kind === 'ferment'
    ? accepted
    : refused('stage-not-running', 'brewId', 'Only a jar that is fermenting now is tended.');
}

/** More than went into the pot cannot come out. */
function decideVolume(batch: Batch, brewId: string, ml: number): Decision {
  const unknown = unknownBrew(batch, brewId);
  if (unknown) return unknown;
  const off = needsOffPlants(batch, brewId);
  if (off.kind === 'refused') return off;
  if (batch.phase === 'put-away')
    return refused(
      'already-put-away',
      'type',
      'This batch has been mixed or bottled already. Undo that first to change its volume.',
    );
  const most = mostThatCanComeOutMl(batch, brewId);
  return ml > most
    ? refused(
        'unbelievable-volume',
        'value',
        `${Math.round(ml)} ml is more than went into the pot. Up to ${Math.round(most)} ml is accepted.`,
      )
    : accepted;
}

/** A tenth more than all that went in, sugar and what dissolves counted with it, ml. */
export function mostThatCanComeOutMl(batch: Batch, brewId: string): number {
  const { waterMl } = wayAsItWent(batch, brewId);
  return Math.max(waterMl, frozenBrew(batch.plan, brewId).promised.volumeMl) * 1.1;
}

function needsMeasured(batch: Batch): Decision {
  if (batch.phase === 'put-away')
    return refused('already-put-away', 'type', 'This batch has been mixed or bottled already.');
  return batch.phase === 'measured'
    ? accepted
    : refused('not-measured-yet', 'type', 'Measure what came out before mixing or bottling it.');
}

function decideMix(batch: Batch, { mix, hadMl }: { mix: MixVolumes; hadMl: MixVolumes }): Decision {
  const ready = needsMeasured(batch);
  if (ready.kind === 'refused') return ready;
  const onHand = onHandOf(batch, hadMl);
  const lines = batch.plan.drink.mix.filter((l) => l.at === 'jug');
  for (const id of Object.keys(mix))
    if (!lines.some((l) => l.id === id))
      return refused(
        'unknown-part',
        `mix.${id.slice(0, 40)}`,
        `Parts of the mix are ${lines.map((l) => l.id).join(', ')}.`,
      );
  for (const line of lines) {
    const part = onHand.find((p) => p.id === line.id)!;
    const have = part.endless ? Infinity : volumeMl(part.liquid);
    const poured = mix[line.id] ?? 0;
    if (poured > have + 1)
      return refused(
        'more-than-there-is',
        `mix.${line.id}`,
        `Up to ${Math.floor(have + 0.01)} ml of ${line.name.toLowerCase()} is there, not ${Math.round(poured)} ml.`,
      );
  }
  return mixTotalMl(mix) > 0 ? accepted : refused('more-than-there-is', 'mix', 'Something must be poured.');
}

function knownVessel(batch: Batch, vesselId: string): Decision | undefined {
  if (batch.vessels.some((v) => v.id === vesselId)) return undefined;
  return refused(
    'more-than-there-is',
    'vesselId',
    `There is no ${JSON.stringify(vesselId.slice(0, 40))} of this batch on the shelf.`,
  );
}

function decidePour(batch: Batch, vesselId: string, ml: number): Decision {
  const unknown = knownVessel(batch, vesselId);
  if (unknown) return unknown;
  const have = volumeMl(batch.vessels.find((v) => v.id === vesselId)!.liquid);
  return ml > have + 1
    ? refused('more-than-there-is', 'ml', `Up to ${Math.floor(have + 0.01)} ml is left, not ${Math.round(ml)} ml.`)
    : accepted;
}

/** The jug takes no more than it holds; what a bottle takes, only its cook knows. */
function decideAdded(batch: Batch, { vesselId, parts }: { vesselId: string; parts: readonly PouredPart[] }): Decision {
  const unknown = knownVessel(batch, vesselId);
  if (unknown) return unknown;
  if (vesselId !== JUG) return accepted;
  const room = jugRoomMl(batch);
  const added = parts.reduce((sum, p) => sum + volumeMl(p.liquid), 0);
  return added > room + 1
    ? refused(
        'over-full',
        'parts',
        `Up to ${Math.floor(room)} ml more goes into this jug, not ${Math.round(added)} ml.`,
      )
    : accepted;
}

/** What the jug of a batch still takes, ml. */
export function jugRoomMl(batch: Batch): number {
  const jug = batch.vessels.find((v) => v.id === JUG);
  return jug ? Math.max(0, vesselOf(batch.plan, batch.plan.jugVesselId).capacityMl - volumeMl(jug.liquid)) : 0;
}

function decideUndo(batch: Batch, eventId: string): Decision {
  const event = batch.events.find((e) => e.id === eventId);
  if (!event)
    return refused(
      'unknown-event',
      'eventId',
      `No event ${JSON.stringify(eventId.slice(0, 40))} belongs to this batch.`,
    );
  if (event.type === 'started')
    return refused('cannot-undo-the-start', 'eventId', 'A start cannot be undone. Discard the batch instead.');
  if (batch.events.some((e) => e.type === 'undone' && e.eventId === eventId))
    return refused('already-undone', 'eventId', 'This has been undone already.');
  if (FLOW.has(event.type) && laterFlow(batch, eventId)) {
    return refused('undo-later-things-first', 'eventId', 'Something that came later rests on this. Undo that first.');
  }
  return event.type === 'undone'
    ? refused('unknown-event', 'eventId', 'An undo cannot be undone. Do the thing again instead.')
    : accepted;
}

/** Events that lead from one phase to the next; tastings, pours and pH readings stand on their own. */
const FLOW = new Set(['brew-started', 'stage-ended', 'stage-skipped', 'mixed', 'bottled', 'added', 'discarded']);

function laterFlow(batch: Batch, eventId: string): boolean {
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const flow = batch.events.filter(
    (e) => !undone.has(e.id) && (FLOW.has(e.type) || (e.type === 'measured' && e.what === 'volume')),
  );
  return flow[flow.length - 1]?.id !== eventId;
}
