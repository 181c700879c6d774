import { cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import {
  ROSELLE_COOLER,
  toldFacts,
  toldLiquid,
  DEFAULT_KITCHEN,
  type FreeJugEvent,
  type Told,
  dilutionLine,
} from '@steepsis/core';
import { Component as ColourPage } from '@/features/mix/ColourPage';
import { Component as FreeJugPage } from '@/features/mix/FreeJugPage';
import { Component as GuestsPage } from '@/features/mix/GuestsPage';
import { useJugBench } from '@/features/mix/jugStore';
import { Component as KeptJugPage } from '@/features/mix/KeptJugPage';
import { kitchenWords, mlWords } from '@/features/mix/measures';
import { Component as MixPage } from '@/features/mix/MixPage';
import { Component as KeepPage } from '@/features/keep/KeepPage';
import { aBatchOf, AServer, show } from '@/test/aServer';

const now = (): string => new Date().toISOString();
const part = (name: string, from: Told, ml: number): object => ({
  name,
  ml,
  from,
  liquid: toldLiquid(from, ml, DEFAULT_KITCHEN),
  facts: [toldFacts(from, ml)],
  madeAt: now(),
});
const TEA: Told = {
  kind: 'made',
  made: { plant: 'black_tea_leaf', grams: 30, waterMl: 1000, minutes: 5, place: 'off-heat' },
};
const WATER: Told = { kind: 'water', water: 'still' };

const jugEvents = (...more: object[]): FreeJugEvent[] =>
  [
    {
      type: 'poured-together',
      name: '<i>Gate</i> jug',
      capacityMl: 2500,
      glassMl: 250,
      iced: true,
      standard: 1,
      likeName: 'a usual glass',
      wantedX: 1,
      audience: [],
      acknowledged: [],
      parts: [part('Tea', TEA, 500), part('Water', WATER, 500)],
    },
    ...more,
  ].map((body, seq) => ({ id: `e${seq}`, jugId: 'j1', seq, at: now(), v: 1, ...body })) as FreeJugEvent[];

let server: AServer;
beforeAll(() => {
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.hasPointerCapture = () => false;
  Element.prototype.setPointerCapture = () => undefined;
});
beforeEach(() => {
  localStorage.clear();
  useJugBench.setState(useJugBench.getInitialState());
  server = new AServer();
  server.answers = {
    '/api/jugs': { jugs: [], serverNow: now() },
    '/api/batches?limit=200&phase=open': { batches: [], serverNow: now() },
    '/api/drinks': {
      drinks: [{ id: ROSELLE_COOLER.id, drink: ROSELLE_COOLER, archived: false, batches: 0, name: 'x', version: 1 }],
    },
  };
});

const beside = async (name: string): Promise<void> => {
  await userEvent.click(await screen.findByRole('button', { name: 'Put something beside it' }));
  await userEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name }));
};
const type = async (name: string, text: string): Promise<void> => {
  const field = await screen.findByRole('textbox', { name });
  await userEvent.tripleClick(field);
  await userEvent.paste(text);
  await userEvent.tab();
};
const openJug = (): void => show(<FreeJugPage />, '/mix/jug', '/mix/jug');

