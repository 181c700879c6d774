import { Inject, Injectable } from '@nestjs/common';
import {
  batchAfter,
  expectedOf,
  brewState,
  isOffPlants,
  judgeProbe,
  levelOf,
  READING_RANGES,
  type Attached,
  type Batch,
  type Expected,
  type InstrumentKind,
  type ProbeState,
  type Reading,
} from '@steepsis/core';
import type { BatchReadings, InstrumentMessage, InstrumentView } from '@steepsis/contract';
import { randomUUID } from 'node:crypto';
import { Subject, type Observable } from 'rxjs';
import { BatchesService } from '../batches/batches.service';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput, notFound, ProblemException } from '../shared/problem.filter';
import { StreamService } from '../stream/stream';
import { CoolingLearner } from './coolingLearner';
import { ReadingsStore, type Instrument, type Stored } from './readings.store';

/** So much of a probe is looked at to judge it. */
const REMEMBERED_MS = 5 * 60_000;
/** A batch is told of a temperature when it is this far from its model, and no oftener than this. House estimates. */
const TOLD_AT = { differsC: 1, everyMs: 60_000 } as const;
/** Points of a chart at most. */
const CHART_POINTS = 400;
/** What may come ahead of this machine's clock. */
const SLACK_MS = 2 * 60_000;

/** A probe that was just put into a pot is on its way from where it was; it is judged by what it reads after that. House estimate. */
const SETTLES_MS = 30_000;

type Live = { recent: Reading[]; toldMs: number; settledMs: number };

/** Readings come in here, real or simulated; what can be believed of them goes on to the batch. */
@Injectable()
export class InstrumentsService {
  private readonly live = new Map<string, Live>();
  private readonly batches = new Map<string, Promise<Batch>>();
  private readonly messages = new Subject<InstrumentMessage>();

  constructor(
    private readonly store: ReadingsStore,
    private readonly batchesService: BatchesService,
    private readonly learner: CoolingLearner,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    this.stream.heard((message) => {
      if (!('batchId' in message)) return;
      this.batches.delete(message.batchId);
      void this.learner.learnFrom(message.batchId);
    });
  }

  observed(): Observable<InstrumentMessage> {
    return this.messages.asObservable();
  }

  /** Makes an instrument known, or renames it. Kinds do not change: its readings would lose their meaning. */
  async register(id: string, name: string, kind: InstrumentKind, simulated = false): Promise<InstrumentView> {
    const known = await this.store.instrument(id);
    if (known && known.kind !== kind)
      throw invalidInput([{ field: 'kind', accepted: `${known.kind}, as it was before`, got: kind }]);
    await this.store.keep({ id, name, kind, simulated }, this.config.now().toISOString());
    this.stream.announce({ instruments: true });
    return this.view(id);
  }

  /** Puts it into a pot, or takes it out of any. */
  async attach(id: string, attached: Attached | undefined): Promise<InstrumentView> {
    const { attached: was } = await this.require(id);
    if (attached) {
      const batch = await this.batch(attached.batchId);
      const brews = batch.plan.brews.map((b) => b.brewId);
      if (!brews.includes(attached.brewId))
        throw invalidInput([
          { field: 'brewId', accepted: `one of ${brews.join(', ')}`, got: attached.brewId.slice(0, 60) },
        ]);
    }
    await this.store.attach(id, attached);
    (await this.liveOf(id)).settledMs = this.config.now().getTime() + SETTLES_MS;
    await this.forgetBatches();
    // A logger's history comes when its batch has long said its last.
    if (was) void this.learner.learnFrom(was.batchId);
    this.stream.announce({ instruments: true });
    return this.view(id);
  }

