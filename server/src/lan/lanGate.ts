import type { Socket } from 'node:net';
import type { NextFunction, Request, Response } from 'express';
import { PROBLEM_TYPE } from '@steepsis/contract';
import type { Config } from '../shared/config';
import { ProblemException } from '../shared/problem.filter';
import { pairingPage } from './pairingPage';

export const DEVICE_COOKIE = 'steepsis_device';

export const isLoopback = (request: Request): boolean =>
  /^(::1|(::ffff:)?127\.)/.test(request.socket.remoteAddress ?? '');

/** @throws ProblemException for a device of the home network: what is of the machine itself is seen to there */
export function refuseFromOutside(request: Request): void {
  if (isLoopback(request)) return;
  throw new ProblemException({
    type: 'only-here',
    title: 'Only on the machine itself',
    status: 403,
    detail: 'Codes, devices and folders are seen to on the machine that Steepsis runs on.',
  });
}

const LOOPBACK_NAME = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i;

/**
 * The first thing a request meets. From this machine: by a loopback name, so that no foreign page can reach the data by a name
 * of its own. From the home network, where that was opened: by one of its addresses, and with the token of a paired device.
 * Whoever has none sees the page to pair on and nothing else.
 */
export function lanGate(config: Config, letIn: (token: string | undefined, by: Socket) => Promise<boolean>) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const host = request.headers.host ?? '';
    if (isLoopback(request) && LOOPBACK_NAME.test(host)) return next();
    const { lan } = config;
    const own = lan?.addresses.some((a) => host === `${a}:${lan.port}` || host === `${a}:${lan.httpsPort}`);
    if (!own)
      return refuse(
        response,
        403,
        'unknown-host',
        'Unknown host',
        'Open Steepsis by the address it printed when it started.',
      );
    if (request.method === 'POST' && request.path === '/api/pair') return next();
    letIn(tokenOf(request), request.socket).then(
      (known) => (known ? next() : unpaired(request, response)),
      () => refuse(response, 500, 'server-fault', 'Something went wrong here', 'Nothing was stored.'),
    );
  };
}

function unpaired(request: Request, response: Response): void {
  const wantsPage = request.method === 'GET' && ['/', '/pair'].includes(request.path);
  if (!wantsPage)
    return refuse(response, 401, 'not-paired', 'Not paired', 'Open this address in a browser and pair the device.');
  const code = typeof request.query['code'] === 'string' ? request.query['code'] : '';
  response
    .status(401)
    .setHeader(
      'Content-Security-Policy',
      "default-src 'none'; style-src 'unsafe-inline'; form-action 'self'; frame-ancestors 'none'",
    )
    .setHeader('Cache-Control', 'no-store')
    .type('html')
    .send(pairingPage(undefined, code));
}

function refuse(response: Response, status: number, type: string, title: string, detail: string): void {
  response.status(status).type(PROBLEM_TYPE).send(JSON.stringify({ type, title, status, detail }));
}

function tokenOf(request: Request): string | undefined {
  const cookies = (request.headers.cookie ?? '').split(';').map((c) => c.trim());
  return cookies.find((c) => c.startsWith(`${DEVICE_COOKIE}=`))?.slice(DEVICE_COOKIE.length + 1);
}
