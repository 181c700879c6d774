import { aBatch, MEASURED, minutesIn, type Told } from '../test/aBatch';
import { coolingAt, jugWarmC } from './cooling';

const at = (minutes: number): number => Date.parse(minutesIn(minutes));
const MIX = { concentrate: 1130, syrup: 310, water: 950 };
const told = (...more: readonly Told[]) => aBatch([...MEASURED, ...more]);

describe('a jug that is mixed warm', () => {
  it('is between its parts: cooler than the concentrate, warmer than the tap', () => {
    const batch = told();
    const hot = coolingAt(batch, at(30))!.tempC;
    const jug = jugWarmC(batch, MIX, at(30))!;
    expect(jug).toBeGreaterThan(21);
    expect(jug).toBeLessThan(hot);
    expect(jug).toBeGreaterThan((1130 * hot) / 2390);
  });
  it('cools with what is in it, and follows a reading', () => {
    const batch = told([60, { type: 'measured', what: 'temp', value: 18, method: 'thermometer' }]);
    expect(jugWarmC(told(), MIX, at(120))!).toBeLessThan(jugWarmC(told(), MIX, at(30))!);
    expect(jugWarmC(batch, MIX, at(61))!).toBeLessThan(21);
  });
  it('is no question once it is put away', () =>
    expect(
      jugWarmC(told([40, { type: 'mixed', mix: MIX, hadMl: { syrup: 310 }, sugarAddedG: 0 }]), MIX, at(50)),
    ).toBeUndefined());
});
