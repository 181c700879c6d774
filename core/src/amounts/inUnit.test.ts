import fc from 'fast-check';
import { FIELD_UNITS, readInUnit } from './inUnit';

describe('a field told in another measure', () => {
  it.each([
    ['2 tbsp', 'ml', 29.57],
    ['1/2 cup', 'ml', 118.3],
    ['8 fl oz', 'ml', 236.6],
    ['1 qt', 'L', 0.946],
    ['750 ml', 'L', 0.75],
    ['1,5 l', 'ml', 1500],
    ['8 oz', 'g', 226.8],
    ['1 1/2 lb', 'g', 680.4],
    ['0.5 kg', 'g', 500],
    ['200 F', '°C', 93.3],
    ['176 °F', '°C', 80],
    ['1 h 20 min', 'min', 80],
    ['2 days', 'h', 48],
    ['half an hour', 'min', 30],
  ] as const)('%s in %s', (text, unit, value) => {
    const read = readInUnit(text, unit)!;
    expect(Math.abs(read / value - 1)).toBeLessThan(0.003);
  });
  it.each([
    ['12', 'ml'],
    ['', 'g'],
    ['lots', 'ml'],
    ['two', 'L'],
    ['2 tbsp', 'g'],
    ['500 g', 'ml'],
    ['2 cups', '°C'],
    ['constructor', 'min'],
  ] as const)('“%s” is no measure for a field of %s', (text, unit) => expect(readInUnit(text, unit)).toBeUndefined());
  it('an imperial house has its own pints', () =>
    expect(readInUnit('1 pint', 'ml', { house: { pints: 'imperial' } })!).toBeCloseTo(568.26, 0));
  it('is a finite number or nothing, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), fc.constantFrom(...FIELD_UNITS), (text, unit) => {
        const read = readInUnit(text, unit);
        expect(read === undefined || Number.isFinite(read)).toBe(true);
      }),
      { seed: 7 },
    );
  });
});
