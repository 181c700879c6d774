import fc from 'fast-check';
import highsLoader from 'highs';
import { seededRandom } from '../uncertainty/random';
import { addOnlyFix } from './addOnlyFix';
import { solveBlend, type BlendGoal, type BlendLiquid } from './solveBlend';
import { whatBinds } from './whatBinds';

const water: BlendLiquid = { id: 'water', perLitre: {} };
const goals: BlendGoal[] = [
  { id: 'x', target: 1, tolerance: 0.05 },
  { id: 'sugar', target: 80, tolerance: 4 },
  { id: 'acid', target: 4, tolerance: 0.4 },
  { id: 'harsh', target: 0.9, tolerance: 0.2, kind: 'at-most' },
];

/** Liquids as they stand on a bench, the same for the same seed. */
function bench(seed: number, stepMl?: number, count = 8): BlendLiquid[] {
  const r = seededRandom(seed);
  return Array.from({ length: count }, (_, i) => ({
    id: `l${i}`,
    maxMl: Math.round(100 + 900 * r()),
    ...(stepMl ? { stepMl } : {}),
    perLitre: {
      x: 4 * r(),
      sugar: i % 3 === 0 ? 600 * r() : 30 * r(),
      acid: i % 4 === 1 ? 50 * r() : 8 * r(),
      harsh: 2 * r(),
    },
  }));
}

const costOf = (reached: Readonly<Record<string, number>>): number =>
  goals.reduce((sum, g) => {
    const off = reached[g.id]! - g.target;
    return sum + (g.kind === 'at-most' ? Math.max(0, off) : Math.abs(off)) / g.tolerance;
  }, 0);

/** The same question in the words of another solver. */
function asLp(liquids: readonly BlendLiquid[], volumeMl: number): string {
  const term = (c: number, name: string): string => `${c < 0 ? '-' : '+'} ${Math.abs(c).toFixed(9)} ${name}`;
  const rows = goals.map(
    (g) =>
      `${g.id}: ${liquids.map((l) => term((l.perLitre[g.id] ?? 0) / g.tolerance, l.id)).join(' ')} + u_${g.id} - o_${g.id} = ${g.target / g.tolerance}`,
  );
  const cost = goals.map((g) => (g.kind === 'at-most' ? `o_${g.id}` : `u_${g.id} + o_${g.id}`)).join(' + ');
  const bounds = liquids.map((l) => `0 <= ${l.id} <= ${Math.min(1, (l.maxMl ?? volumeMl) / volumeMl)}`).join('\n ');
  return `Minimize\n obj: ${cost}\nSubject To\n whole: ${liquids.map((l) => l.id).join(' + ')} = 1\n ${rows.join('\n ')}\nBounds\n ${bounds}\nEnd`;
}

describe('a blend against another solver', () => {
  it('is as good as HiGHS finds on sixty benches', async () => {
    const highs = await highsLoader();
    for (let seed = 1; seed <= 60; seed++) {
      const liquids = [...bench(seed), water];
      const ours = solveBlend({ liquids, goals, volumeMl: 1000 });
      if (ours.kind !== 'blend') throw new Error(ours.kind);
      const theirs = highs.solve(asLp(liquids, 1000));
      expect(theirs.Status).toBe('Optimal');
      expect(Math.abs(costOf(ours.reached) - theirs.ObjectiveValue)).toBeLessThan(
        1e-4 * Math.max(1, theirs.ObjectiveValue),
      );
    }
  });
});

describe('a blend in whole measures', () => {
  it('uses whole steps, never more than there is, and the same ones each time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), fc.constantFrom(5, 15, 59), (seed, stepMl) => {
        const liquids = [...bench(seed, stepMl, 4), { ...water, stepMl }];
        const result = solveBlend({ liquids, goals, volumeMl: 1000 });
        if (result.kind !== 'blend') throw new Error(result.kind);
        for (const l of liquids) {
          const v = result.volumesMl[l.id]!;
          expect(Math.abs(v / stepMl - Math.round(v / stepMl))).toBeLessThan(1e-6);
          expect(v).toBeLessThanOrEqual((l.maxMl ?? Infinity) + 1e-6);
        }
        expect(solveBlend({ liquids, goals, volumeMl: 1000 })).toEqual(result);
      }),
      { seed: 41, numRuns: 8, endOnFailure: true },
    );
  });

  it('fills the volume to within a step or two', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const result = solveBlend({ liquids: [...bench(seed, 5, 4), { ...water, stepMl: 5 }], goals, volumeMl: 1000 });
      if (result.kind !== 'blend') throw new Error(result.kind);
      expect(Math.abs(Object.values(result.volumesMl).reduce((a, b) => a + b, 0) - 1000)).toBeLessThanOrEqual(10);
    }
  });
});