  /** Stores readings before it answers, then judges them and tells the batch what can be believed. */
  async take(id: string, sent: readonly { at: string; value: number }[]): Promise<{ stored: number }> {
    const instrument = await this.require(id);
    const latest = this.config.now().getTime() + SLACK_MS;
    const readings = sent.map(({ at, value }) => ({ atMs: Date.parse(at), value }));
    const { min, max, unit } = READING_RANGES[instrument.kind];
    // Compared so that what is no number is wrong too.
    const isLate = (r: Reading): boolean => !(r.atMs <= latest);
    const wrong = readings.findIndex((r) => isLate(r) || !(r.value >= min && r.value <= max));
    if (wrong >= 0) {
      const late = isLate(readings[wrong]!);
      throw invalidInput([
        late
          ? { field: `readings.${wrong}.at`, accepted: 'a time that has come', got: sent[wrong]!.at }
          : { field: `readings.${wrong}.value`, accepted: `${min} to ${max} ${unit}`, got: String(sent[wrong]!.value) },
      ]);
    }
    await this.takeAll([{ instrument, readings }]);
    return { stored: readings.length };
  }

  /** Readings of several instruments in one write. */
  async takeAll(all: readonly { instrument: Instrument; readings: readonly Reading[] }[]): Promise<void> {
    const stored = await Promise.all(
      all.map(async ({ instrument: { id, attached }, readings }): Promise<Stored[]> => {
        // A logger’s history of a pot is that pot’s; what it reads after the batch is off the stove is no pot’s.
        const endMs = (await this.offStoveMs(attached)) ?? Infinity;
        return readings.map((r) => ({ ...r, instrumentId: id, attached: r.atMs <= endMs ? attached : undefined }));
      }),
    );
    await this.store.store(stored.flat());
    for (const { instrument, readings } of all) await this.follow(instrument, readings);
    this.messages.next({
      instruments: await Promise.all(all.map(async ({ instrument }) => this.viewOf(await this.asItHangs(instrument)))),
    });
  }

  private async follow(instrument: Instrument, readings: readonly Reading[]): Promise<void> {
    const live = await this.liveOf(instrument.id);
    live.recent = [...live.recent, ...readings].sort((a, b) => a.atMs - b.atMs);
    const newest = live.recent.at(-1)?.atMs ?? 0;
    live.recent = live.recent.filter((r) => r.atMs > newest - REMEMBERED_MS);
    if (instrument.kind === 'probe' && instrument.attached) await this.tellBatch(instrument.attached, live);
  }

  /** A believed temperature that is not what the model has moves the batch’s prediction. */
  private async tellBatch({ batchId, brewId }: Attached, live: Live): Promise<void> {
    const nowMs = this.config.now().getTime();
    const batch = await this.batch(batchId);
    const expected = expectedOf(batch, brewId, nowMs);
    if (!expected) return;
    const settled = sinceSettled(live);
    const level = levelOf(settled);
    const last = settled.at(-1);
    // Old readings of a logger are history; only what is measured now may move what is to come.
    if (level === undefined || !last || nowMs - last.atMs > 10_000) return;
    if (judgeProbe(settled, expected, nowMs).state !== 'good') return;
    const differs = Math.abs(level - expected.tempAt(last.atMs)) >= TOLD_AT.differsC;
    if (!differs || nowMs - live.toldMs < TOLD_AT.everyMs) return;
    live.toldMs = nowMs;
    const strained = isOffPlants(batch.plan, brewState(batch, brewId));
    await this.batchesService
      .append(batchId, {
        id: randomUUID(),
        at: new Date(Math.min(last.atMs, nowMs)).toISOString(),
        type: 'measured',
        what: 'temp',
        ...(strained ? {} : { brewId }),
        value: Math.round(level * 10) / 10,
        method: 'probe',
      })
      // The cook may have ended the stage in the same second; the reading stays, the batch goes its own way.
      .catch((error: unknown) => {
        if (!(error instanceof ProblemException)) throw error;
      });
  }

  async list(): Promise<InstrumentView[]> {
    return Promise.all((await this.known()).map((i) => this.viewOf(i)));
  }

  /** All instruments, each in the pot it is in now. */
  async known(): Promise<Instrument[]> {
    return Promise.all((await this.store.instruments()).map((i) => this.asItHangs(i)));
  }

