import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import {
  batchAfter,
  blocksAt,
  decide,
  goesAlong,
  pourTogether,
  standingEvents,
  takenFor,
  warningsOfPlan,
  type Acknowledged,
  type Batch,
  type BatchEvent,
  type Brew,
  type Drink,
  type Finding,
  type PlanTarget,
} from '@steepsis/core';
import type { Transaction } from 'sequelize';
import type { Addition, BatchSummary, BatchView, PouredView, ShelfView, StartBatch } from '@steepsis/contract';
import { DrinksService } from '../drinks/drinks.service';
import { HouseService } from '../house/house.service';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput, notFound, ProblemException, refusal } from '../shared/problem.filter';
import { refuseOther, sameEvent, sameMoment, sameParts } from '../shared/repeated';
import { eachAlone } from '../shared/stored';
import { StreamService } from '../stream/stream';
import type { ReadyToStart } from '../planning/planJobs';
import { PoursService, refuseBlocked } from '../pours/pours.service';
import { BatchesStore, type NewEvent } from './batches.store';

/** Weeks of pours tell how much is drunk; what is older tells of another season. */
const WATCHED_DAYS = 56;

/** The place where batches are started and where what happens to them is accepted or refused. */
@Injectable()
export class BatchesService {
  constructor(
    private readonly store: BatchesStore,
    private readonly drinks: DrinksService,
    private readonly house: HouseService,
    private readonly pours: PoursService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  list(filter: Parameters<BatchesStore['list']>[0]): Promise<BatchSummary[]> {
    return this.store.list(filter);
  }

  /** What was poured of each drink in the last weeks, from which it is told when it runs out. */
  async poured(): Promise<PouredView> {
    const now = this.config.now();
    const since = new Date(now.getTime() - WATCHED_DAYS * 86_400_000).toISOString();
    return { since, drinks: await this.store.poured(since), serverNow: now.toISOString() };
  }

  async view(id: string): Promise<BatchView> {
    const events = await this.store.eventsOf(id);
    if (events.length === 0) throw notFound('batch', id);
    return this.viewOf(id, events);
  }

  async shelf(): Promise<ShelfView> {
    const { items, unread } = await eachAlone(await this.store.onShelf(), async ({ id, events }) =>
      this.viewOf(id, await events()),
    );
    return { batches: items, unread, serverNow: this.serverNow() };
  }

  /** Starts a batch: plans it here, so that what is stored is what the model says, and freezes the plan. */
  async start(request: StartBatch): Promise<BatchView> {
    const { plan, needs } = await this.planFor(request);
    const events = await this.store.write(async (transaction) => {
      const before = await this.store.eventsOf(request.id, transaction);
      const sent = before.find((e) => e.id === request.eventId);
      if (sent) {
        const same =
          sent.type === 'started' &&
          sent.plan.drink.id === request.drinkId &&
          sent.plan.drink.version === request.drinkVersion;
        refuseOther(same && sameMoment(sent.at, request.at));
        return before;
      }
      if (before.length > 0) throw refusal('already-started', 'id', 'This batch has been started already.');
      await this.refuseForeign(request.eventId, request.id, transaction);
      const taken = await this.house.takeFromPantry(needs, transaction);
      return this.store.append(
        request.id,
        [],
        {
          id: request.eventId,
          at: request.at,
          type: 'started',
          plan,
          ...(request.layOut ? { layOut: true } : {}),
          ...(taken.length > 0 ? { taken } : {}),
        },
        this.serverNow(),
        transaction,
      );
    });
    this.stream.announce({ batchId: request.id, seq: events.length - 1 });
    return this.viewOf(request.id, events);
  }

  /** Appends an event if it may follow. A send that was stored before is answered as if it were new. */
  async append(batchId: string, event: NewEvent): Promise<BatchView> {
    const events = await this.store.write(async (transaction) => {
      const before = await this.store.eventsOf(batchId, transaction);
      if (before.length === 0) throw notFound('batch', batchId);
      const sent = before.find((e) => e.id === event.id);
      if (sent) {
        refuseOther(sameEvent(sent, event));
        return before;
      }
      await this.refuseForeign(event.id, batchId, transaction);
      const batch = batchAfter(before);
      const decision = decide(batch, event, event.at);
      if (decision.kind === 'refused') throw refusal(decision.reason, decision.field, decision.message);
      const so = event.type === 'undone' ? await this.takeAlong(batch, event, transaction) : before;
      if (event.type === 'discarded' && event.plantsBack)
        await this.house.moveBack(takenFor(batch), 'back', transaction);
      return this.store.append(batchId, so, event, this.serverNow(), transaction);
    });
    this.stream.announce({ batchId, seq: events.length - 1 });
    return this.viewOf(batchId, events);
  }

  /** Pours something into what a batch has on the shelf; what it is poured from is drawn down with it, or nothing is. */
  async add(batchId: string, { id, at, vesselId, parts: asked }: Addition): Promise<BatchView> {
    const events = await this.store.write(async (transaction) => {
      const before = await this.store.eventsOf(batchId, transaction);
      if (before.length === 0) throw notFound('batch', batchId);
      const sent = before.find((e) => e.id === id);
      if (sent) {
        refuseOther(sent.type === 'added' && sent.vesselId === vesselId && sameParts(sent.parts, asked));
        return before;
      }
      await this.refuseForeign(id, batchId, transaction);
      const into = { kind: 'shelf', batchId, vesselId } as const;
      const parts = await this.pours.take(asked, { at, into }, transaction);
      // The same batch may have been poured from for it: its bottle into its jug.
      const now = await this.store.eventsOf(batchId, transaction);
      const batch = batchAfter(now);
      const event = { id, at, type: 'added', vesselId, parts } as const;
      const decision = decide(batch, event, at);
      if (decision.kind === 'refused') throw refusal(decision.reason, decision.field, decision.message);
      const { audience, glassMl } = batch.plan.target;
      const liquid = pourTogether(...parts.map((p) => p.liquid));
      refuseBlocked(await this.pours.findings({ liquid, parts, glassMl, audience }, at));
      return this.store.append(batchId, now, event, this.serverNow(), transaction);
    });
    this.stream.announce({ batchId, seq: events.length - 1 });
    return this.viewOf(batchId, events);
  }

  /** What rests on a thing that is taken back goes with it, each with what it moved, the latest first. */
  private async takeAlong(
    batch: Batch,
    { eventId, at }: { eventId: string; at: string },
    transaction: Transaction,
  ): Promise<readonly BatchEvent[]> {
    const event = batch.events.find((e) => e.id === eventId)!;
    let events = batch.events;
    for (const along of goesAlong(standingEvents(batch), event)) {
      await this.giveBack(batch, { eventId: along.id, at }, transaction);
      const undone = { id: randomUUID(), at, type: 'undone', eventId: along.id } as const;
      events = await this.store.append(batch.id, events, undone, this.serverNow(), transaction);
    }
    await this.giveBack(batch, { eventId, at }, transaction);
    return events;
  }

  /** An addition that is taken back goes back to where it was poured from; plants that went back come out again. */
  private async giveBack(
    batch: Batch,
    { eventId, at }: { eventId: string; at: string },
    transaction: Transaction,
  ): Promise<void> {
    const undone = batch.events.find((e) => e.id === eventId);
    if (undone?.type === 'added') await this.pours.giveBack(undone.parts, at, transaction);
    if (undone?.type === 'discarded' && undone.plantsBack)
      await this.house.moveBack(takenFor(batch), 'out-again', transaction);
  }

  private async planFor({
    drinkId,
    drinkVersion,
    target,
    acknowledged = [],
    at,
    use = {},
  }: StartBatch): Promise<Pick<ReadyToStart, 'plan' | 'needs'>> {
    const drink = await this.drinks.drink(drinkId);
    if (drink.version !== drinkVersion) {
      throw refusal(
        'drink-changed',
        'drinkVersion',
        `This drink is at version ${drink.version} now. Open its plan again.`,
      );
    }
    refuseUnknownWays(drink, target);
    const { plan, findings, needs } = await this.drinks.readyToStart(drink, target, use);
    return { plan: { ...plan, acknowledged: this.gate(findings, acknowledged, at) }, needs };
  }

  /** A plan may start when nothing blocks it and every warning has been read; what was read is kept with it. */
  private gate(findings: readonly Finding[], acknowledged: readonly string[], at: string): Acknowledged[] {
    const blocks = blocksAt(findings, 'plan', 'picker', 'stove');
    if (blocks.length > 0) {
      throw new ProblemException({
        type: 'blocked',
        title: 'Not as it stands',
        status: 422,
        detail: blocks.map((b) => `${b.id}: ${b.message}`).join(' '),
      });
    }
    const warnings = warningsOfPlan(findings);
    const unread = warnings.filter((w) => !acknowledged.includes(w.id));
    if (unread.length > 0) {
      throw new ProblemException({
        type: 'not-acknowledged',
        title: 'Not read yet',
        status: 422,
        detail: unread.map((w) => `${w.id}: ${w.message}`).join(' '),
      });
    }
    return warnings.map((w) => ({ rule: w.id, at }));
  }

  /** An event's id belongs to one event for good. */
  private async refuseForeign(
    eventId: string,
    batchId: string,
    transaction: Parameters<BatchesStore['eventById']>[1],
  ): Promise<void> {
    const known = await this.store.eventById(eventId, transaction);
    if (known && known.batchId !== batchId)
      throw refusal('event-id-taken', 'id', 'This event id belongs to another batch.');
  }

  private viewOf(id: string, events: readonly BatchEvent[]): BatchView {
    return { id, events, serverNow: this.serverNow() };
  }

  serverNow(): string {
    return this.config.now().toISOString();
  }
}

/** Names the way that a drink does not know, instead of letting the core refuse it. */
function refuseUnknownWays(drink: Drink, target: PlanTarget): void {
  const [first, ...rest] = drink.brews;
  const check = (field: string, brew: Brew | undefined, wayId: string): void => {
    const ways = brew?.ways ?? [];
    if (!ways.some((w) => w.id === wayId))
      throw invalidInput([
        {
          field,
          accepted:
            ways.length > 0
              ? `one of its ways, ${ways.map((w) => w.shortName.toLowerCase()).join(' or ')},`
              : 'a brew of this drink',
          got: JSON.stringify(wayId),
        },
      ]);
  };
  check('target.wayId', first, target.wayId);
  for (const [brewId, choice] of Object.entries(target.others ?? {}))
    check(
      `target.others.${brewId}`,
      rest.find((b) => b.id === brewId),
      choice.wayId,
    );
}
