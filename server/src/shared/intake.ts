import { Inject, Injectable } from '@nestjs/common';
import { check } from '@steepsis/contract';
import type Joi from 'joi';
import { CONFIG, type Config } from './config';
import { invalidInput } from './problem.filter';

/** Where whatever is sent comes in: checked against its schema and the clock of this house, or refused by the fields at fault. */
@Injectable()
export class Intake {
  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** @throws ProblemException that names each fault */
  accept<T>(schema: Joi.Schema, sent: unknown, { fromQuery = false } = {}): T {
    const checked = check<T>(schema, sent, { fromQuery, now: this.config.now() });
    if (!checked.ok) throw invalidInput(checked.errors);
    return checked.value;
  }
}
