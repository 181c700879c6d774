import type { Drawn } from '../pantry/pantry';
import { followBrew, type BrewRun, type BrewSetup } from '../brew/brewRun';
import { afterStraining, untilStrained, type BrewWay, type Stage } from '../drink/drink';
import { InputError } from '../quantity/errors';
import { remembering } from '../quantity/remembering';
import type { Vessel } from '../heat/vessel';
import type { BatchEvent, CooledBy, FrozenBrew, FrozenPlan, ServedState, Verdict } from './batchEvent';
import type { Sign } from '../keeping/kept';
import { wayAsMade } from './asItWent';
import { inOrder, standingEvents } from './restsOn';
import {
  changed,
  endStage,
  frozenBrew,
  happenedTo,
  isOffPlants,
  minutesBetween,
  seenOf,
  startedBrew,
  vesselOf,
  waitingBrew,
  type BrewState,
  type StageRecord,
} from './brewState';
import { correctForBrix } from './correctForBrix';
import { correctedTo } from '../brew/correctForVolume';
import {
  addSweetener,
  massG,
  NO_LIQUID,
  portionOf,
  portionOfVolume,
  pourTogether,
  volumeMl,
  type Liquid,
} from '../liquid/liquid';
import { jugOf, type JugWanted, type MixVolumes, type OnHand } from '../plan/mixJug';
import type { PhReading } from '../keeping/keepingWindow';
import { afterOnShelf, JUG, storedVessel, type ShelfEventBody, type StoredVessel } from '../keeping/storedVessel';
import { pourGlass, iceFor } from '../plan/glass';
import { afterGlass, type GlassPour } from '../serve/atGlass';
import { plantsOf } from '../reference/plants';
import { atGlassOf, bookStandard, fixedPerLitreMl } from '../plan/houseStandard';
import { isEndless, lineLiquid } from '../plan/mixLines';

// The state of a batch is a fold over its events.
// 1. Same events, same state: nothing reads a clock. 2. An undone event counts as if it had never been.
// 3. Events fold by time, then by sequence. 4. Nothing is poured that is not there. 5. An event that cannot be worked out
// does not count and says so; the others do.

/** The least advanced brew decides: a batch runs while any of its brews does. */
export type Phase = 'running' | 'strained' | 'measured' | 'put-away' | 'discarded';

/** A verdict as it stands, with the event it came by. */
export type Tasting = {
  eventId: string;
  at: string;
  state: ServedState;
  verdict: Verdict;
  /** a single glass that was built at the table, and what of the batch was in it */
  glass?: GlassPour;
  vesselId?: string;
};
export { JUG };

/** All that is known of one making of a drink: what its events come to. Times are UTC, ISO 8601; volumes ml. */
export type Batch = {
  id: string;
  plan: FrozenPlan;
  startedAt: string;
  phase: Phase;
  /** when it was mixed, bottled or thrown away: from then on no pot is its own */
  offStoveAt: string | undefined;
  brews: readonly BrewState[];
  /** when the last brew was done */
  strainedAt: string | undefined;
  ph: PhReading | undefined;
  /** temperatures of what was strained, while it cools */
  temps: readonly { at: string; tempC: number }[];
  signs: readonly Sign[];
  /** warnings that were read and gone ahead with, with the plan’s own */
  acknowledged: readonly string[];
  mix: MixVolumes | undefined;
  /** the jug as it was mixed, before anything was poured from it */
  jug: Liquid | undefined;
  /** what the jug was made of after each addition, oldest first */
  jugSince: readonly { at: string; liquid: Liquid }[];
  vessels: readonly StoredVessel[];
  tastings: readonly Tasting[];
  discardedWhy: string | undefined;
  /** what was seen to or left on the list before the heat; undefined where nothing was laid out */
  laidOut: Readonly<Record<string, 'seen' | 'left'>> | undefined;
  /** calls that were heard, and when they ring again if they do */
  heard: Readonly<Record<string, { againAtMs: number | undefined }>>;
  /** how what was strained is cooled, and since when */
  cooledBy: readonly { at: string; how: CooledBy }[];
  /** what was said and could not be worked out: it does not count until it is taken back or what it rests on is put right */
  unworked: readonly { event: BatchEvent; why: InputError }[];
  events: readonly BatchEvent[];
};

