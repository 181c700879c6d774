import fc from 'fast-check';
import { printVolume } from './printVolume';
import { readAmount } from './readAmount';
import { thingPoured } from './thing';

const WATER = thingPoured('water', 'Water');

describe('writing a volume', () => {
  it.each([
    [355, 'metric', '355 ml'],
    [1420, 'metric', '1.42 L'],
    [355, 'us', '1 1/2 cups'],
    [946, 'us', '1 quart'],
    [7.4, 'us', '1 1/2 tsp'],
    [568, 'imperial', '1 imperial pint'],
    [57, 'imperial', '2 imperial fl oz'],
  ] as const)('%d ml in %s measures is %s', (ml, system, text) => expect(printVolume(ml, system)).toBe(text));
  it('stays within half a step of what was meant, and is read again', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 4000, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const, 'imperial' as const),
        (ml, system) => {
          const house = system === 'metric' ? {} : { house: { pints: system } };
          const read = readAmount(printVolume(ml, system), WATER, house);
          expect(['sure', 'spread']).toContain(read.kind);
          expect(Math.abs(Math.log(read.typical! / ml))).toBeLessThan(0.3);
        },
      ),
      { seed: 52 },
    );
  });
});
