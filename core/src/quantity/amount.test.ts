import fc from 'fast-check';
import { botanicalBySlug } from '../reference/botanicals';
import { gramsOf, mlOf, printAmount, printVolume, readAmount, type Amount } from './amount';
import { leftAtShareMl, liquidToLineMl } from './level';
import { UNITS } from './units';

const read = (text: string): Amount => {
  const result = readAmount(text);
  if (result.kind === 'unread') throw new Error(result.message);
  return result.amount;
};

describe('reading an amount', () => {
  it.each([
    ['1 1/2 cups', 1.5, 'cup', false],
    ['1½ cups', 1.5, 'cup', false],
    ['½ tsp', 0.5, 'tsp', false],
    ['350 ml', 350, 'ml', false],
    ['350ml', 350, 'ml', false],
    ['0,5 l', 0.5, 'L', false],
    ['3-4 cloves', 3.5, 'clove', true],
    ['3 to 4 sticks', 3.5, 'stick', true],
    ['a heaped tbsp', 1.6, 'tbsp', true],
    ['two level teaspoons', 2, 'tsp', false],
    ['just under a pint', 0.94, 'pint', true],
    ['half an imperial pint', 0.5, 'imperial pint', false],
    ['half a lemon', 0.5, 'piece', true],
    ['about 2 lbs', 2, 'lb', true],
    ['a handful of mint', 1, 'handful', true],
    ['a few sprigs', 3, 'sprig', true],
    ['two and a half quarts', 2.5, 'quart', false],
    ['2 family-size bags', 2, 'family-size bag', false],
    ['4 fl oz', 4, 'fl oz', false],
    ['4 oz', 4, 'oz', false],
    ['1 inch of ginger', 1, 'inch', false],
    ['a pinch', 1, 'pinch', true],
    ['3 lemons', 3, 'piece', true],
  ] as const)('%s is %d %s', (text, count, unit, unsure) => {
    const amount = read(text);
    expect(amount.count).toBeCloseTo(count, 6);
    expect(amount.unit.name).toBe(unit);
    expect(amount.unsure).toBe(unsure);
  });

  it('keeps what it is of', () => expect(read('2 cups of dried calyx').of).toBe('dried calyx'));
  it('keeps both ends of a range, and is less sure of it', () => {
    expect(read('3-4 cloves')).toMatchObject({ low: 3, high: 4 });
    expect(read('3-4 cloves').sigmaLn).toBeGreaterThan(read('3 cloves').sigmaLn);
  });
  it.each(['', 'lots', 'cups', '0 ml', '-3 ml', '4-3 cloves', '1/0 cup'])(
    'does not read %j, and says what it accepts',
    (text) => {
      expect(readAmount(text)).toMatchObject({
        kind: 'unread',
        message: expect.stringMatching(/^Accepted is /) as string,
      });
    },
  );
  it('never fails on any text, and never gives what is no number', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[0-9 ,./-]{0,8}[a-z ]{0,12}$/)), (text) => {
        const result = readAmount(text);
        if (result.kind === 'amount')
          expect(Number.isFinite(result.amount.count) && result.amount.count > 0).toBe(true);
      }),
      { seed: 51, numRuns: 500 },
    );
  });
});

describe('writing an amount', () => {
  it('comes back the same when it is read, for every unit', () => {
    for (const unit of UNITS) {
      for (const count of [0.5, 1, 2.5, 3, 12]) {
        const again = read(printAmount({ count, unit }));
        expect([again.unit.name, again.count]).toEqual([unit.name, count]);
      }
    }
  });
  it.each([
    [355, 'metric', '355 ml'],
    [1420, 'metric', '1.42 L'],
    [355, 'us', '1 1/2 cups'],
    [946, 'us', '1 quart'],
    [7.4, 'us', '1 1/2 tsp'],
    [568, 'imperial', '1 imperial pint'],
    [57, 'imperial', '2 imperial fl oz'],
  ] as const)('%d ml in %s measures is %s', (ml, system, text) => expect(printVolume(ml, system)).toBe(text));
  it('stays within half a step of what was meant', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 4000, noNaN: true }),
        fc.constantFrom('metric', 'us', 'imperial' as const),
        (ml, system) => {
          expect(Math.abs(Math.log(mlOf(read(printVolume(ml, system as 'us'))) / ml))).toBeLessThan(0.3);
        },
      ),
      { seed: 52 },
    );
  });
});

describe('grams of a plant', () => {
  const [calyx, bag, nutmeg] = [
    botanicalBySlug('roselle_dried_whole'),
    botanicalBySlug('black_tea_bag'),
    botanicalBySlug('nutmeg_ground'),
  ];
  it('come from its own cup, spoon and piece', () => {
    expect(gramsOf(read('1 1/2 cups'), calyx)).toBeCloseTo(57);
    expect(gramsOf(read('2 tbsp'), calyx)).toBeCloseTo(4.76);
    expect(gramsOf(read('10 calyces'), calyx)).toBeCloseTo(6);
    expect(gramsOf(read('3 bags'), bag)).toBeCloseTo(6.6);
    expect(gramsOf(read('4 oz'), nutmeg)).toBeCloseTo(113.4, 1);
  });
  it('are refused where the plant has no such measure', () => {
    expect(() => gramsOf(read('1 cup'), bag)).toThrow('gramsOf: amount must be an amount by weight, got "1 cup"');
    expect(() => mlOf(read('3 cloves'))).toThrow('mlOf: unit must be a volume, got "clove"');
  });
});

describe('amounts by a level', () => {
  it('to a line with solids in it is the line less the solids', () =>
    expect(liquidToLineMl({ lineMl: 2000, solidsG: 400 })).toBe(1600));
  it('half left with the fruit still in is less than half the liquid', () =>
    expect(leftAtShareMl({ liquidMl: 1000, solidsG: 400, share: 0.5 })).toBe(300));
  it('refuse a line below the solids', () =>
    expect(() => liquidToLineMl({ lineMl: 300, solidsG: 400 })).toThrow('lineMl must be a number, 400 to'));
});
