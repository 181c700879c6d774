import { liquidIn } from '../brew/contents';
import { phOfLiquid } from '../liquid/colour';
import { apparentBrix, pourTogether, solidsG, volumeMl } from '../liquid/liquid';
import { plantIn, plantsOf } from '../reference/plants';
import { plantSolidsG } from './correctForBrix';
import { mixTotalMl, type MixVolumes } from '../plan/mixJug';
import { blocksOfBatch } from '../safety/gates';
import type { PouredPart } from '../jug/pouredPart';
import type { Stage } from '../drink/drink';
import { SKIPPABLE } from './asItWent';
import {
  begunAt,
  brewState,
  isUntouched,
  JUG,
  onHandOf,
  runningStage,
  runOfBatch,
  strainedOffAt,
  wayAsItWent,
  type Batch,
} from './batch';
import { frozenBrew, goesInAfterStrain, isOffPlants, timedStages, vesselOf } from './brewState';
import type { BatchEventBody } from './batchEvent';
import { InputError } from '../quantity/errors';
import { refusedOnShelf, type ShelfEventBody } from '../keeping/storedVessel';
import { standingEvents, takenBack } from './restsOn';
import { faultInWords, spanInWords } from '../words/inWords';

/** Whether an event may follow. Refusals are answers: they name what is wrong and what would be accepted. */
export type Decision =
  { kind: 'accepted' } | { kind: 'refused'; reason: RefusalReason; message: string; field: string };

/** Why something may not follow, as a name that does not change. */
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
  | 'discarded'
  | 'too-early'
  | 'unbelievable-volume'
  | 'unbelievable-weight'
  | 'unbelievable-brix'
  | 'unbelievable-ph'
  | 'unknown-plant'
  | 'already-in'
  | 'cannot-be-skipped'
  | 'nothing-in-the-pot'
  | 'cannot-be-worked-out'
  | 'over-full'
  | 'already-filled';

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
  try {
    const possible = decidePossible(batch, event, at);
    if (possible.kind === 'refused' || !GATED.has(event.type)) return possible;
    const vesselId = 'vesselId' in event ? event.vesselId : undefined;
    const [block] = blocksOfBatch(batch, Date.parse(at), vesselId);
    return block ? refused('blocked', 'type', `${block.id}: ${block.message}`) : accepted;
  } catch (error) {
    // Where it cannot even be worked out what it would rest on, it can still be taken back and thrown away.
    if (!(error instanceof InputError)) throw error;
    if (NEVER_STOPPED.has(event.type)) return accepted;
    return refused('cannot-be-worked-out', 'type', `${faultInWords(error)} Undo the last thing, or throw it away.`);
  }
}

/** What takes back or ends a batch, whatever state it is in. */
const NEVER_STOPPED = new Set(['discarded', 'heard', 'acknowledged']);

/** What a block stops: beginning it, serving it, calling it good. What was done at a pot can always be told. */
const GATED = new Set(['brew-started', 'mixed', 'bottled', 'added', 'poured', 'filled', 'tasted']);

/** How long before its start was told a pot may have been on, min: a jar may have stood for a year. House choice. */
export const BEFORE_THE_START_MIN = 400 * 1440;

function decidePossible(batch: Batch, event: BatchEventBody, at: string): Decision {
  if (event.type === 'started') return refused('already-started', 'type', 'This batch has been started already.');
  if (event.type === 'undone') return decideUndo(batch, event.eventId);
  if (batch.phase === 'discarded')
    return refused('discarded', 'type', 'This batch was discarded; nothing more happens to it.');
  // A pot may have been put on before there was a hand free to plan it.
  const since =
    event.type === 'brew-started'
      ? new Date(Date.parse(batch.startedAt) - BEFORE_THE_START_MIN * 60_000).toISOString()
      : begunAt(batch);
  const early = before(at, since, 'the batch was started');
  if (early) return early;
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
    case 'sweetened':
      return decideSweetened(batch, event, at);
    case 'heard':
      return accepted;
    case 'cooled-by':
      return sinceStrained(batch, at);
    case 'measured':
      return decideMeasured(batch, event, at);
    case 'tended':
      return decideTending(batch, event.brewId);
    case 'observed':
      if (event.vesselId !== undefined) return standing(batch, event.vesselId, at) ?? accepted;
      return batch.vessels.length > 0
        ? accepted
        : refused('more-than-there-is', 'type', 'Nothing of this batch is on the shelf.');
    case 'stood-out':
    case 'moved':
    case 'kept-in':
    case 'labelled':
    case 'poured-away':
    case 'filled':
    case 'poured':
      return decideOnShelf(batch, event, at);
    case 'acknowledged':
      return accepted;
    case 'mixed':
      return decideMix(batch, event, at);
    case 'bottled':
      return needsMeasured(batch, at);
    case 'added':
      return decideAdded(batch, event, at);
    case 'tasted':
      return batch.strainedAt
        ? (before(at, batch.strainedAt, 'it was strained') ?? accepted)
        : refused('nothing-to-taste', 'type', 'There is nothing to taste before the brew is strained.');
    case 'discarded':
      return event.plantsBack && !isUntouched(batch)
        ? refused('already-started', 'plantsBack', 'What was in water or on the heat does not go back into the pantry.')
        : accepted;
  }
}

