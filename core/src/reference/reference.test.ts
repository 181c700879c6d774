import { asFraction, inKitchenMeasure, roundGrams, roundTo } from '../quantity/kitchenMeasures';
import { colourDepthPerCm, colourOf } from '../liquid/colour';
import { pourTogether, volumeMl, waterOf } from '../liquid/liquid';
import { givenBy } from '../liquid/stirredIn';
import { keepingDaysAt, keepingWindow } from '../keeping/keepingWindow';
import { strengthWeightLPerG } from '../liquid/strength';
import { borneGPerL } from './bearing';
import { washRecoveredG } from '../brew/waterLedger';
import { normalCdf } from '../quantity/normal';
import { bisect } from '../quantity/solve';
import { botanicalBySlug, botanicals, netBodyMax } from './botanicals';
import { botanicalOf } from './ownPlants';
import { plantColour } from './plantColours';

describe('the botanicals', () => {
  it('are each there once, with its confidence, a dose and a colour', () => {
    expect(botanicals().length).toBeGreaterThan(170);
    expect(new Set(botanicals().map((b) => b.slug)).size).toBe(botanicals().length);
    for (const b of botanicals()) expect(['low', 'medium', 'high']).toContain(b.confidence);
  });
  it('know roselle: 38 g a cup, 18 g/L, 0.16 g/g of acid', () => {
    expect(botanicalBySlug('roselle_dried_whole')).toMatchObject({
      cupG: 38,
      dose: { typical: 18 },
      citricEq: 0.16,
      extractionClass: 'calyx_petal',
    });
    expect(netBodyMax(botanicalBySlug('roselle_dried_whole'))).toBeCloseTo(0.22, 6);
  });
  it('refuse a plant they do not have', () =>
    expect(() => botanicalBySlug('moonwort')).toThrow('plant must be a plant of the table, got "moonwort"'));
  it('count a usual dose, fully out, as 1', () => {
    const b = botanicalBySlug('roselle_dried_whole');
    expect(strengthWeightLPerG(b) * b.dose.typical * netBodyMax(b)).toBeCloseTo(1, 9);
  });
  it('each have a harsh limit above nothing', () => {
    for (const b of botanicals()) expect(borneGPerL(b)).toBeGreaterThan(0);
  });
});

describe('kitchen measures', () => {
  const roselle = botanicalBySlug('roselle_dried_whole');
  it.each([
    [50, '1 1/4 cups'],
    [38, '1 cup'],
    [9.5, '1/4 cup'],
    [5, '2 tbsp'],
    [0.4, '1/2 tsp'],
  ])('%d g of calyx are %s', (grams, text) => expect(inKitchenMeasure(grams, roselle)?.text).toBe(text));
  it('have none for a plant without one, or for a trace', () => {
    expect(inKitchenMeasure(10, { cupG: null, tbspG: null, tspG: null })).toBeUndefined();
    expect(inKitchenMeasure(0.01, roselle)).toBeUndefined();
  });
  it('write thirds and quarters as a cook does', () =>
    expect([1 / 3, 0.75, 2.5, 3].map(asFraction)).toEqual(['1/3', '3/4', '2 1/2', '3']));
  it('round to 5 ml and to whole grams', () => {
    expect(roundTo(952, 5)).toBe(950);
    expect([roundGrams(49.6), roundGrams(3.26)]).toEqual([50, 3.3]);
  });
});

describe('colour', () => {
  it('is known of everything in the table but what has none', () =>
    expect(
      botanicals()
        .filter((b) => !plantColour(b))
        .map((b) => b.slug),
    ).toEqual([
      'coconut_flakes_dried',
      'coconut_water',
      'bitters',
      'rum_40',
      'gin_40',
      'vodka_40',
      'salt',
      'citric_acid',
      'almond_extract',
      'rose_water',
      'orange_blossom_water',
    ]));
  it('of a plant’s usual dose as brewed is its own swatch', () => {
    const tea = botanicalBySlug('black_tea_leaf');
    const liquor = pourTogether(waterOf(980), givenBy(tea, 0.75 * tea.dose.typical));
    const litre = { ...liquor, waterG: liquor.waterG * (1000 / volumeMl(liquor)) };
    expect(colourOf(litre, 7)).toMatch(/^#a[a-f0-9]5[a-f0-9]1[a-f0-9]$/);
  });
  it('of a mix of one’s own is that of its parts', () => {
    const own = botanicalOf({
      v: 1,
      id: 'own-two-r1',
      name: 'Two',
      parts: [
        { plant: 'rooibos_cut', share: 0.5 },
        { plant: 'roselle_dried_cut', share: 0.5 },
      ],
      strengthKnown: true,
    });
    const mix = pourTogether(waterOf(980), givenBy(own, 16));
    const parts = pourTogether(
      waterOf(980),
      givenBy(botanicalBySlug('rooibos_cut'), 8),
      givenBy(botanicalBySlug('roselle_dried_cut'), 8),
    );
    expect(colourDepthPerCm(mix) / colourDepthPerCm(parts)).toBeCloseTo(1, 1);
  });
});

describe('keeping', () => {
  const hot = { hotBrewed: true, onlyTea: false };
  it.each([
    [{ ...hot }, 'herb_hot', 3, 4],
    [{ ...hot, measuredPhAtMost42: true }, 'acid_hot', 5, 7],
    [{ hotBrewed: false, onlyTea: false }, 'cold_herb', 1, 2],
    [{ hotBrewed: true, onlyTea: true }, 'plain_tea_hot', 3, 5],
    [{ ...hot, brix: 50 }, 'syrup_50', 14, 28],
    [{ ...hot, brix: 66 }, 'syrup_65', 60, 90],
    [{ ...hot, frozen: true, milk: true }, 'frozen', 90, 180],
    [{ ...hot, freshFruit: true }, 'fruit', 2, 3],
  ])('%j is %s: %d days, %d at the latest', (facts, category, targetDays, hardDays) => {
    expect(keepingWindow(facts)).toMatchObject({ category, targetDays, hardDays });
  });
  it('runs 2.5 times faster 10 °C warmer', () => expect(keepingDaysAt({ days: 5, tempC: 14 })).toBeCloseTo(2));
});

describe('small tools of the core', () => {
  it('a rinse of 165 ml on 165 ml held at 10 g/L wins 0.825 g', () =>
    expect(washRecoveredG({ heldMl: 165, heldGPerL: 10, washMl: 165 })).toBeCloseTo(0.825, 6));
  it('the normal distribution has its table values', () => {
    expect(normalCdf(0)).toBeCloseTo(0.5, 6);
    expect(normalCdf(1.2816)).toBeCloseTo(0.9, 4);
    expect(normalCdf(-1.96)).toBeCloseTo(0.025, 4);
  });
  it('bisection refuses a function that never crosses zero', () =>
    expect(() => bisect('test', (x) => x * x + 1, 0, 1)).toThrow('test: bracket must be a sign change on [0, 1]'));
});
