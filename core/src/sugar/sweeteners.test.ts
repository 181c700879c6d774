import { ACID_POWDERS, JUICES, type Juice } from '../acid/acidSources';
import { sweetTartBalance } from '../acid/balance';
import { phOf } from '../acid/ph';
import {
  highIntensityMgPerL,
  sucroseEquivalentG,
  SWEETENERS,
  sweetenerForSucroseG,
  type Sweetener,
} from './sweeteners';

describe('sweeteners', () => {
  it('100 g of honey sweeten as 91.2 g of sugar', () =>
    expect(sucroseEquivalentG(100, SWEETENERS.honey)).toBeCloseTo(91.2, 1));
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
