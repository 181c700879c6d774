import { screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, RULES, STRUCK, ROSELLE_COOLER, type BatchEventBody, type Drink, type PlanTarget } from '@steepsis/core';
import { Component as BenchPage } from '@/features/bench/BenchPage';
import { Component as PlanPage } from '@/features/plan/PlanPage';
import { Component as RulesPage } from '@/features/rules/RulesPage';
import { Component as SteepPage } from '@/features/steep/SteepPage';
import { aBatchOf, AServer, show } from '@/test/aServer';

const drinkOf = (id: string): Drink => BOOK.find((d) => d.id === id)!;
let server: AServer;

beforeEach(() => {
  server = new AServer();
  localStorage.clear();
  let n = 0;
  Object.defineProperty(globalThis, 'crypto', { value: { randomUUID: () => `id-${++n}` }, configurable: true });
});

const type = async (name: string | RegExp, text: string): Promise<void> => {
  const field = await screen.findByRole('textbox', { name });
  await userEvent.tripleClick(field);
  await userEvent.paste(text);
  await userEvent.tab();
};
const press = async (name: string | RegExp): Promise<void> =>
  userEvent.click(await screen.findByRole('button', { name }));
const choose = async (name: string | RegExp, option: string): Promise<void> => {
  const box = await screen.findByRole('combobox', { name });
  box.focus();
  await userEvent.keyboard('{Enter}');
  await userEvent.click(await screen.findByRole('option', { name: option }));
};
// Each test plans a drink of its own, so that no draft of another one is in its way.
const plan = (id: string): void => {
  server.drink = { ...drinkOf(id), id: `${id}-${++made}` };
  show(<PlanPage />, '/plan/:drinkId', `/plan/${server.drink.id}`);
};
let made = 0;

beforeAll(() => {
  // jsdom has no layout; the floating choices only need these to exist.
  Element.prototype.scrollIntoView = () => undefined;
  Element.prototype.hasPointerCapture = () => false;
});