/**
 * The batch after its events.
 * @throws InputError for a list without a start: there is no batch without one
 */
export function batchAfter(events: readonly BatchEvent[]): Batch {
  const ordered = [...standingEvents({ events })].sort(inOrder);
  const first = ordered.find((e) => e.type === 'started');
  if (first?.type !== 'started')
    throw new InputError('batchAfter', 'events', 'a list with a start', `${events.length} events`);
  const start: Batch = {
    id: first.batchId,
    plan: first.plan,
    startedAt: first.at,
    phase: 'running',
    offStoveAt: undefined,
    brews: first.plan.brews.map((b, i) => (i === 0 && !first.layOut ? startedBrew(b, first.at) : waitingBrew(b))),
    strainedAt: undefined,
    ph: undefined,
    temps: [],
    signs: [],
    acknowledged: first.plan.acknowledged.map((a) => a.rule),
    mix: undefined,
    jug: undefined,
    jugSince: [],
    vessels: [],
    tastings: [],
    discardedWhy: undefined,
    laidOut: first.layOut ? {} : undefined,
    heard: {},
    cooledBy: [],
    unworked: [],
    events,
  };
  return ordered.reduce((batch, event) => offStove(applyAlone(batch, event), event.at), start);
}

/** When the first pot was on, or the batch was told of, whichever came first. */
export const begunAt = (batch: Batch): string =>
  [batch.startedAt, ...batch.brews.flatMap((b) => b.startedAt ?? [])].reduce((a, b) =>
    Date.parse(b) < Date.parse(a) ? b : a,
  );

/** Laid out at most: no brew of it has met heat or water. */
export const isUntouched = (batch: Batch): boolean =>
  batch.phase === 'running' && batch.brews.every((b) => b.startedAt === undefined);

/** What of the pantry went into it when it was begun. */
export const takenFor = (batch: Batch): readonly Drawn[] =>
  batch.events.flatMap((e) => (e.type === 'started' ? (e.taken ?? []) : []));

/** One thing that cannot be worked out is that thing's fault: everything else of the batch goes on without it. */
function applyAlone(batch: Batch, event: BatchEvent): Batch {
  try {
    return applyEvent(batch, event);
  } catch (why) {
    if (!(why instanceof InputError)) throw why;
    return { ...batch, unworked: [...batch.unworked, { event, why }] };
  }
}

const offStove = (batch: Batch, at: string): Batch =>
  batch.offStoveAt === undefined && (batch.phase === 'put-away' || batch.phase === 'discarded')
    ? { ...batch, offStoveAt: at }
    : batch;

