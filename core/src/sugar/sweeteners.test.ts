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
    expect(sweetTartBalance({ sugarGPerL: 80, citricGPerL: 2.8 })).toMatchObject({ words: 'round' });
    expect(sweetTartBalance({ sugarGPerL: 0, citricGPerL: 0 }).words).toBe('neither sweet nor tart');
  });
});
