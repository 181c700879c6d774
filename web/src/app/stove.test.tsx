import { act, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, type BatchEventBody, type Drink } from '@steepsis/core';
import { lacking } from '@/features/alarm/AlarmBar';
import { Component as InstrumentsPage } from '@/features/kitchen/InstrumentsPage';
import { Component as StovePage } from '@/features/steep/SteepListPage';
import { Component as SteepPage } from '@/features/steep/SteepPage';
import { Component as AsUsualPage } from '@/features/usual/AsUsualPage';
import { useUsual } from '@/features/usual/usualStore';
import { emptyOutbox } from '@/shared/api/outbox';
import { aBatchOf, AServer, show } from '@/test/aServer';

const drinkOf = (id: string): Drink => BOOK.find((d) => d.id === id)!;
const COOLER = drinkOf('roselle-rose-hip-cooler');
const PEAR = drinkOf('hot-spiced-pear-rooibos');
const BREW = 'concentrate';
let server: AServer;

beforeEach(() => {
  server = new AServer();
  localStorage.clear();
  emptyOutbox();
  let n = 0;
  Object.defineProperty(globalThis, 'crypto', { value: { randomUUID: () => `id-${++n}` }, configurable: true });
});

const press = async (name: string | RegExp): Promise<void> =>
  userEvent.click(await screen.findByRole('button', { name }));

/** The steep page of a batch; what it is told is answered with the batch as it then is. */
function steep(
  drink: Drink,
  beganMinAgo: number,
  told: [number, BatchEventBody][] = [],
  layOut?: true,
  instruments: object = { instruments: [] },
): void {
  const view = aBatchOf(drink, beganMinAgo, told);
  if (layOut) Object.assign(view.events[0]!, { layOut });
  server.answers['/api/batches/b1'] = view;
  server.answers['/api/batches/b1/events'] = view;
  server.answers['/api/instruments'] = { ...instruments, serverNow: view.serverNow };
  show(<SteepPage />, '/steep/:batchId', '/steep/b1');
}
const said = (): object => server.sent.at(-1)!.body;

describe('the list before the heat', () => {
  it('has everything that is to be on the table, is ticked off, and gives way to the heat', async () => {
    steep(COOLER, 1, [], true);
    const list = await screen.findByRole('list', { name: 'What is to be on the table' });
    expect(within(list).getByText('50 g of roselle')).toBeInTheDocument();
    expect(within(list).getAllByText(/measured dry, before any washing/)).toHaveLength(2);
    expect(within(list).getByText(/boiled for a few minutes/)).toBeInTheDocument();
    await userEvent.click(within(list).getByRole('checkbox', { name: /50 g of roselle/ }));
    await waitFor(() => expect(said()).toMatchObject({ type: 'laid-out', item: `${BREW}/roselle`, how: 'seen' }));
    expect(screen.getByRole('button', { name: 'Heat on' })).toHaveAttribute('aria-keyshortcuts', 'd');
    await userEvent.keyboard('d');
    await waitFor(() => expect(said()).toMatchObject({ type: 'brew-started', brewId: BREW }));
  });
});

