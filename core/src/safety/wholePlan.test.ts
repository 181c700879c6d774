import { batchAfter } from '../batch/batch';
import { freezePlan } from '../batch/freeze';
import { layOutOf } from '../stove/layOut';
import { aBatch, aPlan, eventsOf, MEASURED, minutesIn, type Told } from '../test/aBatch';
import cards from '../test/cards.json';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { drinkFromCard } from '../card/drinkFromCard';
import { readCard } from '../card/readCard';
import type { Provenance } from '../drink/audience';
import { provenanceKey, type Drink, type PlanTarget, type Stage } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { planOrWhy } from '../plan/planOrWhy';
import { findingsOfBatch } from './gates';
import { factsOfPlan, findingsOf, firedRules, RULES, waysOut, type Facts, type Finding } from './index';

const CARDS = cards as unknown as readonly { name: string; card: string }[];

// Whole plans, written as people write them: each rule is met by the smallest that it is about, and not by the one beside it.

const BASE: Drink = {
  ...ROSELLE_COOLER,
  mix: [],
  serve: { glassMl: 250, iceG: 0, rightAtMin: 0 },
  defaults: { ...ROSELLE_COOLER.defaults, iced: false },
};
const factsOf = (card: string, audience: PlanTarget['audience']): readonly Facts[] => {
  const drink = drinkFromCard(readCard(card), BASE);
  const result = planOrWhy(drink, { ...drink.defaults, asWritten: true, audience }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return factsOfPlan(result.plan);
};
const of = (card: string, audience: PlanTarget['audience'] = []): string[] =>
  findingsOf(...factsOf(card, audience)).map((f) => f.id);
const before = (card: string, audience: PlanTarget['audience'] = []): string[] =>
  factsOf(card, audience).flatMap(firedRules);

type Pair = readonly [rule: string, fires: string, quiet: string, audience: PlanTarget['audience']];
const PAIRS: readonly Pair[] = [
  // The minute that a plant goes in, and all its simmers together.
  [
    'ELD-01',
    '10 g roselle, 1 L water, simmer 17 min; 20 g dried elderberries, simmer 3 min; strain',
    '20 g dried elderberries, 1 L water, simmer 10 min; 5 g ginger, simmer 10 min; strain',
    [],
  ],
  [
    'CB-05',
    '10 g black tea, 1 L water, to the boil, off 5 min; into an ice bath; 20 g fresh mint, 30 min off the heat; strain',
    '10 g black tea, 20 g fresh mint, 1 L water, to the boil, off 8 min; strain',
    [],
  ],
  [
    'CB-05',
    '20 g fresh lemon verbena, 1 L water, 20 min at 45 °C; strain',
    '20 g fresh lemon verbena, 1 L water, 45 min at 75 °C; strain',
    [],
  ],
  [
    'TT-08',
    '10 g black tea, 1 L water, to the boil, off 5 min; into an ice bath; 20 g fresh mint, 30 min off the heat; strain',
    '10 g black tea, 1 L water, to the boil, off 8 min; strain',
    ['pregnant'],
  ],
  [
    'TT-08',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain; 200 ml mango puree',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain; 200 ml apple juice',
    ['vulnerable'],
  ],
  // Its real way down into the fridge.
  [
    'TT-06',
    '20 g roselle, 4 L water, to the boil; 12 h in the fridge; strain',
    '20 g roselle, 4 L water, to the boil; into an ice bath; 12 h in the fridge; strain',
    [],
  ],
  // What is poured at the glass, and what is in a part.
  [
    'MED-03',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain. A glass: 30 ml grapefruit juice',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain. A glass: 30 ml lime juice',
    ['medicine:statin'],
  ],
  [
    'INF-01',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain; 40 g honey',
    '10 g rooibos, 1 L water, to the boil, off 8 min; strain; 40 g sugar',
    ['infant'],
  ],
];

describe('a rule is met by a whole plan, and not by the one beside it', () => {
  it.each(PAIRS)('%s: %s', (rule, fires, quiet, audience) => {
    // What the list asks for is read off the facts: its line is still ahead.
    const met = rule === 'CB-05' ? before : of;
    expect(met(fires, audience)).toContain(rule);
    expect(met(quiet, audience)).not.toContain(rule);
  });
  it('a drink served hotter than 65 °C says so', () => {
    const pear = BOOK.find((d) => d.id === 'hot-spiced-pear-rooibos')!;
    const served = (hot: boolean): string[] => {
      const result = planOrWhy(pear, { ...pear.defaults, hot }, DEFAULT_KITCHEN);
      return result.kind === 'plan' ? findingsOf(...factsOfPlan(result.plan)).map((f) => f.id) : [];
    };
    expect(served(true)).toContain('HOT-02');
    expect(served(false)).not.toContain('HOT-02');
  });
});

/** The cooler with a plant of one's own in it, made of nettle, by some name. */
const namedPlan = (name: string, audience: PlanTarget['audience'] = []) => {
  const own = {
    v: 1,
    id: 'own-x-r1',
    name,
    parts: [{ plant: 'nettle_dried', share: 1 }],
    strengthKnown: false,
  } as const;
  const [brew] = ROSELLE_COOLER.brews;
  const way = brew.ways[0]!;
  const ingredients = [...way.ingredients, { ...way.ingredients[0]!, id: 'own', plant: own.id, grams: 4 }];
  const drink: Drink = {
    ...ROSELLE_COOLER,
    plants: [own],
    brews: [{ ...brew, ways: [{ ...way, ingredients }, ...brew.ways.slice(1)] }],
  };
  const result = planOrWhy(drink, { ...drink.defaults, audience }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const namedIds = (name: string, audience: PlanTarget['audience'] = []): string[] =>
  findingsOf(...factsOfPlan(namedPlan(name, audience))).map((f) => f.id);

describe('a plant of one’s own by a dangerous name', () => {
  it.each([
    ['DEN-01', 'Comfrey leaf'],
    ['DEN-02', 'Sassafras albidum'],
    ['DEN-03', 'pennyroyal'],
    ['DEN-04', 'Tonka bean'],
    ['DEN-05', 'woodruff'],
    ['DEN-06', 'garden rue'],
    ['DEN-07', 'KAVA'],
    ['DEN-08', 'Digitalis'],
    ['DEN-09', 'rhubarb leaves'],
    ['DEN-11', 'borage flower'],
    ['PIT-01', 'apricot kernels'],
    ['SPI-08', 'Peppermint oil'],
  ])('%s: %s', (rule, name) => expect(namedIds(name)).toContain(rule));
  it.each(['calendula mix', 'rosemary', 'true lime', 'Spearmint', 'oleaster', 'mint with lemon'])(
    '%s is no such name',
    (name) => expect(namedIds(name)).toEqual(namedIds('nettle')),
  );
  it('meets those whom it concerns, and is left out by one press', () => {
    expect(namedIds('St. John’s wort', ['medicine:statin'])).toContain('MED-01');
    expect(namedIds('Bitter orange', ['medicine:statin'])).toContain('MED-03');
    const plan = namedPlan('comfrey');
    const found = findingsOf(...factsOfPlan(plan)).find((f) => f.id === 'DEN-01')!;
    const [out] = waysOut(found, plan, '2026-07-05');
    expect(out?.label).toMatch(/^Leave out/);
  });
});

describe('what is told of a lot', () => {
  const told = (card: string, of: Provenance): string[] => {
    const drink = drinkFromCard(readCard(card), BASE);
    const [brew] = drink.brews;
    const provenance = { [provenanceKey(brew.id, brew.ways[0]!.ingredients[0]!.id)]: of };
    const result = planOrWhy(drink, { ...drink.defaults, asWritten: true, audience: [], provenance }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return findingsOf(...factsOfPlan(result.plan)).map((f) => f.id);
  };
  const elder = '20 g dried elderberries, 1 L water, simmer 20 min; strain';
  const raw = '20 g dried elderberries, 1 L water, to the boil, off 5 min; strain';
  const lavender = '2 g lavender, 1 L water, to the boil, off 5 min; strain';
  const grown = { source: 'garden' } as const;
  it.each<[string, string, Provenance, Provenance]>([
    ['ELD-02', elder, { ...grown, part: 'leaf' }, { ...grown, part: 'ripe_berry' }],
    [
      'ELD-04',
      elder,
      { ...grown, species: 'Sambucus ebulus' },
      { ...grown, species: 'Sambucus nigra subsp. caerulea' },
    ],
    ['ELD-01', raw, {}, { heatTreated: true }],
    ['LAV-01', lavender, { ...grown, species: 'Lavandula stoechas' }, { ...grown, species: 'Lavandula angustifolia' }],
    ['STO-08', lavender, { condition: 'musty' }, { condition: 'ok' }],
    ['ALG-04', '20 g barberries, 1 L water, to the boil, off 5 min; strain', {}, { sulphiteFree: true }],
  ])('%s: %s', (rule, card, fires, quiet) => {
    expect(told(card, fires)).toContain(rule);
    expect(told(card, quiet)).not.toContain(rule);
  });
});

it('look-alikes are said once: by the rule of that very plant where there is one', () => {
  const soda = BOOK.find((d) => d.id === 'spruce-tip-soda')!;
  const [brew] = soda.brews;
  const key = provenanceKey(brew.id, brew.ways[0]!.ingredients.find((i) => i.plant.startsWith('spruce'))!.id);
  const result = planOrWhy(
    soda,
    { ...soda.defaults, audience: [], provenance: { [key]: { source: 'garden' } } },
    DEFAULT_KITCHEN,
  );
  if (result.kind !== 'plan') throw new Error(result.message);
  const ids = findingsOf(...factsOfPlan(result.plan)).map((f) => f.id);
  expect(ids).toContain('FOR-05');
  expect(ids).not.toContain('FOR-15');
});

describe('lids that hold what is in them', () => {
  const soda = BOOK.find((d) => d.id === 'spruce-tip-soda')!;
  const withStages = (drink: Drink, change: (s: Stage) => Stage[]): Drink => ({
    ...drink,
    brews: drink.brews.map((b) => ({
      ...b,
      ways: b.ways.map((w) => ({ ...w, stages: w.stages.flatMap(change) })),
    })) as unknown as Drink['brews'],
  });
  const planFor = (drink: Drink) => {
    const result = planOrWhy(drink, { ...drink.defaults, audience: [] }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return result.plan;
  };
  const ids = (drink: Drink): string[] => findingsOf(...factsOfPlan(planFor(drink))).map((f) => f.id);
  const hands = (work: 'blend' | 'bottle', lid: 'open' | 'closed') =>
    ({ id: work, kind: 'hands', work, lid, agitation: 'still' }) as const;
  const beforeStrain = (work: 'blend' | 'bottle', lid: 'open' | 'closed') =>
    withStages(ROSELLE_COOLER, (s) => (s.kind === 'strain' ? [hands(work, lid), s] : [s]));
  const afterAll = (lid: 'open' | 'closed', coolFirst: boolean) =>
    withStages(ROSELLE_COOLER, (s) =>
      s.kind === 'strain'
        ? [
            s,
            ...(coolFirst
              ? [{ id: 'cool', kind: 'cool', toC: 30, by: 'ice-bath', lid: 'open', agitation: 'still' } as const]
              : []),
            hands('bottle', lid),
          ]
        : [s],
    );
  it('a live jar closed tight may burst; loose it does not, and that is the way out', () => {
    const closed = withStages(soda, (s) => [s.kind === 'ferment' ? { ...s, lid: 'closed' } : s]);
    expect(ids(closed)).toContain('FER-01');
    expect(ids(soda)).not.toContain('FER-01');
    const plan = planFor(closed);
    const found = findingsOf(...factsOfPlan(plan)).find((f) => f.id === 'FER-01')!;
    expect(waysOut(found, plan, '2026-07-05').map((w) => w.label)).toContain('Leave its lid loose');
  });
  it('a hot blend under a lid spurts; with the lid off it does not', () => {
    expect(ids(beforeStrain('blend', 'closed'))).toContain('HOT-01');
    expect(ids(beforeStrain('blend', 'open'))).not.toContain('HOT-01');
  });
  it('bottled hot and closed it draws a vacuum, and cold glass cracks; cooled first it does neither', () => {
    expect(ids(afterAll('closed', false))).toEqual(expect.arrayContaining(['HOT-03', 'HOT-04']));
    for (const rule of ['HOT-03', 'HOT-04']) expect(ids(afterAll('closed', true))).not.toContain(rule);
  });
});

describe('a small child at the table', () => {
  it('gets no cubes: the same drink without ice is the way out', () => {
    const plan = namedPlan('nettle', ['toddler']);
    const found = findingsOf(...factsOfPlan(plan)).find((f) => f.id === 'INF-04')!;
    expect(waysOut(found, plan, '2026-07-05').map((w) => w.label)).toContain('Pour it without ice');
  });
});

describe('what was hot and nobody read', () => {
  const after = (hours: number, more: readonly Told[] = []): string[] =>
    findingsOfBatch(aBatch([...MEASURED.slice(0, 2), ...more]), Date.parse(minutesIn(22 + hours * 60))).map(
      (f) => f.id,
    );
  it('counts as having stood warm once six hours have gone', () => {
    expect(after(10)).toContain('COOL-01');
    expect(after(5)).not.toContain('COOL-01');
  });
  it('but not when it was bathed, put into the fridge, or read in time', () => {
    expect(after(10, [[25, { type: 'cooled-by', how: 'ice-bath' }]])).not.toContain('COOL-01');
    expect(after(10, [[25, { type: 'cooled-by', how: 'counter' }]])).toContain('COOL-01');
  });
  it('a bath that comes after nine hours puts nothing right', () =>
    expect(after(10, [[22 + 9 * 60, { type: 'cooled-by', how: 'ice-bath' }]])).toContain('COOL-01'));
  it('much of it hot into the fridge takes its hours there: undivided is said, and so is the time', () => {
    const large = aPlan({ litres: 9 });
    const told = (how: 'fridge' | 'ice-bath'): Finding[] => [
      ...findingsOfBatch(
        aBatch([...MEASURED.slice(0, 2), [23, { type: 'cooled-by', how }]], large),
        Date.parse(minutesIn(30)),
      ),
    ];
    const ids = told('fridge').map((f) => f.id);
    expect(ids).toContain('COOL-03');
    expect(ids).toContain('COOL-01');
    // It has not happened yet: it warns, and a bath is the way on.
    expect(told('fridge').find((f) => f.id === 'COOL-01')).toMatchObject({ level: 'warn', forecast: true });
    expect(told('ice-bath').map((f) => f.id)).not.toContain('COOL-03');
  });
});

describe('calm', () => {
  const seriousOf = (drink: Drink): string[] => {
    const result = planOrWhy(drink, { ...drink.defaults, audience: [] }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return findingsOf(...factsOfPlan(result.plan))
      .filter((f) => f.level !== 'note' && f.places.includes('plan'))
      .map((f) => f.id);
  };
  it.each(BOOK.map((d) => [d.id, d] as const))('%s says at most two things before the stove', (_id, drink) =>
    expect(seriousOf(drink).length).toBeLessThanOrEqual(2),
  );
  it('each card says at most two things before the stove, and nothing of a list that is still ahead', () => {
    for (const { name, card } of CARDS) {
      const found = of(card).filter((id) => RULES.find((r) => r.id === id)!.level !== 'note');
      expect([name, found.filter((id) => ['CB-03', 'CB-05', 'PRO-02', 'STO-09', 'GEN-01'].includes(id))]).toEqual([
        name,
        [],
      ]);
      const open = found.filter((id) => RULES.find((r) => r.id === id)!.places.includes('plan'));
      // Raw elder stays in three things: they are three.
      expect([name, open.length <= (card.startsWith('30 heads') ? 3 : 2)]).toEqual([name, true]);
    }
  });
});

describe('the list before the heat', () => {
  const mint = drinkFromCard(
    readCard(
      '10 g black tea, 1 L water, to the boil, off 5 min; into an ice bath; 20 g fresh mint, 30 min off the heat; strain',
    ),
    BASE,
  );
  const plan = (() => {
    const result = planOrWhy(mint, { ...mint.defaults, asWritten: true, audience: [] }, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return result.plan;
  })();
  const item = layOutOf(freezePlan(plan)).find((i) => i.what === 'plant' && i.wash)!;
  const told = (...more: readonly Told[]): string[] =>
    findingsOfBatch(
      batchAfter(eventsOf(more, plan).map((e) => (e.type === 'started' ? { ...e, layOut: true } : e))),
      Date.parse(minutesIn(5)),
    ).map((f) => f.id);
  it('asks for the washing; a rule speaks only of what was left', () => {
    expect(told()).not.toContain('CB-05');
    expect(told([1, { type: 'laid-out', item: item.id, how: 'seen' }])).not.toContain('CB-05');
    expect(told([1, { type: 'laid-out', item: item.id, how: 'left' }])).toContain('CB-05');
  });
});
