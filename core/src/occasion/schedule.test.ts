import fc from 'fast-check';
import highsLoader from 'highs';
import { seededRandom } from '../uncertainty/random';
import type { Chain, DayKitchen, DayTask, Gap, Hold, Mode } from './kitchenDay';
import { faultsOfDay } from './faults';
import { costOf, latestBegin, scheduleDay, type DayWish, type Scheduled } from './schedule';

const task = (id: string, minutes: number, ...needs: DayTask['needs']): DayTask => ({
  id,
  name: id,
  kind: 'stand',
  minutes,
  slackMin: 0,
  litres: 1,
  needs,
});
const hands = { of: 'hands', amount: 1 };
const AT_ONCE: Gap = { minMin: 0, maxMin: 0 };
type Made = { heat?: number; steep?: number; pot?: string; litres?: number; cool?: number; ring?: number };
/** A drink as they are: weigh, heat, steep, strain in its time, cool, stand cold. */
function made(id: string, { heat = 10, steep = 15, pot = 'pot', litres = 2, cool = 20, ring = 0 }: Made = {}): Mode {
  return {
    tasks: [
      task(`${id}/weigh`, 4, hands),
      task(`${id}/heat`, heat, { of: `ring:${ring}`, amount: 1 }),
      task(`${id}/steep`, steep),
      task(`${id}/strain`, 5, hands),
      task(`${id}/bath`, cool, { of: 'bath', amount: 1 }),
      task(`${id}/mix`, 5, hands),
      task(`${id}/cold`, 90, { of: 'cold', amount: 15 }),
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
      { of: pot, amount: 1, fromTask: 1, toTask: 3, washMin: 5 },
      { of: 'fridge', amount: litres, fromTask: 6, toTask: 6, untilServed: true } satisfies Hold,
    ],
  };
}
/** A drink that may stand on either ring. */
const drink = (id: string, { restMin = 0, ...how }: Made & { restMin?: number } = {}): Chain => ({
  id,
  name: id,
  restMin,
  modes: [made(id, { ...how, ring: 0 }), made(id, { ...how, ring: 1 })],
});
const kitchen = (change: Record<string, number> = {}, closed: DayKitchen['closed'] = {}): DayKitchen => ({
  have: { hands: 1, 'ring:0': 1, 'ring:1': 1, bath: 1, fridge: 14, cold: 40, pot: 1, pot2: 1, ...change },
  closed,
  servedMin: 180,
});
const dayFrom = (s: Scheduled): Extract<Scheduled, { kind: 'day' }> => {
  if (s.kind !== 'day') throw new Error(`no place for ${s.chainId}: ${s.binds}`);
  return s;
};
/** A day without a fault. */
function soundDay(
  chains: readonly Chain[],
  k: DayKitchen,
  wish: DayWish & { tries?: number } = {},
): ReturnType<typeof dayFrom> {
  const s = dayFrom(scheduleDay(chains, k, wish));
  expect(faultsOfDay(chains, k, s.placed, wish)).toEqual([]);
  return s;
}
const startOf = (s: ReturnType<typeof dayFrom>, taskId: string): number =>
  s.placed.flatMap((p) => p.tasks.flatMap((t, i) => (t.id === taskId ? [p.starts[i]!] : [])))[0]!;

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
    const s = soundDay([c], kitchen());
    expect(s.beginMin).toBeCloseTo(-c.modes[0].tasks.reduce((sum, t) => sum + t.minutes, 0), 3);
  });
  it('of two drinks in one pot goes one after the other, and the pot is washed between; side by side in two', () => {
    const one = soundDay([drink('a'), drink('b')], kitchen());
    const two = soundDay([drink('a'), drink('b', { pot: 'pot2' })], kitchen());
    expect(one.beginMin).toBeLessThan(two.beginMin);
    expect(latestBegin([drink('a')], kitchen())).toBeGreaterThanOrEqual(two.beginMin);
    const [first, second] = [startOf(one, 'a/heat'), startOf(one, 'b/heat')].sort((x, y) => x - y) as [number, number];
    const strained = Math.min(startOf(one, 'a/strain'), startOf(one, 'b/strain')) + 5;
    expect(first).toBeLessThan(strained);
    expect(second).toBeGreaterThanOrEqual(strained + 5 - 1e-6);
  });
  it('takes the ring on which it begins latest: two pots stand on two', () => {
    const s = soundDay(
      [drink('a', { heat: 30 }), drink('b', { heat: 30, pot: 'pot2' })],
      kitchen({ hands: 2, bath: 2 }),
    );
    const ring = (id: string): string => s.placed.find((p) => p.id === id)!.tasks[1]!.needs[0]!.of;
    expect(ring('a')).not.toBe(ring('b'));
  });
  it('cools no more in the fridge than it takes out: the third warm jug is cooled another way or waits', () => {
    const three = ['a', 'b', 'c'].map((id) => drink(id, { pot: `pot-${id}` }));
    const pots = { 'pot-a': 1, 'pot-b': 1, 'pot-c': 1, hands: 3, bath: 3, 'ring:0': 3 };
    const weak = soundDay(three, kitchen(pots));
    const strong = soundDay(three, kitchen({ ...pots, cold: 60 }));
    expect(weak.beginMin).toBeLessThan(strong.beginMin - 30);
  });
  it('asks nobody to get up at night, and pulls nothing late for it', () => {
    soundDay([drink('sencha', { steep: 480 })], kitchen({}, { hands: [[-700, -100]] }));
  });
  it('puts syrup before what it is mixed with, and not before all else', () => {
    const syrup: Chain = {
      id: 'syrup',
      name: 'syrup',
      restMin: 0,
      modes: [{ tasks: [task('stir', 12, hands)], gaps: [], holds: [] }],
    };
    const tea: Chain = { ...drink('tea'), after: [{ chain: 'syrup', task: 'tea/mix' }] };
    const s = soundDay([tea, syrup], kitchen());
    expect(startOf(s, 'stir') + 12).toBeLessThanOrEqual(startOf(s, 'tea/mix') + 1e-6);
    // While the tea steeps the hands are free.
    expect(startOf(s, 'stir')).toBeGreaterThan(startOf(s, 'tea/heat'));
  });
  it('waits for what it waits for in whatever way it is done: a way without a bath mixes no sooner', () => {
    const syrup: Chain = {
      id: 'syrup',
      name: 'syrup',
      restMin: 0,
      modes: [{ tasks: [task('stir', 12, hands)], gaps: [], holds: [] }],
    };
    const full = made('tea');
    const short: Mode = {
      tasks: full.tasks.filter((t) => t.id !== 'tea/bath'),
      gaps: full.gaps.filter((_, i) => i !== 4),
      holds: [{ of: 'fridge', amount: 2, fromTask: 5, toTask: 5, untilServed: true }],
    };
    for (const modes of [[full], [short], [short, full], [full, short]] as unknown as Chain['modes'][]) {
      const s = soundDay([{ ...drink('tea'), modes, after: [{ chain: 'syrup', task: 'tea/mix' }] }, syrup], kitchen());
      const [mix, stir] = [startOf(s, 'tea/mix'), startOf(s, 'stir')];
      expect(stir + 12).toBeLessThanOrEqual(mix + 1e-6);
      // And no sooner than it must.
      expect(mix - (stir + 12)).toBeLessThan(30);
    }
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
  it('serves nothing that does not keep so long', () => {
    const c = { ...drink('milk', { restMin: 600 }), keepsMin: 700 };
    expect(scheduleDay([c], kitchen())).toEqual({ kind: 'no-place', chainId: 'milk', binds: 'keeps' });
    soundDay([{ ...c, keepsMin: 800 }], kitchen());
  });
  it('leaves what was put somewhere where it is, and works the rest out around it', () => {
    const [a, b] = [drink('a'), drink('b')];
    const alone = soundDay([a], kitchen());
    const put = startOf(alone, 'a/heat') - 200;
    const s = soundDay([a, b], kitchen(), { pins: { 'a/heat': put } });
    expect(startOf(s, 'a/heat')).toBeCloseTo(put, 6);
  });
  it('that was put too late is done as soon as may be, and says how late it is', () => {
    const a = drink('a');
    const put = startOf(soundDay([a], kitchen()), 'a/heat') + 25;
    const s = soundDay([a, drink('b', { pot: 'pot2' })], kitchen(), { pins: { 'a/heat': put } });
    expect(startOf(s, 'a/heat')).toBeCloseTo(put, 6);
    expect(s.placed.find((p) => p.id === 'a')!.lateMin).toBeCloseTo(25, 3);
    expect(s.placed.find((p) => p.id === 'b')!.lateMin).toBe(0);
  });
  it('that is begun too late is done as soon as may be from now', () => {
    const a = drink('a');
    const begin = soundDay([a], kitchen()).beginMin;
    const s = soundDay([a], kitchen(), { nowMin: begin + 40 });
    expect(s.beginMin).toBeCloseTo(begin + 40, 6);
    expect(s.placed[0]!.lateMin).toBeCloseTo(40, 3);
  });
  it('keeps what has begun as it went, and works the rest out from there', () => {
    const a = { ...drink('a'), begun: [-200, -190, -165] };
    const s = soundDay([a, drink('b')], kitchen(), { nowMin: -160 });
    const own = s.placed.find((p) => p.id === 'a')!;
    expect(own.starts.slice(0, 3)).toEqual([-200, -190, -165]);
    expect(own.begun).toBe(3);
    // The steep that runs is pulled in its time.
    expect(own.starts[3]! - (-165 + 15)).toBeLessThanOrEqual(3 + 1e-6);
    // Its pot is not had before it is strained and washed.
    expect(startOf(s, 'b/heat')).toBeGreaterThanOrEqual(own.starts[3]! + 5 + 5 - 1e-6);
  });
  it('pulls at once what is over its time, whatever else there is', () => {
    const a = { ...drink('a'), begun: [-260, -250, -240] };
    const s = soundDay([a], kitchen(), { nowMin: -200 });
    expect(startOf(s, 'a/strain')).toBeCloseTo(-200, 6);
  });
  it('sets what waits for a late syrup behind it', () => {
    const syrup: Chain = {
      id: 'syrup',
      name: 'syrup',
      restMin: 0,
      modes: [{ tasks: [task('stir', 60, hands)], gaps: [], holds: [] }],
    };
    const mix: Chain = {
      id: 'mix',
      name: 'mix',
      restMin: 0,
      modes: [{ tasks: [task('pour', 5, hands)], gaps: [], holds: [] }],
      after: [{ chain: 'syrup', task: 'pour' }],
    };
    const s = soundDay([mix, syrup], kitchen(), { nowMin: -30 });
    expect(startOf(s, 'stir')).toBeCloseTo(-30, 6);
    expect(startOf(s, 'pour')).toBeCloseTo(30, 6);
    expect(s.placed.find((p) => p.id === 'mix')!.lateMin).toBeCloseTo(35, 6);
  });
  it('refuses drinks that wait for each other', () => {
    const [a, b]: Chain[] = [
      { ...drink('a'), after: [{ chain: 'b', task: 'a/weigh' }] },
      { ...drink('b'), after: [{ chain: 'a', task: 'b/weigh' }] },
    ];
    expect(() => scheduleDay([a!, b!], kitchen())).toThrow('after');
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
        const s = scheduleDay(chains, k, { tries: 6 });
        if (s.kind === 'no-place') return;
        days++;
        expect(faultsOfDay(chains, k, s.placed)).toEqual([]);
        expect(s.beginMin).toBeLessThanOrEqual(latestBegin(chains, k) + 1e-3);
      }),
      { numRuns: 300 },
    );
    expect(days).toBeGreaterThan(250);
  });
  it('nor on 150 that are half over, with something moved', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1_000_000 }), (seed) => {
        const { chains, kitchen: k } = madeUp(seed);
        const planned = scheduleDay(chains, k, { tries: 6 });
        if (planned.kind === 'no-place') return;
        const random = seededRandom(seed + 1);
        const nowMin = planned.beginMin * random();
        // What would have begun by then has, some minutes late.
        const half = chains.map((c): Chain => {
          const p = planned.placed.find((x) => x.id === c.id)!;
          const begun = p.starts.filter((t) => t <= nowMin);
          return begun.length > 0 ? { ...c, modes: [{ ...p }], begun } : c;
        });
        const still = half.filter((c) => !c.begun);
        const pins = still[0] ? { [`${still[0].id}/heat`]: nowMin + 30 + 60 * random() } : {};
        const s = scheduleDay(half, k, { tries: 6, nowMin, pins });
        if (s.kind === 'day') expect(faultsOfDay(half, k, s.placed, { nowMin, pins })).toEqual([]);
      }),
      { numRuns: 150 },
    );
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
  const big = kitchen({ fridge: 16, cold: 200, pot0: 1, pot1: 1, pot2: 1, pot3: 1 });
  it.each(Array.from({ length: 20 }, (_, i) => [i + 1, chains()] as const))(
    'day %i begins at most a twentieth earlier than any day of it could',
    (seed, day) => {
      const s = dayFrom(scheduleDay(day, big, { seed }));
      expect(faultsOfDay(day, big, s.placed)).toEqual([]);
      expect(s.beginMin / latestBegin(day, big)).toBeLessThanOrEqual(1.05);
    },
  );
});

