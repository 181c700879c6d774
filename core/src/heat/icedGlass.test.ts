import fc from 'fast-check';
import { CUBE_ML, cubesOfDrink, portionCubes, pourToBeRight, sipsOver, type IcedGlass } from './icedGlass';

const glass: IcedGlass = { pouredMl: 250, pouredC: 4, iceG: 110, iceC: -18, roomC: 22, glassG: 260 };

describe('a glass over ice', () => {
  it('gets thinner from the first sip to the last, and never thinner than all of its ice makes it', () => {
    const sips = sipsOver(glass, 1, [0, 5, 15, 30, 120, 600]);
    for (let i = 1; i < sips.length; i++) expect(sips[i]!.x).toBeLessThanOrEqual(sips[i - 1]!.x);
    expect(sips.at(-1)!.x).toBeCloseTo(250 / 360, 6);
    expect(sips[0]!.x).toBeLessThan(1);
  });
  it('poured as strong as it says, it is right at its minute', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        (at, want) => {
          const x = pourToBeRight(glass, want, at);
          expect(sipsOver(glass, x, [at])[0]!.x).toBeCloseTo(want, 9);
          expect(x).toBeGreaterThanOrEqual(want);
        },
      ),
      { seed: 4 },
    );
  });
  it('tells the first sip exactly, and the later the less surely', () => {
    const [first, soon, late] = sipsOver(glass, 1, [0, 5, 20]);
    expect(first!.high - first!.low).toBeCloseTo(0, 9);
    for (const s of [soon!, late!]) {
      expect(s.low).toBeLessThan(s.x);
      expect(s.high).toBeGreaterThan(s.x);
    }
    expect(late!.high - late!.low).toBeGreaterThan(soon!.high - soon!.low);
  });
  it('with cubes of the drink itself the last sip is as the first', () => {
    const { x, cubes, ml } = cubesOfDrink(glass, 1.1);
    const sips = sipsOver({ ...glass, iceX: x }, 1.1, [0, 20, 90]);
    for (const s of sips) expect(s.x).toBeCloseTo(1.1, 9);
    expect(ml).toBe(cubes * 27);
    expect(cubes).toBe(4);
  });
  it('a warm pour melts more at once, none melts without ice', () => {
    const [cold, warm] = [4, 30].map((pouredC) => sipsOver({ ...glass, pouredC }, 1, [0])[0]!.meltedG);
    expect(warm).toBeGreaterThan(cold! + 10);
    expect(sipsOver({ ...glass, iceG: 0 }, 1, [30])[0]).toMatchObject({ x: 1, meltedG: 0 });
  });
  it('refuses what cannot be, by its name', () => {
    expect(() => sipsOver({ ...glass, pouredMl: 0 }, 1, [0])).toThrow('pouredMl');
    expect(() => sipsOver(glass, 0, [0])).toThrow('x');
    expect(() => sipsOver(glass, 1, [-1])).toThrow('minutes');
    expect(() => pourToBeRight({ ...glass, iceX: 50 }, 1, 30)).toThrow('ice that is weaker');
  });
});

describe('concentrate in cubes', () => {
  it('comes to the wanted strength as far as whole cubes go', () => {
    for (const concentrateX of [2.5, 4, 6])
      for (const glassMl of [150, 200, 300]) {
        const { cubes, waterMl, x } = portionCubes({ concentrateX, glassMl, wantedX: 1 });
        expect(Number.isInteger(cubes)).toBe(true);
        expect(cubes * CUBE_ML + waterMl).toBeLessThanOrEqual(glassMl + 1e-9);
        expect(x).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(x).toBeLessThan(1.45);
      }
  });
  it('never fills a glass with cubes alone beyond its brim', () => {
    const { cubes, waterMl } = portionCubes({ concentrateX: 1.2, glassMl: 100, wantedX: 1 });
    expect(cubes * CUBE_ML).toBeLessThanOrEqual(100);
    expect(waterMl).toBeGreaterThan(0);
  });
  it('refuses what is no concentrate', () =>
    expect(() => portionCubes({ concentrateX: 1, glassMl: 200, wantedX: 1 })).toThrow(/concentrateX.*above ×1/));
});

describe('ice in a jug', () => {
  it('melts faster where more heat comes in', () => {
    const jug = { pouredMl: 1500, pouredC: 4, iceG: 500, iceC: -18, roomC: 22, glassG: 900 };
    const [glass, tall] = [undefined, 1].map(
      (lossWPerK) => sipsOver({ ...jug, ...(lossWPerK === undefined ? {} : { lossWPerK }) }, 1, [60])[0]!,
    );
    expect(tall!.meltedG).toBeGreaterThan(glass!.meltedG);
    expect(tall!.x).toBeLessThan(glass!.x);
  });
});
