import type { NextFunction, Request, Response } from 'express';
import { PROBLEM_TYPE } from '@steepsis/contract';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i;

/** Answers only requests addressed to this machine by a loopback name, so that no foreign page can reach the data by a name of its own. */
export function hostCheck(request: Request, response: Response, next: NextFunction): void {
  if (LOOPBACK.test(request.headers.host ?? '')) return next();
  response
    .status(403)
    .type(PROBLEM_TYPE)
    .send(
      JSON.stringify({
        type: 'unknown-host',
        title: 'Unknown host',
        status: 403,
        detail: 'Open Steepsis by the address it printed when it started.',
      }),
    );
}
