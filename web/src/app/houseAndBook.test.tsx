import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { BOOK, DEFAULT_KITCHEN, ROSELLE_COOLER, type Drink, type Kitchen, type PantryEntry } from '@steepsis/core';
import type { HouseView } from '@steepsis/contract';
import { Component as DrinksPage } from '@/features/drinks/DrinksPage';
import { Component as VersionsPage } from '@/features/drinks/VersionsPage';
import { Component as KitchenPage } from '@/features/kitchen/KitchenPage';
import { Component as PantryPage } from '@/features/pantry/PantryPage';
import { Component as PlantPage } from '@/features/pantry/PlantPage';
import { Component as MethodsPage } from '@/features/plan/MethodsPage';
import { Component as ShoppingPage } from '@/features/plan/ShoppingPage';
import { Component as RecipePage } from '@/features/recipe/RecipePage';
import { show } from '@/test/aServer';

const roselle: PantryEntry = {
  v: 1,
  plant: 'roselle_dried_whole',
  lots: [{ id: 'lot', got: '2026-05-01', from: 'the <i>market</i>', leftG: 400, potency: 1 }],
  pricePerKg: 20,
};
let house: HouseView;
let versions: { version: number; keptAt: string; drink: Drink }[];
let sent: { path: string; body: { version: number; body?: unknown } & Record<string, unknown> }[];
/** what the next change is answered with, if not with itself */
let refusal: { status: number; body: object } | undefined;

beforeEach(() => {
  sent = [];
  refusal = undefined;
  sessionStorage.clear();
  versions = [{ version: 1, keptAt: '2026-05-01T08:00:00Z', drink: ROSELLE_COOLER }];
  house = {
    kitchen: { version: 3, body: DEFAULT_KITCHEN },
    pantry: [{ version: 2, body: roselle }],
    plants: [],
    occasions: [],
    unread: [],
  };
  globalThis.fetch = jest.fn((path: RequestInfo | URL, init?: RequestInit) => {
    const at = path as string;
    if (init?.method === 'PUT') {
      sent.push({ path: at, body: JSON.parse(init.body as string) as (typeof sent)[number]['body'] });
      const { status = 200, body = {} } = refusal ?? {};
      return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) } as Response);
    }
    return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(answerTo(at)) } as Response);
  });
});

function answerTo(path: string): unknown {
  if (path === '/api/house') return house;
  if (path === '/api/lan') return { on: false, http: [], https: [], devices: [] };
  if (path === '/api/shelf') return { batches: [], serverNow: new Date().toISOString() };
  if (path.endsWith('/versions')) return { versions };
  if (path === '/api/drinks')
    return {
      drinks: BOOK.map((drink) => ({
        id: drink.id,
        name: drink.name,
        version: 1,
        drink,
        archived: drink.id === 'sumac-barberry',
        batches: 0,
      })),
    };
  const drink = versions[0]!.drink;
  return { drink, startFrom: drink.defaults, tastings: [] };
}

const type = async (name: string | RegExp, text: string): Promise<void> => {
  const field = await screen.findByRole('textbox', { name });
  await userEvent.tripleClick(field);
  await userEvent.paste(text);
  await userEvent.tab();
};
const choose = async (label: string, option: string): Promise<void> => {
  const box = await screen.findByRole('combobox', { name: label });
  box.focus();
  await userEvent.keyboard('{Enter}');
  await userEvent.click(await screen.findByRole('option', { name: option }));
};
const press = async (name: string | RegExp): Promise<void> =>
  userEvent.click(await screen.findByRole('button', { name }));

describe('the drinks book', () => {
  it('filters by what is pressed, and says when nothing is like that', async () => {
    show(<DrinksPage />, '/drinks', '/drinks');
    expect(await screen.findAllByRole('heading', { level: 2 })).toHaveLength(BOOK.length - 1);
    await press('No caffeine');
    expect(screen.queryByText('Black tea with blackcurrant leaf')).toBeNull();
    expect(screen.getByRole('button', { name: 'No caffeine' })).toHaveAttribute('aria-pressed', 'true');
    await userEvent.type(screen.getByRole('searchbox'), 'sencha');
    expect(await screen.findByText(/No drink is like that/)).toBeInTheDocument();
  });
  it('shows what is put away, and takes it back', async () => {
    show(<DrinksPage />, '/drinks', '/drinks');
    await press('1 put away');
    expect(screen.getByRole('heading', { name: 'Drinks put away' })).toBeInTheDocument();
    await press('Take Sumac and barberry, cold back');
    expect(sent).toEqual([{ path: '/api/drinks/sumac-barberry/archived', body: { archived: false } }]);
  });
  it('lists versions with what changed, and takes an older one back as a new one', async () => {
    versions = [
      { version: 2, keptAt: '2026-06-01T08:00:00Z', drink: { ...ROSELLE_COOLER, version: 2, name: 'Other name' } },
      versions[0]!,
    ];
    show(<VersionsPage />, '/drinks/:drinkId/versions', '/drinks/x/versions');
    expect(await screen.findByText('name: Roselle and rose hip cooler → Other name')).toBeInTheDocument();
    expect(screen.getByText('As it was first written.')).toBeInTheDocument();
    await press('Take this one back, as version 3');
    expect(sent[0]!.body).toMatchObject({ version: 3, name: 'Roselle and rose hip cooler' });
  });
});