describe('at the stove', () => {
  const steeping: [number, BatchEventBody][] = [[7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }]];

  it('says the next thing large, with its clock, and what comes after', async () => {
    steep(PEAR, 13, [[10, { type: 'stage-ended', brewId: 'base', stageId: 'heat' }]]);
    expect(await screen.findByRole('heading', { name: /^Put in the rooibos in 3:0\d|2:5\d/ })).toBeInTheDocument();
    const after = screen.getByRole('region', { name: 'After that' });
    expect(within(after).getByText(/take out cinnamon/)).toBeInTheDocument();
    expect(within(after).getByText('pull it')).toBeInTheDocument();
  });

  it('is done, put off and undone by single keys, and not while something is typed', async () => {
    steep(COOLER, 10, steeping);
    await screen.findByRole('heading', { name: /^Pull it in/ });
    await userEvent.keyboard('l');
    await waitFor(() => expect(said()).toMatchObject({ type: 'heard', call: `${BREW}/steep/end`, againMin: 3 }));
    await userEvent.keyboard('u');
    await waitFor(() => expect(said()).toMatchObject({ type: 'undone', eventId: 'e1' }));
    await waitFor(() => expect(screen.getByRole('button', { name: 'Pulled: strain it' })).toBeEnabled());
    await userEvent.keyboard('d');
    await waitFor(() => expect(said()).toMatchObject({ type: 'stage-ended', stageId: 'steep' }));
    const sent = server.sent.length;
    await userEvent.type(await screen.findByRole('textbox', { name: 'Minutes ago' }), 'd');
    expect(server.sent).toHaveLength(sent);
  });

  it('tells what happened some minutes ago as of then', async () => {
    steep(COOLER, 10, steeping);
    const ago = await screen.findByRole('textbox', { name: 'Minutes ago' });
    await userEvent.clear(ago);
    await userEvent.type(ago, '2');
    await press('Pulled: strain it');
    await waitFor(() => expect(said()).toMatchObject({ type: 'stage-ended' }));
    const { at } = said() as { at: string };
    expect((Date.now() - Date.parse(at)) / 60_000).toBeCloseTo(2, 1);
  });

  it('shows every pot, whatever drink it is for', async () => {
    const [one, two] = [aBatchOf(COOLER, 10, steeping), aBatchOf(PEAR, 3)];
    const summary = (id: string, name: string): object => ({
      id,
      drinkName: name,
      phase: 'running',
      wayName: '',
      litres: 2,
      startedAt: '',
    });
    server.answers['/api/batches?limit=200&phase=open'] = {
      batches: [summary('b1', COOLER.name), summary('b2', PEAR.name)],
      serverNow: one.serverNow,
    };
    server.answers['/api/batches/b1'] = one;
    server.answers['/api/batches/b2'] = { ...two, id: 'b2', events: two.events.map((e) => ({ ...e, batchId: 'b2' })) };
    show(<StovePage />, '/steep', '/steep');
    const pots = await screen.findByRole('list', { name: 'Pots' });
    await waitFor(() => expect(within(pots).getAllByRole('listitem')).toHaveLength(2));
    expect(within(pots).getByRole('link', { name: `All about ${PEAR.name}` })).toBeInTheDocument();
  });

  it('shows at a glance what hangs in each pot, and that it is not believed', async () => {
    const instrument = { id: 'p1', name: 'Pot probe', kind: 'probe', simulated: false };
    const at = (brewId: string): object => ({ attached: { batchId: 'b1', brewId } });
    const instruments = {
      instruments: [
        { ...instrument, ...at(BREW), last: { atMs: 0, value: 91.26 }, state: 'good' },
        { ...instrument, ...at(BREW), id: 'p2', name: 'Old probe', last: { atMs: 0, value: 22 }, state: 'stuck' },
        { ...instrument, ...at('of another pot'), id: 'p3', name: 'Far probe', last: { atMs: 0, value: 50 } },
      ],
    };
    steep(COOLER, 10, steeping, undefined, instruments);
    const pots = await screen.findByRole('list', { name: 'Pots' });
    const hangs = await within(pots).findByRole('group', { name: 'Instruments in it' });
    expect(hangs).toHaveTextContent('Pot probe91.3 °COld probe22.0 °C, stuck, not believed');
  });

  it('takes a lid, a temperature, a weight, more leaf and water as they were', async () => {
    steep(COOLER, 10, steeping);
    const tell = async (topic: string, button: string): Promise<object> => {
      await userEvent.click(await screen.findByRole('radio', { name: topic }));
      const before = server.sent.length;
      await press(button);
      await waitFor(() => expect(server.sent.length).toBeGreaterThan(before));
      return said();
    };
    expect(await tell('The lid', 'off')).toMatchObject({ type: 'lid-set', lid: 'open' });
    const reading = await tell('A temperature', 'That is its temperature');
    expect(reading).toMatchObject({ what: 'temp', brewId: BREW });
    // What stands there first is what the model has: three minutes off the boil.
    expect((reading as { value: number }).value).toBeGreaterThan(94);
    expect((reading as { value: number }).value).toBeLessThan(100);
    expect(await tell('The pot’s weight', 'That is its weight')).toMatchObject({ what: 'pan-weight' });
    expect(await tell('More went in', 'It went in now')).toMatchObject({ type: 'put-in', grams: 10, more: true });
    expect(await tell('Water went in', 'Poured in')).toMatchObject({ type: 'topped-up', ml: 200, tempC: 12 });
  });

  it('takes what the scale under the pot reads now, with a tap', async () => {
    const scale = (id: string, ageMs: number, value: number): object => ({
      ...{ id, name: `Scale ${id}`, kind: 'scale', simulated: false, attached: { batchId: 'b1', brewId: BREW } },
      last: { atMs: Date.now() - ageMs, value },
    });
    steep(COOLER, 10, steeping, undefined, { instruments: [scale('one', 1000, 2314.4), scale('old', 3_600_000, 900)] });
    await userEvent.click(await screen.findByRole('radio', { name: 'The pot’s weight' }));
    const field = screen.getByRole('textbox', { name: 'Weight of the pot' });
    await userEvent.clear(field);
    await userEvent.type(field, 'heavy');
    expect(screen.getByRole('button', { name: 'That is its weight' })).toBeDisabled();
    // What was half typed gives way to what is taken.
    await press('Take 2314 g from Scale one');
    expect(screen.queryByRole('button', { name: /from Scale old/ })).not.toBeInTheDocument();
    await press('That is its weight');
    await waitFor(() => expect(said()).toMatchObject({ what: 'pan-weight', value: 2314 }));
  });

  it('takes of a probe only what is believed', async () => {
    const hangs = { name: 'Probe', kind: 'probe', simulated: false, attached: { batchId: 'b1', brewId: BREW } };
    const last = { atMs: Date.now(), value: 91 };
    steep(COOLER, 10, steeping, undefined, {
      instruments: [
        { ...hangs, id: 'p', last, state: 'good' },
        { ...hangs, id: 'q', name: 'One that lies', last, state: 'doubtful' },
        { ...hangs, id: 'r', name: 'One that warms up', last },
      ],
    });
    await userEvent.click(await screen.findByRole('radio', { name: 'A temperature' }));
    expect((await screen.findAllByRole('button', { name: /^Take .* from / })).map((b) => b.textContent)).toEqual([
      'Take 91.0 °C from Probe',
    ]);
  });

  it('says whether something forgotten is still worth it', async () => {
    steep(PEAR, 19, [[10, { type: 'stage-ended', brewId: 'base', stageId: 'heat' }]]);
    await press('Is it still worth it?');
    expect(await screen.findByText(/[Ww]orth it|Not worth it any more/)).toBeInTheDocument();
    await press('It goes in now');
    await waitFor(() => expect(said()).toMatchObject({ type: 'put-in', ingredientId: 'rooibos' }));
  });
});

