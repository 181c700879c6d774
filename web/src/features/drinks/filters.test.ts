import { BOOK, DEFAULT_KITCHEN, planDrink, shoppingList, type PantryEntry } from '@steepsis/core';
import type { House } from '@/shared/api/queries';
import { FILTERS, isLike, minutesOf, type FilterId, type Shown } from './filters';

const shown = BOOK.map((drink): Shown => {
  const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
  return {
    summary: { id: drink.id, name: drink.name, version: 1, drink, archived: false, batches: 0, lastMadeAt: undefined },
    plan: result.kind === 'plan' ? result.plan : undefined,
  };
});
const house = (entries: PantryEntry[] = []): House => ({
  kitchen: { version: 0, body: DEFAULT_KITCHEN },
  pantry: [],
  plants: [],
  occasions: [],
  unread: [],
  ownPlants: {},
  plantFaults: {},
  entries,
  forPlans: DEFAULT_KITCHEN,
});
const passing = (id: FilterId, h = house()): string[] =>
  shown.filter((d) => FILTERS.find((x) => x.id === id)!.passes(d, h)).map((d) => d.summary.id);

describe('the filters of the book', () => {
  it('no caffeine leaves out the teas', () => {
    const ids = passing('no-caffeine');
    expect(ids).toContain('rooibos-quince');
    expect(ids).not.toContain('black-tea-currant-leaf');
    expect(ids).not.toContain('cold-sencha-cucumber');
  });
  it('for children leaves out what the rules mind for a child', () => {
    const ids = passing('children');
    expect(ids.length).toBeGreaterThan(0);
    expect(ids).not.toContain('black-tea-currant-leaf');
  });
  it('under half an hour is what its plan says', () => {
    for (const id of passing('quick'))
      expect(minutesOf(shown.find((d) => d.summary.id === id)!.plan!).total).toBeLessThan(30);
    expect(passing('quick')).not.toContain('spruce-tip-soda');
  });
  it('from what there is wants enough of everything', () => {
    expect(passing('have')).toEqual([]);
    const cooler = shown.find((d) => d.summary.id === 'roselle-rose-hip-cooler')!.plan!;
    const entries = shoppingList(cooler, []).map((l): PantryEntry => ({
      v: 1,
      plant: l.plant,
      lots: [{ id: 'a', got: '2026-01-01', from: '', leftG: l.needG, potency: 1 }],
    }));
    expect(passing('have', house(entries))).toEqual(['roselle-rose-hip-cooler']);
  });
  it('a search finds names and plants, all words of it', () => {
    const found = (text: string): string[] => shown.filter((d) => isLike(d, text)).map((d) => d.summary.id);
    expect(found('barberry')).toEqual(['sumac-barberry']);
    expect(found('ROOIBOS pear')).toEqual(['hot-spiced-pear-rooibos']);
    expect(found('rooibos')).toHaveLength(2);
    expect(found('  ')).toHaveLength(BOOK.length);
  });
});
