import fc from 'fast-check';
import { LEVELS, levelAfter, type CourseLevel } from './trainer';
import { JUG_PARTS, jugCard, jugResult, saidOfJug, type JugCourse, type JugGo } from './trainerJug';
import { potCard, potLastMin, potResult, saidOfSip } from './trainerPot';

const seeds = fc.integer({ min: 0, max: 100_000 });
const levels = fc.constantFrom<CourseLevel>(...LEVELS);

describe('a pot to pull', () => {
  it('is the same pot for the same house, and says the same of the same sip', () => {
    fc.assert(
      fc.property(seeds, levels, (seed, level) => {
        const course = { seed, level };
        expect(potCard(course)).toEqual(potCard(course));
        expect(saidOfSip(course, 1, 4)).toEqual(saidOfSip(course, 1, 4));
      }),
      { numRuns: 20 },
    );
  });
  it('has a best minute inside what it may stand, which no pull beats, and is near to what is liked', () => {
    fc.assert(
      fc.property(seeds, levels, fc.double({ min: 0.02, max: 1, noNaN: true }), (seed, level, share) => {
        const course = { seed, level, sipsMin: [] };
        const last = potLastMin(potCard(course));
        const pulledMin = Math.max(0.5, Math.round(2 * share * last) / 2);
        const r = potResult({ ...course, pulledMin });
        expect(r.bestMin).toBeLessThanOrEqual(last);
        expect(r.ownLn).toBeGreaterThanOrEqual(r.bestLn - 0.02);
      }),
      { numRuns: 25 },
    );
  });
  it('tastes weak soon after the water is on, and stronger and harsher the longer it stands', () => {
    const sums = [0.5, 40].map((minutes) =>
      Array.from({ length: 30 }, (_, seed) => saidOfSip({ seed, level: 2 }, 0, minutes)).reduce<{
        strength: number;
        harsh: number;
      }>((s, w) => ({ strength: s.strength + w.strength, harsh: s.harsh + w.harsh }), { strength: 0, harsh: 0 }),
    );
    expect(sums[0]!.strength).toBeLessThan(-20);
    expect(sums[1]!.strength).toBeGreaterThan(sums[0]!.strength);
    expect(sums[1]!.harsh).toBeGreaterThan(sums[0]!.harsh);
  });
});

describe('a jug to put right', () => {
  const none: JugGo = { base: 0, syrup: 0, lemon: 0, water: 0 };
  const jug = (seed: number, level: CourseLevel, goes: readonly JugGo[] = []): JugCourse => ({ seed, level, goes });
  it('is off at first, and right after what the bench would have poured: with that no figure is further off than can be told', () => {
    fc.assert(
      fc.property(seeds, levels, (seed, level) => {
        const before = jugResult(jug(seed, level));
        expect(before.ownLn).toBeGreaterThan(0.15);
        const after = jugResult(jug(seed, level, [before.best]));
        expect(after.ownLn).toBeCloseTo(before.bestLn, 2);
        expect(after.pouredMl).toBeCloseTo(before.bestMl, 6);
        expect(after.ownLn).toBeLessThan(before.ownLn + 1e-9);
      }),
      { numRuns: 30 },
    );
  });
  it('pours alike whether at once or in goes, and takes no more than there is room for', () => {
    const half: JugGo = { base: 40, syrup: 10, lemon: 5, water: 20 };
    const whole = Object.fromEntries(JUG_PARTS.map((p) => [p, 2 * half[p]])) as JugGo;
    const [once, twice] = [jugResult(jug(3, 3, [whole])), jugResult(jug(3, 3, [half, half]))];
    expect(once.ownLn).toBeCloseTo(twice.ownLn, 6);
    expect(jugCard(jug(3, 3, [half, half])).roomMl).toBe(350);
    expect(jugCard(jug(3, 3, [{ ...none, water: 900 }])).roomMl).toBe(0);
  });
  it('is told weaker after water and sweeter after syrup', () => {
    const words = (go: JugGo): { strength: number; sweet: number } =>
      Array.from({ length: 40 }, (_, seed) => saidOfJug(jug(seed, 3, [go]))).reduce<{
        strength: number;
        sweet: number;
      }>((s, w) => ({ strength: s.strength + w.strength, sweet: s.sweet + w.sweet }), { strength: 0, sweet: 0 });
    expect(words({ ...none, water: 400 }).strength).toBeLessThan(words(none).strength);
    expect(words({ ...none, syrup: 120 }).sweet).toBeGreaterThan(words(none).sweet);
  });
});

it('a level follows how far off a try was, and stays within its levels', () => {
  expect(levelAfter(2, 0.05)).toBe(3);
  expect(levelAfter(2, 0.2)).toBe(2);
  expect(levelAfter(2, 0.6)).toBe(1);
  expect(levelAfter(4, 0)).toBe(4);
  expect(levelAfter(1, 2)).toBe(1);
});
