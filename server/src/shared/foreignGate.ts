import type { NextFunction, Request, Response } from 'express';
import { PROBLEM_TYPE } from '@steepsis/contract';

// What comes from another page is refused, whatever it asks: a browser says where a request comes from, and a page cannot change that.

/** Lets through what comes from a page of this house, from the address bar, or from no browser at all. */
export function foreignGate(request: Request, response: Response, next: NextFunction): void {
  if (!request.path.startsWith('/api') || isOwn(request)) return next();
  response
    .status(403)
    .type(PROBLEM_TYPE)
    .send(
      JSON.stringify({
        type: 'foreign-page',
        title: 'Refused',
        status: 403,
        detail: 'This was asked for by a page of another place. Open Steepsis by its own address.',
      }),
    );
}

function isOwn({ headers, protocol }: Request): boolean {
  const site = headers['sec-fetch-site'];
  // Another port of this machine is the same site and another page.
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const { origin } = headers;
  return origin === undefined || origin === `${protocol}://${headers.host ?? ''}`;
}

/** Control characters in an address steer nothing and name nothing. */
export function plainAddresses(request: Request, response: Response, next: NextFunction): void {
  let plain = false;
  try {
    // eslint-disable-next-line no-control-regex
    plain = !/[\u0000-\u001f\u007f]/.test(decodeURIComponent(request.originalUrl));
  } catch {
    // Not an address at all.
  }
  if (plain) return next();
  response
    .status(400)
    .type(PROBLEM_TYPE)
    .send(
      JSON.stringify({
        type: 'refused',
        title: 'Refused',
        status: 400,
        detail: 'This address has characters that name nothing here.',
      }),
    );
}

/** What is told about this house is kept by no browser and no proxy. */
export function notKept(request: Request, response: Response, next: NextFunction): void {
  if (request.path.startsWith('/api')) response.setHeader('Cache-Control', 'no-store');
  next();
}
