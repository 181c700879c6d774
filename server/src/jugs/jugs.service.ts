import { Inject, Injectable } from '@nestjs/common';
import type { Transaction } from 'sequelize';
import {
  decideFreeJug,
  freeJugAfter,
  goesAlongInJug,
  takenBackOfJug,
  volumeMl,
  warningsOfJug,
  type FreeJug,
  type FreeJugEvent,
} from '@steepsis/core';
import type { JugList, JugSay, JugView, StartJug } from '@steepsis/contract';
import { PoursService, refuseBlocked } from '../pours/pours.service';
import { CONFIG, type Config } from '../shared/config';
import { notFound, ProblemException, refusal } from '../shared/problem.filter';
import { refuseOther, sameEvent, sameMoment, sameParts } from '../shared/repeated';
import { eachAlone } from '../shared/stored';
import { StreamService } from '../stream/stream';
import { JugsStore, type NewJugEvent } from './jugs.store';

/** Jugs poured together from anything: the place where a pour is accepted or refused. */
@Injectable()
export class JugsService {
  constructor(
    private readonly store: JugsStore,
    private readonly pours: PoursService,
    private readonly stream: StreamService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async list(): Promise<JugList> {
    const { items, unread } = await eachAlone(await this.store.onShelf(), ({ id }) => this.view(id));
    return { jugs: items, unread, serverNow: this.serverNow() };
  }

  async view(id: string): Promise<JugView> {
    const events = await this.store.eventsOf(id);
    if (events.length === 0) throw notFound('jug', id);
    return this.viewOf(id, events);
  }

  async start({ id, eventId, at, parts: asked, ...jug }: StartJug): Promise<JugView> {
    const events = await this.store.write(async (transaction) => {
      const before = await this.store.eventsOf(id, transaction);
      const sent = before.find((e) => e.id === eventId);
      if (sent) {
        refuseOther(sent.type === 'poured-together' && sameMoment(sent.at, at) && sameParts(sent.parts, asked));
        return before;
      }
      if (before.length > 0) throw refusal('already-started', 'id', 'This jug has been poured already.');
      await this.refuseForeign(eventId, id, transaction);
      const parts = await this.pours.take(asked, { at, into: { kind: 'jug', jugId: id } }, transaction);
      const event: NewJugEvent = { id: eventId, at, type: 'poured-together', ...jug, parts };
      const poured = freeJugAfter([{ ...event, jugId: id, seq: 0, v: 1 }]);
      if (volumeMl(poured.liquid) > jug.capacityMl + 5)
        throw refusal(
          'over-full',
          'parts',
          `Up to ${Math.round(jug.capacityMl)} ml goes into this jug, not ${Math.round(volumeMl(poured.liquid))} ml.`,
        );
      await this.gate(poured, at);
      return this.store.append(id, [], event, this.serverNow(), transaction);
    });
    this.stream.announce({ jugId: id });
    return this.viewOf(id, events);
  }

  async append(id: string, event: JugSay & { id: string; at: string }): Promise<JugView> {
    const events = await this.store.write(async (transaction) => {
      const before = await this.store.eventsOf(id, transaction);
      if (before.length === 0) throw notFound('jug', id);
      const sent = before.find((e) => e.id === event.id);
      if (sent) {
        refuseOther(
          sent.type === 'added' && event.type === 'added' ? sameParts(sent.parts, event.parts) : sameEvent(sent, event),
        );
        return before;
      }
      await this.refuseForeign(event.id, id, transaction);
      const happened = await this.filled(id, event, transaction);
      const jug = freeJugAfter(before);
      const decision = decideFreeJug(jug, happened, event.at);
      if (decision.kind === 'refused') throw refusal(decision.reason, decision.field, decision.message);
      if (happened.type === 'added') {
        const after = [...jug.parts, ...happened.parts];
        refuseBlocked(await this.pours.findings({ ...jug, parts: after }, event.at));
      }
      if (happened.type === 'undone') {
        const undone = before.find((e) => e.id === happened.eventId)!;
        const gone = takenBackOfJug(before);
        const standing = before.filter((e) => e.type !== 'undone' && !gone.has(e.id));
        for (const along of [...goesAlongInJug(standing, undone), undone])
          await this.giveBack(before, along.id, event.at, transaction);
      }
      return this.store.append(id, before, happened, this.serverNow(), transaction);
    });
    this.stream.announce({ jugId: id });
    return this.viewOf(id, events);
  }

  /** An addition with what is really in it. */
  private async filled(
    jugId: string,
    event: JugSay & { id: string; at: string },
    transaction: Transaction,
  ): Promise<NewJugEvent> {
    if (event.type !== 'added') return event;
    const parts = await this.pours.take(event.parts, { at: event.at, into: { kind: 'jug', jugId } }, transaction);
    return { ...event, parts };
  }

  private async giveBack(
    events: readonly FreeJugEvent[],
    eventId: string,
    at: string,
    transaction: Transaction,
  ): Promise<void> {
    const undone = events.find((e) => e.id === eventId);
    if (undone?.type === 'added' || undone?.type === 'poured-together')
      await this.pours.giveBack(undone.parts, at, transaction);
  }

  /** Nothing is poured that a rule stops, and warnings are read first. */
  private async gate(jug: FreeJug, at: string): Promise<void> {
    const findings = await this.pours.findings(jug, at);
    refuseBlocked(findings);
    const unread = warningsOfJug(findings).filter((w) => !jug.acknowledged.includes(w.id));
    if (unread.length === 0) return;
    throw new ProblemException({
      type: 'not-acknowledged',
      title: 'Not read yet',
      status: 422,
      detail: unread.map((w) => `${w.id}: ${w.message}`).join(' '),
    });
  }

  private async refuseForeign(eventId: string, jugId: string, transaction: Transaction): Promise<void> {
    const known = await this.store.jugOfEvent(eventId, transaction);
    if (known !== undefined && known !== jugId)
      throw refusal('event-id-taken', 'id', 'This event id belongs to another jug.');
  }

  private viewOf(id: string, events: readonly FreeJugEvent[]): JugView {
    return { id, events, serverNow: this.serverNow() };
  }

  private serverNow(): string {
    return this.config.now().toISOString();
  }
}