describe('the kitchen', () => {
  it('is kept on the version it was begun from', async () => {
    show(<KitchenPage />, '/kitchen', '/kitchen');
    await type('Altitude', '1800');
    await press('Keep the kitchen');
    expect(sent[0]).toMatchObject({ path: '/api/house/kitchen/kitchen', body: { version: 3 } });
    expect((sent[0]!.body.body as Kitchen).altitudeM).toBe(1800);
  });
  it('adds and removes vessels, and a fault is told at its place', async () => {
    show(<KitchenPage />, '/kitchen', '/kitchen');
    await press('Add a pot');
    expect(screen.getByRole('textbox', { name: 'Name of the my pot' })).toBeInTheDocument();
    await press('Remove the 2 L pot');
    await type('Fridge', '80');
    expect(screen.getByRole('alert')).toHaveTextContent('Fridge: a number from 0 to 12 °C is accepted, not “80”.');
    await press('Keep the kitchen');
    const names = (sent[0]!.body.body as Kitchen).vessels.map((v) => v.name);
    expect(names).toContain('my pot');
    expect(names).not.toContain('2 L pot');
    expect((sent[0]!.body.body as Kitchen).fridgeC).toBe(DEFAULT_KITCHEN.fridgeC);
  });
  it('changed in another tab meanwhile: this change waits for an answer', async () => {
    show(<KitchenPage />, '/kitchen', '/kitchen');
    await type('Altitude', '1800');
    house = { ...house, kitchen: { version: 4, body: { ...DEFAULT_KITCHEN, roomC: 30 } } };
    refusal = { status: 409, body: { title: 'Changed meanwhile', detail: 'It was changed.' } };
    await press('Keep the kitchen');
    expect(await screen.findByText(/Your change is still here/)).toBeInTheDocument();
    expect(screen.getByRole('button', { name: 'Keep the kitchen' })).toBeDisabled();
    refusal = undefined;
    await press('Keep mine over it');
    await press('Keep the kitchen');
    expect(sent.at(-1)!.body.version).toBe(4);
  });
});

describe('the pantry', () => {
  it('shows what is there first, and finds by use and Latin name', async () => {
    show(<PantryPage />, '/pantry', '/pantry');
    const [first] = await screen.findAllByRole('listitem');
    expect(first).toHaveTextContent('Roselle');
    expect(first).toHaveTextContent('400 g');
    await userEvent.type(screen.getByRole('searchbox'), 'lavandula');
    // Dried, and as it is picked.
    await waitFor(() => expect(screen.getAllByRole('listitem')).toHaveLength(2));
  });
  it('keeps a lot’s own words as text, and a measure from one weighing', async () => {
    show(<PlantPage />, '/pantry/:plant', '/pantry/roselle_dried_whole');
    expect(await screen.findByDisplayValue('the <i>market</i>')).toBeInTheDocument();
    expect(screen.getByText(/How sure:/)).toBeInTheDocument();
    await type('How many measures', '2');
    await type('Weighed', '62');
    await press('Use it');
    await press('Add a lot');
    await type('Lot 2 left', '250');
    await press('Keep');
    const { body } = sent[0]!.body as { body: PantryEntry };
    expect(body.measures).toEqual({ cupG: 31 });
    expect(body.lots.map((l) => l.leftG)).toEqual([400, 250]);
  });
  it('says what can stand in, and knows no plant that is none', async () => {
    show(<PlantPage />, '/pantry/:plant', '/pantry/ginger_fresh');
    expect(await screen.findByText(/Ginger, dried/)).toBeInTheDocument();
    show(<PlantPage />, '/pantry/:plant', '/pantry/moon_dust');
    expect(await screen.findByText(/There is no such plant/)).toBeInTheDocument();
  });
});

