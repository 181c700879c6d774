import { randomUUID } from 'node:crypto';
import type { INestApplication } from '@nestjs/common';
import {
  batchAfter,
  concentrateOf,
  jugWantedOf,
  mixJug,
  onHandOf,
  plannedMl,
  volumeMl,
  type BatchEventBody,
  type PlanTarget,
} from '@steepsis/core';
import type { BatchView } from '@steepsis/contract';
import { BatchesService } from '../batches/batches.service';
import { DrinksService } from '../drinks/drinks.service';
import { DEMO_BATCHES, RUNNING_FRIDGE_STEEP, type DemoBatch } from './demoBatches';

/**
 * Fills an empty notebook with a made-up summer: batches, tastings and what is left of them, all through the same door
 * as a cook's own. Does nothing where there is anything already.
 */
export async function seedDemo(app: INestApplication, now: Date): Promise<void> {
  const batches = app.get(BatchesService);
  const drinks = app.get(DrinksService);
  if ((await batches.list({ limit: 1 })).length > 0) return;
  const cook = new DemoCook(batches, drinks, now);
  for (const demo of DEMO_BATCHES) await cook.make(demo);
  await cook.start(RUNNING_FRIDGE_STEEP);
}

/** The one brew of the drink that the demo summer is about. */
const BREW = 'concentrate';

class DemoCook {
  constructor(
    private readonly batches: BatchesService,
    private readonly drinks: DrinksService,
    private readonly now: Date,
  ) {}

  async start({ daysAgo, atHour, change }: DemoBatch): Promise<{ view: BatchView; startMs: number }> {
    const startMs = this.moment(daysAgo, atHour);
    const drink = await this.drinks.drink('roselle-rose-hip-cooler');
    const target: PlanTarget = { ...drink.defaults, ...change };
    const view = await this.batches.start({
      id: randomUUID(),
      eventId: randomUUID(),
      at: new Date(startMs).toISOString(),
      drinkId: drink.id,
      drinkVersion: drink.version,
      target,
    });
    return { view, startMs };
  }

  async make(demo: DemoBatch): Promise<void> {
    const { view, startMs } = await this.start(demo);
    const say = (afterMin: number, body: BatchEventBody): Promise<BatchView> =>
      this.batches.append(view.id, {
        id: randomUUID(),
        at: new Date(startMs + afterMin * 60_000).toISOString(),
        ...body,
      });
    const hot = demo.change.wayId !== 'fridge-overnight';
    if (hot) await say(demo.heatMin, { type: 'stage-ended', brewId: BREW, stageId: 'heat' });
    const strainedMin = (hot ? demo.heatMin : 0) + demo.steepedMin;
    const strained = batchAfter(
      (await say(strainedMin, { type: 'stage-ended', brewId: BREW, stageId: 'steep' })).events,
    );
    if (demo.spoiled) {
      await say(strainedMin + 200, { type: 'discarded', why: demo.spoiled });
      return;
    }
    const value = Math.round((volumeMl(concentrateOf(strained, BREW)) * demo.yieldShare) / 5) * 5;
    const measured = batchAfter(
      (await say(strainedMin + 6, { type: 'measured', what: 'volume', brewId: BREW, value, method: 'jug' })).events,
    );
    const jug = mixJug(onHandOf(measured), jugWantedOf(measured));
    const hadMl = { syrup: plannedMl(measured.plan, 'syrup') };
    await say(strainedMin + 30, { type: 'mixed', mix: jug.mix, hadMl, sugarAddedG: 0 });
    const jugMl = jug.figures.volumeMl;
    if (demo.ph !== undefined)
      await say(strainedMin + 35, { type: 'measured', what: 'ph', value: demo.ph, method: 'meter' });
    await say(strainedMin + 240, { type: 'tasted', state: 'iced', verdict: demo.verdict });
    if (demo.drunkShare > 0)
      await say(strainedMin + 300, { type: 'poured', vesselId: 'jug', ml: Math.floor(jugMl * demo.drunkShare) });
  }

  /** A local hour, some days before the demo is started; never later than just now. */
  private moment(daysAgo: number, atHour: number): number {
    const day = new Date(this.now);
    day.setDate(day.getDate() - daysAgo);
    day.setHours(Math.floor(atHour), Math.round((atHour % 1) * 60), 0, 0);
    return daysAgo === 0 ? this.now.getTime() - atHour * 3_600_000 : day.getTime();
  }
}
