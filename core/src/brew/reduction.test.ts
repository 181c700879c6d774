import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { minutesLeft, reductionEnd, reductionMinutes } from './reduction';

const pan = DEFAULT_KITCHEN.vessels.find((v) => v.id === 'pot-3')!;
const setup = { liquidG: 1764.75, brix: 40, pan };

describe('reducing a syrup', () => {
  it('1.5 L of 40 °Bx to 1 L is 55.9 °Bx, boils at 102.5 °C, and takes 23.6 min at 800 W', () => {
    const end = reductionEnd(setup, { toVolumeMl: 1000 });
    expect(end.brix).toBeCloseTo(55.9, 1);
    expect(Math.abs(end.boilsAtC - 102.5)).toBeLessThan(0.5);
    expect(end.evaporatedG).toBeCloseTo(502, -1);
    expect(Math.abs(reductionMinutes({ evaporatedG: end.evaporatedG, netPowerW: 800 }) / 23.6 - 1)).toBeLessThan(0.02);
  });

  it('reads one end as all the others', () => {
    const end = reductionEnd({ ...setup, solidsG: 200 }, { toBrix: 60 });
    for (const target of [
      { toVolumeMl: end.volumeMl },
      { toPanWeightG: end.panWeightG },
      { toBoilsAtC: end.boilsAtC },
    ]) {
      expect(reductionEnd({ ...setup, solidsG: 200 }, target).brix).toBeCloseTo(60, 3);
    }
    expect(end.panWeightG).toBeCloseTo(pan.emptyG + 200 + end.liquidG, 6);
    expect(end.boilingMl).toBeGreaterThan(end.volumeMl);
  });

  it('stands deeper below the rim the further it goes, and boils hotter, less so up a mountain', () => {
    const [thin, thick] = [reductionEnd(setup, { toBrix: 45 }), reductionEnd(setup, { toBrix: 65 })];
    expect(thick.depthBelowRimCm).toBeGreaterThan(thin.depthBelowRimCm);
    expect(thick.boilsAtC).toBeGreaterThan(thin.boilsAtC);
    expect(reductionEnd({ ...setup, altitudeM: 1500 }, { toBrix: 65 }).boilsAtC).toBeCloseTo(98.96, 0);
  });

  it('keeps its sugar', () => {
    const end = reductionEnd(setup, { toPanWeightG: pan.emptyG + 1200 });
    expect((end.liquidG * end.brix) / 100).toBeCloseTo((setup.liquidG * 40) / 100, 6);
  });

  it('refuses an end that is not a reduction', () => {
    expect(() => reductionEnd(setup, { toBrix: 30 })).toThrow('toBrix must be at least 40 °Bx, got 30');
    expect(() => reductionEnd(setup, { toVolumeMl: 2000 })).toThrow(
      /toVolumeMl must be between 1500\.\d now and \d+\.\d at its thickest, got 2000/,
    );
  });

  it('is timed again from a weighing on the way', () => {
    expect(minutesLeft({ startPanG: 3000, nowPanG: 2800, elapsedMin: 10, endPanG: 2500 })).toBe(15);
    expect(minutesLeft({ startPanG: 3000, nowPanG: 2400, elapsedMin: 10, endPanG: 2500 })).toBe(0);
    expect(() => minutesLeft({ startPanG: 3000, nowPanG: 3000, elapsedMin: 10, endPanG: 2500 })).toThrow(
      'nowPanG must be below the 3000 g at the start',
    );
  });
});
