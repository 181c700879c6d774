import fc from 'fast-check';
import { seededRandom, type Random } from '../uncertainty/random';
import { chanceAtMost, glassesOver, nextOne, SERVICE, thirstFrom, type DrunkDay } from './runningOut';

const JUG_GLASSES = 9;
const KEEPS_DAYS = 4;
const LEAD_DAYS = 1;
const GLASS_L = 0.26;

/** A made-up household: how many glasses it drinks on each weekday. */
function household(random: Random): readonly number[] {
  const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const mean = 1.6 * Math.exp(0.45 * normal);
  const weekend = 1 + 1.2 * random();
  return Array.from({ length: 7 }, (_, w) => mean * (w === 0 || w === 6 ? weekend : 1 - 0.1 * random()));
}

function poisson(mean: number, random: Random): number {
  const limit = Math.exp(-mean);
  let [k, p] = [0, random()];
  while (p > limit) {
    k++;
    p *= random();
  }
  return k;
}

type Jug = { glasses: number; readyDay: number };
type Policy = (day: number, stock: readonly Jug[], seen: readonly DrunkDay[]) => number;

/** Weeks of a household by a rule for when to make how much: litres poured away and evenings without, a week. */
function lived(seed: number, rule: Policy): { lostL: number; missed: number } {
  const random = seededRandom(seed);
  const rates = household(random);
  const demand = Array.from({ length: 140 }, (_, d) => poisson(rates[d % 7]!, random));
  let stock: Jug[] = [{ glasses: JUG_GLASSES, readyDay: 0 }];
  const seen: DrunkDay[] = [];
  let [lost, missed, counted] = [0, 0, 0];
  demand.forEach((wanted, day) => {
    const make = rule(day, stock, seen);
    if (make > 0) stock.push({ glasses: make, readyDay: day + LEAD_DAYS });
    const before = stock.filter((j) => j.readyDay <= day).reduce((sum, j) => sum + j.glasses, 0);
    let left = wanted;
    for (const jug of stock.filter((j) => j.readyDay <= day)) {
      const drunk = Math.min(jug.glasses, left);
      jug.glasses -= drunk;
      left -= drunk;
    }
    // What nobody could pour was not drunk for want of thirst: such a day tells nothing.
    if (before > 0) seen.push({ weekday: day % 7, glasses: wanted - left });
    if (day >= 28) {
      counted++;
      if (left > 0) missed++;
    }
    stock = stock.filter((j) => {
      const over = day + 1 - j.readyDay >= KEEPS_DAYS;
      if (over && day >= 28) lost += j.glasses;
      return !over && j.glasses > 0;
    });
  });
  const weeks = counted / 7;
  return { lostL: (lost * GLASS_L) / weeks, missed: missed / weeks };
}

const whenEmpty: Policy = (_, stock) => (stock.length === 0 ? JUG_GLASSES : 0);
const everyFriday: Policy = (day) => (day % 7 === 5 ? JUG_GLASSES : 0);
const advised =
  (service: number): Policy =>
  (day, stock, seen) => {
    if (stock.some((j) => j.readyDay > day)) return 0;
    const next = nextOne({
      thirst: thirstFrom(seen.slice(-56), JUG_GLASSES),
      weekday: day % 7,
      stock: stock.map((j) => ({ glasses: j.glasses, goodDays: j.readyDay + KEEPS_DAYS - day })),
      leadDays: LEAD_DAYS,
      keepsDays: KEEPS_DAYS,
      mostGlasses: JUG_GLASSES,
      service,
    });
    return next.beginInDays === 0 ? next.glasses : 0;
  };

const over200 = (rule: Policy): { lostL: number; missed: number } => {
  const all = Array.from({ length: 200 }, (_, i) => lived(1000 + i, rule));
  const mean = (of: (x: { lostL: number; missed: number }) => number): number =>
    all.reduce((s, x) => s + of(x), 0) / 200;
  return { lostL: mean((x) => x.lostL), missed: mean((x) => x.missed) };
};

describe('advice when to begin the next jug, over 200 made-up households', () => {
  const [empty, friday] = [over200(whenEmpty), over200(everyFriday)];
  it.each(Object.entries(SERVICE))(
    '%s: loses fewer litres than every Friday and when empty, and misses fewer evenings',
    (_, service) => {
      const by = over200(advised(service));
      expect(by.lostL).toBeLessThan(Math.min(empty.lostL, friday.lostL));
      expect(by.missed).toBeLessThan(Math.min(empty.missed, friday.missed));
    },
  );
});

