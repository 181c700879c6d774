import fc from 'fast-check';
import { seededRandom } from '../uncertainty/random';
import type { Chain, DayKitchen, DayTask, Gap, Hold } from './kitchenDay';
import { faultsOfDay, latestBegin, scheduleDay } from './schedule';

const task = (id: string, minutes: number, ...needs: DayTask['needs']): DayTask => ({
  id,
  name: id,
  minutes,
  slackMin: 0,
  needs,
});
const hands = { of: 'hands', amount: 1 };
const AT_ONCE: Gap = { minMin: 0, maxMin: 0 };
/** A drink as they are: weigh, heat, steep, strain in its time, cool, stand cold. */
function drink(id: string, { heat = 10, steep = 15, pot = 'pot', litres = 2, restMin = 0, cool = 20 } = {}): Chain {
  return {
    id,
    name: id,
    restMin,
    tasks: [
      task('weigh', 4, hands),
      task('heat', heat, { of: 'burner', amount: 1 }),
      task('steep', steep),
      task('strain', 5, hands),
      task('bath', cool, { of: 'bath', amount: 1 }),
      task('mix', 5, hands),
      task('cold', 90),
    ],
    gaps: [
      { minMin: 0, maxMin: 60 },
      AT_ONCE,
      { minMin: 0, maxMin: 3 },
      { minMin: 0, maxMin: 10 },
      { minMin: 0, maxMin: 30 },
      { minMin: 0, maxMin: 10 },
    ],
    holds: [
      { of: pot, amount: 1, fromTask: 1, toTask: 3 },
      { of: 'fridge', amount: litres, fromTask: 6, toTask: 6, untilServed: true } satisfies Hold,
    ],
  };
}
const kitchen = (change: Partial<DayKitchen['have']> = {}, closed: DayKitchen['closed'] = {}): DayKitchen => ({
  have: { hands: 1, burner: 2, bath: 1, fridge: 14, pot: 1, pot2: 1, ...change } as Record<string, number>,
  closed,
  servedMin: 180,
});

/** A made-up day, the same for the same seed. */
function madeUp(seed: number): { chains: Chain[]; kitchen: DayKitchen } {
  const random = seededRandom(seed);
  const between = (a: number, b: number): number => Math.round(a + random() * (b - a));
  const chains = Array.from({ length: between(1, 8) }, (_, i) =>
    drink(`d${i}`, {
      heat: between(4, 25),
      steep: random() < 0.2 ? between(300, 600) : between(3, 40),
      cool: between(5, 40),
      pot: random() < 0.5 ? 'pot' : 'pot2',
      litres: between(1, 2),
      restMin: random() < 0.2 ? between(60, 1440) : 0,
    }),
  );
  const night = [[-1440 + between(300, 500), -1440 + between(800, 900)]] as [number, number][];
  return {
    chains,
    kitchen: kitchen({ hands: random() < 0.3 ? 2 : 1, fridge: 16 }, random() < 0.5 ? { hands: night } : {}),
  };
}