/** Refuses what is said to have happened before what it belongs to, and says by how much. */
function before(at: string, since: string, what: string): Decision | undefined {
  const minutes = (Date.parse(since) - Date.parse(at)) / 60_000;
  if (minutes <= 0) return undefined;
  return refused('too-early', 'at', `That is ${spanInWords(minutes)} before ${what}. Say a later moment.`);
}

const sinceStrained = (batch: Batch, at: string): Decision => {
  const off = strainedOffAt(batch);
  return off ? (before(at, off, 'it was strained') ?? accepted) : needsStrained(batch);
};

function unknownBrew(batch: Batch, brewId: string): Decision | undefined {
  if (batch.plan.brews.some((b) => b.brewId === brewId)) return undefined;
  const names = batch.plan.brews.map((b) => b.name.toLowerCase());
  return refused('unknown-brew', 'brewId', `This batch has no such brew. It has: ${names.join(', ')}.`);
}

/** A stage as it is spoken of. */
const STAGE_NAMES: Readonly<Record<Stage['kind'], string>> = {
  toast: 'toasting',
  heat: 'heating',
  hold: 'simmering',
  cool: 'cooling',
  steep: 'steeping',
  hands: 'the work by hand',
  strain: 'straining',
  rinse: 'rinsing',
  dissolve: 'sweetening',
  reduce: 'boiling down',
  ferment: 'fermenting',
  'onto-ice': 'pouring over ice',
};

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
      'This brew has no such step. Open its page again and end the one that runs.',
    );
  const running = runningStage(batch, brewId);
  if (running?.stageId !== stageId) {
    const now = running ? `What runs now is ${STAGE_NAMES[running.kind]}.` : 'Nothing of this brew runs any more.';
    return refused('stage-not-running', 'stageId', `That step is not running, so it cannot end. ${now}`);
  }
  return before(at, running.startedAt, 'that step began') ?? accepted;
}

/** Sugar is told of the step that stirs it in, while that runs. */
function decideSweetened(batch: Batch, event: { brewId: string; stageId: string }, at: string): Decision {
  const may = decideStage(batch, event, at);
  if (may.kind === 'refused') return may;
  return runningStage(batch, event.brewId)?.kind === 'dissolve'
    ? accepted
    : refused('stage-not-running', 'stageId', 'Nothing is sweetened in this step.');
}

function decideSkip(batch: Batch, event: { brewId: string; stageId: string }, at: string): Decision {
  const may = decideStage(batch, event, at);
  if (may.kind === 'refused') return may;
  const stage = frozenBrew(batch.plan, event.brewId).way.stages.find((s) => s.id === event.stageId)!;
  return SKIPPABLE.has(stage.kind)
    ? accepted
    : refused(
        'cannot-be-skipped',
        'stageId',
        `Without ${STAGE_NAMES[stage.kind]} it is another drink. End it when it is done.`,
      );
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
  return before(at, running.startedAt, 'the step that runs began');
}

type PlantEvent = Extract<BatchEventBody, { type: 'put-in' | 'taken-out' | 'left-out' }>;

/** Whether it is told after the strain of what was to go in before, or of what finishes it once all is done: asked then, and not dropped. */
function isAskedAfter(batch: Batch, event: PlantEvent): boolean {
  if (event.type === 'taken-out' || unknownBrew(batch, event.brewId) || batch.offStoveAt !== undefined) return false;
  if (event.type === 'put-in' && event.more) return false;
  const state = brewState(batch, event.brewId);
  const brew = frozenBrew(batch.plan, event.brewId);
  // What was there from the beginning was laid out, and is in.
  const enters = brew.way.ingredients.find((i) => i.id === event.ingredientId)?.enters;
  if (!enters || (enters.stageId === timedStages(brew)[0]?.id && enters.atMin === 0)) return false;
  const late = goesInAfterStrain(brew, event.ingredientId);
  return late ? state.doneAt !== undefined : isOffPlants(batch.plan, state);
}

/** Whether what is told of is to go into the strained liquor, and that is there. */
function strainedFor(batch: Batch, { type, brewId, ingredientId }: PlantEvent): boolean {
  if (type === 'taken-out' || unknownBrew(batch, brewId)) return false;
  const brew = frozenBrew(batch.plan, brewId);
  return goesInAfterStrain(brew, ingredientId) && isOffPlants(batch.plan, brewState(batch, brewId));
}

function afterRuns(batch: Batch, brewId: string, at: string): Decision | undefined {
  const running = runningStage(batch, brewId);
  return running
    ? before(at, running.startedAt, 'the step that runs began')
    : refused('nothing-in-the-pot', 'brewId', 'All of this brew is done: pour it into the jug instead.');
}

function decidePlant(batch: Batch, event: PlantEvent, at: string): Decision {
  const not = isAskedAfter(batch, event)
    ? undefined
    : strainedFor(batch, event)
      ? afterRuns(batch, event.brewId, at)
      : potRuns(batch, event.brewId, at);
  if (not) return not;
  const known = frozenBrew(batch.plan, event.brewId).way.ingredients.map((i) => i.id);
  if (!known.includes(event.ingredientId))
    return refused(
      'unknown-plant',
      'ingredientId',
      'This brew has no such plant. Open its page again and choose one of its own.',
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
      return decideVolume(batch, event.brewId, event.value, at);
    case 'ph':
      return decidePh(batch, event.value);
    case 'temp':
      if (event.brewId === undefined) return sinceStrained(batch, at);
      return potRuns(batch, event.brewId, at) ?? accepted;
    case 'pan-weight':
      return decideWeight(batch, event, at);
    case 'brix':
      return decideBrix(batch, event.brewId, event.value);
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

/** What a plant gives more than the table has it give at the most, and a reading beyond that is off by. House estimates. */
const MOST_GIVEN = { times: 1.4, brix: 0.5 } as const;

/** No more can be dissolved in it than its plants have and was stirred in, with so much water gone as can steam off. */
function decideBrix(batch: Batch, brewId: string, brix: number): Decision {
  const not = unknownBrew(batch, brewId) ?? needsOffPlants(batch, brewId);
  if (not.kind === 'refused') return not;
  const most = mostBrixOf(batch, brewId);
  return brix <= most
    ? accepted
    : refused(
        'unbelievable-brix',
        'value',
        `Its plants and its sugar give ${most.toFixed(1)} °Bx at the most, and ${brix} °Bx was read. Wipe the prism, set it to zero with water, and read again at room warmth; more leaf or sugar that went in is written down first.`,
      );
}

/** The highest Brix that a brew can have: all that its plants hold, what sweetens it, in the water that is left. */
export function mostBrixOf(batch: Batch, brewId: string): number {
  const { concentrate } = runOfBatch(batch, brewId);
  const now = plantSolidsG(concentrate);
  if (now === 0) return Math.max(apparentBrix(concentrate), 0) + MOST_GIVEN.brix;
  const { pots } = frozenBrew(batch.plan, brewId);
  const plants = plantsOf(batch.plan.drink);
  const all = wayAsItWent(batch, brewId).ingredients.reduce((sum, i) => {
    const b = plantIn(plants, i.plant);
    return sum + (i.grams / pots) * (b.bodyMax + b.harshMax) * (i.potency ?? 1);
  }, 0);
  // What came through has its share of that; sugar that was stirred in is known.
  const run = runOfBatch(batch, brewId);
  const inPot = plantSolidsG(run.at(run.endMin).liquor);
  const solids = solidsG(concentrate) - now + (inPot > 0 ? (now / inPot) * all : now) * MOST_GIVEN.times;
  const waterG = concentrate.waterG * (1 - LEFT_UNSEEN);
  return (100 * solids) / (solids + waterG) + MOST_GIVEN.brix;
}

/** Water that may have steamed off without anyone's seeing it. House estimate. */
const LEFT_UNSEEN = 0.3;

/** What is this far from what its acid makes is not the drink, or not the meter. House estimates. */
const PH_OFF = { sourer: 1.2, milder: 2.2 } as const;

/** No jar of this kind comes lower than vinegar does. House estimate. */
const MOST_SOUR_JAR = 2.2;

/** A pH is doubted that nothing in the drink can make. */
function decidePh(batch: Batch, ph: number): Decision {
  // What works in a jar is measured while it does: until then it is not ready.
  const works = batch.plan.brews.some((b) => runningStage(batch, b.brewId)?.kind === 'ferment');
  const not = needsStrained(batch);
  if (not.kind === 'refused' && !works) return not;
  // What stands mixed, or what came through before it is.
  const kept = batch.vessels.map((v) => v.liquid);
  const all = pourTogether(
    ...(kept.length > 0 ? kept : batch.plan.brews.map((b) => runOfBatch(batch, b.brewId).concentrate)),
  );
  if (volumeMl(all) === 0) return accepted;
  const expected = phOfLiquid(all);
  // What works makes acid of its own.
  const low = works ? MOST_SOUR_JAR : expected - PH_OFF.sourer;
  const high = Math.min(9, expected + PH_OFF.milder);
  return ph >= low && ph <= high
    ? accepted
    : refused(
        'unbelievable-ph',
        'value',
        `What is in it makes a pH of about ${expected.toFixed(1)}; ${ph} is ${ph < low ? 'sourer than anything in it' : 'milder than its acid allows'}. Rinse the probe, calibrate it, and read again; juice or acid that went in is written down first.`,
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
function decideVolume(batch: Batch, brewId: string, ml: number, at: string): Decision {
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
  const state = brewState(batch, brewId);
  const since = state.doneAt ?? runningStage(batch, brewId)?.startedAt;
  const early = since && before(at, since, 'it was strained');
  if (early) return early;
  const most = mostThatCanComeOutMl(batch, brewId);
  return ml > most
    ? refused(
        'unbelievable-volume',
        'value',
        `${Math.round(ml)} ml is more than went into the pot. Up to ${Math.round(most)} ml is accepted.`,
      )
    : accepted;
}

/** A tenth more than all that went in, fruit by its own water, sugar and what dissolves counted with it, ml. */
export function mostThatCanComeOutMl(batch: Batch, brewId: string): number {
  const { ml } = liquidIn(wayAsItWent(batch, brewId), 1, plantsOf(batch.plan.drink));
  return Math.max(ml, frozenBrew(batch.plan, brewId).promised.volumeMl) * 1.1;
}

function needsMeasured(batch: Batch, at: string): Decision {
  if (batch.phase === 'put-away')
    return refused('already-put-away', 'type', 'This batch has been mixed or bottled already.');
  return batch.phase === 'measured'
    ? (before(at, lastMeasuredAt(batch), 'what came out was measured') ?? accepted)
    : refused('not-measured-yet', 'type', 'Measure what came out before mixing or bottling it.');
}

/** When the last of the brews was measured; the start where none was. */
const lastMeasuredAt = (batch: Batch): string =>
  standingEvents(batch)
    .filter((e) => e.type === 'measured' && e.what === 'volume')
    .reduce((last, e) => (e.at > last ? e.at : last), batch.strainedAt ?? batch.startedAt);

function decideMix(batch: Batch, { mix, hadMl }: { mix: MixVolumes; hadMl: MixVolumes }, at: string): Decision {
  const ready = needsMeasured(batch, at);
  if (ready.kind === 'refused') return ready;
  const onHand = onHandOf(batch, hadMl);
  const lines = batch.plan.drink.mix.filter((l) => l.at === 'jug');
  for (const id of Object.keys(mix))
    if (!lines.some((l) => l.id === id))
      return refused(
        'unknown-part',
        `mix.${id.slice(0, 40)}`,
        `This mix has no such part. It has: ${lines.map((l) => l.name.toLowerCase()).join(', ')}.`,
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
  return refused('more-than-there-is', 'vesselId', 'Nothing like that of this batch stands on the shelf any more.');
}

/** Refuses what is told of something that does not stand on the shelf, or did not yet at that moment. */
const standing = (batch: Batch, vesselId: string, at: string): Decision | undefined =>
  knownVessel(batch, vesselId) ?? before(at, batch.vessels.find((v) => v.id === vesselId)!.filledAt, 'it was filled');

function decideOnShelf(batch: Batch, event: ShelfEventBody, at: string): Decision {
  const unknown = standing(batch, event.vesselId, at);
  if (unknown) return unknown;
  const not = refusedOnShelf(
    batch.vessels,
    batch.vessels.find((v) => v.id === event.vesselId)!,
    event,
  );
  return not ? refused(not.reason, not.field, not.message) : accepted;
}

/** The jug takes no more than it holds; what a bottle takes, only its cook knows. */
function decideAdded(
  batch: Batch,
  { vesselId, parts }: { vesselId: string; parts: readonly PouredPart[] },
  at: string,
): Decision {
  const unknown = standing(batch, vesselId, at);
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
  const { jugVesselId, jugCount = 1 } = batch.plan;
  return jug ? Math.max(0, jugCount * vesselOf(batch.plan, jugVesselId).capacityMl - volumeMl(jug.liquid)) : 0;
}

function decideUndo(batch: Batch, eventId: string): Decision {
  const event = batch.events.find((e) => e.id === eventId);
  if (!event) return refused('unknown-event', 'eventId', 'Nothing like that has happened to this batch.');
  if (event.type === 'started')
    return refused('cannot-undo-the-start', 'eventId', 'A start cannot be undone. Discard the batch instead.');
  if (event.type === 'undone')
    return refused('unknown-event', 'eventId', 'An undo cannot be undone. Do the thing again instead.');
  if (takenBack(batch.events).has(eventId))
    return refused('already-undone', 'eventId', 'This has been undone already.');
  return accepted;
}