describe('the bench of a jug of anything', () => {
  it('works the rest out round what is set on the side of a vessel', async () => {
    openJug();
    await beside('Add the brew');
    await beside('Add the syrup');
    const tea = await screen.findByRole('slider', { name: 'Black tea as made, amount' });
    expect(await screen.findByText('as white sugar')).toBeInTheDocument();
    tea.focus();
    await userEvent.keyboard('{End}');
    // All that there is, which the side of the vessel rounds up to its next line.
    const all = tea.getAttribute('aria-valuetext')!;
    expect(all).toMatch(/^\d+ ml, set$/);
    expect(Number(tea.getAttribute('aria-valuemax')) - parseInt(all)).toBeLessThan(5);
    expect(await screen.findByText(/^As near as this goes: ×/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Set; let it free' }));
    expect(tea).not.toHaveAttribute('aria-valuetext', all);
  });
  it('puts back what was taken away', async () => {
    openJug();
    await beside('Add the syrup');
    await userEvent.click(screen.getByRole('button', { name: 'Take Syrup 50 °Bx away' }));
    expect(screen.queryByRole('slider', { name: /Syrup/ })).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Put syrup 50 °bx back' }));
    expect(screen.getByRole('slider', { name: 'Syrup 50 °Bx, amount' })).toBeInTheDocument();
  });
  it('keeps to bounds, and says so when they cross', async () => {
    openJug();
    await beside('Add the brew');
    await userEvent.click(screen.getAllByRole('button', { name: 'At least, at most' })[1]!);
    await type('Black tea as made, at most', '100');
    await type('Black tea as made, at least', '200');
    expect(await screen.findByRole('alert')).toHaveTextContent(
      'at least 200 ml is asked for, and at most 100 ml can be had',
    );
  });
  it('sends what is poured, and never what is in it', async () => {
    openJug();
    await beside('Add the brew');
    await screen.findByText(/^×1\.09$/);
    server.answers['/api/jugs'] = { id: 'j1', events: jugEvents(), serverNow: now() };
    await userEvent.click(screen.getByRole('button', { name: 'Pour it and log' }));
    expect(await screen.findByText('elsewhere')).toBeInTheDocument();
    const { body } = server.sent.find((s) => s.path === '/api/jugs')!;
    expect(body).toMatchObject({ name: 'Jug with Black tea as made', capacityMl: 1500, iced: true });
    for (const p of body['parts'] as object[]) expect(Object.keys(p).sort()).toEqual(['from', 'ml', 'name']);
    expect(useJugBench.getState().rests[0]).toMatchObject({ name: 'Black tea as made' });
  });
});

describe('a jug that was poured', () => {
  const open = async (...more: object[]): Promise<void> => {
    server.answers['/api/jugs/j1'] = { id: 'j1', events: jugEvents(...more), serverNow: now() };
    show(<KeptJugPage />, '/mix/jug/:jugId', '/mix/jug/j1');
    await screen.findByRole('heading', { level: 1, name: '<i>Gate</i> jug' });
  };
  it('says what it is made of, and until when it keeps', async () => {
    await open();
    expect(screen.getByText('500 ml Tea, 500 ml Water')).toBeInTheDocument();
    expect(screen.getByText(/tea brewed hot/)).toBeInTheDocument();
  });
  it('turns a verdict into a fix, tried in a glass, and pours it in', async () => {
    await open();
    await userEvent.click(screen.getByRole('radio', { name: 'a bit strong' }));
    const fix = (await screen.findAllByRole('listitem')).find((x) => x.textContent.includes('Cold water'))!;
    await userEvent.click(within(fix).getByRole('button', { name: 'Try it in a glass first' }));
    expect(within(fix).getByTestId('trial-glass')).toHaveTextContent(/\d+ ml of Cold water/);
    server.answers['/api/jugs/j1/events'] = {
      id: 'j1',
      events: jugEvents({ type: 'added', parts: [part('Water', WATER, 200)] }),
      serverNow: now(),
    };
    await userEvent.click(within(fix).getByRole('button', { name: 'It is poured in' }));
    expect(await screen.findByText('1 fix poured in; taste again')).toBeInTheDocument();
    expect(server.sent[0]!.body).toMatchObject({ type: 'added', after: { strength: 1, state: 'iced' } });
    expect(screen.getByRole('button', { name: 'Undo the last fix' })).toBeInTheDocument();
  });
  it('says how the state it was tasted in deceives', async () => {
    await open();
    await userEvent.click(screen.getByRole('radio', { name: 'warm' }));
    expect(
      screen.getByText(/Over ice it will taste about 19 % less sweet, and the ice will thin it/),
    ).toBeInTheDocument();
  });
  it('says why there is no fix, and what would make one', async () => {
    useJugBench.setState({ atHand: { syrupMl: 0, syrupBrix: 50, lemonMl: 0, water: false } });
    await open();
    await userEvent.click(screen.getByRole('radio', { name: 'much too weak' }));
    expect(await screen.findByText('Nothing stands beside the jug.')).toBeInTheDocument();
    expect(screen.getByText(/of a concentrate three times as strong would do it/)).toBeInTheDocument();
  });
  it('is as the shelf has it: what is frozen keeps longer, what stood out too long is poured away, the bottles stay', async () => {
    const daysOf = async (...more: object[]): Promise<string> => {
      await open(...more);
      const said = screen.getByText('Use by').nextElementSibling!.textContent;
      cleanup();
      return said;
    };
    expect(await daysOf({ type: 'moved', vesselId: 'jug', where: 'freezer' })).not.toBe(await daysOf());
    await open({ type: 'stood-out', vesselId: 'jug', minutes: 600, ambientC: 33 });
    expect(screen.queryByText('Taste and fix')).toBeNull();
    expect(screen.getByRole('button', { name: 'Undo the time it stood out' })).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: 'Pour it away' }));
    expect(server.sent[0]!.body).toMatchObject({ type: 'poured-away', vesselId: 'jug' });
  });
  it('tells of one that is gone', async () => {
    await open({ type: 'discarded', why: 'x' });
    expect(screen.getByText('This jug was emptied.')).toBeInTheDocument();
  });
});

