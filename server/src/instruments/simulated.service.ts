import { Inject, Injectable, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import {
  freshlySimulated,
  sayNow,
  seededRandom,
  truthOf,
  type Batch,
  type InstrumentKind,
  type Misbehaviour,
  type Reading,
  type Simulated,
  type Truth,
} from '@steepsis/core';
import type { InstrumentView } from '@steepsis/contract';
import { randomUUID } from 'node:crypto';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput } from '../shared/problem.filter';
import { InstrumentsService } from './instruments.service';
import type { Instrument } from './readings.store';

const NAMES: Record<InstrumentKind, string> = {
  probe: 'Simulated probe',
  scale: 'Simulated scale',
  refractometer: 'Simulated refractometer',
};

/** Stand-ins that ship with the server: they read the running pots by the model, and speak as real instruments do. */
@Injectable()
export class SimulatedService implements OnModuleInit, OnApplicationShutdown {
  private readonly states = new Map<string, Simulated>();
  private readonly truths = new WeakMap<Batch, Map<string, (nowMs: number) => Truth | undefined>>();
  private readonly random = seededRandom(20260705);
  private timer: NodeJS.Timeout | undefined;
  private ticking = false;

  constructor(
    private readonly instruments: InstrumentsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onModuleInit(): void {
    if (!this.config.timers) return;
    this.timer = setInterval(() => {
      // A slow machine leaves out a second rather than running two at once.
      if (this.ticking) return;
      this.ticking = true;
      void this.tick()
        .catch(() => undefined)
        .finally(() => (this.ticking = false));
    }, 1000);
    this.timer.unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  async add(kind: InstrumentKind): Promise<InstrumentView> {
    const same = (await this.instruments.known()).filter((i) => i.simulated && i.kind === kind).length;
    return this.instruments.register(
      `simulated-${randomUUID().slice(0, 8)}`,
      same === 0 ? NAMES[kind] : `${NAMES[kind]} ${same + 1}`,
      kind,
      true,
    );
  }

  async misbehave(id: string, misbehaves: Misbehaviour): Promise<void> {
    await this.requireSimulated(id);
    this.states.set(id, { ...this.stateOf(id), misbehaves, sinceMs: this.config.now().getTime() });
  }

  async remove(id: string): Promise<void> {
    await this.requireSimulated(id);
    await this.instruments.forget(id);
    this.states.delete(id);
  }

  private async requireSimulated(id: string): Promise<void> {
    const instrument = await this.instruments.require(id);
    if (!instrument.simulated)
      throw invalidInput([{ field: 'id', accepted: 'a simulated instrument', got: JSON.stringify(id.slice(0, 60)) }]);
  }

  misbehaves(id: string): Misbehaviour {
    return this.stateOf(id).misbehaves;
  }

  /** All simulated instruments say what they say now. */
  async tick(): Promise<void> {
    const nowMs = this.config.now().getTime();
    const simulated = (await this.instruments.known()).filter((i) => i.simulated && i.attached);
    const said: { instrument: Instrument; readings: Reading[] }[] = [];
    for (const instrument of simulated) {
      const value = await this.readingOf(instrument, nowMs);
      said.push({ instrument, readings: value === undefined ? [] : [{ atMs: nowMs, value }] });
    }
    if (said.length > 0) await this.instruments.takeAll(said);
  }

  private async readingOf({ id, kind, attached }: Instrument, nowMs: number): Promise<number | undefined> {
    const batch = await this.instruments.batch(attached!.batchId);
    const truth = this.truthIn(batch, attached!.brewId)(nowMs);
    const { roomC } = batch.plan.kitchen;
    const really = { probe: truth?.tempC ?? roomC, scale: truth?.panWeightG ?? 0, refractometer: truth?.brix ?? 0 }[
      kind
    ];
    const air = { probe: roomC, scale: 0, refractometer: 0 }[kind];
    const { state, value } = sayNow(kind, this.stateOf(id), { truth: really, airTruth: air, nowMs }, this.random);
    this.states.set(id, state);
    return value;
  }

  private truthIn(batch: Batch, brewId: string): (nowMs: number) => Truth | undefined {
    const known = this.truths.get(batch) ?? new Map<string, (nowMs: number) => Truth | undefined>();
    this.truths.set(batch, known);
    const truth = known.get(brewId) ?? truthOf(batch, brewId);
    known.set(brewId, truth);
    return truth;
  }

  private stateOf(id: string): Simulated {
    return this.states.get(id) ?? freshlySimulated(this.config.now().getTime());
  }
}
