import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';
import {
  DEFAULT_KITCHEN,
  freezePlan,
  planDrink,
  ROSELLE_COOLER,
  type BatchEvent,
  type BatchEventBody,
} from '@steepsis/core';
import { Component as KeepPage } from '@/features/keep/KeepPage';
import { Component as MixPage } from '@/features/mix/MixPage';
import { Component as TastePage } from '@/features/taste/TastePage';

const result = planDrink(ROSELLE_COOLER, ROSELLE_COOLER.defaults, DEFAULT_KITCHEN);
if (result.kind !== 'plan') throw new Error(result.message);
const plan = freezePlan(result.plan);
const START = Date.now() - 3 * 3_600_000;

const TOLD: [number, BatchEventBody][] = [
  [0, { type: 'started', plan }],
  [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
  [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
  [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
];
const MIXED: [number, BatchEventBody] = [
  40,
  { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 950 }, hadMl: { syrup: 310 }, sugarAddedG: 0 },
];
const events = (told: [number, BatchEventBody][]): BatchEvent[] =>
  told.map(([minutes, body], seq) => ({
    id: `e${seq}`,
    batchId: 'b1',
    seq,
    at: new Date(START + minutes * 60_000).toISOString(),
    v: 2,
    ...body,
  }));

let sent: { path: string; body: Record<string, unknown> }[] = [];

/** A server that knows one batch. */
function serve(told: [number, BatchEventBody][]): void {
  sent = [];
  const view = { id: 'b1', events: events(told), serverNow: new Date().toISOString() };
  globalThis.fetch = jest.fn((path: RequestInfo | URL, init?: RequestInit) => {
    const at = path as string;
    if (init?.method === 'POST')
      sent.push({ path: at, body: JSON.parse(init.body as string) as Record<string, unknown> });
    const answer = at === '/api/shelf' ? { batches: [view], serverNow: view.serverNow } : view;
    return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(answer) } as Response);
  });
}

function show(page: ReactNode, path: string): void {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter initialEntries={[path]}>
        <Routes>
          <Route path="/page/:batchId" element={page} />
          <Route path="*" element={<p>elsewhere</p>} />
        </Routes>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

beforeAll(() => {
  Object.defineProperty(globalThis, 'crypto', {
    value: { randomUUID: () => '3f0c8a58-6f0f-4a59-9e59-0d1d0f1a2b3c' },
    configurable: true,
  });
});

describe('mixing from what came out', () => {
  it('pours what was worked out, in whole 5 ml', async () => {
    serve(TOLD);
    show(<MixPage />, '/page/b1');
    await userEvent.click(await screen.findByRole('button', { name: 'Pour it and log' }));
    await waitFor(() => expect(sent).not.toHaveLength(0));
    const { mix } = sent[0]!.body as { mix: Record<string, number> };
    expect(sent[0]!.path).toBe('/api/batches/b1/events');
    for (const ml of [mix['syrup']!, mix['water']!]) expect(ml % 5).toBe(0);
    expect(mix['concentrate']! + mix['syrup']! + mix['water']!).toBeCloseTo(2395, -2);
    expect(await screen.findByText('elsewhere')).toBeInTheDocument();
  });

  it('a warm jug says how warm it would be, and is logged with how it is cooled', async () => {
    serve(TOLD);
    show(<MixPage />, '/page/b1');
    expect(await screen.findByText(/^The jug would be about/)).toHaveTextContent(/about [2-4]\d °C/);
    await userEvent.click(screen.getByRole('button', { name: 'Pour it and log' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ type: 'cooled-by', how: expect.stringMatching(/^(ice-bath|fridge)$/) });
  });

  it('tells what a short syrup does, and takes sugar stirred in', async () => {
    serve(TOLD);
    show(<MixPage />, '/page/b1');
    const syrup = await screen.findByRole('textbox', { name: 'Syrup on hand' });
    await userEvent.tripleClick(syrup);
    await userEvent.paste('100');
    expect(screen.getByText('The syrup runs out.')).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: /^Stir in \d+ g of sugar/ }));
    await userEvent.click(screen.getByRole('button', { name: 'Pour it and log' }));
    await waitFor(() => expect(sent).not.toHaveLength(0));
    expect(sent[0]!.body['sugarAddedG']).toBeGreaterThan(80);
    expect(sent[0]!.body['hadMl']).toEqual({ syrup: 100 });
  });

  it('shares what one jug does not hold out over two', async () => {
    serve(TOLD);
    show(<MixPage />, '/page/b1');
    const litres = await screen.findByRole('textbox', { name: 'Litres' });
    await userEvent.tripleClick(litres);
    await userEvent.paste('4');
    expect(screen.getByText('2 jugs')).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Pour it and log' })).toBeEnabled();
  });

  it('sends a batch that is not measured back to its pot', async () => {
    serve(TOLD.slice(0, 2));
    show(<MixPage />, '/page/b1');
    expect(await screen.findByText(/not measured yet/)).toBeInTheDocument();
    expect(screen.getByRole('link', { name: 'To the pot' })).toHaveAttribute('href', '/steep/b1');
  });
});

describe('the shelf', () => {
  it('says what a jug holds, how to drink it and until when', async () => {
    serve([...TOLD, MIXED]);
    show(<KeepPage />, '/page/b1');
    await userEvent.click(await screen.findByRole('button', { name: /^More: / }));
    expect(await screen.findByText(/^2\.\d+ L, .* \(×1\.\d+\), sweet \(\d+ g\/L\)$/)).toBeInTheDocument();
    expect(screen.getAllByText('Pour 300 ml as it is over ice')).not.toHaveLength(0);
    expect(screen.getByText(/at the latest .*: dried plants brewed hot/)).toBeInTheDocument();
  });

  it('notes a measured pH', async () => {
    serve([...TOLD, MIXED]);
    show(<KeepPage />, '/page/b1');
    await userEvent.click(await screen.findByRole('button', { name: /^More: / }));
    await userEvent.click(await screen.findByRole('button', { name: 'Enter its pH' }));
    const field = screen.getByRole('textbox', { name: 'pH' });
    await userEvent.tripleClick(field);
    await userEvent.paste('2,8');
    await userEvent.click(screen.getByRole('button', { name: 'by strip' }));
    await waitFor(() => expect(sent).not.toHaveLength(0));
    expect(sent[0]!.body).toMatchObject({ type: 'measured', what: 'ph', value: 2.8, method: 'strip' });
  });
});

describe('a verdict', () => {
  it('needs strength and smoothness, and sends all five words', async () => {
    serve([...TOLD, MIXED]);
    show(<TastePage />, '/page/b1');
    const save = await screen.findByRole('button', { name: 'Note the verdict' });
    expect(save).toBeDisabled();
    await userEvent.click(screen.getByRole('radio', { name: 'a bit weak' }));
    await userEvent.click(screen.getByRole('radio', { name: 'smooth' }));
    await userEvent.click(screen.getByRole('radio', { name: 'too sharp' }));
    await userEvent.click(save);
    await waitFor(() => expect(sent).not.toHaveLength(0));
    expect(sent[0]!.body).toMatchObject({
      type: 'tasted',
      state: 'iced',
      verdict: { strength: -1, harsh: 0, sweet: 0, tart: 1 },
    });
  });
});
