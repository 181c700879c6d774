import { bookOf } from '../plan/houseStandard';
import { glassesFilled, bottlesFilled } from '../plan/filling';
import { planDrink } from '../plan/planDrink';
import { requireDrink } from '../plan/requireDrink';
import type { Plan } from '../plan/planTypes';
import { apparentBrix, volumeMl } from '../liquid/liquid';
import type { Drink } from '../drink/drink';
import cards from '../test/cards.json';
import { CARD_KITCHEN, CARDS, drinkOf, part } from '../test/asMade';
import { drinkFromCard } from './drinkFromCard';
import { botanicals } from '../reference/botanicals';
import { readCard, type CardLine } from './readCard';

const BASE = drinkOf('card', { pot: CARDS.roselle }, [part('pot')]);
const readAsDrink = (text: string): Drink => drinkFromCard(readCard(text), BASE);
const planOf = (drink: Drink): Plan => {
  const result = planDrink(drink, { ...drink.defaults, asWritten: true }, CARD_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

type Expected = {
  n: number;
  name: string;
  card: string;
  waterMl?: number[];
  jugMl?: number[];
  brix?: number[];
  glasses?: number[];
  sugarGPerL?: number[];
  jugC?: number[];
  harsh?: number;
};
/** Recipes as they stand on a card, with where a true prediction lies. */
const WRITTEN = cards as unknown as readonly Expected[];
const each = WRITTEN.map((c) => [c.name, c] as const);

const within = (x: number, range: number[] | undefined): void => {
  if (!range) return;
  expect(x).toBeGreaterThanOrEqual(range[0]!);
  expect(x).toBeLessThanOrEqual(range[1]!);
};
const kinds = (text: string): CardLine['kind'][] => readCard(text).lines.map((l) => l.kind);

describe('a recipe as it stands on a card', () => {
  it.each(each)('%s: is taken, comes out where it is expected to, and keeps its words', (_name, made) => {
    const read = readCard(made.card);
    expect(read.lines.filter((l) => l.kind === 'unread')).toEqual([]);
    const drink = drinkFromCard(read, BASE);
    expect(() => requireDrink(drink)).not.toThrow();
    const { jug, glass, brews } = planOf(drink);
    within(brews[0].waterMl, made.waterMl);
    within(volumeMl(jug.liquid), made.jugMl);
    within(apparentBrix(jug.liquid), made.brix);
    within(glass.count, made.glasses);
    within(jug.figures.sugarGPerL, made.sugarGPerL);
    within(brews[0].run.stages.at(-1)!.toC, made.jugC);
    expect(glass.figures.harsh).toBeLessThan(made.harsh ?? 1.05);
    // The jug is the sum of its parts.
    const { mixMl, jugMl } = bookOf(drink);
    expect(Object.values(mixMl).reduce((a, b) => a + b, 0)).toBeCloseTo(jugMl, 6);
    const words = [
      ...drink.brews.flatMap((b) =>
        b.ways.flatMap((w) => [
          w.waterWritten,
          ...w.ingredients.map((i) => i.written),
          ...w.stages.map((s) => s.written),
        ]),
      ),
      ...drink.mix.map((l) => l.written),
    ].filter((w) => w !== undefined);
    // "1 tsp each fennel, coriander" is told one by one.
    const told = made.card.toLowerCase();
    for (const w of words) for (const piece of w.split(', ')) expect(told).toContain(piece.toLowerCase());
  });
  it.each([
    ['10 g ginger', 'asked', 'ginger, fresh'],
    ['10 g dried ginger', 'taken', 'ginger, dried'],
    ['60 g ginger', 'taken', 'ginger, fresh'],
    ['20 g lemongrass', 'asked', 'lemongrass, fresh'],
    ['1 tsp lavender', 'taken', 'lavender buds, dried'],
  ])('dried or fresh is asked where either would be a usual dose: %s in a litre', (words, kind, told) => {
    const [line] = readCard(`${words}, 1 L water, off the heat 5 min`).lines;
    expect(line?.kind).toBe(kind);
    expect(line?.told).toContain(told);
  });
  it.each(['counter', 'sun', 'fridge'] as const)(
    'a steep of the %s is written where it stands, without heat',
    (place) => {
      const words = { counter: 'on the counter', sun: 'in the sun', fridge: 'in the fridge' }[place];
      const { brews } = readCard(`10 g black tea, 1 L water, 4 h ${words}; strain`);
      expect(brews[0]!.way.stages.map((s) => ('place' in s ? s.place : s.kind))).toEqual([place, 'strain']);
    },
  );
  it.each([
    'boil 130 g carob pods in 1.8 L water for 12 min with the lid on, cool to lukewarm, crush by hand, through cloth, squeezed; rinse 400 ml',
    '500 g sugar, 250 ml water, 40 g fresh lemon verbena, 45 min at 75 °C, covered; strain',
    '30 heads elderflower, 1.5 L boiling water; until cool; 24 h in the fridge; strain, press',
    'Tea: 10 g black tea, 840 ml water, 6 min off the heat; strain; Spice: peel of 2 mandarins, 150 g sugar, 400 ml water, 4 cardamom, 1 stick cinnamon, boiled 6 min, lid on; strain; cold: juice of 2 mandarins',
    '2 quarts water, 1/2 cup dried hibiscus, 1 cup sugar; bring to the boil; off the heat, 15 min, covered; strain; glass: 2 tbsp lime juice, ice',
  ])('another hand: %s', (text) => {
    expect(kinds(text)).not.toContain('unread');
    expect(planOf(readAsDrink(text)).jug.figures.volumeMl).toBeGreaterThan(300);
  });
});

describe('what an amount is of', () => {
  it('is not so much leaf where so many ml of a tea are told: that is a drink, and how it is made is asked', () => {
    for (const told of ['200 ml cold tea', '1 gallon black tea', '0.4 l green tea', '2 quarts iced tea'])
      expect([told, readCard(told).lines.map((l) => l.kind)]).toEqual([
        told,
        [told.includes('iced') ? 'unread' : 'asked'],
      ]);
    expect(readCard('2 tbsp green tea, 500 ml water').brews[0]!.way.ingredients).toHaveLength(1);
  });
  it('is never the fruit, the root or the bark where leaves, flowers or kernels of it are told', () => {
    const FRUITS = botanicals().filter((b) =>
      ['fruit', 'berry', 'peel', 'root', 'spice', 'bark', 'seed'].includes(b.role),
    );
    for (const plant of FRUITS) {
      const name = plant.name.split(/[,(]/)[0]!.trim().toLowerCase();
      if (/leaf|flower|blossom|peel|juice|slice/.test(name)) continue;
      for (const words of plant.role === 'fruit' || plant.role === 'berry'
        ? ['leaves', 'blossoms', 'kernels']
        : ['leaves']) {
        const { brews } = readCard(`10 g ${name} ${words}, 500 ml water`);
        const taken = brews.flatMap((b) => b.way.ingredients.map((i) => botanicals().find((x) => x.slug === i.plant)!));
        expect([name, words, taken.filter((b) => FRUITS.includes(b)).map((b) => b.slug)]).toEqual([name, words, []]);
      }
    }
  });
  const partsOf = (text: string): string[] => [
    ...readCard(text).brews.flatMap((b) => b.way.ingredients.map((i) => i.plant)),
    ...readCard(text).mix.map((l) => (l.from.kind === 'juice' ? l.from.plant : l.from.kind)),
  ];
  it('a spoon or ml of a fruit is its juice, and a piece of it is the fruit', () => {
    expect(partsOf('20 ml lime; strain')).toEqual(['lime_juice']);
    expect(partsOf('1 tbsp lemon, 1 L water; strain')).toEqual(['lemon_juice']);
    expect(partsOf('2 sliced apples, 1 L water; strain')).toEqual(['apple_fresh']);
  });
  it('a handful of a herb is fresh', () =>
    expect(partsOf('a handful of lemon balm, 1 L water; strain')).toEqual(['lemon_balm_fresh']));
  it('"each" is said of each, and a word behind several of all of them', () => {
    const [toasted] = readCard('1 tsp each fennel, coriander and peppercorn toasted 2 min; 300 ml water').brews;
    expect(toasted!.way.ingredients.map((i) => i.enters.stageId)).toEqual(['toast', 'toast', 'toast']);
    expect(readCard('gin 45 ml and 2 dashes bitters by the glass').mix.map((l) => l.at)).toEqual(['glass', 'glass']);
  });
  it('litres of tea are asked: how they are made is a guess', () => {
    const { lines, brews } = readCard('Tea: 800 ml tea');
    expect(lines[0]).toMatchObject({ kind: 'asked' });
    expect(brews[0]!.way.waterMl).toBeGreaterThan(800);
  });
  it('a bag is of black tea until the cook says otherwise', () =>
    expect(kinds('5 bags, 1 L water, 5 min off the heat; strain')[0]).toBe('asked'));
});

describe('what is done', () => {
  const stagesOf = (text: string): string[] => readCard(text).brews[0]!.way.stages.map((s) => s.kind);
  it('a time after the boil is kept on the heat, after "off" and after water that was just boiled it is a steep', () => {
    expect(stagesOf('10 g black tea, 1 L water; to the boil, 5 min; strain')).toEqual(['heat', 'hold', 'strain']);
    expect(stagesOf('10 g black tea, 1 L water; to the boil, off, 5 min; strain')).toEqual(['heat', 'steep', 'strain']);
    expect(stagesOf('10 g black tea in 1 L just boiled, 5 min; strain')).toEqual(['heat', 'steep', 'strain']);
  });
  it('"20 h in all" counts what it has steeped already', () => {
    const { way } = readCard(
      '64 g linden, 1 L boiling water, an hour off the heat, then the fridge to 20 h in all; strain',
    ).brews[0]!;
    expect(way.stages.flatMap((s) => (s.kind === 'steep' ? [s.minutes] : []))).toEqual([60, 19 * 60]);
  });
  it('a basket that lifts out is the strain, and what was poured in stays', () => {
    const { way } = readCard(
      'In a 2 L jug: 1 cup raspberry puree, a handful of lemon balm in a basket, kettle water to the 1.2 L line, 6 min; basket out',
    ).brews[0]!;
    expect(way.keepPulp).toBe(true);
    expect(way.ingredients.find((i) => i.plant.startsWith('lemon_balm'))).toMatchObject({ heldIn: 'basket' });
    // Filled to the line: the puree takes its own room.
    expect(way.waterMl).toBeGreaterThan(900);
    expect(way.waterMl).toBeLessThan(1000);
  });
  it('a jar works for its days, tended in the cook’s own rhythm', () =>
    expect(
      readCard('350 g lingonberries, 1 L water, 21 days; shake daily, from day 5 vent every third day; strain')
        .brews[0]!.way.stages[0],
    ).toMatchObject({ kind: 'ferment', days: 21, tend: { shake: { everyH: 24 }, vent: { everyH: 72, fromDay: 5 } } }));
  it('what steeped and is not strained by the card is strained, and that is asked', () => {
    const { lines, brews } = readCard('10 g black tea, 1 L water, 5 min off the heat; 1/3 cup sugar');
    expect(brews[0]!.way.stages.map((s) => s.kind)).toEqual(['heat', 'steep', 'strain', 'dissolve']);
    expect(lines.at(-1)).toMatchObject({ kind: 'asked' });
  });
  it('how something is, is no work of the hands', () =>
    expect(stagesOf('4 crushed cardamom, 1 L water; to the boil, 5 min; strain')).not.toContain('hands'));
});

describe('what it makes', () => {
  const card = (n: number): Drink => readAsDrink(WRITTEN.find((c) => c.n === n)!.card);
  it('a jug of thirds is as much of each as the scarcest gives', () => {
    const { mixMl } = bookOf(card(17));
    const [plum, tea, water] = Object.values(mixMl);
    expect(plum).toBeCloseTo(tea!, 0);
    expect(water).toBeCloseTo(tea!, 0);
  });
  it('what goes into each bottle is that share of all of them', () => {
    const { mixMl, jugMl } = bookOf(card(8));
    const rum = mixMl[card(8).mix.find((l) => l.name === 'Rum')!.id]!;
    expect(rum / jugMl).toBeCloseTo(20 / 250, 2);
  });
  it('so many bottles are filled, and what is over is told', () => {
    const filled = bottlesFilled(planOf(card(9)))!;
    expect(filled).toMatchObject({ count: 3, eachMl: 150 });
    expect(filled.overMl).toBeGreaterThan(60);
  });
  it('a whole pan is made: five glasses, and what is over of it', () => {
    const { count, overMl } = glassesFilled(planOf(card(3)));
    expect(count).toBe(5);
    expect(overMl).toBeGreaterThan(20);
    expect(overMl).toBeLessThan(40);
  });
  it('sugar and water by taste begin somewhere, and are called so', () => {
    expect(card(12).brews[0].ways[0]!.stages.find((s) => s.kind === 'dissolve')).toMatchObject({ toTaste: true });
    expect(card(18).mix.find((l) => l.from.kind === 'water')).toMatchObject({ toTaste: true });
  });
  it('what it says besides stands in the note, once', () => {
    const once = card(5);
    expect(once.note).toBe('half in bottles; half in frozen bags');
    expect(drinkFromCard(readCard(WRITTEN[4]!.card), once).note).toBe(once.note);
  });
});

describe('what a card leaves open', () => {
  it('what is not understood is told, nothing is made of it, and it stands in the note', () => {
    const { lines, brews, note } = readCard('20 calyces, 3 blorps of zmp, 1 L water; dance; strain');
    expect(lines.filter((l) => l.kind === 'unread').map((l) => l.text)).toEqual(['3 blorps of zmp', 'dance']);
    expect(brews[0]!.way.ingredients).toHaveLength(1);
    expect(note).toBe('3 blorps of zmp; dance');
  });
  it('a guess is asked', () => {
    const { lines } = readCard('1 bunch mint, 1 L water, 10 min off the heat; strain');
    expect(lines.find((l) => l.kind === 'asked')?.told).toMatch(/How much is it|differ a lot/);
  });
  it('never falls over', () => {
    for (const text of [
      ...[
        '',
        ';;;',
        ',,,',
        'a',
        '1',
        '20 calyces',
        'strain',
        '\n\n',
        'x: y: z',
        'to the boil; to the boil',
        '🍵 2 cups',
      ],
      ...[
        '__proto__: 1 L water',
        'bag out',
        'water just to cover',
        'vent daily',
        'jug: one third tea',
        '99999999 L water',
      ],
      ...[
        'each glass',
        '1 tsp each',
        'fill 3 bottles of 0 ml',
        'simmer until',
        'to 20 h in all',
        'in a 0 L jar: 1 L water',
      ],
    ])
      expect(readCard(text).brews.length).toBeGreaterThan(0);
  });
});
