import * as fc from 'fast-check';
import { CUT_EFFECT, type Cut } from '../drink/cut';
import { clocksOf, extentsAt, ALL_OUT } from '../extraction/extract';
import { AGITATION } from '../extraction/extractionClass';
import { temperatureHistory } from '../heat/temperatureHistory';
import { botanicalBySlug } from '../reference/botanicals';
import {
  harshIndex,
  harshLoad,
  harshness,
  harshShares,
  harshTangent,
  loadOfIndex,
  withOilsThatDissolve,
} from './harshness';
import { HARSHNESS_CASES } from './harshnessCases';
import { addSweetener, portionOf, pourTogether, waterOf, type Liquid } from './liquid';
import { givenBy, smells, stews } from './stirredIn';

const MOVED: Record<string, number> = { steep: 1, simmer: 1, boil: AGITATION.boiling, fridge: 0.6, jar: 0.6 };

/** A litre as drunk of so many grams of a plant, held at a temperature for some minutes. */
function drawn(slug: string, grams: number, method: string, tempC: number, minutes: number, cut?: Cut): Liquid {
  const b = botanicalBySlug(slug);
  const { rate, harsh } = cut ? CUT_EFFECT[cut] : { rate: 1, harsh: 1 };
  const out =
    b.extractionClass === 'stirred_in' || MOVED[method] === undefined
      ? ALL_OUT
      : extentsAt(
          clocksOf(temperatureHistory([{ kind: 'hold', minutes, tempC }])),
          {
            extractionClass: b.extractionClass,
            entersMin: 0,
            rateScale: MOVED[method]! * rate,
            noOil: !smells(b),
            noCooking: !stews(b),
          },
          minutes,
        );
  const spent = (share: number): number => grams * share * harsh;
  const given = givenBy(b, {
    body: 0,
    tongue: spent(out.tongue),
    oil: spent(out.oil),
    cooked: grams * out.cooked,
  });
  return { ...given, acidG: 0, sugarG: {} };
}

/** A litre with all of it, as sweet and as sour as said. */
const litre = (parts: readonly Liquid[], sugar: number, acid: number, tempC = 20): Liquid => {
  const sweet = addSweetener({ ...pourTogether(waterOf(1000), ...parts), acidG: acid }, sugar, 'white_sugar');
  const settled = withOilsThatDissolve(sweet, tempC);
  // As drunk: exactly a litre, whatever room the sugar takes.
  return { ...settled, waterG: settled.waterG - 0.62 * (sugar + acid) };
};

function ofCase(line: string): { index: number; from: number; to: number } {
  const [plants, doses, how, tempC, minutes, sugar, acid, from, to] = line.split(' ').map((cell) => cell.split('+'));
  const number = (cell: readonly string[] | undefined, i = 0): number => Number(cell![i] ?? cell![0]);
  const parts = plants!.map((p, i) => {
    const [slug, cut] = p.split('/') as [string, Cut | undefined];
    return drawn(slug, number(doses, i), how![i] ?? how![0]!, number(tempC, i), number(minutes, i), cut);
  });
  const hottest = Math.max(...tempC!.map(Number));
  return {
    index: harshness(litre(parts, number(sugar), number(acid), hottest)),
    from: number(from),
    to: number(to),
  };
}