it('a recipe’s jug is put right too, and its label says how it is drunk', async () => {
  const told: Parameters<typeof aBatchOf>[2] = [
    [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
    [30, { type: 'mixed', mix: { concentrate: 900, syrup: 250, water: 700 }, hadMl: { syrup: 310 }, sugarAddedG: 0 }],
  ];
  server.answers['/api/batches/b1'] = aBatchOf(ROSELLE_COOLER, 90, told);
  show(<MixPage />, '/mix/:batchId', '/mix/b1');
  expect(await screen.findByText('Taste and fix')).toBeInTheDocument();
  expect(screen.getByTestId('label-line')).toHaveTextContent(/^Pour \d+ ml as it is over ice$|^1 part with/);
  await userEvent.click(screen.getByRole('radio', { name: 'too sharp' }));
  const offered = await screen.findByRole('list', { name: 'Fixes' });
  server.answers['/api/batches/b1/additions'] = aBatchOf(ROSELLE_COOLER, 90, told);
  await userEvent.click(within(offered).getAllByRole('button', { name: 'It is poured in' })[0]!);
  expect(server.sent[0]).toMatchObject({ path: '/api/batches/b1/additions', body: { vesselId: 'jug' } });
});

describe('a jug that was poured, on the shelf', () => {
  const keep = (...more: object[]): void => {
    server.answers['/api/jugs'] = { jugs: [{ id: 'j1', events: jugEvents(...more) }], serverNow: now() };
    show(<KeepPage />, '/keep', '/keep');
  };
  it('stands with its strength and its last day, its name shown as text', async () => {
    keep();
    const card = (await screen.findByRole('heading', { name: '<i>Gate</i> jug' })).closest('li')!;
    expect(card).toHaveTextContent(/1\.0 L.*\(×.*Until /);
    expect(within(card).getByRole('link', { name: /^Taste: / })).toHaveAttribute('href', '/mix/jug/j1');
  });
  it('is frozen, measured and filled as any other thing', async () => {
    keep();
    await userEvent.click(await screen.findByRole('button', { name: /^More: / }));
    server.answers['/api/jugs/j1/events'] = { id: 'j1', events: jugEvents(), serverNow: now() };
    await userEvent.click(await screen.findByRole('button', { name: 'Freeze' }));
    expect(server.sent[0]).toMatchObject({
      path: '/api/jugs/j1/events',
      body: { type: 'moved', vesselId: 'jug', where: 'freezer' },
    });
  });
  it('can be poured from for another jug, and none of what is past its time', async () => {
    server.answers['/api/jugs'] = { jugs: [{ id: 'j1', events: jugEvents() }], serverNow: now() };
    openJug();
    await userEvent.click(await screen.findByRole('button', { name: 'Put something beside it' }));
    await userEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: /<i>Gate<\/i> jug/ }));
    expect(screen.getByRole('slider', { name: '<i>Gate</i> jug, amount' })).toBeInTheDocument();
  });
});