function applyEvent(batch: Batch, event: BatchEvent): Batch {
  switch (event.type) {
    case 'started':
    case 'undone':
      return batch;
    case 'brew-started':
      return withBrew(batch, event.brewId, () => startedBrew(frozenBrew(batch.plan, event.brewId), event.at));
    case 'stage-ended':
      return withBrew(batch, event.brewId, (b) => endStage(batch.plan, b, event.stageId, event.at));
    case 'stage-skipped':
      return withBrew(batch, event.brewId, (b) =>
        changed(endStage(batch.plan, b, event.stageId, event.at), { skipped: [event.stageId] }),
      );
    case 'laid-out':
      return { ...batch, laidOut: { ...batch.laidOut, [event.item]: event.how } };
    case 'put-in':
    case 'taken-out':
    case 'left-out':
    case 'lid-set':
    case 'topped-up':
      return withBrew(batch, event.brewId, (b) => happenedTo(batch.plan, b, event));
    case 'sweetened':
      return withBrew(batch, event.brewId, (b) =>
        changed(b, { sweetened: [{ stageId: event.stageId, grams: event.grams }] }),
      );
    case 'heard': {
      const againAtMs = event.againMin === undefined ? undefined : Date.parse(event.at) + event.againMin * 60_000;
      return { ...batch, heard: { ...batch.heard, [event.call]: { againAtMs } } };
    }
    case 'cooled-by':
      return { ...batch, cooledBy: [...batch.cooledBy, { at: event.at, how: event.how }] };
    case 'tended':
      return withBrew(batch, event.brewId, (b) => ({
        ...b,
        tended: [...b.tended, { task: event.task, at: event.at }],
      }));
    case 'measured':
      return measured(batch, event);
    case 'observed':
      return event.vesselId === undefined
        ? { ...batch, signs: [...batch.signs, event.sign] }
        : onShelf(batch, { ...event, vesselId: event.vesselId }, event.at);
    case 'stood-out':
    case 'moved':
    case 'kept-in':
    case 'filled':
    case 'poured-away':
    case 'labelled':
    case 'poured':
      return onShelf(batch, event, event.at);
    case 'added':
      return addedTo(batch, event);
    case 'acknowledged':
      return { ...batch, acknowledged: [...batch.acknowledged, event.rule] };
    case 'mixed':
      return mixed(batch, event);
    case 'bottled':
      return {
        ...batch,
        phase: 'put-away',
        vessels: brewLines(batch.plan).map(({ lineId, brewId }) =>
          storedVessel(lineId, nameOf(batch.plan, brewId), concentrateOf(batch, brewId), event.at),
        ),
      };
    case 'tasted':
      return {
        ...batch,
        tastings: [
          ...batch.tastings,
          {
            eventId: event.id,
            at: event.at,
            state: event.state,
            verdict: event.verdict,
            ...(event.glass ? { glass: event.glass, vesselId: event.vesselId ?? JUG } : {}),
          },
        ],
      };
    case 'discarded':
      return { ...batch, phase: 'discarded', discardedWhy: event.why, vessels: [] };
  }
}

function measured(batch: Batch, event: BatchEvent & { type: 'measured' }): Batch {
  switch (event.what) {
    case 'volume':
      return withBrew(batch, event.brewId, (b) =>
        b.doneAt ? { ...b, measuredVolumeMl: event.value } : { ...b, strainedVolumeMl: event.value },
      );
    case 'temp':
      return event.brewId === undefined
        ? { ...batch, temps: [...batch.temps, { at: event.at, tempC: event.value }] }
        : withBrew(batch, event.brewId, (b) => seenOf(b, event.at, { kind: 'temp', tempC: event.value }));
    case 'pan-weight':
      return withBrew(batch, event.brewId, (b) =>
        isOffPlants(batch.plan, b)
          ? { ...b, panWeightG: event.value }
          : seenOf(b, event.at, { kind: 'weight', netG: event.value - panOf(batch.plan, b.brewId).emptyG }),
      );
    case 'brix':
      return withBrew(batch, event.brewId, (b) => ({ ...b, brix: event.value }));
    case 'ph': {
      if (event.vesselId !== undefined) return onShelf(batch, { ...event, vesselId: event.vesselId }, event.at);
      const method = event.method === 'meter' || event.method === 'strip' ? event.method : 'estimate';
      return { ...batch, ph: { ph: event.value, method } };
    }
  }
}

const panOf = (plan: FrozenPlan, brewId: string): Vessel => vesselOf(plan, frozenBrew(plan, brewId).vesselId);

const onShelf = (batch: Batch, event: ShelfEventBody, at: string): Batch => ({
  ...batch,
  vessels: afterOnShelf(batch.vessels, event, at),
});

