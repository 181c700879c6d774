import fc from 'fast-check';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { sugarGPerL } from '../sugar/sucroseSolution';
import { strengthAsMade, stretch, syrupFor } from './stretch';

const wish = { concentrateMl: 500, concentrateX: 3, wantedX: 1, wantedSugarGPerL: 0, syrupBrix: 50 };

describe('stretching a concentrate without a recipe', () => {
  it('three times too strong is one part to two of water', () =>
    expect(stretch(wish)).toMatchObject({
      kind: 'stretched',
      totalMl: 1500,
      waterMl: 1000,
      parts: { water: 2, syrup: 0 },
    }));
  it('says when its own sugar is more than is wanted, and where it would be right', () => {
    const sweet = { ...wish, concentrateSugarGPerL: 200, wantedSugarGPerL: 40 };
    const s = stretch(sweet);
    if (s.kind !== 'stretched') throw new Error(s.message);
    expect(s.sweetGPerL).toBeCloseTo(200 / 3, 1);
    const right = stretch({ ...sweet, wantedX: s.rightAtX! });
    expect(right).toMatchObject({ kind: 'stretched' });
    if (right.kind === 'stretched') expect(right.sweetGPerL).toBeCloseTo(40, 0);
    expect('rightAtX' in stretch({ ...wish, wantedSugarGPerL: 40 })).toBe(false);
  });
  it('keeps extract and sugar, whatever it is asked', () => {
    const n = (min: number, max: number) => fc.double({ min, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          concentrateMl: n(50, 5000),
          concentrateX: n(1, 6),
          wantedX: n(0.3, 1),
          wantedSugarGPerL: n(0, 120),
          syrupBrix: n(40, 70),
          thinning: n(1, 1.4),
          concentrateSugarGPerL: n(0, 60),
        }),
        (asked) => {
          const { concentrateMl: ml, concentrateX: x, wantedX: want, thinning: ice } = asked;
          const { wantedSugarGPerL: sugar, syrupBrix: brix, concentrateSugarGPerL: own } = asked;
          const s = stretch(asked);
          if (s.kind === 'no-stretch') {
            expect(s.nearestX).toBeLessThanOrEqual(want + 0.01);
            return;
          }
          expect(s.waterMl).toBeGreaterThanOrEqual(0);
          expect(ml + s.waterMl + s.syrupMl).toBeCloseTo(s.totalMl, 3);
          expect((ml * x) / s.totalMl / ice).toBeCloseTo(want, 6);
          const glassSugar = (ml * own + s.syrupMl * sugarGPerL(brix)) / s.totalMl / ice;
          expect(glassSugar).toBeGreaterThanOrEqual(sugar - 1e-6);
          if (s.syrupMl > 0) expect(glassSugar).toBeCloseTo(sugar, 4);
        },
      ),
      { seed: 11 },
    );
  });
  it('says what binds, and the strength at which it just goes', () => {
    const weak = stretch({ ...wish, concentrateX: 0.8 });
    expect(weak).toMatchObject({ kind: 'no-stretch', binds: 'strength', nearestX: 0.8 });
    const sweet = stretch({ ...wish, concentrateX: 1.05, wantedSugarGPerL: 90 });
    if (sweet.kind !== 'no-stretch') throw new Error('it went');
    expect(sweet.binds).toBe('sugar');
    expect(stretch({ ...wish, concentrateX: 1.05, wantedSugarGPerL: 90, wantedX: sweet.nearestX }).kind).toBe(
      'stretched',
    );
    expect(stretch({ ...wish, wantedSugarGPerL: 300, syrupBrix: 20 })).toMatchObject({ binds: 'sugar', nearestX: 0 });
  });
  it('makes it stronger for the ice', () => {
    const iced = stretch({ ...wish, thinning: 1.25 });
    expect(iced).toMatchObject({ totalMl: 1200, waterMl: 700 });
  });
  it.each([
    [{ concentrateMl: 0 }, 'concentrateMl'],
    [{ concentrateX: -1 }, 'concentrateX'],
    [{ wantedX: NaN }, 'wantedX'],
    [{ syrupBrix: 100 }, 'syrupBrix'],
    [{ wantedSugarGPerL: 900 }, 'wantedSugarGPerL'],
  ])('refuses %j by its name', (change, field) => expect(() => stretch({ ...wish, ...change })).toThrow(field));
  it('weighs out the syrup it takes', () => {
    const s = stretch({ ...wish, wantedSugarGPerL: 60 });
    if (s.kind !== 'stretched') throw new Error(s.message);
    expect(syrupFor(s, 50).sugarG).toBeCloseTo(90, 0);
    expect(syrupFor({ ...s, syrupMl: 0 }, 50)).toEqual({ sugarG: 0, waterG: 0 });
  });
});

describe('how strong it was made', () => {
  const made = { plant: 'rooibos_cut', grams: 24, waterMl: 1000, minutes: 10, place: 'off-heat' } as const;
  it('the usual dose for the usual time is about one, three times the dose about three', () => {
    const usual = strengthAsMade(
      { plant: 'black_tea_leaf', grams: 8, waterMl: 1000, minutes: 4.5, place: 'off-heat' },
      DEFAULT_KITCHEN,
    );
    expect(usual).toBeCloseTo(1, 1);
    const three =
      strengthAsMade({ ...made, grams: 36 }, DEFAULT_KITCHEN) / strengthAsMade({ ...made, grams: 12 }, DEFAULT_KITCHEN);
    expect(three).toBeGreaterThan(2.7);
    expect(three).toBeLessThan(3.4);
  });
  it('longer is stronger, and amounts that cannot be are refused', () => {
    expect(strengthAsMade({ ...made, minutes: 20 }, DEFAULT_KITCHEN)).toBeGreaterThan(
      strengthAsMade(made, DEFAULT_KITCHEN),
    );
    expect(() => strengthAsMade({ ...made, grams: 0 }, DEFAULT_KITCHEN)).toThrow('grams');
    expect(() => strengthAsMade({ ...made, grams: 900, waterMl: 300 }, DEFAULT_KITCHEN)).toThrow('waterMl');
    expect(() => strengthAsMade({ ...made, plant: 'x' }, DEFAULT_KITCHEN)).toThrow('plant');
  });
});
