import { aPlan } from '../test/aBatch';
import { explain, type FigureId } from './explainPlan';

const FIGURES: readonly FigureId[] = [
  'leaf:roselle',
  'leaf:rose-hip',
  'water',
  'heat',
  'steep',
  'steam',
  'held',
  'yield',
  'concentrate-strength',
  'syrup',
  'mix',
  'jug-strength',
  'glass-strength',
  'glass-sugar',
  'melt',
  'window',
  'cooling',
];

describe('opening a figure', () => {
  it.each(FIGURES)('%s tells its steps, and a source for each constant, hot or cold', (figure) => {
    for (const plan of [aPlan(), aPlan({ wayId: 'fridge-overnight', steepMin: 600 })]) {
      const e = explain(plan, figure);
      expect(e.title).not.toBe('');
      expect(e.steps.length).toBeGreaterThan(0);
      for (const c of e.constants) expect(c.source).toMatch(/\S/);
      expect(JSON.stringify(e)).not.toMatch(/NaN|undefined|Infinity/);
    }
  });

  it('the yield adds up to what the plan promises', () => {
    const plan = aPlan();
    const parts = explain(plan, 'yield').steps.map((s) => Number(s.value!.replace('−', '-').replace(/[^-\d.]/g, '')));
    expect(parts.reduce((a, b) => a + b)).toBeCloseTo(plan.brews[0].figures.volumeMl, 0);
    expect(explain(plan, 'yield').likely!.low).toMatch(/^\d+\.\d ml$/);
  });

  it('the strength names each plant’s share', () => {
    const shares = explain(aPlan(), 'concentrate-strength').steps.filter((s) => s.value?.endsWith('%'));
    expect(shares.map((s) => Number.parseInt(s.value!)).reduce((a, b) => a + b)).toBe(100);
  });

  it('the jug is stronger than the glass by what the ice thins', () => {
    const plan = aPlan();
    const [glass, thinned, jug] = explain(plan, 'jug-strength').steps.map((s) => Number(s.value!.slice(1)));
    expect(glass! * thinned!).toBeCloseTo(jug!, 2);
  });
});