describe('cooling', () => {
  const strained: [number, BatchEventBody][] = [
    [7, { type: 'stage-ended', brewId: BREW, stageId: 'heat' }],
    [22, { type: 'stage-ended', brewId: BREW, stageId: 'steep' }],
  ];
  it('counts down its limit, and how long each way would take', async () => {
    steep(COOLER, 40, strained);
    expect(await screen.findByText(/^1:4[12]:\d\d$/)).toBeInTheDocument();
    expect(screen.getByText(/there is still time\. An ice bath/)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('radio', { name: 'in an ice bath' }));
    await waitFor(() => expect(said()).toMatchObject({ type: 'cooled-by', how: 'ice-bath' }));
    expect(screen.getByRole('textbox', { name: 'Honey temperature' })).toHaveValue('40');
  });
  it('says what to do when a limit has been missed', async () => {
    steep(COOLER, 160, strained);
    expect(await screen.findByText(/too long above 21 °C\. Please do not keep it/)).toBeInTheDocument();
  });
});

describe('the alarm says beforehand what stands in its way', () => {
  it.each([
    [{ sound: 'on', notices: 'on', awake: 'on' }, ''],
    [{ sound: 'on', notices: 'impossible', awake: 'impossible' }, 'Over plain http'],
    [{ sound: 'on', notices: 'refused', awake: 'on' }, 'Notices were refused'],
    [{ sound: 'on', notices: 'on', awake: 'refused' }, 'may fall asleep'],
  ])('%j', (state, words) => expect(lacking(state).join(' ')).toContain(words));
  it('is shown at the stove', async () => {
    steep(COOLER, 3);
    expect(await screen.findByText('This browser cannot make a sound.')).toBeInTheDocument();
    await press('Keep it silent');
    expect(await screen.findByText('It stays silent.')).toBeInTheDocument();
  });
});