describe('planning', () => {
  it('ways stand side by side, up to four, with a ladder for what is a matter of dose', async () => {
    versions = [
      { version: 1, keptAt: '2026-05-01T08:00:00Z', drink: BOOK.find((d) => d.id === 'hot-spiced-pear-rooibos')! },
    ];
    show(<MethodsPage />, '/plan/:drinkId/methods', '/plan/x/methods');
    for (const name of ['Spices for the last third', 'Spices only off the heat', 'Spices toasted first'])
      await press(name);
    const table = screen.getByRole('table');
    expect(within(table).getAllByRole('columnheader')).toHaveLength(5);
    expect(within(table).getAllByRole('button', { name: /^Pick/ })).toHaveLength(4);
    expect(screen.getAllByText(/turns medicinal/).length).toBeGreaterThan(0);
    await userEvent.click(within(table).getByRole('button', { name: 'Pick: Spices toasted first' }));
    const kept = sent[0]!.body as unknown as Drink;
    expect(kept.version).toBe(2);
    expect(kept.brews[0].ways.at(-1)!.stages[0]!.kind).toBe('toast');
  });
  it('the list asks for what is missing only', async () => {
    show(<ShoppingPage />, '/plan/:drinkId/list', '/plan/x/list');
    const missing = (await screen.findAllByRole('checkbox')).map((c) => c.closest('label')!.textContent);
    expect(missing.some((t) => t.includes('Rose hip') && t.includes('a packet of 25 g'))).toBe(true);
    expect(missing.some((t) => t.includes('Roselle'))).toBe(false);
    expect(screen.getByText('of 400 g', { exact: false })).toBeInTheDocument();
  });
  it('a recipe is changed, taken back and kept as its next version', async () => {
    show(<RecipePage />, '/recipe/:drinkId', '/recipe/roselle-rose-hip-cooler');
    await type('Water', '1500');
    await press(/^Strain at once/);
    await press('Strain earlier');
    const stages = screen.getByRole('list', { name: 'Stages' });
    expect(within(stages).getAllByRole('listitem')[1]).toHaveTextContent('Strain');
    await press('Undo');
    expect(within(stages).getAllByRole('listitem')[1]).toHaveTextContent('Off the heat');
    await press('Keep as version 2');
    const kept = sent[0]!.body as unknown as Drink;
    expect(kept.version).toBe(2);
    expect(kept.brews[0].ways[0]!.waterMl).toBe(1500);
    expect(kept.defaults.litres).toBe(2.4);
  });
  it('a share of a brew is so much of what it comes to, and a spice may grow less than the drink', async () => {
    Element.prototype.scrollIntoView = () => undefined;
    Element.prototype.hasPointerCapture = () => false;
    // A drink of its own: no draft of another test is in its way.
    show(<RecipePage />, '/recipe/:drinkId', '/recipe/of-its-own');
    await choose('Concentrate how much', 'a volume');
    await type('Concentrate ml', 'half of it');
    expect(screen.getByRole('textbox', { name: 'Concentrate ml' })).toHaveValue('half of it');
    await press('50 g roselle');
    await choose('roselle scales', 'grows less, as spices do');
    await press('Keep as version 2');
    const kept = sent[0]!.body as unknown as Drink;
    const [line] = kept.mix;
    expect(line!.written).toBe('half of it');
    expect(line!.book).toBeGreaterThan(550);
    expect(line!.book).toBeLessThan(600);
    expect(kept.brews[0].ways[0]!.ingredients[0]!.scaling).toEqual({ power: 0.75 });
  });
  it('a card from elsewhere is asked once whose pints it has', async () => {
    show(<RecipePage />, '/recipe/:drinkId', '/recipe/new');
    const card = await screen.findByRole('textbox', { name: 'The recipe, as it stands on a card' });
    fireEvent.change(card, {
      target: { value: '20 g hibiscus, 1 quart water, 2 pints apple juice; 5 min off the heat; strain' },
    });
    const whose = await screen.findByRole('group', { name: 'Whose pints these are' });
    await userEvent.click(within(whose).getByRole('button', { name: /^imperial/ }));
    const read = screen.getByRole('list', { name: 'What is understood' });
    await waitFor(() => expect(read).toHaveTextContent('1137 ml of water'));
    expect(read).toHaveTextContent('1137 ml of apple juice');
    fireEvent.change(card, { target: { value: '20 g hibiscus, 1 L water; 5 min off the heat; strain' } });
    await waitFor(() => expect(screen.queryByRole('group', { name: 'Whose pints these are' })).toBeNull());
  });
  it('sugar of equal weight goes with the fruit', async () => {
    show(<RecipePage />, '/recipe/:drinkId', '/recipe/of-its-own-too');
    await choose('Add a stage', 'Sweeten');
    await type('Sweetener amount', 'equal weight');
    await press('50 g roselle');
    await type('Amount of roselle', '86 g');
    await press(/^Keep as version/);
    const kept = sent.at(-1)!.body as unknown as Drink;
    const sugar = kept.brews[0].ways[0]!.stages.find((s) => s.kind === 'dissolve');
    // 86 g of roselle and 14 g of rose hip
    expect(sugar).toMatchObject({ written: 'equal weight', to: { grams: 100 } });
  });
  it('a recipe that cannot be says what stands in the way and where, and is kept as a draft', async () => {
    show(<RecipePage />, '/recipe/:drinkId', '/recipe/roselle-rose-hip-cooler');
    await type('Jug', '600');
    expect(await screen.findByText(/its parts come to/)).toBeInTheDocument();
    await type('Water', '1');
    expect(await screen.findByText(/It would boil dry/)).toBeInTheDocument();
    await press('Keep as version 2');
    expect(sent.filter((s) => s.path.startsWith('/api/drinks/'))).toEqual([]);
    const stands = screen.getByRole('alert');
    expect(stands).toHaveTextContent('It cannot be planned yet. It would boil dry');
    await press('Show me where');
    expect(document.getElementById('recipe-pot')).toHaveFocus();
    await press('Keep as version 2');
    await press('Keep it as a draft');
    expect(sent.at(-1)!.body).toMatchObject({ draft: true, version: 2 });
  });
});
