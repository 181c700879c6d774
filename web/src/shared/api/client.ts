import type { Problem } from '@steepsis/contract';
import { useClock } from './clock';

/** A refusal or failure, in words for the page. */
export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
    this.name = 'ProblemError';
  }
}

const offline: Problem = {
  type: 'offline',
  title: 'The server does not answer',
  status: 0,
  detail: 'Steepsis is not running, or cannot be reached. Start it again and retry.',
};

/** The server could not be reached. An answer may be lost on its way back, so what was sent may be stored all the same. */
export const serverAway = (sending = false): ProblemError =>
  new ProblemError(
    sending
      ? {
          ...offline,
          detail:
            'Steepsis is not running, or cannot be reached. Start it again, and look whether this was stored before you send it anew.',
        }
      : offline,
  );

/** Whether a failure means that the server is not there now: what was to be sent can be sent later as it is. */
export const isAway = (error: unknown): boolean =>
  error instanceof ProblemError &&
  (error.problem.type === 'offline' || [429, 502, 503, 504].includes(error.problem.status));

async function send<T>(path: string, init?: RequestInit): Promise<T> {
  const sentMs = Date.now();
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch {
    throw serverAway(init !== undefined);
  }
  const body = (await response.json().catch(() => undefined)) as unknown;
  if (!response.ok) throw new ProblemError((body as Problem | undefined) ?? { ...offline, status: response.status });
  noteServerClock(body, sentMs, Date.now());
  return body as T;
}

/**
 * Steep clocks run by the server's time: a tablet whose clock is wrong must not pull a pot early. The answer was
 * written somewhere between asking and hearing; the middle is taken, and half of that time is how wrong it can be.
 */
function noteServerClock(body: unknown, sentMs: number, heardMs: number): void {
  const serverNow = (body as { serverNow?: unknown } | undefined)?.serverNow;
  if (typeof serverNow !== 'string') return;
  useClock.getState().note(Date.parse(serverNow) - (sentMs + heardMs) / 2, (heardMs - sentMs) / 2);
}

export const get = <T>(path: string): Promise<T> => send<T>(path);

export const remove = <T>(path: string): Promise<T> => send<T>(path, { method: 'DELETE' });

export const put = <T>(path: string, body: unknown): Promise<T> =>
  send<T>(path, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

export const post = <T>(path: string, body: unknown): Promise<T> =>
  send<T>(path, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });
