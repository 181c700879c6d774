import { bookOf } from '../plan/houseStandard';
import { planDrink } from '../plan/planDrink';
import { requireDrink } from '../plan/requireDrink';
import type { Plan } from '../plan/planTypes';
import { apparentBrix, volumeMl } from '../liquid/liquid';
import { CARD_KITCHEN, CARDS, drinkOf, part } from '../test/asMade';
import { drinkFromCard } from './drinkFromCard';
import { readCard } from './readCard';

const BASE = drinkOf('card', { pot: CARDS.roselle }, [part('pot')]);
const made = (text: string): Plan => {
  const drink = drinkFromCard(readCard(text), BASE);
  const result = planDrink(drink, { ...drink.defaults, asWritten: true }, CARD_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

type Expected = {
  jugMl?: [number, number];
  brix?: [number, number];
  glasses?: [number, number];
  sugarGPerL?: [number, number];
};

/** Recipes as they stand on a card, with where a true prediction lies. */
const WRITTEN: readonly (readonly [string, string, Expected])[] = [
  [
    'roselle orange',
    '20 calyces, 1 L water, 4 min at a simmer; off the heat 3 slices ginger, 1/2 stick cinnamon, 20 min; strain; 3/4 cup sugar while warm; cold: juice of 5 oranges, 3 cups water',
    { jugMl: [1900, 2150] },
  ],
  [
    'elderflower soda',
    '3/4 cup sugar, 3/4 cup water, 2 tsp dried elderflower, 8 min simmer, lid loose; strain. A glass: 40 ml syrup, 20 ml lime juice, 180 ml sparkling water, ice',
    { jugMl: [215, 245], brix: [47, 53], glasses: [5, 6.2] },
  ],
  [
    'carob and apple peel',
    '130 g carob pods, broken, peel of six apples, 1.8 L water, boil 12 min, lid on; cool to lukewarm; crush by hand; through cloth, squeezed; rinse 400 ml',
    { jugMl: [1850, 2150] },
  ],
  [
    'hot orchard punch',
    '1.5 L apple juice, 500 ml pear juice and 250 ml cranberry juice, 1/3 cup sugar, 3 sticks cinnamon and 10 allspice; to the boil, 25 min at a simmer, lid on; strain',
    { jugMl: [2050, 2350], sugarGPerL: [115, 145] },
  ],
  [
    'calyx, apple, whole lemon',
    '40 g roselle, 2 sliced apples, 1 sliced lemon with its peel, 1 thumb ginger, 2.2 L water; to the boil; until cool; strain',
    { jugMl: [1850, 2080] },
  ],
  [
    'verbena syrup',
    '500 g sugar, 250 ml water, 40 g fresh lemon verbena, 45 min at 75 °C, covered; strain',
    { jugMl: [520, 555], brix: [64.5, 67.5] },
  ],
  [
    'rose hip decoction',
    '150 g dried cut rose hips, 1.4 L water, gentle open simmer until half is left; through cloth, pressed',
    { jugMl: [400, 560] },
  ],
  [
    'fresh roselle',
    '900 g fresh roselle calyces, 60 g ginger, 5 cloves, 2.3 L water; to the boil; ice bath; in the fridge 10 h; strain, press',
    { jugMl: [2300, 2750] },
  ],
  [
    'sweet tea',
    'Syrup: 1 cup white and 1/4 cup packed brown sugar with 1 cup water, boiled 5 min; Tea: 5 tea bags, 1 L water, 6 min off the heat, lidded; strain; jug: half the syrup, cold water to 2 L',
    { jugMl: [1980, 2020], sugarGPerL: [60, 68] },
  ],
  [
    'blackberry syrup',
    '300 g blackberries, 60 ml water, 150 g sugar; blended; cooked to half; sieve',
    { jugMl: [150, 215], brix: [55, 65] },
  ],
  [
    'one shaken glass',
    '4 g black tea, 220 ml water, 4 min at 92 °C; strain; 1 tbsp sugar; over 150 g ice, shaken',
    { jugMl: [340, 360] },
  ],
  [
    'chamomile honey',
    '3/4 cup honey, 1/2 cup water, 1/2 cup dried chamomile, 20 min off the boil; strain',
    { brix: [53, 60] },
  ],
  [
    'watermelon water',
    '600 g watermelon flesh, 700 ml water, 60 g sugar, juice of 2 limes, blended; strain',
    { jugMl: [1220, 1360], sugarGPerL: [70, 80] },
  ],
  [
    'elderflower by heads',
    '30 heads elderflower, 1.5 L boiling water; until cool; 24 h in the fridge; strain, press',
    { jugMl: [1200, 1400] },
  ],
  [
    'linden blossom',
    '4 cups fresh linden blossom, 1 L boiling water, 1 h off the heat, lid off, then in the fridge 19 h; through cloth, pressed',
    { jugMl: [840, 950] },
  ],
  [
    'nectarine tea',
    'Tea: peel of a grapefruit, 1.4 L water, to the boil; off the heat 2 tea bags, 5 min; strain; 1/3 cup sugar; Nectarines: 3 nectarines (400 g flesh), 150 ml water, blended; sieve',
    { jugMl: [1700, 1950] },
  ],
  [
    'mandarin spice tea',
    'Tea: 10 g black tea, 840 ml water, 6 min off the heat; strain; Spice: peel of 2 mandarins, 150 g sugar, 400 ml water, 4 cardamom, 1 stick cinnamon, boiled 6 min, lid on; strain; cold: juice of 2 mandarins',
    { jugMl: [1200, 1360], sugarGPerL: [110, 128] },
  ],
  // "Just to cover" is told in ml here, some more than a small pot asks for: so the range is 30 ml wider.
  [
    'plum base',
    '500 g stoned plums, 370 ml water, 150 g sugar, 10 min simmer, lid off; mash; 5 min simmer, lid off; sieve, press',
    { jugMl: [620, 850] },
  ],
  [
    'dark spice syrup',
    '1 tsp fennel seed, 1 tsp coriander and 1 tsp peppercorn, 300 ml water, 180 g brown sugar, 2 tbsp molasses, a pinch of salt; simmer until a third less; strain',
    { brix: [53, 60], jugMl: [235, 290] },
  ],
];

describe('a recipe as it stands on a card', () => {
  it.each(WRITTEN)('%s: every piece of it is understood', (_name, text) =>
    expect(readCard(text).lines.filter((l) => l.kind === 'unread')).toEqual([]),
  );
  it.each(WRITTEN)(
    '%s: as written it comes out as it is expected to',
    (_name, text, { jugMl, brix, glasses, sugarGPerL }) => {
      const { jug, glass } = made(text);
      const within = (x: number, range: [number, number] | undefined): void => {
        if (!range) return;
        expect(x).toBeGreaterThanOrEqual(range[0]);
        expect(x).toBeLessThanOrEqual(range[1]);
      };
      within(volumeMl(jug.liquid), jugMl);
      within(apparentBrix(jug.liquid), brix);
      within(glass.count, glasses);
      within(jug.figures.sugarGPerL, sugarGPerL);
    },
  );
  it.each(WRITTEN)('%s: it can be kept as it is, and its jug is the sum of its parts', (_name, text) => {
    const drink = drinkFromCard(readCard(text), BASE);
    expect(() => requireDrink(drink)).not.toThrow();
    const { mixMl, jugMl } = bookOf(drink);
    expect(Object.values(mixMl).reduce((a, b) => a + b, 0)).toBeCloseTo(jugMl, 6);
  });
  it.each(WRITTEN)('%s: its words stay, to the last amount', (_name, text) => {
    const drink = drinkFromCard(readCard(text), BASE);
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
    for (const w of words) for (const piece of w.split(', ')) expect(text.toLowerCase()).toContain(piece.toLowerCase());
  });
});

describe('what a card leaves open', () => {
  it('what is not understood is told, and nothing is made of it', () => {
    const { lines, brews } = readCard('20 calyces, 3 blorps of zmp, 1 L water; dance; strain');
    expect(lines.filter((l) => l.kind === 'unread').map((l) => l.text)).toEqual(['3 blorps of zmp', 'dance']);
    expect(brews[0]!.way.ingredients).toHaveLength(1);
  });
  it('a guess is asked', () => {
    const { lines } = readCard('1 bunch mint, 1 L water, 10 min off the heat; strain');
    expect(lines.find((l) => l.kind === 'asked')?.told).toMatch(/How much is it|differ a lot/);
  });
  it('never falls over', () => {
    for (const text of [
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
      '__proto__: 1 L water',
    ])
      expect(readCard(text).brews.length).toBeGreaterThan(0);
  });
});