describe('the plan', () => {
  it('follows the sentence at once, and starts what it shows', async () => {
    plan('roselle-rose-hip-cooler');
    await type('Litres', '1.2');
    expect(await screen.findByText(/^2[456] g roselle/)).toBeInTheDocument();
    await press('Start at the stove');
    const { target, acknowledged } = server.sent[0]!.body as { target: PlanTarget; acknowledged: string[] };
    expect(target.litres).toBe(1.2);
    expect(acknowledged).toEqual([]);
  });

  it('pours over ice, cold or hot, and never two of them', async () => {
    plan('hot-spiced-pear-rooibos');
    expect(await screen.findByText(/^warmed to 68 °C/)).toBeInTheDocument();
    await choose('Served', 'over ice');
    expect(screen.queryByText(/^warmed to/)).toBeNull();
    expect(screen.getByText(/over 0 g ice|^right after|as poured/)).toBeInTheDocument();
  });

  it('makes a second drink from the base, and leaves it out again', async () => {
    plan('roselle-rose-hip-cooler');
    await press('Make a second drink from the same base');
    expect(await screen.findByRole('heading', { name: /A lighter one$/ })).toBeInTheDocument();
    await type('Second strength', '0.5');
    await press('Leave it out');
    await waitFor(() => expect(screen.queryByRole('heading', { name: /A lighter one$/ })).toBeNull());
  });

  it('takes a tartness where there is juice, and goes back to the book’s', async () => {
    plan('butterfly-pea-makrut');
    await choose('Tartness', 'so much acid');
    await type('Acid', '5');
    expect(await screen.findByDisplayValue('5')).toBeInTheDocument();
    await choose('Tartness', 'as much juice as the book has');
    expect(screen.queryByRole('textbox', { name: 'Acid' })).toBeNull();
  });

  it('says when to start for when it is to be ready', async () => {
    plan('roselle-rose-hip-cooler');
    await press('ready for a certain time');
    expect(await screen.findByText(/^Start by/)).toBeInTheDocument();
    // It is for an afternoon, not for the middle of the night.
    expect(screen.getByLabelText('Ready by, the time')).toHaveValue('15:00');
    await press('whenever');
    expect(screen.queryByText(/^Start by/)).toBeNull();
  });

  it('asks for people and their glasses, and the litres are theirs together', async () => {
    plan('roselle-rose-hip-cooler');
    await type('People', '12');
    await type('Glasses each', '1.5');
    await type('Glass size', '250');
    expect(screen.getByLabelText('Litres')).toHaveValue('4.5');
    expect(screen.getByLabelText('Glasses')).toHaveValue('18');
  });

  it('is worked out from bottles and from a pot, and says what binds', async () => {
    plan('roselle-rose-hip-cooler');
    await press(/the other way round/);
    await choose('Start from', 'Fill');
    await type('Bottles', '1');
    expect(await screen.findByText(/What binds: roselle concentrate/)).toBeInTheDocument();
    await choose('Start from', 'My biggest pot holds');
    await type('Pot holds', '1');
    await press(/^Plan [\d.]+ L$/);
    expect(screen.queryByText(/What binds/)).toBeNull();
  });

  it('goes on from another plant where another way is without the one that was chosen', async () => {
    const [brew] = ROSELLE_COOLER.brews;
    const other = {
      ...brew.ways[1]!,
      ingredients: [{ id: 'other', plant: 'linden_dried', grams: 20, enters: { stageId: 'steep', atMin: 0 } }],
    };
    server.drink = { ...ROSELLE_COOLER, id: 'two-plants', brews: [{ ...brew, ways: [brew.ways[0]!, other] }] };
    show(<PlanPage />, '/plan/:drinkId', '/plan/two-plants');
    await press(/the other way round/);
    expect(await screen.findByText(/That makes.* 60 g roselle/)).toBeInTheDocument();
    await choose('Method', 'steeping overnight in the fridge');
    expect(await screen.findByText(/What binds: linden/)).toBeInTheDocument();
  });

  it('says which limit binds, looks for the nearest that works, and takes it', async () => {
    plan('cold-sencha-cucumber');
    await type('Sugar', '200');
    expect(await screen.findByRole('alert')).toHaveTextContent('Nothing in this drink sweetens it to 200 g/L.');
    await press(/^Take the nearest that works/);
    expect(await screen.findByText(/^14 g green tea/)).toBeInTheDocument();
  });

  it('looks for the nearest beside the page’s work where the limit does not name it', async () => {
    plan('dandelion-burdock-syrup');
    await type('Litres', '0.2');
    await type('Strength', '0.2');
    expect(await screen.findByRole('alert')).toHaveTextContent('It would boil dry');
    expect(
      await screen.findByRole('button', { name: /^Take the nearest that works: .* at ×/ }, { timeout: 10_000 }),
    ).toBeInTheDocument();
  });

  it('is read on the map, moved with the arrow keys, or shown over time', async () => {
    plan('roselle-rose-hip-cooler');
    const point = await screen.findByRole('slider', { name: 'Pull it after' });
    await waitFor(() => expect(point).toHaveAttribute('aria-valuetext', expect.stringContaining('×1.00') as string));
    point.focus();
    await userEvent.keyboard('{ArrowRight}');
    expect(screen.getByRole('textbox', { name: 'Steep' })).toHaveValue('15.5');
    await press('Over time');
    expect(screen.queryByRole('slider', { name: 'Pull it after' })).toBeNull();
  });

  it('uses the lots at hand, and knows what they cost', async () => {
    server.house = {
      ...server.house,
      pantry: [
        {
          version: 1,
          body: {
            v: 1,
            plant: 'roselle_dried_whole',
            pricePerKg: 30,
            lots: [{ id: 'weak', got: '2026-01-01', from: '', leftG: 500, potency: 0.5 }],
          },
        },
      ],
    };
    plan('roselle-rose-hip-cooler');
    // As written its amounts are the card's; planned, more is weighed out of a weak lot.
    expect(await screen.findByText(/^\d\d g roselle/)).toBeInTheDocument();
    await press('Plan another amount');
    expect(await screen.findByText(/^1\d\d g roselle/)).toBeInTheDocument();
    expect(screen.getByText('Cost a glass').nextSibling).toHaveTextContent(/^0\.\d\d or more$/);
  });

  it('begins as written, goes on to a plan that says what it asks for beyond the card, and back with one press', async () => {
    plan('roselle-rose-hip-cooler');
    const written = await screen.findByRole('button', { name: /^As written: 2\.4 L$/ });
    expect(written).toHaveAttribute('aria-pressed', 'true');
    await type('Litres', '3');
    expect(await screen.findByText('Against the card: 3.0 L for 2.4 L.')).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Planned: 3.0 L' })).toHaveAttribute('aria-pressed', 'true');
    await press(/^As written/);
    expect(screen.getByRole('textbox', { name: 'Litres' })).toHaveValue('2.4');
    expect(screen.queryByText(/^Against the card/)).toBeNull();
  });

  it('links to its paper with its own target', async () => {
    plan('dandelion-burdock-syrup');
    const links = await screen.findAllByRole('link', { name: /card|Dipstick/ });
    expect(links).toHaveLength(3);
    for (const link of links) {
      const target = new URL(link.getAttribute('href')!, 'http://x').searchParams.get('target')!;
      expect((JSON.parse(target) as PlanTarget).litres).toBe(2);
    }
  });

  it('asks where what was gathered is from, and what was checked of it', async () => {
    plan('spruce-tip-soda');
    // Shops hardly sell them: it stands open and asks.
    expect(await screen.findByRole('combobox', { name: 'Where Spruce tips is from' })).toHaveTextContent('from where?');
    await choose('Where Spruce tips is from', 'gathered wild');
    // Answered, it does not close on the questions that follow.
    expect(screen.getByText('Where the plants are from').closest('details')).toHaveAttribute('open');
    expect(await screen.findByRole('combobox', { name: 'Where Spruce tips was picked' })).toBeInTheDocument();
    await waitFor(() => expect(screen.getByRole('button', { name: 'Start at the stove' })).toBeDisabled());
  });
  it('asks how it looks, and what is musty is not brewed', async () => {
    plan('roselle-rose-hip-cooler');
    await userEvent.click(await screen.findByText('Where the plants are from'));
    expect(screen.getByRole('button', { name: 'Start at the stove' })).toBeEnabled();
    await choose(/^How Roselle.* looks$/, 'musty');
    await waitFor(() => expect(screen.getByRole('button', { name: 'Start at the stove' })).toBeDisabled());
    await choose(/^How Roselle.* looks$/, 'not looked at yet');
    await waitFor(() => expect(screen.getByRole('button', { name: 'Start at the stove' })).toBeEnabled());
  });
});

