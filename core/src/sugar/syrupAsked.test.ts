import fc from 'fast-check';
import { keepingWindow } from '../keeping/keepingWindow';
import { POURS, syrupAsked, type PoursLike } from './syrupAsked';
import { thickness } from './syrup';
import { sucroseSolubility, sucroseViscosity } from './sucroseSolution';

const brixOf = (wish: Parameters<typeof syrupAsked>[0]): number => {
  const found = syrupAsked(wish);
  if (found.kind !== 'syrup') throw new Error(found.wishes.join());
  return found.brix;
};

describe('a syrup by what it should be', () => {
  it('is all that was asked for, wherever it can be had', () => {
    const wish = fc.record({
      pours: fc.constantFrom<PoursLike | undefined>(undefined, ...(Object.keys(POURS) as PoursLike[])),
      staysClear: fc.boolean(),
      keepsDays: fc.constantFrom(undefined, 5, 14, 60),
      keptC: fc.double({ min: 2, max: 25, noNaN: true }),
    });
    fc.assert(
      fc.property(wish, ({ pours, staysClear, keepsDays, keptC }) => {
        const found = syrupAsked({
          ...(pours ? { pours } : {}),
          staysClear,
          ...(keepsDays ? { keepsDays } : {}),
          keptC,
        });
        if (found.kind === 'not-both') {
          expect(found.wishes[0]).not.toBe(found.wishes[1]);
          for (const wish of found.wishes) expect(wish.length).toBeGreaterThan(5);
          return;
        }
        const thick = sucroseViscosity(found.brix, keptC);
        if (pours) expect(thick >= POURS[pours].from * 0.99 && thick <= POURS[pours].to * 1.01).toBe(true);
        if (staysClear) expect(found.brix).toBeLessThan(sucroseSolubility(keptC));
        if (keepsDays)
          expect(
            keepingWindow({ hotBrewed: true, onlyTea: false, brix: found.brix, freshFruit: false }).targetDays,
          ).toBeGreaterThanOrEqual(keepsDays);
      }),
    );
  });
  it('pours like maple syrup and stays clear in the fridge at about 60 °Bx', () => {
    const brix = brixOf({ pours: 'maple', staysClear: true, keptC: 5 });
    expect(brix).toBeGreaterThan(57);
    expect(brix).toBeLessThan(63);
  });
  it('is called by the word it was asked for', () => {
    for (const [pours, { from, to, words }] of Object.entries(POURS)) {
      const brix = brixOf({ pours: pours as PoursLike, staysClear: false, keptC: 5 });
      expect(thickness(brix, 5).words).toBe(words);
      expect(from).toBeLessThan(to);
    }
  });
  it('is the thinner, the thinner it should pour', () => {
    const brix = (['cream', 'oil', 'maple'] as const).map((pours) => brixOf({ pours, staysClear: true, keptC: 5 }));
    expect([...brix].sort((a, b) => a - b)).toEqual(brix);
  });
  it('says which two wishes cannot both be had: two months, and clear in the cold', () => {
    const found = syrupAsked({ staysClear: true, keepsDays: 60, keptC: 3 });
    expect(found).toEqual({
      kind: 'not-both',
      wishes: ['keeping 60 days', 'staying clear'],
      helps: expect.stringContaining('honey') as string,
    });
  });
  it('that pours like honey in a hot room is more than sugar and water', () =>
    expect(syrupAsked({ pours: 'honey', staysClear: false, keptC: 38 })).toEqual({
      kind: 'not-both',
      wishes: ['pouring like honey', 'being of sugar and water alone'],
      helps: undefined,
    }));
  it('has no answer for half a year', () =>
    expect(() => syrupAsked({ staysClear: false, keepsDays: 180, keptC: 5 })).toThrow(/keepsDays/));
});
