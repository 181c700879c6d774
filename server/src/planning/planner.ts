import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { InputError } from '@steepsis/core';
import Piscina from 'piscina';
import { ProblemException } from '../shared/problem.filter';
import * as jobs from './planJobs';
import type { Worked } from './planJobs';

type Jobs = typeof jobs;
type Job = keyof Jobs;
type Answer<J extends Job> = Extract<ReturnType<Jobs[J]>, { kind: 'worked' }>['value'];

/** What may be worked out for one request, ms. Ten times what the slowest recipe of the book takes. House choice. */
const BUDGET_MS = 8000;
/** Waiting behind so many others is too long for a page. */
const MOST_WAITING = 60;
/** Compiled, beside this file; where the sources themselves run there is no such file, and the work is done in place. */
const FILE = join(__dirname, 'planJobs.js');

/** What is more than its budget, or more than may wait. */
export class TooLargeError extends ProblemException {
  constructor(ofItself: boolean) {
    super({
      type: 'too-large',
      title: 'Too much at once',
      status: ofItself ? 422 : 429,
      detail: ofItself
        ? `This is more than is worked out in ${BUDGET_MS / 1000} seconds. Fewer stages, plants or pots make it smaller.`
        : 'Many plans are being worked out. Please wait a few seconds and try again.',
    });
  }
}

/** Works plans out beside the server, so that a large one keeps nobody else waiting, and gives up on one that is too large. */
@Injectable()
export class Planner implements OnApplicationShutdown {
  private readonly pool = existsSync(FILE)
    ? new Piscina({ filename: FILE, maxThreads: 2, minThreads: 1, maxQueue: MOST_WAITING, idleTimeout: 60_000 })
    : undefined;

  /** @throws ProblemException where there is no plan, or none within the budget; InputError for what the core cannot use */
  async work<J extends Job>(job: J, input: Parameters<Jobs[J]>[0]): Promise<Answer<J>> {
    const worked = await this.run(job, input);
    if (worked.kind === 'worked') return worked.value as Answer<J>;
    if (worked.kind === 'unfit') throw new InputError(worked.where, worked.field, worked.accepted, worked.got);
    throw new ProblemException({
      type: 'no-plan',
      title: 'No plan meets this target',
      status: 422,
      detail: worked.message,
      nearest: worked.nearest,
    });
  }

  private async run(job: Job, input: unknown): Promise<Worked<unknown>> {
    if (!this.pool) return (jobs[job] as (input: unknown) => Worked<unknown>)(input);
    const late = AbortSignal.timeout(BUDGET_MS);
    try {
      return (await this.pool.run(input, { name: job, signal: late })) as Worked<unknown>;
    } catch (error) {
      if (!late.aborted && !/queue/i.test(String(error))) throw error;
      throw new TooLargeError(late.aborted);
    }
  }

  async onApplicationShutdown(): Promise<void> {
    await this.pool?.destroy();
  }
}