describe('a small day is as good as any can be', () => {
  const random = seededRandom(5);
  const between = (a: number, b: number): number => Math.round(a + random() * (b - a));
  /** Up to twelve tasks on one pair of hands, one ring, two pots. */
  const small = (): Chain[] =>
    Array.from({ length: between(2, 3) }, (_, i): Chain => {
      const id = `d${i}`;
      return {
        id,
        name: id,
        restMin: between(0, 3) * 10,
        modes: [
          {
            tasks: [
              task(`${id}/weigh`, between(3, 8), hands),
              task(`${id}/heat`, between(4, 20), { of: 'ring:0', amount: 1 }),
              task(`${id}/steep`, between(4, 25)),
              task(`${id}/strain`, between(3, 8), hands),
            ],
            gaps: [{ minMin: 0, maxMin: 30 }, AT_ONCE, { minMin: 0, maxMin: 3 }],
            holds: [{ of: `pot${i % 2 === 0 ? '' : '2'}`, amount: 1, fromTask: 1, toTask: 3 }],
          },
        ],
      };
    });
  const days = Array.from({ length: 12 }, small);
  it.each(days.map((d, i) => [i + 1, d] as const))('day %i', async (seed, chains) => {
    const exact = await exactCost(chains);
    const s = soundDay(chains, kitchen(), { tries: 9000, ...{ seed } });
    expect(costOf(s)).toBeGreaterThanOrEqual(exact - 1e-3);
    expect(costOf(s)).toBeLessThanOrEqual(exact + 1e-3);
  });
});

