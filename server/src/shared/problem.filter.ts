import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Response } from 'express';
import { PROBLEM_TYPE, type check, type FieldError, type Problem } from '@steepsis/contract';

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
    detail: errors.map((e) => `${e.field}: accepted is ${e.accepted}, got ${e.got}`).join('; '),
    errors,
  });

export const notFound = (what: string, id: string): ProblemException =>
  new ProblemException({
    type: 'not-found',
    title: `No such ${what}`,
    status: 404,
    detail: `There is no ${what} ${JSON.stringify(id.slice(0, 80))}.`,
    errors: [{ field: 'id', accepted: `the id of a ${what}`, got: JSON.stringify(id.slice(0, 80)) }],
  });

@Catch()
export class ProblemFilter implements ExceptionFilter {
  private readonly log = new Logger('problem');

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const problem = this.problemOf(error);
    if (problem.status >= 500) this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    if (!response.headersSent) response.status(problem.status).type(PROBLEM_TYPE).send(JSON.stringify(problem));
  }

  private problemOf(error: unknown): Problem {
    if (error instanceof ProblemException) return error.problem;
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
      return { type: 'refused', title: 'Refused', status, detail: error instanceof Error ? error.message : 'Refused' };
    return {
      type: 'server-fault',
      title: 'Something went wrong here',
      status: 500,
      detail: 'The server made a mistake. Nothing was stored.',
    };
  }
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

/** What was checked, or the refusal that names its faults. */
export function accept<T>(checked: ReturnType<typeof check>): T {
  if (!checked.ok) throw invalidInput(checked.errors);
  return checked.value as T;
}

/** An event's time may run ahead of this machine's clock by this much: two clocks are never quite alike. */
const CLOCK_SLACK_MS = 2 * 60_000;

/** @throws ProblemException for a time that has not come */
export function refuseFuture(at: string, now: Date): void {
  if (Date.parse(at) > now.getTime() + CLOCK_SLACK_MS)
    throw invalidInput([{ field: 'at', accepted: `a time that has come, up to ${now.toISOString()}`, got: at }]);
}