describe('a kitchen’s day', () => {
  it('of one drink ends when all is to be ready, and begins as late as it may', () => {
    const c = drink('roselle');
    const s = scheduleDay([c], kitchen());
    if (s.kind !== 'day') throw new Error('a day');
    expect(faultsOfDay([c], kitchen(), s.starts)).toEqual([]);
    expect(s.beginMin).toBeCloseTo(-c.tasks.reduce((sum, t) => sum + t.minutes, 0), 3);
  });
  it('of two drinks in one pot goes one after the other, and side by side in two', () => {
    const one = scheduleDay([drink('a'), drink('b')], kitchen());
    const two = scheduleDay([drink('a'), drink('b', { pot: 'pot2' })], kitchen());
    if (one.kind !== 'day' || two.kind !== 'day') throw new Error('days');
    expect(one.beginMin).toBeLessThan(two.beginMin);
    expect(latestBegin([drink('a')], kitchen())).toBeGreaterThanOrEqual(two.beginMin);
  });
  it('asks nobody to get up at night, and pulls nothing late for it', () => {
    const night: DayKitchen['closed'] = { hands: [[-700, -100]] };
    const c = drink('sencha', { steep: 480 });
    const s = scheduleDay([c], kitchen({}, night));
    if (s.kind !== 'day') throw new Error('a day');
    expect(faultsOfDay([c], kitchen({}, night), s.starts)).toEqual([]);
  });
  it('puts syrup before what it is mixed with', () => {
    const syrup: Chain = {
      id: 'syrup',
      name: 'syrup',
      restMin: 0,
      tasks: [task('stir', 12, hands)],
      gaps: [],
      holds: [],
    };
    const tea = { ...drink('tea'), after: ['syrup'] };
    const s = scheduleDay([tea, syrup], kitchen());
    if (s.kind !== 'day') throw new Error('a day');
    expect(s.starts['syrup']![0]! + 12).toBeLessThanOrEqual(s.starts['tea']![0]! + 1e-6);
  });
  it('that cannot be says which drink has no place and what is in its way', () => {
    expect(scheduleDay([drink('a', { litres: 20 })], kitchen())).toEqual({
      kind: 'no-place',
      chainId: 'a',
      binds: 'fridge',
    });
    expect(scheduleDay([drink('a'), drink('b', { litres: 13 })], kitchen())).toMatchObject({
      kind: 'no-place',
      binds: 'fridge',
    });
    expect(scheduleDay([drink('a', { pot: 'cauldron' })], kitchen())).toMatchObject({ binds: 'cauldron' });
  });
  it('leaves what was put somewhere where it is, and works the rest out around it', () => {
    const [a, b] = [drink('a'), drink('b')];
    const alone = scheduleDay([a], kitchen());
    if (alone.kind !== 'day') throw new Error('a day');
    const moved = alone.starts['a']!.map((t) => t - 200);
    const s = scheduleDay([a, b], kitchen(), { pinned: { a: moved } });
    if (s.kind !== 'day') throw new Error('a day');
    expect(s.starts['a']).toEqual(moved);
    expect(faultsOfDay([a, b], kitchen(), s.starts)).toEqual([]);
  });
  it('refuses drinks that wait for each other', () => {
    const [a, b] = [
      { ...drink('a'), after: ['b'] },
      { ...drink('b'), after: ['a'] },
    ];
    expect(() => scheduleDay([a, b], kitchen())).toThrow('after');
  });
  it('is the same for the same seed', () => {
    const { chains, kitchen: k } = madeUp(7);
    expect(scheduleDay(chains, k, { seed: 3 })).toEqual(scheduleDay(chains, k, { seed: 3 }));
  });
  it('holds nothing twice and breaks no limit, on 300 made-up days', () => {
    let days = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const { chains, kitchen: k } = madeUp(seed);
        const s = scheduleDay(chains, k, { tries: 12 });
        if (s.kind === 'no-place') return;
        days++;
        expect(faultsOfDay(chains, k, s.starts)).toEqual([]);
        expect(s.beginMin).toBeLessThanOrEqual(latestBegin(chains, k) + 1e-3);
      }),
      { numRuns: 300 },
    );
    expect(days).toBeGreaterThan(250);
  });
});

describe('sixty tasks on a dozen things, on twenty made-up days', () => {
  const random = seededRandom(11);
  const between = (a: number, b: number): number => Math.round(a + random() * (b - a));
  const chains = (): Chain[] =>
    Array.from({ length: 9 }, (_, i) => ({
      ...drink(`d${i}`, {
        heat: between(5, 25),
        steep: random() < 0.2 ? between(240, 600) : between(4, 40),
        cool: between(5, 30),
        pot: `pot${i % 4}`,
        litres: 1.5,
        restMin: random() < 0.2 ? between(60, 600) : 0,
      }),
    }));
  const big = kitchen({ burner: 3, fridge: 16, pot0: 1, pot1: 1, pot2: 1, pot3: 1 } as never);
  it.each(Array.from({ length: 20 }, (_, i) => [i + 1, chains()] as const))(
    'day %i begins at most a twentieth earlier than any day of it could',
    (seed, day) => {
      const s = scheduleDay(day, big, { seed });
      if (s.kind !== 'day') throw new Error(`no place for ${s.chainId}`);
      expect(faultsOfDay(day, big, s.starts)).toEqual([]);
      expect(s.beginMin / latestBegin(day, big)).toBeLessThanOrEqual(1.05);
    },
  );
});
