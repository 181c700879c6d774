import { randomUUID } from 'node:crypto';
import type { INestApplication } from '@nestjs/common';
import {
  batchAfter,
  concentrateOf,
  factsOfPlan,
  findingsOf,
  HEADSPACE,
  JUG,
  freshlySimulated,
  jugWantedOf,
  mixJug,
  onHandOf,
  planDrink,
  plannedMl,
  runningStage,
  runOfBatch,
  sayNow,
  seededRandom,
  truthOf,
  volumeMl,
  warningsOfPlan,
  type Batch,
  type BatchEventBody,
  type Drink,
  type PlanTarget,
  type Stage,
} from '@steepsis/core';
import { BatchesService } from '../batches/batches.service';
import { DrinksService } from '../drinks/drinks.service';
import { HouseService, KITCHEN_ID } from '../house/house.service';
import { InstrumentsService } from '../instruments/instruments.service';
import { SimulatedService } from '../instruments/simulated.service';
import { DEMO_BATCHES, LIVE_JAR, OTHER_BATCHES, RUNNING_FRIDGE_STEEP, type DemoBatch } from './demoBatches';
import { DEMO_KITCHEN, demoOccasion, DEMO_PLANT, demoPantry } from './demoHouse';

/**
 * Fills an empty notebook with a made-up summer: batches, tastings and what is left of them, all through the same door
 * as a cook's own. Does nothing where there is anything already.
 */
export async function seedDemo(app: INestApplication, now: Date): Promise<void> {
  const batches = app.get(BatchesService);
  const drinks = app.get(DrinksService);
  const house = app.get(HouseService);
  if ((await batches.list({ limit: 1 })).length > 0) return;
  await house.save('kitchen', KITCHEN_ID, 0, DEMO_KITCHEN);
  await house.save('plants', DEMO_PLANT.id, 0, DEMO_PLANT);
  const occasion = demoOccasion(now);
  await house.save('occasions', occasion.id, 0, occasion);
  const cook = new DemoCook(batches, drinks, house, now);
  const past = [...DEMO_BATCHES, ...OTHER_BATCHES].sort((a, b) => b.daysAgo - a.daysAgo);
  for (const demo of past) await cook.make(demo);
  await cook.untilWorking(LIVE_JAR);
  const { batch } = await cook.start(RUNNING_FRIDGE_STEEP);
  await probeIn(app, batch, now);
  // What is there is noted last: it is what is left after the summer.
  for (const entry of demoPantry(now)) await house.save('pantry', entry.plant, 0, entry);
}

/** One reading in so many minutes is enough of a past that nobody watched. */
const READ_EVERY_MIN = 5;

/** A simulated probe hangs in the running jar, and has done so from its start. */
async function probeIn(app: INestApplication, batch: Batch, now: Date): Promise<void> {
  const instruments = app.get(InstrumentsService);
  const { id } = await app.get(SimulatedService).add('probe');
  const [{ brewId }] = batch.plan.brews;
  await instruments.attach(id, { batchId: batch.id, brewId });
  const truth = truthOf(batch, brewId);
  const random = seededRandom(7);
  let state = freshlySimulated(Date.parse(batch.startedAt));
  const readings: { at: string; value: number }[] = [];
  for (let ms = Date.parse(batch.startedAt); ms < now.getTime(); ms += READ_EVERY_MIN * 60_000) {
    const { tempC } = truth(ms)!;
    const said = sayNow('probe', state, { truth: tempC, airTruth: batch.plan.kitchen.fridgeC, nowMs: ms }, random);
    state = said.state;
    if (said.value !== undefined) readings.push({ at: new Date(ms).toISOString(), value: said.value });
  }
  await instruments.take(id, readings);
}

/** When the live jar of the demo was last looked after. */
const TENDED_MIN_AGO = 150;

const COOLER = 'roselle-rose-hip-cooler';

/** All that the jug still holds, in moulds, frozen. */
function intoMoulds(batch: Batch, eachMl: number): BatchEventBody {
  const leftMl = volumeMl(batch.vessels.find((v) => v.id === JUG)!.liquid);
  const pieces = Math.floor(leftMl / (eachMl * (1 - HEADSPACE.frost)));
  return {
    type: 'filled',
    vesselId: JUG,
    into: [
      {
        id: randomUUID(),
        name: 'pops',
        shape: { kind: 'moulds', capacityMl: pieces * eachMl, pieces },
        ml: Math.min(leftMl, pieces * eachMl),
        where: 'freezer',
      },
    ],
  };
}

class DemoCook {
  constructor(
    private readonly batches: BatchesService,
    private readonly drinks: DrinksService,
    private readonly house: HouseService,
    private readonly now: Date,
  ) {}

  async start({ drinkId = COOLER, daysAgo, atHour, change }: DemoBatch): Promise<{ batch: Batch; startMs: number }> {
    const startMs = this.moment(daysAgo, atHour);
    const drink = await this.drinks.drink(drinkId);
    const target: PlanTarget = { ...drink.defaults, ...change };
    const view = await this.batches.start({
      id: randomUUID(),
      eventId: randomUUID(),
      at: new Date(startMs).toISOString(),
      drinkId,
      drinkVersion: drink.version,
      target,
      acknowledged: await this.readWarnings(drink, target),
    });
    return { batch: batchAfter(view.events), startMs };
  }