describe('how much is drunk', () => {
  const weeks = (n: number, glasses: (weekday: number) => number): DrunkDay[] =>
    Array.from({ length: 7 * n }, (_, d) => ({ weekday: d % 7, glasses: glasses(d % 7) }));
  it('is a jug in five days before anything was poured', () => {
    expect(glassesOver(thirstFrom([], 10), 0, 5)).toBeCloseTo(10, 6);
  });
  it('comes to what was poured, on each weekday', () => {
    const thirst = thirstFrom(
      weeks(8, (w) => (w === 0 ? 6 : 1)),
      9,
    );
    expect(thirst.byWeekday[0]).toBeGreaterThan(4);
    expect(thirst.byWeekday[3]).toBeLessThan(1.6);
    expect(thirst.shape).toBeGreaterThan(thirstFrom([], 9).shape);
  });
  it('has chances that rise with the glasses and come to one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        (mean, shape) => {
          const chances = Array.from({ length: 40 }, (_, g) => chanceAtMost(g * 10, mean, shape));
          chances.forEach((c, i) => i > 0 && expect(c).toBeGreaterThanOrEqual(chances[i - 1]! - 1e-12));
          expect(chances[0]).toBeGreaterThanOrEqual(0);
          expect(chanceAtMost(5000, mean, shape)).toBeCloseTo(1, 3);
        },
      ),
      { seed: 9 },
    );
  });
});

describe('the next one', () => {
  const thirst = thirstFrom([], 10);
  const stock = (glasses: number, goodDays = 9): { glasses: number; goodDays: number }[] => [{ glasses, goodDays }];
  const advice = (change: Partial<Parameters<typeof nextOne>[0]>): ReturnType<typeof nextOne> =>
    nextOne({
      thirst,
      weekday: 3,
      stock: stock(6),
      leadDays: 1,
      keepsDays: 4,
      mostGlasses: 10,
      service: 0.7,
      ...change,
    });
  it('is begun now where nothing stands, and later the more stands', () => {
    expect(advice({ stock: [] }).beginInDays).toBe(0);
    const days = [2, 6, 12, 20].map((glasses) => advice({ stock: stock(glasses, 20) }).beginInDays);
    expect([...days].sort((a, b) => a - b)).toEqual(days);
    expect(days.at(-1)).toBeGreaterThan(days[0]!);
  });
  it('is begun earlier where it takes longer, and where one would rather have too much', () => {
    expect(advice({ stock: stock(14), leadDays: 3 }).beginInDays).toBeLessThan(
      advice({ stock: stock(14) }).beginInDays,
    );
    expect(advice({ stock: stock(14), service: 0.85 }).beginInDays).toBeLessThanOrEqual(
      advice({ stock: stock(14), service: 0.6 }).beginInDays,
    );
    expect(advice({ stock: [], service: 0.85 }).glasses).toBeGreaterThan(advice({ stock: [], service: 0.6 }).glasses);
  });
  it('does not count on what will be past its day, and says how much that is', () => {
    const { beginInDays, pastGlasses } = advice({ stock: stock(30, 2) });
    expect(beginInDays).toBeLessThan(advice({ stock: stock(30, 20) }).beginInDays);
    expect(pastGlasses).toBeGreaterThan(20);
    expect(advice({ stock: stock(3, 5) }).pastGlasses).toBeCloseTo(0, 6);
  });
  it('runs out early before it is likely to, and late after', () => {
    const { early, likely, late } = advice({ stock: stock(12, 30) }).outInDays;
    expect(early).toBeLessThanOrEqual(likely);
    expect(likely).toBeLessThanOrEqual(late);
    expect(likely).toBeGreaterThan(4);
    expect(likely).toBeLessThan(9);
  });
  it('refuses what cannot be, by its name', () => {
    expect(() => advice({ keepsDays: 0 })).toThrow('keepsDays');
    expect(() => advice({ service: 1 })).toThrow('service');
    expect(() => thirstFrom([{ weekday: 1, glasses: -1 }], 9)).toThrow('glasses');
  });
});