describe('what binds', () => {
  const concentrate = (maxMl: number): BlendLiquid => ({ id: 'concentrate', maxMl, perLitre: { x: 2.5 } });
  const two = goals.slice(0, 2);
  const syrup: BlendLiquid = { id: 'syrup', maxMl: 500, perLitre: { sugar: 600 } };

  it('is nothing when all is met', () =>
    expect(whatBinds({ liquids: [concentrate(500), syrup, water], goals: two, volumeMl: 1000 })).toEqual([]));
  it('is the concentrate that runs short, by how much, and the volume that would do', () => {
    const found = whatBinds({ liquids: [concentrate(300), syrup, water], goals: two, volumeMl: 1000 });
    expect(found[0]).toMatchObject({ kind: 'more-of', liquid: 'concentrate' });
    expect((found[0] as { extraMl: number }).extraMl).toBeCloseTo(96, 0);
    const volume = found.find((r) => r.kind === 'other-volume');
    expect((volume as { volumeMl: number }).volumeMl).toBeCloseTo(300 / 0.396, -1);
  });
  it('is what must go in when that is too much', () => {
    const found = whatBinds({
      liquids: [{ ...concentrate(800), minMl: 600 }, syrup, water],
      goals: two,
      volumeMl: 1000,
    });
    expect(found).toContainEqual(expect.objectContaining({ kind: 'less-of', liquid: 'concentrate' }));
  });
});

describe('a fix that only adds', () => {
  const liquids: BlendLiquid[] = [
    { id: 'concentrate', maxMl: 300, perLitre: { x: 2.5 } },
    { id: 'syrup', maxMl: 300, perLitre: { sugar: 600 } },
    water,
  ];
  const two = goals.slice(0, 2);

  it('thins a jug that is too strong and keeps its sugar', () => {
    const fix = addOnlyFix({ have: { x: 1.2, sugar: 80 }, volumeMl: 1000, roomMl: 800, liquids, goals: two });
    expect(fix.missed).toEqual([]);
    expect(fix.reached['x']).toBeCloseTo(1, 1);
    expect(fix.additionsMl['water']).toBeGreaterThan(100);
  });

  it('takes nothing out, never overfills, and never uses more than there is', () => {
    const figure = (max: number): fc.Arbitrary<number> => fc.double({ min: 0.05, max, noNaN: true });
    fc.assert(
      fc.property(figure(3), figure(200), figure(900), (x, sugar, roomMl) => {
        const fix = addOnlyFix({ have: { x, sugar }, volumeMl: 1000, roomMl, liquids, goals: two });
        for (const l of liquids) {
          expect(fix.additionsMl[l.id]).toBeGreaterThanOrEqual(0);
          expect(fix.additionsMl[l.id]).toBeLessThanOrEqual((l.maxMl ?? roomMl) + 1e-3);
        }
        expect(fix.volumeMl).toBeLessThanOrEqual(1000 + roomMl + 1e-3);
      }),
      { seed: 42 },
    );
  });

  it('adds nothing to a jug that is right', () => {
    const fix = addOnlyFix({ have: { x: 1, sugar: 80 }, volumeMl: 1000, roomMl: 500, liquids, goals: two });
    expect(Object.values(fix.additionsMl).every((v) => v < 1e-6)).toBe(true);
  });

  it('says what stays missed when the vessel is full', () => {
    expect(
      addOnlyFix({ have: { x: 1.5, sugar: 80 }, volumeMl: 1000, roomMl: 20, liquids, goals: two }).missed,
    ).toContain('x');
  });
});
