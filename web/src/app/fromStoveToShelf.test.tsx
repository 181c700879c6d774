import { cleanup, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, ROSELLE_COOLER, SIGNS, type BatchEventBody, type Drink } from '@steepsis/core';
import { Component as KeepPage } from '@/features/keep/KeepPage';
import { Component as MixPage } from '@/features/mix/MixPage';
import { Component as SteepPage } from '@/features/steep/SteepPage';
import { Component as TastePage } from '@/features/taste/TastePage';
import { emptyOutbox } from '@/shared/api/outbox';
import { aBatchOf, AServer, show } from '@/test/aServer';

let server: AServer;
beforeEach(() => {
  server = new AServer();
  emptyOutbox();
  let n = 0;
  Object.defineProperty(globalThis, 'crypto', { value: { randomUUID: () => `id-${++n}` }, configurable: true });
});

const hands = (): HTMLElement => screen.getByText('Next, with your hands').closest('section')!;

/** What a live jar wants now and then: its end is further down the list. */
const TENDING = /^(Shake it|Let the gas out|Look and smell|Taste it)/;

/** Presses the one large button that the stove shows, and tells the batch what it said. */
async function doNext(drink: Drink, told: [number, BatchEventBody][]): Promise<string> {
  server.sent = [];
  server.answers['/api/batches/b1'] = aBatchOf(drink, told.length * 5 + 5, told);
  show(<SteepPage />, '/steep/:batchId', '/steep/b1');
  await screen.findByText('Next, with your hands');
  const heading = (): string => within(hands()).getByRole('heading').textContent.trim();
  if (TENDING.test(heading())) await userEvent.click(screen.getByRole('button', { name: /is over/ }));
  const what = heading();
  // When it was is told beside it.
  const button = within(hands())
    .queryAllByRole('button')
    .find((b) => b.textContent !== 'Longer ago');
  if (button) {
    await userEvent.click(button);
    await waitFor(() => expect(server.sent.length).toBeGreaterThan(0));
    for (const { body: sent } of server.sent) {
      const { id: _id, at: _at, v: _v, ...body } = sent;
      told.push([told.length * 5 + 5, body as BatchEventBody]);
    }
  }
  cleanup();
  return what;
}

describe.each(BOOK.map((d) => [d.id, d] as const))('at the stove, %s', (_id, drink) => {
  it('is led from its first stage to the jug, one large button at a time', async () => {
    const [brew] = drink.brews;
    const way = brew.ways.find((w) => w.id === drink.defaults.wayId)!;
    const told: [number, BatchEventBody][] = [];
    const seen: string[] = [];
    for (let i = 0; i < way.stages.length + 2 * way.ingredients.length + 4; i++) {
      const what = await doNext(drink, told);
      seen.push(what);
      if (what === 'Mix the jug') break;
    }
    expect(seen.at(-1)).toBe('Mix the jug');
    const ended = told.flatMap(([, e]) => (e.type === 'stage-ended' ? [e.stageId] : []));
    expect(ended).toEqual(way.stages.filter((s) => s.kind !== 'strain').map((s) => s.id));
    // What was hot has had its bath between the measuring and the mix, where one was planned.
    const measured = told.filter(([, e]) => e.type !== 'cooled-by').at(-1)![1];
    expect(measured).toMatchObject({ type: 'measured', what: 'volume', brewId: brew.id });
    expect(seen.every((s) => /^[A-Z]/.test(s) && !/undefined|NaN/.test(s))).toBe(true);
  });
});