describe('harshness, as a tongue says it', () => {
  it.each(HARSHNESS_CASES.map((line) => [line]))('%s', (line) => {
    const { index, from, to } = ofCase(line);
    expect(index).toBeGreaterThanOrEqual(from - 0.03);
    expect(index).toBeLessThanOrEqual(to + 0.03);
  });

  const black = (grams: number): Liquid => drawn('black_tea_leaf', grams, 'stir', 90, 1);
  it('is 1 where half of a plant’s drinkers complain, and each plant by its own limit', () => {
    for (const [slug, limit] of [
      ['black_tea_leaf', 5.3],
      ['green_tea_leaf', 4.4],
      ['lavender_dried', 2.2],
      ['ginger_fresh', 65],
    ] as const)
      expect(harshness(litre([drawn(slug, limit, 'stir', 90, 1)], 0, 0))).toBeCloseTo(1, 2);
  });
  it('is softened by sugar, and sharpened a little by acid', () => {
    const tea = black(5.3);
    expect(harshness(litre([tea], 100, 0))).toBeCloseTo(0.66, 1);
    expect(harshness(litre([tea], 0, 5))).toBeCloseTo(1.04, 1);
  });
  it('of two plants is more than of each and less than of both', () => {
    const roselle: Liquid = {
      ...drawn('roselle_dried_whole', 13.5, 'stir', 90, 1),
      cookedG: { roselle_dried_whole: 3.645 },
    };
    const both = litre([black(5.3), roselle], 0, 0);
    expect(harshness(both)).toBeCloseTo(1.18, 1);
    const [a, b] = [litre([black(5.3)], 0, 0), litre([roselle], 0, 0)].map((l) => harshLoad(l));
    expect(harshLoad(both)).toBeGreaterThan(Math.max(a!, b!));
    expect(harshLoad(both)).toBeLessThan(a! + b!);
  });
  it('flattens: ten limits are called three, and nothing is called more than four or less than none', () => {
    expect(harshIndex(10)).toBeCloseTo(3.08, 2);
    expect(harshIndex(0)).toBe(0);
    expect(harshIndex(1e9)).toBeLessThanOrEqual(4);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 100, noNaN: true }), (u) => {
        expect(loadOfIndex(harshIndex(u))).toBeCloseTo(u, 6);
      }),
      { seed: 3 },
    );
  });
  it('takes up no more resin than water does: a month of juniper is no poison', () => {
    const jar = (days: number): number =>
      harshness(litre([drawn('juniper_berry', 60, 'jar', 20, days * 1440, 'whole')], 0, 0, 20));
    expect(jar(30)).toBeLessThan(0.9);
    expect(jar(30)).toBeGreaterThanOrEqual(jar(10));
  });

  const anyLiquid = fc
    .record({
      black: fc.double({ min: 0, max: 12, noNaN: true }),
      mint: fc.double({ min: 0, max: 80, noNaN: true }),
      clove: fc.double({ min: 0, max: 3, noNaN: true }),
      sugar: fc.double({ min: 0, max: 150, noNaN: true }),
      acid: fc.double({ min: 0, max: 8, noNaN: true }),
    })
    .map((x) =>
      litre(
        [black(x.black), drawn('mint_fresh', x.mint, 'steep', 95, 60), drawn('clove_whole', x.clove, 'stir', 90, 1)],
        x.sugar,
        x.acid,
      ),
    );
  it('grows with every gram, falls when it is let down, and is never below zero', () => {
    fc.assert(
      fc.property(anyLiquid, fc.double({ min: 0.1, max: 4, noNaN: true }), (l, more) => {
        expect(harshness(l)).toBeGreaterThanOrEqual(0);
        expect(harshness({ ...l, harshG: pourTogether(l, black(more)).harshG })).toBeGreaterThan(harshness(l));
        const bare = { ...l, sugarG: {}, acidG: 0 };
        expect(harshness(pourTogether(bare, waterOf(200)))).toBeLessThanOrEqual(harshness(bare));
      }),
      { seed: 8 },
    );
  });
  it('is shared out among its plants, and its tangent is itself here and never above the truth in a mix', () => {
    fc.assert(
      fc.property(anyLiquid, anyLiquid, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
        const shares = Object.values(harshShares(a));
        if (harshLoad(a) > 0) expect(shares.reduce((s, x) => s + x, 0)).toBeCloseTo(1, 6);
        expect(harshTangent(a)(a)).toBeCloseTo(harshLoad(a), 9);
        // With no softener to move, a mix is at least what the tangent says.
        const [x, y] = [a, b].map((l) => ({ ...l, sugarG: {}, acidG: 0 })) as [Liquid, Liquid];
        const mix = pourTogether(portionOf(x, 1 - share), portionOf(y, share));
        if (Object.keys(x.harshG).length > 0 && harshLoad(x) > 0)
          expect(harshTangent(x)(mix)).toBeLessThanOrEqual(harshLoad(mix) * 1.02 + 1e-9);
      }),
      { seed: 9 },
    );
  });
});