const withVessel = (batch: Batch, vesselId: string, change: (v: StoredVessel) => StoredVessel): Batch => ({
  ...batch,
  vessels: batch.vessels.map((v) => (v.id === vesselId ? change(v) : v)),
});

function addedTo(batch: Batch, { vesselId, parts, at }: BatchEvent & { type: 'added' }): Batch {
  // Its label says what it was.
  const after = withVessel(batch, vesselId, ({ labelledAt: _label, ...v }) => ({
    ...v,
    liquid: pourTogether(v.liquid, ...parts.map((p) => p.liquid)),
    added: [...v.added, ...parts],
  }));
  const jug = vesselId === JUG ? after.vessels.find((v) => v.id === JUG) : undefined;
  return jug ? { ...after, jugSince: [...after.jugSince, { at, liquid: jug.liquid }] } : after;
}

/** What became of a brew of a batch so far. @throws InputError for a brew that its plan does not have */
export function brewState(batch: Batch, brewId: string): BrewState {
  frozenBrew(batch.plan, brewId);
  return batch.brews.find((b) => b.brewId === brewId)!;
}

function withBrew(batch: Batch, brewId: string, change: (b: BrewState) => BrewState): Batch {
  const brews = batch.brews.map((b) => (b.brewId === brewId ? change(b) : b));
  const moving = batch.offStoveAt === undefined;
  const done = brews.every((b) => b.doneAt !== undefined);
  const measured = done && brews.every((b) => b.measuredVolumeMl !== undefined);
  return {
    ...batch,
    brews,
    strainedAt: done ? brews.map((b) => b.doneAt!).reduce((a, b) => (a > b ? a : b)) : undefined,
    phase: !moving ? batch.phase : measured ? 'measured' : done ? 'strained' : 'running',
  };
}

/** Kinds that keep strained liquor hot on purpose. */
const HOT_AFTER = new Set<Stage['kind']>(['heat', 'hold', 'reduce']);

/** The stage after which a brew cools: its last before the strain, or the last that heats what was strained. */
export function lastHotStage(way: BrewWay): Stage | undefined {
  const before = untilStrained(way).filter((s) => s.kind !== 'strain');
  return (
    afterStraining(way)
      .filter((s) => HOT_AFTER.has(s.kind))
      .at(-1) ?? before.at(-1)
  );
}

/** When the last brew was off its plants and off the heat, and began to cool; undefined while one is not. */
export function strainedOffAt(batch: Batch): string | undefined {
  const ends = batch.brews.map(({ brewId }) => offHeatAt(batch, brewId));
  return ends.includes(undefined) ? undefined : (ends as string[]).reduce((a, b) => (a > b ? a : b));
}

/** When one brew was off its plants and off the heat; undefined while it is not. */
export function offHeatAt(batch: Batch, brewId: string): string | undefined {
  const state = brewState(batch, brewId);
  const last = lastHotStage(wayAsItWent(batch, brewId));
  return last ? state.stages.find((s) => s.stageId === last.id)?.endedAt : state.startedAt;
}

/** The stage of a brew that runs now, if one does. */
export const runningStage = (batch: Batch, brewId: string): StageRecord | undefined =>
  brewState(batch, brewId).stages.find((s) => s.endedAt === undefined);

/** How long the ended stages of a brew took, min; one that was skipped took none. */
export function actualMinutes(batch: Batch, brewId: string): Record<string, number> {
  const { stages, changes } = brewState(batch, brewId);
  return Object.fromEntries(
    stages.flatMap((s) => {
      if (!s.endedAt) return [];
      return [[s.stageId, changes.skipped.includes(s.stageId) ? 0 : minutesBetween(s.startedAt, s.endedAt)] as const];
    }),
  );
}

/** One pot of a brew of a frozen plan, as planned. */
export const runOfFrozen = (plan: FrozenPlan, brew: FrozenBrew): BrewRun =>
  plannedRuns(brew, plan.coreVersion, () => followBrew(setupOf(plan, brew)));