const FAR = 1000;
/** The least cost of a day by an integer programme: what is of one thing goes one after the other, this way round or that. */
async function exactCost(chains: readonly Chain[]): Promise<number> {
  const highs = await highsLoader();
  const rows: string[] = [];
  const bits: string[] = [];
  const v = (c: number, t: number): string => `s${c}_${t}`;
  const stretches: { of: string; from: string; to: string; more: number }[] = [];
  chains.forEach(({ modes: [m], restMin }, c) => {
    m.tasks.forEach((t, i) => {
      const next = m.tasks[i + 1];
      if (next) {
        rows.push(`${v(c, i + 1)} - ${v(c, i)} >= ${t.minutes + m.gaps[i]!.minMin}`);
        rows.push(`${v(c, i + 1)} - ${v(c, i)} <= ${t.minutes + m.gaps[i]!.maxMin}`);
      } else rows.push(`${v(c, i)} <= ${FAR - restMin - t.minutes}`);
      for (const n of t.needs) stretches.push({ of: n.of, from: v(c, i), to: v(c, i), more: t.minutes });
    });
    for (const h of m.holds)
      stretches.push({ of: h.of, from: v(c, h.fromTask), to: v(c, h.toTask), more: m.tasks[h.toTask]!.minutes });
    rows.push(`b - ${v(c, 0)} <= 0`);
  });
  stretches.forEach((p, i) =>
    stretches.slice(i + 1).forEach((q, k) => {
      if (p.of !== q.of || p.from.split('_')[0] === q.from.split('_')[0]) return;
      const bit = `y${i}_${i + 1 + k}`;
      bits.push(bit);
      rows.push(`${q.from} - ${p.to} + ${FAR} ${bit} >= ${p.more}`);
      rows.push(`${p.from} - ${q.to} - ${FAR} ${bit} >= ${q.more - FAR}`);
    }),
  );
  const goal = ['b', ...chains.map((_, c) => `${0.1 / chains.length} ${v(c, 0)}`)].join(' + ');
  const names = ['b', ...chains.flatMap((ch, c) => ch.modes[0].tasks.map((_, i) => v(c, i)))];
  const lp = [
    'Maximize',
    ` obj: ${goal}`,
    'Subject To',
    ...rows.map((r, i) => ` c${i}: ${r}`),
    'Bounds',
    ...names.map((n) => ` 0 <= ${n} <= ${FAR}`),
    ...(bits.length > 0 ? ['Binary', ` ${bits.join(' ')}`] : []),
    'End',
  ].join('\n');
  const solved = highs.solve(lp);
  expect(solved.Status).toBe('Optimal');
  return -(solved.ObjectiveValue - FAR * 1.1);
}