describe('on the shelf', () => {
  const BREW = 'concentrate';
  const MIXED: [number, BatchEventBody][] = [
    [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: BREW, value: 1130, method: 'jug' }],
    [40, { type: 'mixed', mix: { concentrate: 1130, syrup: 310, water: 950 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
  ];
  const shelf = (told: [number, BatchEventBody][] = MIXED, daysAgo = 0): void => {
    const batch = aBatchOf(ROSELLE_COOLER, 120 + daysAgo * 1440, told);
    server.answers['/api/shelf'] = { batches: [batch], serverNow: batch.serverNow };
    server.answers['/api/batches/b1'] = batch;
    show(<KeepPage />, '/keep', '/keep');
  };
  const press = async (name: string | RegExp): Promise<void> =>
    userEvent.click(await screen.findByRole('button', { name }));
  const said = async (body: object): Promise<void> => waitFor(() => expect(server.sent[0]?.body).toMatchObject(body));

  it('a pour draws it down by what was poured', async () => {
    shelf();
    await press(/^Pour a glass: /);
    await said({ type: 'poured', vesselId: 'jug', ml: 300 });
  });
  it('time out of the fridge is noted with its warmth', async () => {
    shelf();
    await press(/^More: /);
    await press('It stood out');
    const minutes = await screen.findByRole('textbox', { name: /^Minutes out/ });
    await userEvent.tripleClick(minutes);
    await userEvent.paste('90');
    await press('Note it');
    await said({ type: 'stood-out', vesselId: 'jug', minutes: 90, ambientC: 22 });
  });
  it('it is frozen and thawed', async () => {
    shelf();
    await press(/^More: /);
    await press('Freeze');
    await said({ type: 'moved', where: 'freezer' });
    cleanup();
    shelf([...MIXED, [60, { type: 'moved', vesselId: 'jug', where: 'freezer' }]]);
    expect(await screen.findByRole('region', { name: 'Frozen' })).toBeInTheDocument();
    expect(await screen.findByRole('button', { name: /^Thaw: / })).toBeInTheDocument();
  });
  it('what was left over opens by its own mark, not as the jug beside it', async () => {
    const mixed: BatchEventBody = {
      type: 'mixed',
      mix: { concentrate: 800, syrup: 280, water: 700 },
      hadMl: {},
      sugarAddedG: 0,
    };
    shelf([...MIXED.slice(0, 3), [40, mixed]]);
    const [, rest] = await screen.findAllByRole('button', { name: /^More: / });
    await userEvent.click(rest!);
    expect(
      await screen.findByRole('dialog', { name: rest!.getAttribute('aria-label')!.slice('More: '.length) }),
    ).toBeInTheDocument();
  });
  it('it is filled into whole bottles with room under the lid, and what is over stays', async () => {
    shelf();
    await press(/^More: /);
    await press('Fill bottles, cubes or moulds');
    expect(await screen.findByTestId('fill-up')).toHaveTextContent(/^4 of 485 ml, 3 % left empty; 4\d\d ml stays/);
    const frozen = screen.getByRole('textbox', { name: 'Into the freezer' });
    await userEvent.tripleClick(frozen);
    await userEvent.paste('2');
    expect(await screen.findByTestId('fill-up')).toHaveTextContent(/^5 of 450 ml, 2 of them frozen, 10 % left empty/);
    await press('They are filled');
    await said({ type: 'filled', vesselId: 'jug' });
    const { into } = server.sent[0]!.body as { into: { ml: number; where: string; name: string }[] };
    expect(into.map((f) => [f.name, f.where])).toEqual([
      ['bottle 1 of 5', 'fridge'],
      ['bottle 2 of 5', 'fridge'],
      ['bottle 3 of 5', 'fridge'],
      ['bottle 4 of 5', 'freezer'],
      ['bottle 5 of 5', 'freezer'],
    ]);
  });
  it.each(SIGNS)('%s is noted, and one thing is left to do with it', async (sign) => {
    shelf([...MIXED, [60, { type: 'observed', sign }]]);
    expect(await screen.findByRole('region', { name: 'Pour away' })).toBeInTheDocument();
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual([
      'Pour it away',
      expect.stringMatching(/^Why/),
    ]);
    expect(screen.queryByRole('link', { name: /Taste|Put it right|Label/ })).toBeNull();
  });
  it('past its last day one thing is left to do: it says why, is poured away, and that is taken back', async () => {
    shelf(MIXED, 30);
    expect(await screen.findByText(/^Its last day is past: dried plants brewed hot/)).toBeInTheDocument();
    // No pH, no freezer, no tasting, no measuring out.
    expect(screen.getAllByRole('button').map((b) => b.textContent)).toEqual([
      'Pour it away',
      expect.stringMatching(/^Why/),
    ]);
    expect(screen.queryByRole('link', { name: /Taste|Put it right|Label/ })).toBeNull();
    server.answers['/api/batches/b1/events'] = aBatchOf(ROSELLE_COOLER, 120 + 30 * 1440, MIXED);
    await press(/^Pour it away/);
    await said({ type: 'poured-away', vesselId: 'jug' });
    await press('Undo');
    await waitFor(() => expect(server.sent[1]?.body).toMatchObject({ type: 'undone' }));
  });
  it('things that are taken together are moved together, each by itself', async () => {
    const filled = (id: string): BatchEventBody => ({
      type: 'filled',
      vesselId: 'jug',
      into: [{ id, name: 'bottle', shape: { kind: 'bottle', capacityMl: 500 }, ml: 480, where: 'fridge' }],
    });
    shelf([...MIXED, [50, filled('one')], [51, filled('two')]]);
    await press('Several at once');
    for (const box of screen.getAllByRole('checkbox')) await userEvent.click(box);
    expect(screen.getByText('3 taken')).toBeInTheDocument();
    server.answers['/api/batches/b1/events'] = aBatchOf(ROSELLE_COOLER, 120, MIXED);
    await press('Freeze');
    await waitFor(() => expect(server.sent).toHaveLength(3));
    expect(server.sent.map((x) => (x.body as { vesselId: string }).vesselId).sort()).toEqual(['jug', 'one', 'two']);
  });
  it.each([
    ['to be tasted', <TastePage key="t" />, '/taste/:batchId', '/taste/b1'],
    ['to be put right', <MixPage key="m" />, '/mix/:batchId', '/mix/b1'],
  ] as const)('past its last day it is not there %s', async (_what, page, route, path) => {
    server.answers['/api/batches/b1'] = aBatchOf(ROSELLE_COOLER, 120 + 30 * 1440, MIXED);
    show(page, route, path);
    expect(await screen.findByRole('link', { name: 'To the shelf, to pour it away' })).toHaveAttribute('href', '/keep');
    expect(screen.queryAllByRole('radio')).toEqual([]);
  });
});
