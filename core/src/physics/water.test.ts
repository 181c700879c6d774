import fc from 'fast-check';
import { withWarnings } from '../quantity/errors';
import {
  airPressure,
  latentHeat,
  saturationTemperature,
  toCelsius,
  toFahrenheit,
  vapourPressure,
  waterBoilingPoint,
  waterDensity,
  waterViscosity,
} from './water';

describe('water (published tables)', () => {
  it.each([
    [10, 999.7],
    [20, 998.204],
    [60, 983.2],
    [100, 958.36],
  ])('at %d °C weighs %d kg/m3', (tempC, expected) => {
    expect(Math.abs(waterDensity(tempC) - expected)).toBeLessThan(0.03);
  });

  it.each([
    [25, 3169.8],
    [60, 19946],
    [100, 101418],
  ])('at %d °C has a vapour pressure of %d Pa', (tempC, expected) => {
    expect(Math.abs(vapourPressure(tempC) / expected - 1)).toBeLessThan(0.003);
  });

  it('meets the verification values of the steam formulation', () => {
    expect(vapourPressure(300 - 273.15)).toBeCloseTo(3536.58941, 3);
    expect(saturationTemperature(0.1e6) + 273.15).toBeCloseTo(372.755919, 4);
  });

  it.each([
    [0, 99.974],
    [1500, 94.98],
    [3000, 89.97],
  ])('boils at %d m at %d °C', (altitudeM, expected) => {
    expect(Math.abs(waterBoilingPoint(altitudeM) - expected)).toBeLessThan(0.1);
  });

  it('takes 2257 kJ/kg to boil away at 100 °C', () => expect(Math.abs(latentHeat(100) - 2256.5)).toBeLessThan(1));
  it('is 1.0016 mPa s thick at 20 °C', () => expect(waterViscosity(20)).toBeCloseTo(1.0016, 4));

  it('gives back the temperature from its vapour pressure', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 149, noNaN: true }), (t) =>
        expect(saturationTemperature(vapourPressure(t))).toBeCloseTo(t, 5),
      ),
      { seed: 11 },
    );
  });

  it('converts Fahrenheit both ways', () => {
    expect(toFahrenheit(100)).toBe(212);
    expect(toCelsius(41)).toBeCloseTo(5);
  });
});

describe('water outside its stated range', () => {
  it('answers at the nearest temperature with a warning that names the field', () => {
    const { value, warnings } = withWarnings((warn) => waterDensity(130, warn));
    expect(value).toBe(waterDensity(110));
    expect(warnings).toEqual([
      expect.objectContaining({ code: 'out-of-range', field: 'tempC', given: 130, used: 110 }),
    ]);
  });

  it('refuses when nobody listens to warnings', () => {
    expect(() => waterDensity(130)).toThrow('waterDensity: tempC must be a number, 0 to 110 °C, got 130');
  });

  it('refuses what is no number, whoever listens', () => {
    expect(() => withWarnings((warn) => airPressure(NaN, warn))).toThrow('airPressure: altitudeM');
  });
});
