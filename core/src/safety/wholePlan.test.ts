import { aBatch, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { drinkFromCard } from '../card/drinkFromCard';
import { readCard } from '../card/readCard';
import type { Drink, Kitchen, PlanTarget } from '../drink/drink';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { planOrWhy } from '../plan/planOrWhy';
import { findingsOfBatch } from './gates';
import { factsOfPlan, findingsOf } from './index';

// Whole plans, written as people write them: each rule is met by the smallest that it is about, and not by the one beside it.

const BASE: Drink = {
  ...ROSELLE_COOLER,
  mix: [],
  serve: { glassMl: 250, iceG: 0, rightAtMin: 0 },
  defaults: { ...ROSELLE_COOLER.defaults, iced: false },
};
const of = (card: string, audience: PlanTarget['audience'] = [], kitchen: Kitchen = DEFAULT_KITCHEN): string[] => {
  const drink = drinkFromCard(readCard(card), BASE);
  const result = planOrWhy(drink, { ...drink.defaults, asWritten: true, audience }, kitchen);
  if (result.kind !== 'plan') throw new Error(result.message);
  return findingsOf(...factsOfPlan(result.plan)).map((f) => f.id);
};

type Pair = readonly [rule: string, fires: string, quiet: string, audience?: PlanTarget['audience']];
const PAIRS: readonly Pair[] = [
  // The minute that a plant goes in, and all its simmers together.
  [
    'ELD-01',
    '10 g roselle, 1 L water, simmer 17 min; 20 g dried elderberries, simmer 3 min; strain',
    '20 g dried elderberries, 1 L water, simmer 10 min; 5 g ginger, simmer 10 min; strain',
  ],
  [
    'CB-05',
    '10 g black tea, 1 L water, to the boil, off 5 min; into an ice bath; 20 g fresh mint, 30 min off the heat; strain',
    '10 g black tea, 20 g fresh mint, 1 L water, to the boil, off 8 min; strain',
  ],
  [
    'CB-05',
    '20 g fresh lemon verbena, 1 L water, 20 min at 45 °C; strain',
    '20 g fresh lemon verbena, 1 L water, 45 min at 75 °C; strain',
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
  it.each(PAIRS)('%s: %s', (rule, fires, quiet, audience = []) => {
    expect(of(fires, audience)).toContain(rule);
    expect(of(quiet, audience)).not.toContain(rule);
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
});