it('a brew that is measured goes into a jug of anything, by its drink’s own measure of strength', async () => {
  const told: Parameters<typeof aBatchOf>[2] = [
    [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
  ];
  server.answers['/api/batches/b1'] = aBatchOf(ROSELLE_COOLER, 60, told);
  show(<MixPage />, '/mix/:batchId', '/mix/b1');
  await userEvent.click(await screen.findByRole('button', { name: 'Mix it with anything' }));
  expect(useJugBench.getState().likeDrinkId).toBe(ROSELLE_COOLER.id);
  expect(useJugBench.getState().lines.at(-1)!.from).toEqual({ kind: 'brew', batchId: 'b1', brewId: 'concentrate' });
});

it('the rules speak of a brew that is measured before it is poured, not only when it is refused', async () => {
  const told: Parameters<typeof aBatchOf>[2] = [
    [7, { type: 'stage-ended', brewId: 'concentrate', stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: 'concentrate', stageId: 'steep' }],
    [27, { type: 'measured', what: 'volume', brewId: 'concentrate', value: 1130, method: 'jug' }],
  ];
  server.answers['/api/batches/b1'] = aBatchOf(ROSELLE_COOLER, 60, told);
  server.answers['/api/batches?limit=200&phase=open'] = {
    batches: [{ id: 'b1', phase: 'measured' }],
    serverNow: now(),
  };
  useJugBench.setState({ audience: ['pregnant'] });
  openJug();
  await userEvent.click(await screen.findByRole('button', { name: 'Put something beside it' }));
  await userEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: /measured, not bottled yet/ }));
  expect(await screen.findByText('HIB-01')).toBeInTheDocument();
  expect(screen.getByRole('button', { name: 'Pour it and log' })).toBeDisabled();
});

describe('guests', () => {
  it('adds a kind of guest, and takes one off the list', async () => {
    show(<GuestsPage />, '/mix/guests', '/mix/guests');
    expect(await screen.findByTestId('totals')).toHaveTextContent(/^13 glasses/);
    await userEvent.click(screen.getByRole('button', { name: 'Another kind of guest' }));
    expect(screen.getByTestId('totals')).toHaveTextContent(/^15 glasses/);
    await userEvent.click(screen.getByRole('button', { name: 'Take Children off the list' }));
    expect(screen.getByTestId('totals')).toHaveTextContent(/^12 glasses/);
    await type('Water of the base', '100');
    expect(screen.getByText(/more is wanted\.$|So it cannot have been made/)).toBeInTheDocument();
  });
});

it('the colour check waits for a picture, and offers what is in the book', async () => {
  show(<ColourPage />, '/mix/colour', '/mix/colour');
  expect(await screen.findByText('Pick something white and then the drink.')).toBeInTheDocument();
  expect(screen.getByRole('combobox', { name: 'Drink' })).toHaveTextContent('a glass as written');
});

describe('words of amounts', () => {
  it.each([
    [237, '1 cup'],
    [88, '1/4 cup'],
    [45, '3 tbsp'],
    [5, '1 tsp'],
    [0.4, '8 drops'],
  ])('calls %d ml %s', (ml, words) => expect(kitchenWords(ml)).toBe(words));
  it('counts ladles where a cook has one', () => expect(kitchenWords(180, 'ladles')).toBe('1 1/2 ladles'));
  it('reads halves of a millilitre below ten', () =>
    expect([mlWords(4.3), mlWords(43.3)]).toEqual(['4.5 ml', '43 ml']));
  it('writes a strong jug’s label in parts, and a right one’s as it is', () => {
    expect(dilutionLine({ strengthX: 2, wantedX: 1, thinning: 1, glassMl: 250, measures: 'metric' })).toBe(
      '1 part with 1 part of cold water, cold: 130 ml and 130 ml to a glass',
    );
    expect(dilutionLine({ strengthX: 1.1, wantedX: 1, thinning: 1.1, glassMl: 250, measures: 'metric' })).toBe(
      'Pour 250 ml as it is over ice',
    );
  });
});