/** A frozen brew belongs to one plan. */
const plannedRuns = remembering<FrozenBrew, BrewRun>();

const setupOf = (plan: FrozenPlan, brew: FrozenBrew): BrewSetup => ({
  way: brew.way,
  scale: 1 / brew.pots,
  vessel: vesselOf(plan, brew.vesselId),
  kitchen: plan.kitchen,
  plants: plantsOf(plan.drink),
  factors: plan.factors,
});

/** The recipe of a brew as it came to be made so far. */
export const wayAsItWent = (batch: Batch, brewId: string): BrewWay =>
  wayAsMade(frozenBrew(batch.plan, brewId), brewState(batch, brewId).changes);

/** What a brew is run by when something of it is taken otherwise than it was told. */
export type Otherwise = {
  minutesOf?: Readonly<Record<string, number>>;
  /** from the recipe as it was made */
  way?: (made: BrewWay) => BrewWay;
  /** heat the pot loses, times the plan’s */
  lossScale?: number;
  /** as if no thermometer had been read */
  unread?: true;
};

/** One pot of a brew as it really went so far: ended stages by their own times, what was changed as it was, the rest as planned. */
export function runOfBatch(batch: Batch, brewId: string, otherwise: Otherwise = {}): BrewRun {
  // Every clock on a page asks for the same run; only another recipe cannot be told by its words.
  const { way, ...asked } = otherwise;
  if (way) return runAnew(batch, brewId, otherwise);
  return runsKnown(batch, JSON.stringify([brewId, asked]), () => runAnew(batch, brewId, otherwise));
}

const runsKnown = remembering<Batch, BrewRun>();

function runAnew(batch: Batch, brewId: string, { minutesOf, way, lossScale = 1, unread }: Otherwise): BrewRun {
  const { plan } = batch;
  const brew = frozenBrew(plan, brewId);
  const { changes, strainedVolumeMl } = brewState(batch, brewId);
  const made = wayAsItWent(batch, brewId);
  return followBrew({
    ...setupOf(plan, brew),
    factors: { ...plan.factors, heatLoss: plan.factors.heatLoss * lossScale },
    way: way ? way(made) : made,
    actualMinutes: minutesOf ?? actualMinutes(batch, brewId),
    happened: unread ? changes.happened.filter((h) => h.kind !== 'temp') : changes.happened,
    ...(strainedVolumeMl === undefined ? {} : { strainedMl: strainedVolumeMl / brew.pots }),
  });
}

/**
 * What a brew gave, all pots: as it was really made, and corrected by what was measured of it: the pan on the scale, the
 * jug, the refractometer.
 * @param withoutBrix as if no refractometer had been at hand
 */
export function concentrateOf(batch: Batch, brewId: string, { withoutBrix = false } = {}): Liquid {
  const { pots } = frozenBrew(batch.plan, brewId);
  const run = runOfBatch(batch, brewId);
  const { measuredVolumeMl, panWeightG, brix } = brewState(batch, brewId);
  let pot = run.concentrate;
  if (panWeightG !== undefined) pot = weighedTo(run, panWeightG - panOf(batch.plan, brewId).emptyG);
  if (measuredVolumeMl !== undefined)
    // What is measured is there, whatever should have become of it.
    pot =
      volumeMl(pot) > 0 ? correctedTo(pot, run.ledger, measuredVolumeMl / pots) : run.comingTo(measuredVolumeMl / pots);
  if (brix !== undefined && !withoutBrix) {
    const known = measuredVolumeMl !== undefined || panWeightG !== undefined;
    const corrected = correctForBrix(pot, run.ledger, brix, known);
    pot = known ? portionOf(corrected, volumeMl(pot) / volumeMl(corrected)) : corrected;
  }
  return portionOf(pot, pots);
}