  async view(id: string): Promise<InstrumentView> {
    return this.viewOf(await this.asItHangs(await this.require(id)));
  }

  /** What was read in a batch’s pots, few enough points for a chart. */
  async ofBatch(batchId: string): Promise<BatchReadings> {
    const [all, instruments] = [await this.store.thinnedOfBatch(batchId, CHART_POINTS), await this.store.instruments()];
    const groups = new Map<string, { instrumentId: string; brewId: string; readings: Reading[] }>();
    for (const { instrumentId, brewId, atMs, value } of all) {
      const key = `${instrumentId}/${brewId}`;
      const group = groups.get(key) ?? { instrumentId, brewId, readings: [] };
      group.readings.push({ atMs, value });
      groups.set(key, group);
    }
    return {
      series: [...groups.values()].map(({ instrumentId, brewId, readings }) => {
        const { name, kind } = instruments.find((i) => i.id === instrumentId)!;
        return { instrumentId, name, kind, brewId, readings };
      }),
    };
  }

  async forget(id: string): Promise<void> {
    await this.store.forget(id);
    await this.forgetBatches();
    this.stream.announce({ instruments: true });
  }

  piecesOfReadings(id: string): AsyncGenerator<Reading[]> {
    return this.store.piecesOf(id);
  }

  async require(id: string): Promise<Instrument> {
    const found = await this.store.instrument(id);
    if (!found) throw notFound('instrument', id);
    return found;
  }

  /** A batch off the stove has let go of its instruments; where that is undone, they are back in it. */
  private async asItHangs(instrument: Instrument): Promise<Instrument> {
    const offStoveMs = await this.offStoveMs(instrument.attached);
    return offStoveMs === undefined ? instrument : { ...instrument, attached: undefined };
  }

  private async offStoveMs(attached: Attached | undefined): Promise<number | undefined> {
    const { offStoveAt } = attached ? await this.batch(attached.batchId) : {};
    return offStoveAt === undefined ? undefined : Date.parse(offStoveAt);
  }

  /** A batch as it is now, read once between two changes of it. */
  batch(id: string): Promise<Batch> {
    const known = this.batches.get(id);
    if (known) return known;
    const read = this.batchesService.view(id).then((v) => batchAfter(v.events));
    read.catch(() => this.batches.delete(id));
    this.batches.set(id, read);
    return read;
  }

  /** Only batches with an instrument in them are asked for again and again. */
  private async forgetBatches(): Promise<void> {
    const used = new Set((await this.store.instruments()).map((i) => i.attached?.batchId));
    for (const id of this.batches.keys()) if (!used.has(id)) this.batches.delete(id);
  }

  private async liveOf(id: string): Promise<Live> {
    const known = this.live.get(id);
    if (known) return known;
    const live = { recent: await this.store.latest(id, 300), toldMs: 0, settledMs: 0 };
    this.live.set(id, live);
    return live;
  }

  private async viewOf({ id, name, kind, simulated, attached }: Instrument): Promise<InstrumentView> {
    const live = await this.liveOf(id);
    const last = live.recent.at(-1);
    const isProbe = kind === 'probe' && attached !== undefined;
    // A probe that has gone silent sends nothing that would say so.
    const nowMs = this.config.now().getTime();
    const expected = isProbe
      ? await this.batch(attached.batchId).then((b) => expectedOf(b, attached.brewId, nowMs))
      : undefined;
    const state = expected && stateOf(live, expected, nowMs);
    return { id, name, kind, simulated, attached, last, state };
  }
}

const sinceSettled = ({ recent, settledMs }: Live): readonly Reading[] => recent.filter((r) => r.atMs >= settledMs);

/** While a probe settles nothing can be said of it but that it is silent. */
function stateOf(live: Live, expected: Expected, nowMs: number): ProbeState | undefined {
  const settled = sinceSettled(live);
  if (settled.length > 0) return judgeProbe(settled, expected, nowMs).state;
  const { state } = judgeProbe(live.recent, expected, nowMs);
  return state === 'silent' ? state : undefined;
}
