import { randomUUID } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import {
  batchAfter,
  blocksOfJug,
  decide,
  decideFreeJug,
  factsOfPour,
  findingsOfJug,
  freeJugAfter,
  InputError,
  isKept,
  JUG,
  keptForRules,
  pourOfJug,
  portionOfVolume,
  pourCountsFrom,
  toldFacts,
  toldLiquid,
  volumeMl,
  type BatchEventBody,
  type Finding,
  type FreeJugEventBody,
  type JugForRules,
  type Kept,
  type PouredPart,
  type Told,
} from '@steepsis/core';
import type { AskedPart } from '@steepsis/contract';
import { BatchesStore } from '../batches/batches.store';
import { HouseService } from '../house/house.service';
import { JugsStore } from '../jugs/jugs.store';
import { CONFIG, type Config } from '../shared/config';
import { invalidInput, notFound, ProblemException, refusal } from '../shared/problem.filter';
import { StreamService } from '../stream/stream';

type Pour = { at: string; into: Kept };

/** A thing is drawn to a millilitre: what is asked for beyond that is not there. */
const SLACK_ML = 1;

/** Pours from wherever a cook pours: draws down what stands in the house, works out what is told ad hoc. */
@Injectable()
export class PoursService {
  constructor(
    private readonly batches: BatchesStore,
    private readonly jugs: JugsStore,
    private readonly house: HouseService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Takes every part in the caller's transaction, so that all of it is poured or none. */
  async take(asked: readonly AskedPart[], pour: Pour, transaction: Transaction): Promise<PouredPart[]> {
    const parts: PouredPart[] = [];
    for (const [i, part] of asked.entries()) {
      const { from } = part;
      parts.push(
        isKept(from)
          ? await this.takeKept({ ...part, from }, `parts.${i}`, pour, transaction)
          : await this.takeTold({ ...part, from }, `parts.${i}`, pour.at),
      );
    }
    return parts;
  }

  /** Undoes the pours that parts were, each at its own source. */
  async giveBack(parts: readonly PouredPart[], at: string, transaction: Transaction): Promise<void> {
    for (const { from, pourEventId } of parts) {
      if (pourEventId === undefined) continue;
      const event = { type: 'undone', eventId: pourEventId } as const;
      if (from.kind === 'shelf') await this.tellBatch(from.batchId, event, at, transaction);
      if (from.kind === 'jug') await this.tellJug(from.jugId, event, at, transaction);
    }
  }

  /** What the rules say of a jug in this house. */
  async findings(jug: JugForRules, at: string): Promise<readonly Finding[]> {
    return findingsOfJug(jug, Date.parse(at), (await this.house.kitchen()).altitudeM);
  }

  private async takeTold(part: AskedPart & { from: Told }, field: string, at: string): Promise<PouredPart> {
    const { name, ml, from } = part;
    try {
      const liquid = toldLiquid(from, ml, await this.house.kitchen());
      return { name, ml, from, liquid, facts: [toldFacts(from, ml)], madeAt: at };
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      throw invalidInput([
        { field: `${field}.from.${error.field}`, accepted: error.accepted, got: JSON.stringify(error.got) },
      ]);
    }
  }

  private async takeKept(
    part: AskedPart & { from: Kept },
    field: string,
    { at, into }: Pour,
    transaction: Transaction,
  ): Promise<PouredPart> {
    const { from } = part;
    if (sameVessel(from, into))
      throw refusal('into-itself', `${field}.from`, 'Nothing is poured into itself. Pour from something else.');
    if (from.kind === 'jug') return this.takeFromJug({ ...part, from }, field, at, transaction);
    const vesselId = from.kind === 'shelf' ? from.vesselId : await this.bottle(from, at, transaction);
    const events = await this.batches.eventsOf(from.batchId, transaction);
    if (events.length === 0) throw notFound('batch', from.batchId);
    const batch = batchAfter(events);
    const stored = batch.vessels.find((v) => v.id === vesselId);
    if (!stored)
      throw refusal(
        'more-than-there-is',
        `${field}.from`,
        'That jug or bottle of this batch is not on the shelf. Open the page again for what is.',
      );
    const left = volumeMl(stored.liquid);
    const ml = part.ml > left && part.ml <= left + SLACK_ML ? left : part.ml;
    const pourEventId = await this.tellBatch(from.batchId, { type: 'poured', vesselId, ml }, at, transaction);
    return {
      name: part.name,
      ml,
      from: { kind: 'shelf', batchId: from.batchId, vesselId },
      liquid: portionOfVolume(stored.liquid, ml),
      facts: factsOfPour(batch, stored, ml, Date.parse(at)),
      madeAt: pourCountsFrom(batch, stored, Date.parse(at)),
      pourEventId,
    };
  }

  /** A brew that is poured from is bottled first: it has to stand somewhere. */
  private async bottle(
    { batchId, brewId }: Extract<Kept, { kind: 'brew' }>,
    at: string,
    transaction: Transaction,
  ): Promise<string> {
    const events = await this.batches.eventsOf(batchId, transaction);
    if (events.length === 0) throw notFound('batch', batchId);
    const batch = batchAfter(events);
    const line = batch.plan.drink.mix.find((l) => l.from.kind === 'brew' && l.from.brewId === brewId);
    if (!line) throw notFound('brew', brewId);
    if (!batch.vessels.some((v) => v.id === line.id))
      await this.tellBatch(batchId, { type: 'bottled' }, at, transaction);
    return line.id;
  }

  private async takeFromJug(
    { name, ml: askedMl, from }: AskedPart & { from: Extract<Kept, { kind: 'jug' }> },
    field: string,
    at: string,
    transaction: Transaction,
  ): Promise<PouredPart> {
    const events = await this.jugs.eventsOf(from.jugId, transaction);
    if (events.length === 0) throw notFound('jug', from.jugId);
    const jug = freeJugAfter(events);
    const stored = jug.vessels.find((v) => v.id === (from.vesselId ?? JUG));
    const left = stored ? volumeMl(stored.liquid) : 0;
    if (!stored || left < SLACK_ML)
      throw refusal('more-than-there-is', `${field}.from`, 'Nothing is left in this jug.');
    const ml = askedMl > left && askedMl <= left + SLACK_ML ? left : askedMl;
    const pourEventId = await this.tellJug(from.jugId, { type: 'poured', vesselId: stored.id, ml }, at, transaction);
    const kept = keptForRules(jug, stored, await this.house.kitchen());
    const told = pourOfJug({ ...kept, pouredAt: jug.pouredAt }, ml, Date.parse(at));
    return { name, ml, from, liquid: portionOfVolume(stored.liquid, ml), ...told, pourEventId };
  }

  private async tellBatch(
    batchId: string,
    event: BatchEventBody,
    at: string,
    transaction: Transaction,
  ): Promise<string> {
    const before = await this.batches.eventsOf(batchId, transaction);
    const decision = decide(batchAfter(before), event, at);
    if (decision.kind === 'refused') throw refusal(decision.reason, decision.field, decision.message);
    const id = randomUUID();
    await this.batches.append(batchId, before, { id, at, ...event }, this.receivedAt(), transaction);
    transaction.afterCommit(() => this.stream.announce({ batchId, seq: before.length }));
    return id;
  }

  private async tellJug(jugId: string, event: FreeJugEventBody, at: string, transaction: Transaction): Promise<string> {
    const before = await this.jugs.eventsOf(jugId, transaction);
    const decision = decideFreeJug(freeJugAfter(before), event, at);
    if (decision.kind === 'refused') throw refusal(decision.reason, decision.field, decision.message);
    const id = randomUUID();
    await this.jugs.append(jugId, before, { id, at, ...event }, this.receivedAt(), transaction);
    transaction.afterCommit(() => this.stream.announce({ jugId }));
    return id;
  }

  private receivedAt(): string {
    return this.config.now().toISOString();
  }
}

const sameVessel = (a: Kept, b: Kept): boolean => JSON.stringify(a) === JSON.stringify(b);

/** @throws ProblemException naming the rules that stop it */
export function refuseBlocked(findings: readonly Finding[]): void {
  const blocks = blocksOfJug(findings);
  if (blocks.length === 0) return;
  throw new ProblemException({
    type: 'blocked',
    title: 'Not as it stands',
    status: 422,
    detail: blocks.map((b) => `${b.id}: ${b.message}`).join(' '),
  });
}
