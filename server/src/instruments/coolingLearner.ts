import { Injectable, Logger, type OnModuleDestroy } from '@nestjs/common';
import {
  batchAfter,
  brewState,
  frozenBrew,
  timeCooling,
  vesselOf,
  wayAsItWent,
  withCooling,
  type Batch,
  type Reading,
} from '@steepsis/core';
import { BatchesService } from '../batches/batches.service';
import { HouseService, KITCHEN_ID } from '../house/house.service';
import { ReadingsStore } from './readings.store';

/** Corrects the cooling of a pot for good, from what a probe saw of it while it steeped with its lid on. */
@Injectable()
export class CoolingLearner implements OnModuleDestroy {
  private readonly log = new Logger('cooling');

  constructor(
    private readonly batches: BatchesService,
    private readonly house: HouseService,
    private readonly readings: ReadingsStore,
  ) {}

  private closed = false;
  private pending: Promise<void> = Promise.resolve();

  /** Looks at every steep of a batch that has ended. One that has counted already changes nothing. */
  learnFrom(batchId: string): Promise<void> {
    this.pending = this.pending.then(() => this.look(batchId));
    return this.pending;
  }

  /** The database closes after this. */
  async onModuleDestroy(): Promise<void> {
    this.closed = true;
    await this.pending;
  }

  private async look(batchId: string): Promise<void> {
    try {
      if (this.closed || !(await this.readings.instruments()).some((i) => i.kind === 'probe')) return;
      const batch = batchAfter((await this.batches.view(batchId)).events);
      for (const cooling of coolingsOf(batch)) await this.learn(batch, cooling);
    } catch (error) {
      // Learning waits for the next time; the batch does not wait for it.
      this.log.warn(error instanceof Error ? error.message : String(error));
    }
  }

  private async learn(batch: Batch, { brewId, stageId, fromMs, toMs }: Cooling): Promise<void> {
    const { vesselId, pots } = frozenBrew(batch.plan, brewId);
    const kitchen = (await this.house.view()).kitchen;
    const vessel = kitchen.body.vessels.find((v) => v.id === vesselId);
    const name = `${batch.id}/${brewId}/${stageId}`;
    if (!vessel || vessel.timed?.from.includes(name)) return;
    const probes = new Set((await this.readings.instruments()).filter((i) => i.kind === 'probe').map((i) => i.id));
    const all = await this.readings.ofBatch(batch.id, fromMs, toMs);
    const seen = all.filter((r) => r.brewId === brewId && probes.has(r.instrumentId));
    const timed = timeCooling(byOneProbe(seen), {
      vessel: vesselOf(batch.plan, vesselId),
      waterMl: wayAsItWent(batch, brewId).waterMl / pots,
      roomC: batch.plan.kitchen.roomC,
    });
    // A probe that lied gives a pot that cannot be: believed within what the reference itself allows, at three sigmas.
    if (!timed || timed.lossScale < 0.4 || timed.lossScale > 2.5 || timed.sigmaLn > 0.25) return;
    const after = withCooling(vessel.timed, timed, name);
    await this.house.save('kitchen', KITCHEN_ID, kitchen.version, {
      ...kitchen.body,
      vessels: kitchen.body.vessels.map((v) => (v.id === vesselId ? { ...v, timed: after } : v)),
    });
  }
}

type Cooling = { brewId: string; stageId: string; fromMs: number; toMs: number };

/** Ended steeps off the heat whose lid stayed on and into which no water was poured. */
const coolingsOf = (batch: Batch): Cooling[] =>
  batch.plan.brews.flatMap(({ brewId, way }) => {
    const { stages, changes } = brewState(batch, brewId);
    return stages.flatMap((s): Cooling[] => {
      const stage = way.stages.find((x) => x.id === s.stageId);
      const disturbed = changes.happened.some(
        (h) => h.stageId === s.stageId && (h.kind === 'lid' || h.kind === 'water'),
      );
      if (stage?.kind !== 'steep' || stage.place !== 'off-heat' || stage.lid === 'open' || disturbed || !s.endedAt)
        return [];
      return [
        { brewId, stageId: s.stageId, fromMs: Date.parse(s.startedAt) + SETTLES_MS, toMs: Date.parse(s.endedAt) },
      ];
    });
  });

/** A probe lags, and a pot just off the heat is still stirred by it. */
const SETTLES_MS = 60_000;

/** The probe with most to say: two in one pot are not one series. */
function byOneProbe(seen: readonly (Reading & { instrumentId: string })[]): readonly Reading[] {
  const byId = new Map<string, Reading[]>();
  for (const r of seen) byId.set(r.instrumentId, [...(byId.get(r.instrumentId) ?? []), r]);
  return [...byId.values()].sort((a, b) => b.length - a.length)[0] ?? [];
}
