import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request from 'supertest';
import { ROSELLE_COOLER } from '@steepsis/core';
import type { BatchView } from '@steepsis/contract';
import { createApp } from '../src/createApp';
import type { Config, LanConfig } from '../src/shared/config';

/** The real application on a real database file in a folder of its own, with a clock the test sets. */
export class TestServer {
  readonly folder = mkdtempSync(join(tmpdir(), 'steepsis-test-'));
  lan: LanConfig | undefined;
  now = new Date('2026-07-05T09:00:00.000Z');
  private app: NestExpressApplication | undefined;

  async start(more: Partial<Config> = {}): Promise<this> {
    this.app = await createApp({
      databaseFile: join(this.folder, 'steepsis.sqlite'),
      host: '127.0.0.1',
      port: 0,
      webFolder: undefined,
      now: () => this.now,
      timers: false,
      lan: this.lan,
      ...more,
    });
    await this.app.init();
    return this;
  }

  /** Stops as a kill would leave it: the file alone goes on. */
  async restart(): Promise<void> {
    await this.app?.close();
    await this.start();
  }

  async stop(): Promise<void> {
    await this.app?.close();
    rmSync(this.folder, { recursive: true, force: true });
  }

  get application(): NestExpressApplication {
    if (!this.app) throw new Error('not started');
    return this.app;
  }

  get http(): ReturnType<typeof request> {
    return request(this.application.getHttpServer());
  }

  later(minutes: number): string {
    this.now = new Date(this.now.getTime() + minutes * 60_000);
    return this.now.toISOString();
  }

  /** A batch of a drink that is kept, as it is by default, begun now. */
  async begin(drinkId: string, more: object = {}): Promise<string> {
    const body = await this.startOf(drinkId, more);
    await this.http.post('/api/batches').send(body).expect(201);
    return body.id;
  }

  /** What is sent to begin a drink that is kept, as it is by default but for some wishes. */
  async startOf(drinkId: string, more: object = {}, wishes: object = {}): Promise<{ id: string }> {
    const { drink } = (await this.http.get(`/api/drinks/${drinkId}`)).body;
    return {
      id: randomUUID(),
      ...{ eventId: randomUUID(), at: this.now.toISOString(), drinkId, drinkVersion: drink.version },
      ...{ target: { ...drink.defaults, ...wishes }, ...more },
    };
  }

  /** A batch of the roselle cooler, started now. */
  async startBatch(
    change: object = {},
    ids: { id?: string; eventId?: string } = {},
  ): Promise<{ id: string; status: number; body: BatchView & { detail?: string } }> {
    const id = ids.id ?? randomUUID();
    const body = {
      id,
      eventId: ids.eventId ?? randomUUID(),
      at: this.now.toISOString(),
      drinkId: ROSELLE_COOLER.id,
      drinkVersion: 1,
      target: { ...ROSELLE_COOLER.defaults, ...change },
    };
    const response = await this.http.post('/api/batches').send(body);
    return { id, status: response.status, body: response.body };
  }

  say(batchId: string, event: object, id: string = randomUUID()): request.Test {
    return this.http.post(`/api/batches/${batchId}/events`).send({ id, at: this.now.toISOString(), v: 2, ...event });
  }

  /** A hot batch told up to its measured volume. */
  async measuredBatch(volumeMl = 1130): Promise<string> {
    const { id } = await this.startBatch();
    this.later(7);
    await this.say(id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' });
    this.later(15);
    await this.say(id, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' });
    this.later(5);
    await this.say(id, { type: 'measured', what: 'volume', brewId: 'concentrate', value: volumeMl, method: 'jug' });
    return id;
  }
}

export const MIX = {
  type: 'mixed',
  mix: { concentrate: 1130, syrup: 310, water: 955 },
  hadMl: { syrup: 310 },
  sugarAddedG: 0,
};
export const VERDICT = { strength: -1, harsh: 1, sweet: 0, tart: 0 };
