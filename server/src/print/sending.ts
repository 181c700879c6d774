import type { Response } from 'express';
import { invalidInput } from '../shared/problem.filter';

/** What is asked for in an address, as JSON. */
export function readJson(field: string, accepted: string, text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw invalidInput([{ field, accepted, got: JSON.stringify(text.slice(0, 40)) }]);
  }
}

/** A file that a browser shows and can keep by its name. */
export function send(response: Response, type: string, name: string, body: Buffer | string): void {
  response
    .type(type)
    .setHeader('Content-Disposition', `inline; filename="${name.replace(/[^a-z0-9._-]/gi, '-')}"`)
    .send(body);
}
