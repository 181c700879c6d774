import { BOOK, DEFAULT_KITCHEN, dayOfOccasion, type DayAnswer, type Occasion } from '@steepsis/core';
import { lanesOf, stationsOf } from './stations';

const OCCASION: Occasion = {
  v: 1,
  id: 'o',
  name: 'O',
  readyBy: '2026-07-05T15:00:00.000Z',
  servedHours: 2,
  groups: [{ people: 16, glassesEach: 1 }],
  drinks: [
    { drinkId: 'roselle-rose-hip-cooler', share: 1 },
    { drinkId: 'cold-sencha-cucumber', share: 1 },
  ],
  hands: 1,
  moved: {},
};
const answer = dayOfOccasion(
  {
    occasion: OCCASION,
    drinks: OCCASION.drinks.map((of) => {
      const drink = BOOK.find((d) => d.id === of.drinkId)!;
      return { of, drink, startFrom: drink.defaults, standing: 0 };
    }),
    kitchen: DEFAULT_KITCHEN,
    pantry: [],
    nowMs: Date.parse(OCCASION.readyBy) - 3 * 86_400_000,
  },
  { localHour: (ms) => (ms / 3_600_000) % 24, tries: 10 },
) as Extract<DayAnswer, { kind: 'day' }>;
const { stays, pours, hands } = stationsOf(answer.placed, 40);

describe('where the liquors of a day stand', () => {
  it('each is in one place at a time, from its pot to the table, without a gap', () => {
    for (const { key } of answer.drinks) {
      const main = stays
        .filter((s) => s.drinkKey === key && !/\/(sugar|syrup|simple)/.test(s.key))
        .sort((a, b) => a.from - b.from);
      const own = main.filter((s) => s.taskId !== main[0]!.taskId || s === main[0]);
      expect(own.at(-1)!.to).toBe(40);
      for (const s of own) expect(s.to).toBeGreaterThan(s.from);
    }
  });
  it('a cold steep stands in the fridge over night, and what is brewed hot on a ring first', () => {
    expect(
      stays.some((s) => s.drinkKey === 'cold-sencha-cucumber' && s.place === 'fridge' && s.to - s.from > 300),
    ).toBe(true);
    expect(stays.filter((s) => s.drinkKey === 'roselle-rose-hip-cooler')[0]!.place).toMatch(/^ring:/);
  });
  it('every pour leads to where it goes, when it goes there', () => {
    expect(pours.length).toBeGreaterThanOrEqual(4);
    for (const p of pours) {
      expect(p.atMin).toBe(p.to.from);
      expect(p.from.drinkKey).toBe(p.to.drinkKey);
    }
  });
  it('hands are one at a time', () => {
    const sorted = [...hands].sort((a, b) => a.from - b.from);
    sorted.slice(1).forEach((h, i) => expect(h.from).toBeGreaterThanOrEqual(sorted[i]!.to - 1e-6));
  });
  it('what stands in a place at the same time stands in lanes of its own', () => {
    const fridge = stays.filter((s) => s.place === 'fridge');
    const { lane, heights } = lanesOf(fridge, (s) => s.litres);
    for (const a of fridge)
      for (const b of fridge)
        if (a !== b && a.from < b.to - 1e-6 && b.from < a.to - 1e-6) expect(lane.get(a.key)).not.toBe(lane.get(b.key));
    for (const s of fridge) expect(heights[lane.get(s.key)!]).toBeGreaterThanOrEqual(s.litres);
  });
});
