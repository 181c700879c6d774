import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink, type Plan } from '../plan/planDrink';
import { chainsOf, glassesOfOccasion, kitchenOfDay, litresOf, surelyReadyMin, type Occasion } from './occasion';
import type { Chain } from './kitchenDay';
import { faultsOfDay, latestBegin, scheduleDay } from './schedule';

const READY = '2026-07-05T15:00:00.000Z';
const hourUtc = (ms: number): number => (ms / 3_600_000) % 24;
const planOf = (id: string, litres: number): Plan => {
  const drink = BOOK.find((d) => d.id === id)!;
  const result = planDrink(drink, { ...drink.defaults, litres }, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};
const occasion: Occasion = {
  v: 1,
  id: 'open-day',
  name: 'Open day',
  readyBy: READY,
  servedHours: 3,
  groups: [
    { people: 18, glassesEach: 1.5 },
    { people: 6, glassesEach: 0.5 },
  ],
  drinks: [
    { drinkId: 'roselle-rose-hip-cooler', share: 2 },
    { drinkId: 'cold-sencha-cucumber', share: 1 },
    { drinkId: 'rooibos-quince', share: 1 },
  ],
  hands: 1,
  moved: {},
};
const day = (hands = 1) => kitchenOfDay(DEFAULT_KITCHEN, { ...occasion, hands }, hourUtc);

describe('an occasion', () => {
  it('has glasses by its people, and litres by their share, less what stands', () => {
    expect(glassesOfOccasion(occasion)).toBe(30);
    expect(litresOf(occasion, occasion.drinks[0]!, 300)).toEqual({ litres: 4.5, glasses: 15 });
    expect(litresOf(occasion, occasion.drinks[0]!, 300, 5).litres).toBe(3);
    expect(litresOf(occasion, { ...occasion.drinks[0]!, litres: 2 }, 300).litres).toBe(2);
  });
  it('of three drinks for twenty-four people has a day without a fault', () => {
    const chains = occasion.drinks.flatMap((d, i) => chainsOf(`${d.drinkId}#${i}`, planOf(d.drinkId, 2)));
    const s = scheduleDay(chains, day());
    if (s.kind !== 'day') throw new Error(`no place for ${s.chainId}: ${s.binds}`);
    expect(faultsOfDay(chains, day(), s.starts)).toEqual([]);
    expect(s.beginMin).toBeLessThanOrEqual(latestBegin(chains, day()) + 1e-3);
    // Nobody is up in the night for it.
    expect(day().closed['hands']![0]).toEqual([-60 * (15 + 1.5), -60 * 8]);
  });
  it('stirs the syrup before the mix, and strains within the time of the pull', () => {
    const chains = chainsOf('cooler', planOf('roselle-rose-hip-cooler', 2.4));
    const s = scheduleDay(chains, day());
    if (s.kind !== 'day') throw new Error('a day');
    const [syrup, main] = chains as [(typeof chains)[number], (typeof chains)[number]];
    expect(s.starts[syrup.id]![0]! + syrup.tasks[0]!.minutes).toBeLessThanOrEqual(s.starts[main.id]![0]! + 1e-6);
    const steep = main.tasks.findIndex((t) => t.name.startsWith('steep'));
    expect(main.gaps[steep]!.maxMin).toBeLessThanOrEqual(3);
    expect(main.tasks.map((t) => t.name.split(' ')[0])).toEqual(['weigh', 'heat', 'steep', 'strain', 'mix', 'into']);
  });
  it('that is poured hot needs no bath and no fridge', () => {
    const [main] = chainsOf('pear', planOf('hot-spiced-pear-rooibos', 1.7)).slice(-1);
    const hot = main!.holds.every((h) => h.of !== 'fridge');
    expect(hot).toBe(planOf('hot-spiced-pear-rooibos', 1.7).target.hot === true);
  });
  it('is the surer, the earlier a drink was put, and the less sure, the more drinks must be ready', () => {
    const one = chainsOf('cooler', planOf('roselle-rose-hip-cooler', 2.4)).at(-1)!;
    const sureOf = (chains: readonly Chain[]): number => {
      const s = scheduleDay(chains, day());
      if (s.kind !== 'day') throw new Error('a day');
      expect(faultsOfDay(chains, day(), s.starts)).toEqual([]);
      return surelyReadyMin(
        chains,
        Object.fromEntries(chains.map((c) => [c.id, s.starts[c.id]!.at(-1)! + c.tasks.at(-1)!.minutes])),
      );
    };
    const put = (earlierMin: number): Chain => ({ ...one, after: [], earlierMin });
    const sure = [0, 1, 2, 240].map((min) => sureOf([put(min)]));
    for (let i = 1; i < sure.length; i++) expect(sure[i]!).toBeLessThan(sure[i - 1]!);
    expect(sure.at(-1)).toBe(0);
    // Two that are as likely each are both ready less often than either.
    const ends = { a: 0, b: 0 };
    const same = (...ids: string[]): number =>
      surelyReadyMin(
        ids.map((id) => ({ ...put(0), id, restMin: 0 })),
        ends,
      );
    expect(same('a', 'b')).toBeGreaterThan(same('a'));
  });
  it('is as sure as its longest spread: never surer for being later', () => {
    const chains = chainsOf('cooler', planOf('roselle-rose-hip-cooler', 2.4));
    const ends = Object.fromEntries(chains.map((c) => [c.id, -c.restMin]));
    const sure = surelyReadyMin(chains, ends);
    expect(sure).toBeGreaterThan(0);
    expect(surelyReadyMin(chains, Object.fromEntries(Object.entries(ends).map(([k, v]) => [k, v - 30])))).toBeLessThan(
      sure,
    );
  });
});
