import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import {
  DEFAULT_KITCHEN,
  freezePlan,
  planDrink,
  type BatchEvent,
  type BatchEventBody,
  type Drink,
  type PlanTarget,
} from '@steepsis/core';
import type { HouseView } from '@steepsis/contract';

// A server for tests of pages: it answers what it is told to, and keeps what it was sent.

export type Sent = { path: string; body: Record<string, unknown> };

export class AServer {
  sent: Sent[] = [];
  house: HouseView = {
    kitchen: { version: 0, body: DEFAULT_KITCHEN },
    pantry: [],
    plants: [],
    occasions: [],
    unread: [],
  };
  drink: Drink | undefined;
  /** answers by path, before all others */
  answers: Record<string, unknown> = {};
  /** paths of what is not there */
  lost = new Set<string>();
  /** what the next change is refused with */
  refusal: { status: number; body: object } | undefined;

  constructor() {
    globalThis.fetch = jest.fn((path: RequestInfo | URL, init?: RequestInit) => {
      const at = path as string;
      if (init?.method) {
        this.sent.push({
          path: at,
          body: JSON.parse((init.body as string | undefined) ?? '{}') as Record<string, unknown>,
        });
        if (this.refusal) return this.reply(this.refusal.body, this.refusal.status);
      }
      if (this.lost.has(at)) return this.reply({ type: 'not-found', title: 'Not found', status: 404 }, 404);
      return this.reply(this.answerTo(at));
    });
  }

  private reply(body: unknown, status = 200): Promise<Response> {
    return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) } as Response);
  }

  private answerTo(path: string): unknown {
    if (path in this.answers) return this.answers[path];
    if (path === '/api/house') return this.house;
    if (path === '/api/lan') return { on: false, http: [], https: [], devices: [] };
    if (path === '/api/instruments') return { instruments: [], serverNow: new Date().toISOString() };
    if (path === '/api/shelf') return { batches: [], serverNow: new Date().toISOString() };
    if (path.endsWith('/versions'))
      return { versions: [{ version: 1, keptAt: '2026-05-01T08:00:00Z', drink: this.drink }] };
    return { drink: this.drink, startFrom: this.drink?.defaults, tastings: [] };
  }
}

/** A batch of a drink that began so many minutes ago, told by minutes after its start. */
export function aBatchOf(
  drink: Drink,
  beganMinAgo: number,
  told: readonly [minutes: number, body: BatchEventBody][] = [],
  change: Partial<PlanTarget> = {},
): { id: string; events: BatchEvent[]; serverNow: string } {
  const result = planDrink(drink, { ...drink.defaults, ...change }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  const all: [number, BatchEventBody][] = [[0, { type: 'started', plan: freezePlan(result.plan) }], ...told];
  const events = all.map(([minutes, body], seq) => ({
    id: `e${seq}`,
    batchId: 'b1',
    seq,
    at: new Date(Date.now() - (beganMinAgo - minutes) * 60_000).toISOString(),
    v: 2 as const,
    ...body,
  }));
  return { id: 'b1', events, serverNow: new Date().toISOString() };
}

/** A page at an address. */
export function show(page: ReactNode, route: string, path: string): void {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter initialEntries={[path]}>
        <Routes>
          <Route path={route} element={page} />
          <Route path="*" element={<p>elsewhere</p>} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