/** Boiled down, what a pan lacks or has too much of is water; anything else is as if a jug had said its volume. */
function weighedTo({ concentrate, ledger, lost, comingTo }: BrewRun, netG: number): Liquid {
  if (lost) {
    const about = comingTo(netG);
    return portionOf(about, netG / massG(about));
  }
  const gapG = massG(concentrate) - netG;
  if (ledger.reducedMl > 0 && gapG < concentrate.waterG) return { ...concentrate, waterG: concentrate.waterG - gapG };
  return correctedTo(concentrate, ledger, (volumeMl(concentrate) * netG) / massG(concentrate));
}

/** Parts of the mix that are brewed, with the brew each is poured from. */
export const brewLines = (plan: FrozenPlan): readonly { lineId: string; brewId: string }[] =>
  plan.drink.mix.flatMap((l) => (l.from.kind === 'brew' ? [{ lineId: l.id, brewId: l.from.brewId }] : []));

/** Name of a brew of a frozen plan. */
export const nameOf = (plan: FrozenPlan, brewId: string): string => frozenBrew(plan, brewId).name;

/** What stands ready for the mix: brews as they came out, the rest as much as was planned or as is said to be there. */
export function onHandOf(batch: Batch, hadMl: MixVolumes = {}): OnHand {
  const { drink, target, promised } = batch.plan;
  return drink.mix
    .filter((l) => l.at === 'jug')
    .map((line) => {
      const have = hadMl[line.id] ?? plannedMl(batch.plan, line.id);
      const perLitreMl = fixedPerLitreMl(drink, target, line);
      return {
        id: line.id,
        liquid:
          line.from.kind === 'brew'
            ? concentrateOf(batch, line.from.brewId)
            : lineLiquid(
                line.from,
                isEndless(line) ? Math.max(1000, promised.mix[line.id] ?? 0) : have,
                plantsOf(drink),
              ),
        ...(isEndless(line) ? { endless: true } : {}),
        ...(perLitreMl === undefined ? {} : { perLitreMl }),
      };
    });
}

/** How much of a part was planned: a syrup is stirred in a round amount. */
export const plannedMl = ({ promised }: FrozenPlan, lineId: string): number =>
  promised.syrups.find((s) => s.lineId === lineId)?.volumeMl ?? promised.mix[lineId] ?? 0;

/** What the jug of a batch is to be. */
export const jugWantedOf = (batch: Batch, volumeMl = batch.plan.target.litres * 1000): JugWanted => {
  const { jugX, jugSugarGPerL, jugAcidGPerL, partsX } = batch.plan.promised;
  return {
    volumeMl,
    strengthX: jugX,
    sugarGPerL: jugSugarGPerL,
    ...(jugAcidGPerL === undefined ? {} : { acidGPerL: jugAcidGPerL }),
    ...(partsX ? { parts: partsX } : {}),
    standard: standardOf(batch),
  };
};

function mixed(batch: Batch, event: BatchEvent & { type: 'mixed' }): Batch {
  const onHand = onHandOf(batch, event.hadMl);
  const poured = jugOf(onHand, event.mix, standardOf(batch)).liquid;
  const jug = event.sugarAddedG > 0 ? addSweetener(poured, event.sugarAddedG, sweetenerOf(batch.plan)) : poured;
  const rest = brewLines(batch.plan).flatMap(({ lineId, brewId }) => {
    const concentrate = onHand.find((p) => p.id === lineId)!.liquid;
    const leftMl = volumeMl(concentrate) - (event.mix[lineId] ?? 0);
    if (leftMl < KEPT_FROM_ML) return [];
    return [
      storedVessel(lineId, `${nameOf(batch.plan, brewId)}, left over`, portionOfVolume(concentrate, leftMl), event.at),
    ];
  });
  return {
    ...batch,
    mix: event.mix,
    jug,
    phase: 'put-away',
    vessels: [storedVessel(JUG, 'jug', jug, event.at), ...rest],
  };
}