describe('instruments', () => {
  it('show what they say, where they are, and what is not believed', async () => {
    server.answers['/api/batches?limit=200&phase=open'] = { batches: [], serverNow: new Date().toISOString() };
    server.answers['/api/instruments'] = {
      instruments: [
        {
          id: 'p',
          name: 'Pot probe',
          kind: 'probe',
          simulated: true,
          misbehaves: 'stuck',
          attached: { batchId: 'x', brewId: 'y' },
          last: { atMs: Date.now(), value: 91.25 },
          state: 'stuck',
        },
      ],
    };
    show(<InstrumentsPage />, '/kitchen/instruments', '/kitchen/instruments');
    expect(await screen.findByText('91.3 °C')).toBeInTheDocument();
    expect(screen.getByText(/not believed now: stuck/)).toBeInTheDocument();
    await press('Add a simulated kitchen scale');
    await waitFor(() =>
      expect(server.sent[0]).toEqual({ path: '/api/instruments/simulated', body: { kind: 'scale' } }),
    );
  });

  it('take the table of another logger by the columns that the cook chose', async () => {
    const view = aBatchOf(COOLER, 10);
    server.answers['/api/batches?limit=50'] = {
      // A logger is mostly read out when all is done.
      batches: [{ id: 'b1', drinkName: COOLER.name, phase: 'put-away', wayName: '', litres: 2, startedAt: '' }],
      serverNow: view.serverNow,
    };
    server.answers['/api/batches/b1'] = view;
    server.answers['/api/instruments'] = { instruments: [] };
    show(<InstrumentsPage />, '/kitchen/instruments', '/kitchen/instruments');
    const table = 'n;seconds;temp °C\n1;60;93.5\n2;120;92.1\n3;180;warm\n';
    await userEvent.upload(
      await screen.findByLabelText(/A table with a heading/),
      new File([table], 'pot.csv', { type: 'text/csv' }),
    );
    expect(await screen.findByText(/of 3 lines are understood/)).toBeInTheDocument();
    const column = screen.getByRole('combobox', { name: 'Column of times' });
    Element.prototype.scrollIntoView = () => undefined;
    Element.prototype.hasPointerCapture = () => false;
    column.focus();
    await userEvent.keyboard('{Enter}');
    await userEvent.click(await screen.findByRole('option', { name: 'seconds' }));
    expect(await screen.findByText(/^2 of 3 lines are understood/)).toBeInTheDocument();
    expect(screen.getByText(/Line 4: a number of °C is accepted, not “warm”/)).toBeInTheDocument();
    await press('Keep 2 readings');
    await waitFor(() => expect(server.sent.some((s) => s.path.endsWith('/readings'))).toBe(true));
    const { body } = server.sent.find((s) => s.path.endsWith('/readings'))!;
    expect(body['readings']).toMatchObject([{ value: 93.5 }, { value: 92.1 }]);
    expect(await screen.findByRole('link', { name: 'the chart of that pot' })).toHaveAttribute('href', '/steep/b1');
  });
});

describe('make it as usual', () => {
  beforeEach(() => useUsual.getState().begin());
  it('says what is missing until nothing is, and shows each figure with its spread', async () => {
    show(<AsUsualPage />, '/steep/as-usual', '/steep/as-usual');
    expect(await screen.findByText(/Still missing: what it is called; a plant; the water/)).toBeInTheDocument();
    const { change, addPlant, setAmount } = useUsual.getState();
    const minute = (m: number): string => new Date(Date.parse('2026-07-05T09:00:00Z') + m * 60_000).toISOString();
    act(() => addPlant('roselle_dried_whole'));
    act(() => setAmount('roselle-dried-whole', { by: 'scale', beforeG: 212, afterG: 164 }));
    act(() =>
      change({
        name: 'As always',
        water: { by: 'jug', ml: 1300 },
        out: { by: 'jug', ml: 1100 },
        taps: [
          { at: minute(0), tap: 'heat-on' },
          { at: minute(8), tap: 'boils' },
          { at: minute(9), tap: 'off-heat' },
          { at: minute(24), tap: 'strained' },
        ],
      }),
    );
    expect(await screen.findByText('48.0 g')).toBeInTheDocument();
    expect(screen.getByText('± 1.4')).toBeInTheDocument();
    await press('Write it down and plan from it');
    await waitFor(() => expect(server.sent[0]?.path).toMatch(/^\/api\/drinks\/as-always-/));
  });
  it('tells each moment once, and takes the last back', async () => {
    show(<AsUsualPage />, '/steep/as-usual', '/steep/as-usual');
    await press('Heat on');
    expect(screen.queryByRole('button', { name: 'Heat on' })).toBeNull();
    await press('Take back the last tap');
    expect(await screen.findByRole('button', { name: 'Heat on' })).toBeInTheDocument();
  });
});
