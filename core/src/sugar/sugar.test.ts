import fc from 'fast-check';
import { airPressure } from '../physics/water';
import { withWarnings } from '../quantity/errors';
import {
  boilingPointElevation,
  brixFromSpecificGravity,
  brixFromSugarGPerL,
  freezingPoint,
  specificGravity,
  sucroseDensity,
  sucroseSolubility,
  sucroseSpecificHeat,
  sucroseViscosity,
  sugarGPerL,
  syrupBoilingPoint,
  waterActivity,
} from './sucroseSolution';
import {
  crystalRisk,
  evaporatedToBrix,
  massesForSyrup,
  reduceToVolume,
  syrupFromCups,
  syrupFromMasses,
  thickness,
} from './syrup';

const within = (value: number, expected: number, tolerance: number): void =>
  expect(Math.abs(value - expected)).toBeLessThanOrEqual(tolerance);

describe('sugar solutions (published tables)', () => {
  it.each([
    [10, 1038.11],
    [40, 1176.5],
    [60, 1286.6],
  ])('%d °Bx weighs %d kg/m3 at 20 °C', (brix, kg) => within(sucroseDensity(brix), kg, 0.5));
  it('40 °Bx weighs 1144 kg/m3 at 80 °C', () => within(sucroseDensity(40, 80), 1144, 1144 * 0.004));
  it.each([
    [12, 1.0483],
    [20, 1.0829],
  ])('%d °Bx shows a specific gravity of %d', (brix, sg) => within(specificGravity(brix), sg, 0.0006));
  it.each([
    [1.04, 9.99],
    [1.06, 14.74],
  ])('a specific gravity of %d is %d °Bx', (sg, brix) => within(brixFromSpecificGravity(sg), brix, 0.06));
  it.each([
    [10, 103.8],
    [60, 772],
  ])('%d °Bx holds %d g/L', (brix, g) => within(sugarGPerL(brix), g, g * 0.0015));
  it.each([
    [20, 66.7],
    [60, 74.2],
  ])('at %d °C %d %% stays dissolved', (t, pct) => within(sucroseSolubility(t), pct, 0.5));
  it.each([
    [40, 20, 6.16],
    [60, 20, 58.5],
    [60, 80, 5.4],
  ])('%d °Bx at %d °C is %d mPa s thick', (brix, t, eta) => within(sucroseViscosity(brix, t), eta, eta * 0.05));
  it.each([
    [60, 0.895],
    [66, 0.858],
  ])('%d °Bx has a water activity of %d', (brix, aw) => within(waterActivity(brix), aw, 0.012));
  it.each([
    [50, 1.9],
    [60, 3.1],
  ])('%d °Bx boils %d K above water', (brix, k) => within(boilingPointElevation(brix, airPressure(0)), k, 0.35));
  it('65 °Bx boils at 98.96 °C at 1500 m', () => within(syrupBoilingPoint(65, 1500), 98.96, 0.7));
  it('40 °Bx freezes at -4.35 °C', () => within(freezingPoint(40), -4.35, 0.25));
  it('60 °Bx takes 2.77 kJ/(kg K)', () => within(sucroseSpecificHeat(60, 20), 2.77, 2.77 * 0.03));
  it('plain water is as thick as water', () => within(sucroseViscosity(0, 20), 1.0016, 0.001));

  it('gives back the Brix from its density and from its sugar', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 79, noNaN: true }), (brix) => {
        within(brixFromSpecificGravity(specificGravity(brix)), brix, 1e-6);
        within(brixFromSugarGPerL(sugarGPerL(brix)), brix, 1e-6);
      }),
      { seed: 12 },
    );
  });

  it('answers 85 °Bx at 80 with a warning, and refuses 120 °Bx', () => {
    expect(withWarnings((warn) => waterActivity(85, warn)).warnings).toHaveLength(1);
    expect(() => withWarnings((warn) => waterActivity(120, warn))).toThrow(
      'brix must be a number, 0 to 100 °Bx, got 120',
    );
  });
});

describe('syrup', () => {
  it('a cup of sugar in a cup of water is 45.85 °Bx and 361 ml', () => {
    const syrup = syrupFromCups({ sugarCups: 1, sugarGPerCup: 200, waterCups: 1 });
    within(syrup.brix, 45.85, 0.2);
    within(syrup.volumeMl, 361, 361 * 0.005);
  });

  it('1.5 L of 40 °Bx boiled down to 1 L is 55.90 °Bx, and 0.502 kg leaves', () => {
    const reduced = reduceToVolume({ brix: 40, volumeMl: 1500, toVolumeMl: 1000 });
    within(reduced.brix, 55.9, 0.2);
    within(reduced.evaporatedG, 502, 5);
  });

  it('refuses to reduce to more than there is', () => {
    expect(() => reduceToVolume({ brix: 40, volumeMl: 500, toVolumeMl: 600 })).toThrow(
      'toVolumeMl must be above 0 and at most 500 ml, got 600',
    );
  });

  it('splits a volume into the masses that make it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.double({ min: 1, max: 75, noNaN: true }),
        (volumeMl, brix) => {
          const made = syrupFromMasses(massesForSyrup({ volumeMl, brix }));
          within(made.volumeMl, volumeMl, 1e-6 * volumeMl);
          within(made.brix, brix, 1e-6);
        },
      ),
      { seed: 13 },
    );
  });

  it('keeps its sugar through a reduction by mass', () =>
    expect(evaporatedToBrix({ mass: 1000, brix: 30, toBrix: 60 })).toBeCloseTo(500));

  it('2:1 by weight crystallises in the fridge, 1:1 stays clear', () => {
    expect(crystalRisk(66.7, 5).supersaturation).toBeCloseTo(1.08, 1);
    expect(crystalRisk(66.7, 5).words).toBe('likely once a crystal starts it');
    expect(crystalRisk(50, 5).words).toBe('stays clear');
  });

  it('is a hundred times thicker cold than at the boil', () => {
    expect(thickness(65, 5).words).toBe('like honey');
    expect(thickness(65, 105).words).toBe('watery');
  });
});
