import { planDrink, DEFAULT_KITCHEN, ROSELLE_COOLER, steepMap, steepMapOf } from '@steepsis/core';
import { alongPath, linesAt, readingAt } from './contours';

const result = planDrink(ROSELLE_COOLER, ROSELLE_COOLER.defaults, DEFAULT_KITCHEN);
if (result.kind !== 'plan') throw new Error(result.message);
const { plan } = result;
const planned = steepMapOf(plan, plan.brews[0])!;
const map = steepMap(planned.setup);

describe('lines of the steep map', () => {
  it('cross the pot’s own path where the curve has that value', () => {
    const { points } = plan.brews[0].curve!;
    const at = points.find((p) => p.strengthX >= 0.8)!;
    const [line] = linesAt(planned, map, 'strength', at.strengthX);
    const hottest = line!.reduce((a, p) => (p.tempC > a.tempC ? p : a));
    expect(Math.abs(hottest.minutes - at.steepMin)).toBeLessThan(0.6);
  });
  it('lie where their pot really is by then: never above the own path, never below the room', () => {
    for (const p of linesAt(planned, map, 'strength', 1).flat()) {
      expect(p.tempC).toBeLessThanOrEqual(alongPath(planned, planned.setup.startC.high, p.minutes) + 0.5);
      expect(p.tempC).toBeGreaterThanOrEqual(planned.setup.ambientC - 0.1);
    }
  });
  it('are none for what is never reached', () => expect(linesAt(planned, map, 'strength', 50)).toEqual([]));
  it('read at the pull what the plan promises, and rise with time', () => {
    const pulled = readingAt(planned, map, planned.pull.minutes);
    expect(pulled.strengthX).toBeCloseTo(plan.glass.figures.strengthX, 1);
    expect(pulled.harsh).toBeCloseTo(plan.glass.figures.harsh, 1);
    expect(readingAt(planned, map, 5).strengthX).toBeLessThan(pulled.strengthX);
    expect(readingAt(planned, map, 1e6).strengthX).toBeGreaterThan(pulled.strengthX);
  });
});
