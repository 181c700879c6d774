import * as fc from 'fast-check';
import { waterBoilingPoint } from '../physics/water';
import { openCooling } from './heating';
import { openSteamKgPerM2H, steamGPerMin, type Steaming } from './steam';

const WIDE_20CM = Math.PI * 0.01;
const onRing = (watts = 1800 * 0.7): Steaming['heated'] => ({ intoPotW: watts, lossWPerK: 1.5, boil: 'simmer' });
const pot = (change: Partial<Steaming>): Steaming => ({
  tempC: 100,
  boilsAtC: 100,
  roomC: 21,
  surfaceM2: WIDE_20CM,
  lid: 'open',
  ...change,
});
const kgPerH = (s: Steaming): number => (steamGPerMin(s) * 60) / 1000;

describe('steam', () => {
  it('leaves a gentle simmer of 20 cm at 0.63 kg an hour, a rolling boil at 1.41', () => {
    expect(kgPerH(pot({ heated: onRing()! }))).toBeCloseTo(0.63, 2);
    expect(kgPerH(pot({ heated: { ...onRing()!, boil: 'rolling' } }))).toBeCloseTo(1.41, 2);
  });
  it('is never more than the ring gives: 1.8 kg an hour of 1,800 W, and nothing of a ring too weak to boil', () => {
    const wide = pot({ surfaceM2: 0.2, heated: { ...onRing()!, boil: 'rolling' } });
    expect(kgPerH(wide)).toBeCloseTo(1.82, 1);
    expect(kgPerH({ ...wide, heated: { ...onRing(100)!, boil: 'rolling' } })).toBe(0);
  });
  it.each([
    [85, 11],
    [80, 8.7],
    [75, 6.8],
    [70, 5.3],
    [60, 3.3],
  ])('kept hot at %s °C, open, is %s kg/(h m²)', (tempC, kg) =>
    expect(Math.abs(openSteamKgPerM2H(tempC, 100, 21) / kg - 1)).toBeLessThan(0.05),
  );
  it('off the heat nothing boils, however hot it is poured', () =>
    expect(kgPerH(pot({}))).toBeLessThanOrEqual(kgPerH(pot({ heated: onRing()! })) + 1e-9));
  it('is kept in by a lid, and less by a loose one', () => {
    const by = (lid: Steaming['lid'], heated: boolean): number =>
      kgPerH(pot({ lid, ...(heated ? { heated: onRing()! } : { tempC: 80 }) }));
    for (const heated of [true, false]) {
      expect(by('closed', heated)).toBeLessThan(0.2 * by('open', heated));
      expect(by('loose', heated)).toBeGreaterThan(2 * by('closed', heated));
      expect(by('loose', heated)).toBeLessThan(0.5 * by('open', heated));
    }
  });
  it('does not stop at altitude: at 3,000 m a pot simmers as fast where its water boils', () => {
    const boilsAtC = waterBoilingPoint(3000);
    expect(boilsAtC).toBeLessThan(91);
    const high = kgPerH(pot({ tempC: boilsAtC, boilsAtC, heated: onRing()! }));
    expect(high).toBeCloseTo(kgPerH(pot({ heated: onRing()! })), 3);
  });
  it('grows with warmth, and never falls below zero', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 5, max: 38, noNaN: true }),
        (a, b, roomC) => {
          const at = (t: number): number => openSteamKgPerM2H(t, 100, roomC);
          expect(at(Math.max(a, b))).toBeGreaterThanOrEqual(at(Math.min(a, b)));
          expect(at(a)).toBeGreaterThanOrEqual(0);
        },
      ),
      { seed: 4 },
    );
  });
  it.each([
    [1, 0.0232, [80, 60, 30], [28, 49, 74]],
    [2, WIDE_20CM, [80, 60, 30], [57, 102, 155]],
  ] as const)('%s kg cooling open from the boil has lost what a scale says', (kg, surfaceM2, temps, grams) => {
    const load = { massKg: kg, cpKJPerKgK: 4.186, vesselJPerK: 500, lossWPerK: 1.2 * kg ** 0.6, ambientC: 21 };
    temps.forEach((toC, i) => {
      const { segments } = openCooling({ load, surfaceM2, fromC: 100, minutes: 600, boilsAtC: 100 });
      const minutes = segments.findIndex((s) => s.kind === 'ramp' && s.toC <= toC) / 2;
      const { steamKg } = openCooling({ load, surfaceM2, fromC: 100, minutes, boilsAtC: 100 });
      expect(Math.abs((steamKg * 1000) / grams[i]! - 1)).toBeLessThan(0.25);
    });
  });
});