describe('the stove', () => {
  const atStove = (drink: Drink, minAgo: number, told: [number, BatchEventBody][] = []): void => {
    server.answers['/api/batches/b1'] = aBatchOf(drink, minAgo, told);
    show(<SteepPage />, '/steep/:batchId', '/steep/b1');
  };
  const [brew] = ROSELLE_COOLER.brews;
  const HEATED: [number, BatchEventBody] = [7, { type: 'stage-ended', brewId: brew.id, stageId: 'heat' }];

  it('counts to the pull, and says what comes after', async () => {
    atStove(ROSELLE_COOLER, 12, [HEATED]);
    expect(await screen.findByRole('heading', { name: /^Pull it in/ })).toBeInTheDocument();
    expect(screen.getByText(/Meanwhile make the syrup/)).toBeInTheDocument();
    await press('Pulled: strain it');
    await waitFor(() => expect(server.sent[0]?.body).toMatchObject({ type: 'stage-ended', stageId: 'steep' }));
  });
  it('says how late it is', async () => {
    atStove(ROSELLE_COOLER, 40, [HEATED]);
    expect(await screen.findByRole('heading', { name: /^Pull it now/ })).toBeInTheDocument();
    expect(screen.getByText(/over its time; it would make/)).toBeInTheDocument();
  });
  it('takes back the last step', async () => {
    atStove(ROSELLE_COOLER, 9, [HEATED]);
    await press(/^Undo:/);
    await waitFor(() => expect(server.sent[0]?.body).toMatchObject({ type: 'undone', eventId: 'e1' }));
  });
  it('shows a refusal at its place, in words', async () => {
    atStove(ROSELLE_COOLER, 3);
    server.refusal = { status: 409, body: { title: 'Not now', detail: 'The pot was thrown away.' } };
    await press(/It boils/);
    expect(await screen.findByRole('alert')).toHaveTextContent('Not now. The pot was thrown away.');
  });
  it('leads a brew of many stages from one to the next', async () => {
    const roots = drinkOf('dandelion-burdock-syrup');
    const ended = (stageId: string): BatchEventBody => ({ type: 'stage-ended', brewId: 'root-syrup', stageId });
    atStove(roots, 45, [
      [4, ended('toast')],
      [11, ended('heat')],
      [31, ended('simmer')],
      [33, ended('skim')],
    ]);
    expect(await screen.findByText(/rinse with 30 ml,$/)).toBeInTheDocument();
  });
});

describe('the bench', () => {
  it('says what runs, and is quiet when nothing does', async () => {
    server.answers['/api/batches?limit=50'] = { batches: [], serverNow: new Date().toISOString() };
    server.answers['/api/drinks'] = { drinks: [] };
    show(<BenchPage />, '/', '/');
    expect(await screen.findByText('Nothing is on the stove or steeping in the fridge.')).toBeInTheDocument();
  });
  it('puts what wants hands first', async () => {
    const batch = {
      id: 'b1',
      drinkId: 'x',
      drinkName: 'Cooler',
      startedAt: new Date().toISOString(),
      litres: 2,
      wayName: 'w',
      lastEventAt: new Date().toISOString(),
    };
    server.answers['/api/batches?limit=50'] = {
      batches: [
        { ...batch, phase: 'strained' },
        { ...batch, id: 'b2', phase: 'measured' },
      ],
      serverNow: new Date().toISOString(),
    };
    server.answers['/api/drinks'] = { drinks: [] };
    show(<BenchPage />, '/', '/');
    expect(await screen.findByRole('link', { name: 'Measure' })).toHaveAttribute('href', '/steep/b1');
    expect(screen.getByRole('link', { name: 'Mix' })).toHaveAttribute('href', '/mix/b2');
  });
});

describe('the rules', () => {
  it('are all there, and found by their words', async () => {
    show(<RulesPage />, '/rules', '/rules');
    expect(
      screen.getByText(`${RULES.length - Object.keys(STRUCK).length + 1} rules`, { exact: false }),
    ).toBeInTheDocument();
    await userEvent.type(screen.getByRole('searchbox'), 'honey');
    const found = await screen.findAllByText(/honey/i);
    expect(found.length).toBeGreaterThan(0);
    await userEvent.clear(screen.getByRole('searchbox'));
    await userEvent.type(screen.getByRole('searchbox'), 'qqqq');
    expect(await screen.findByText(/No rule has these words/)).toBeInTheDocument();
  });
});
