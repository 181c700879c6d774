import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Request, Response } from 'express';
import { faultInWords, InputError, inWords } from '@steepsis/core';
import { PROBLEM_TYPE, type FieldError, type Problem } from '@steepsis/contract';
import { isFull, wasRolledBack } from '../database/database.service';

/** A refusal with its problem details. Anything else that is thrown is a fault of ours and says no more than that. */
export class ProblemException extends HttpException {
  constructor(readonly problem: Problem) {
    super(problem.title, problem.status);
  }
}

export const invalidInput = (errors: readonly FieldError[]): ProblemException =>
  new ProblemException({
    type: 'invalid-input',
    title: 'Some of this is not accepted',
    status: 400,
    detail: errors.map(inWords).join(' '),
    errors,
  });

/** Something that the core cannot use, by the field that is at fault. */
export const unfit = (error: InputError): ProblemException =>
  new ProblemException({
    type: 'invalid-input',
    title: 'Some of this is not accepted',
    status: 400,
    detail: faultInWords(error),
    errors: [{ field: error.field, accepted: error.accepted, got: JSON.stringify(error.got) ?? 'nothing' }],
  });

export const notFound = (what: string, id: string): ProblemException =>
  new ProblemException({
    type: 'not-found',
    title: `No such ${what}`,
    status: 404,
    detail: `There is no such ${what} here. It may have been made in another notebook, or its address is not whole.`,
    errors: [{ field: 'id', accepted: `the id of a ${what}`, got: JSON.stringify(id.slice(0, 80)) }],
  });

@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const response = http.getResponse<Response>();
    const problem = this.problemOf(error, http.getRequest<Request>().method);
    if (problem.status >= 500) this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    if (!response.headersSent) response.status(problem.status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
  }

  private problemOf(error: unknown, method: string): Problem {
    if (error instanceof ProblemException) return error.problem;
    // What the core cannot work out is an answer about the thing that was asked for, not a fault of the server.
    if (error instanceof InputError)
      return {
        type: 'cannot-be-worked-out',
        title: 'This cannot be worked out',
        status: 422,
        detail: faultInWords(error),
        errors: [{ field: error.field, accepted: error.accepted, got: JSON.stringify(error.got) ?? 'nothing' }],
      };
    if (isFull(error))
      return {
        type: 'no-room',
        title: 'The disk is full',
        status: 507,
        detail: 'There is no room left on the disk of this machine. Nothing was stored. Make room, and try again.',
      };
    const status = statusOf(error);
    if (status === 413)
      return { type: 'too-large', title: 'Too large', status, detail: 'A body of at most 1 MB is accepted.' };
    if (isParseError(error)) {
      return {
        type: 'malformed-json',
        title: 'Not JSON',
        status: 400,
        detail: 'The body could not be read as JSON. A JSON object is accepted.',
        errors: [{ field: 'body', accepted: 'a JSON object', got: 'something else' }],
      };
    }
    if (status === 404)
      return { type: 'not-found', title: 'No such address', status, detail: 'Nothing is served at this address.' };
    if (status === 429)
      return {
        type: 'too-many-requests',
        title: 'Too many requests',
        status,
        detail: 'Please wait a few seconds and try again.',
      };
    if (status < 500)
      return {
        type: 'refused',
        title: 'Refused',
        status,
        detail: 'This was asked for in a way that is not known here.',
      };
    return {
      type: 'server-fault',
      title: 'Something went wrong here',
      status: 500,
      detail: `The server made a mistake. ${whatWasStored(error, method)}`,
    };
  }
}

/** Said only as far as it is known: what was read changes nothing, and what was taken back in the database never was. */
function whatWasStored(error: unknown, method: string): string {
  if (method === 'GET' || method === 'HEAD') return 'Nothing was changed by it. Try again.';
  if (wasRolledBack(error)) return 'Nothing was stored. Try again.';
  return 'It may have been stored all the same: look before you do it again.';
}

function statusOf(error: unknown): number {
  if (error instanceof HttpException) return error.getStatus();
  const status = (error as { status?: unknown } | null)?.status;
  return typeof status === 'number' ? status : 500;
}

const isParseError = (error: unknown): boolean => {
  const type = (error as { type?: unknown } | null)?.type;
  return (
    type === 'entity.parse.failed' ||
    (error instanceof HttpException && error.getStatus() === 400 && /JSON/.test(error.message))
  );
};

/** What cannot be done now, with what would be accepted. */
export const refusal = (reason: string, field: string, message: string): ProblemException =>
  new ProblemException({
    type: reason,
    title: 'Not now',
    status: 409,
    detail: message,
    errors: [{ field, accepted: message, got: 'this request' }],
  });