/** The sweetener of the house for this drink: that of its syrup, white sugar where it has none. */
export function sweetenerOf(plan: FrozenPlan): string {
  const syrup = plan.drink.mix.find((l) => l.from.kind === 'syrup');
  return syrup?.from.kind === 'syrup' ? syrup.from.sweetener : 'white_sugar';
}

/** A rest smaller than this is a film in the pot, not a bottle. */
const KEPT_FROM_ML = 50;

/** Strength of the house standard of the drink that a batch is, g of body to a litre of the glass. */
export const standardOf = (batch: Batch): number => bookStandard(batch.plan.drink);

/**
 * What the taster had in the glass: the jug as it was at that moment with what goes in at the glass, over ice or not; the mix
 * as planned without a jug.
 */
export function tastedLiquid(
  batch: Batch,
  { state, at, glass, vesselId }: Pick<Tasting, 'state' | 'at' | 'glass' | 'vesselId'>,
): Liquid {
  const { drink, target, kitchen } = batch.plan;
  const rest = glass && brewLines(batch.plan).find((l) => l.lineId === vesselId);
  if (rest) return afterGlass(plenty(concentrateOf(batch, rest.brewId)), glass, kitchen);
  const corrected = batch.jugSince.filter((j) => Date.parse(j.at) <= Date.parse(at)).at(-1);
  const jug = corrected?.liquid ?? batch.jug ?? plannedJug(batch);
  if (massG(jug) === 0) return jug;
  if (glass) return afterGlass(plenty(jug), glass, kitchen);
  const iceG = state === 'iced' ? iceFor(drink.serve, target.glassMl, true) : 0;
  const atGlass = atGlassOf(drink, target.glassMl);
  return pourGlass(jug, { glassMl: target.glassMl, iceG, atGlass }, kitchen, drink.serve.rightAtMin).liquid;
}

/** Enough of a liquid for any glass: what is left of it has nothing to do with what was in one. */
const plenty = (l: Liquid): Liquid => (volumeMl(l) > 0 ? portionOf(l, 2000 / volumeMl(l)) : l);

/**
 * The jug of one making mixed as another one was, so many times as large: what was poured and stirred in, or what was planned where it was
 * not mixed.
 */
export function jugOfMix(batch: Batch, like: Batch, times: number): Liquid {
  const said = standingEvents(like).findLast((e) => e.type === 'mixed');
  const event = said?.type === 'mixed' ? said : undefined;
  const mix = event?.mix ?? like.plan.promised.mix;
  const onHand = onHandOf(batch, timesAll(event?.hadMl ?? {}, times));
  const most = (id: string): number => volumeMl(onHand.find((p) => p.id === id)?.liquid ?? NO_LIQUID);
  const poured = Object.fromEntries(
    Object.entries(mix).flatMap(([id, ml]) => {
      const part = onHand.find((p) => p.id === id);
      if (!part) return [];
      return [[id, part.endless ? ml * times : Math.min(ml * times, most(id))]];
    }),
  );
  const { liquid } = jugOf(onHand, poured, standardOf(batch));
  return event && event.sugarAddedG > 0
    ? addSweetener(liquid, event.sugarAddedG * times, sweetenerOf(batch.plan))
    : liquid;
}

const timesAll = (mix: MixVolumes, times: number): MixVolumes =>
  Object.fromEntries(Object.entries(mix).map(([id, ml]) => [id, ml * times]));

function plannedJug(batch: Batch): Liquid {
  const onHand = onHandOf(batch);
  const most = (id: string): number => volumeMl(onHand.find((p) => p.id === id)!.liquid);
  const mix = Object.fromEntries(
    Object.entries(batch.plan.promised.mix).map(([id, ml]) => [id, Math.min(ml, most(id))]),
  );
  return jugOf(onHand, mix, standardOf(batch)).liquid;
}