  async make(demo: DemoBatch): Promise<void> {
    const started = await this.start(demo);
    const strained = await this.throughStages(started, demo, () => true);
    const { startMs } = started;
    const [{ brewId }] = strained.plan.brews;
    const doneMin = (Date.parse(strained.strainedAt!) - startMs) / 60_000;
    const say = (afterMin: number, body: BatchEventBody): Promise<Batch> =>
      this.say(strained.id, startMs, afterMin, body);
    if (demo.spoiled) {
      await say(doneMin + 200, { type: 'discarded', why: demo.spoiled });
      return;
    }
    const value = Math.round((volumeMl(concentrateOf(strained, brewId)) * demo.yieldShare) / 5) * 5;
    const measured = await say(doneMin + 6, { type: 'measured', what: 'volume', brewId, value, method: 'jug' });
    const jug = mixJug(onHandOf(measured), jugWantedOf(measured));
    const hadMl = Object.fromEntries(
      measured.plan.promised.syrups.map((s) => [s.lineId, plannedMl(measured.plan, s.lineId)]),
    );
    await say(doneMin + 30, { type: 'mixed', mix: jug.mix, hadMl, sugarAddedG: 0 });
    if (demo.ph !== undefined)
      await say(doneMin + 35, { type: 'measured', what: 'ph', value: demo.ph, method: 'meter' });
    const state = measured.plan.target.iced ? 'iced' : 'chilled';
    await say(doneMin + 240, { type: 'tasted', state, verdict: demo.verdict });
    const ml = Math.floor(jug.figures.volumeMl * demo.drunkShare);
    const drunk = ml > 0 ? await say(doneMin + 300, { type: 'poured', vesselId: 'jug', ml }) : undefined;
    if (demo.moulds && drunk) await say(doneMin + 310, intoMoulds(drunk, demo.moulds.eachMl));
  }

  /** A batch up to the jar that works, and no further. */
  async untilWorking(demo: DemoBatch): Promise<void> {
    const begun = await this.start(demo);
    const { id, plan } = await this.throughStages(begun, demo, (kind) => kind !== 'ferment');
    // It has been looked after this morning.
    const lately = (this.now.getTime() - begun.startMs) / 60_000 - TENDED_MIN_AGO;
    for (const task of ['shake', 'vent', 'look', 'taste'] as const)
      await this.say(id, begun.startMs, lately, { type: 'tended', brewId: plan.brews[0].brewId, task });
  }

  /** Ends one stage after the other as planned, or as it really took, while the stages are of a kind to be ended. */
  private async throughStages(
    { batch: begun, startMs }: { batch: Batch; startMs: number },
    { took = {} }: DemoBatch,
    ends: (kind: Stage['kind']) => boolean,
  ): Promise<Batch> {
    let batch = begun;
    const [{ brewId }] = batch.plan.brews;
    for (;;) {
      const running = runningStage(batch, brewId);
      if (!running || !ends(running.kind)) return batch;
      const planned = runOfBatch(batch, brewId).stages.find((s) => s.stageId === running.stageId)!;
      const minutes = took[running.stageId] ?? planned.endMin - planned.startMin;
      const begunMin = (Date.parse(running.startedAt) - startMs) / 60_000;
      const afterMin = begunMin + minutes;
      // What goes in on the way is told when it does; what is there from the beginning was laid out.
      const { way } = batch.plan.brews[0];
      for (const { id, enters } of way.ingredients) {
        const later = enters.stageId !== way.stages[0]?.id || enters.atMin > 0;
        if (enters.stageId === running.stageId && later && enters.atMin <= minutes)
          await this.say(batch.id, startMs, begunMin + enters.atMin, { type: 'put-in', brewId, ingredientId: id });
      }
      batch = await this.say(batch.id, startMs, afterMin, { type: 'stage-ended', brewId, stageId: running.stageId });
    }
  }

  private async say(batchId: string, startMs: number, afterMin: number, body: BatchEventBody): Promise<Batch> {
    const at = new Date(startMs + afterMin * 60_000).toISOString();
    return batchAfter((await this.batches.append(batchId, { id: randomUUID(), at, ...body })).events);
  }

  /** The cook of the demo has read the warnings of what it makes. */
  private async readWarnings(drink: Drink, target: PlanTarget): Promise<string[]> {
    const result = planDrink(drink, target, await this.house.kitchen());
    return result.kind === 'plan' ? warningsOfPlan(findingsOf(...factsOfPlan(result.plan))).map((w) => w.id) : [];
  }

  /** A local hour, some days before the demo is started; never later than just now. */
  private moment(daysAgo: number, atHour: number): number {
    const day = new Date(this.now);
    day.setDate(day.getDate() - daysAgo);
    day.setHours(Math.floor(atHour), Math.round((atHour % 1) * 60), 0, 0);
    return daysAgo === 0 ? this.now.getTime() - atHour * 3_600_000 : day.getTime();
  }
}
