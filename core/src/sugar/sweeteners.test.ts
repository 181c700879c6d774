import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { Drink } from '../drink/drink';
import { sweetnessFelt } from '../liquid/sweetness';
import { requireDrink } from '../plan/requireDrink';
import { ACID_POWDERS, JUICES, type Juice } from '../acid/acidSources';
import { sweetTartBalance } from '../acid/balance';
import { phOf } from '../acid/ph';
import { waterDensity } from '../physics/water';
import { addSweetener, apparentBrix, massG, volumeMl, waterOf } from '../liquid/liquid';
import { sweetGPerL } from '../liquid/sweetness';
import { sweetenTo } from './infusedSyrup';
import { massesToWeigh } from './syrup';
import {
  highIntensityMgPerL,
  sucroseEquivalentG,
  SWEETENERS,
  sweetenerForSucroseG,
  type Sweetener,
} from './sweeteners';

describe('sweeteners', () => {
  it.each([
    ['honey', 78],
    ['brown_sugar_packed', 96],
    ['maple_syrup', 66],
    ['agave_syrup', 84],
    ['molasses', 57],
    ['golden_syrup', 77],
    ['date_syrup', 63],
    ['glucose_syrup', 28],
    ['white_sugar', 99.9],
  ] as const)('100 g of %s sweeten a cold drink as %s g of sugar', (kind, g) =>
    expect(Math.abs(sucroseEquivalentG(100, SWEETENERS[kind]) - g)).toBeLessThan(1),
  );
  it('bring their water and acid: three quarters of a cup of honey in half a cup of water is 56 °Bx', () => {
    const syrup = addSweetener(waterOf(118.3), 0.75 * SWEETENERS.honey.gPerCup, 'honey');
    expect(apparentBrix(syrup)).toBeGreaterThan(55.5);
    expect(apparentBrix(syrup)).toBeLessThan(57.5);
    expect(syrup.acidG).toBeCloseTo(0.5, 1);
    expect(sweetGPerL(syrup) * (volumeMl(syrup) / 1000)).toBeCloseTo(198, -1);
    for (const kind in SWEETENERS) {
      const stirred = addSweetener(waterOf(1000), 100, kind);
      expect(massG(stirred)).toBeCloseTo(massG(waterOf(1000)) + 100, 9);
    }
  });
  it('as a syrup of a Brix are weighed with less water, and never thicker than they are', () => {
    const { sugarG, waterG } = massesToWeigh({ volumeMl: 1000, brix: 56, sweetener: 'honey' });
    const white = massesToWeigh({ volumeMl: 1000, brix: 56, sweetener: 'white_sugar' });
    expect(sugarG + waterG).toBeCloseTo(white.sugarG + white.waterG, 6);
    expect(apparentBrix(addSweetener(waterOf((waterG / waterDensity(20)) * 1000), sugarG, 'honey'))).toBeCloseTo(56, 3);
    expect(() => massesToWeigh({ volumeMl: 100, brix: 70, sweetener: 'maple_syrup' })).toThrow('at most the 67 °Bx');
    expect(() => sweetenTo(waterOf(100), { brix: 80 }, 'agave_syrup')).toThrow('below the 77 °Bx');
    expect(sweetenTo(waterOf(100), { brix: 60 }, 'honey').brix).toBeCloseTo(60, 6);
  });
  it('go there and back', () => {
    for (const s of Object.values<Sweetener>(SWEETENERS)) {
      const mass = sweetenerForSucroseG({ sucroseG: 80, solids: s.solids, sweetness: s.sweetness.value });
      expect(sucroseEquivalentG(mass, s)).toBeCloseTo(80, 9);
      expect(s.gPerCup).toBeGreaterThan(0);
    }
  });
  it('200 mg/L of stevia sweeten as 50 g/L, and no amount as 80', () => {
    expect(highIntensityMgPerL('rebaudioside_a', 50)).toBeCloseTo(200);
    expect(() => highIntensityMgPerL('rebaudioside_a', 80)).toThrow(
      '0 to 70 g/L, where this sweetener saturates, got 80',
    );
  });
});

describe('sweetness as it is felt', () => {
  it('is less cold, the more so in a thin drink, and hardly so in a syrup', () => {
    expect(sweetnessFelt(50, 8)).toBe(1);
    expect(sweetnessFelt(50, 1)).toBeCloseTo(0.96, 2);
    expect(sweetnessFelt(50, 20)).toBeCloseTo(1.07, 2);
    expect(sweetnessFelt(100, 37)).toBeCloseTo(1.12, 2);
    expect(sweetnessFelt(400, 37)).toBeLessThan(1.02);
    expect(sweetnessFelt(50, 80)).toBe(sweetnessFelt(50, 37));
  });
});

describe('what cannot sweeten as it is written says so', () => {
  const withSyrup = (sweetener: string, brix: number): Drink => ({
    ...ROSELLE_COOLER,
    mix: ROSELLE_COOLER.mix.map((l) => (l.from.kind === 'syrup' ? { ...l, from: { ...l.from, sweetener, brix } } : l)),
  });
  it('a syrup of monk fruit, and erythritol that sets in the cold', () => {
    expect(() => requireDrink(withSyrup('monk_fruit', 50))).toThrow('weighed by the tenth of a gram');
    expect(() => requireDrink(withSyrup('erythritol', 50))).toThrow('crystallises in the cold');
    expect(() => requireDrink(withSyrup('erythritol', 20))).not.toThrow();
    expect(() => requireDrink(withSyrup('honey', 60))).not.toThrow();
  });
});

describe('acids', () => {
  it('lemon and orange juice come out at the pH they are known for', () => {
    for (const [name, ph] of [
      ['lemon', 2.3],
      ['orange', 3.7],
    ] as const) {
      const juice: Juice = JUICES[name];
      expect(
        Math.abs(
          phOf({ citricMolPerL: juice.citricGPerL.value / 192.12, strongCationEqPerL: juice.cationEqPerL! }) - ph,
        ),
      ).toBeLessThan(0.1);
    }
  });
  it('more acid is never less sour, more potassium never more', () => {
    const ph = (c: number, s: number): number => phOf({ citricMolPerL: c, strongCationEqPerL: s });
    expect(ph(0.02, 0)).toBeGreaterThan(ph(0.05, 0));
    expect(ph(0.05, 0.02)).toBeGreaterThan(ph(0.05, 0.01));
  });
  it('powders are counted as citric', () => expect(ACID_POWDERS.citric_anhydrous).toBe(1));
  it('a balance has words, and neither sugar nor acid has none', () => {
    for (const [sugarGPerL, citricGPerL, words] of [
      [95, 5.5, 'balanced'],
      [95, 9, 'fresh'],
      [105, 4.5, 'balanced'],
      [160, 6, 'sweet'],
      [64, 0.2, 'balanced'],
      [75, 2.7, 'balanced'],
      [0, 3, 'too sharp'],
      [20, 0.1, 'dry'],
      [200, 2, 'cloying'],
    ] as const)
      expect(sweetTartBalance({ sugarGPerL, citricGPerL }).words).toBe(words);
    // Bubbles sharpen.
    expect(sweetTartBalance({ sugarGPerL: 53, citricGPerL: 1.3 }).words).toBe('balanced');
    expect(sweetTartBalance({ sugarGPerL: 53, citricGPerL: 1.3, sparkling: true }).words).toBe('fresh');
    expect(sweetTartBalance({ sugarGPerL: 0, citricGPerL: 0 }).words).toBe('neither sweet nor tart');
  });
});
