import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink } from '../plan/planDrink';
import { aPlan } from '../test/aBatch';
import { explain, FIGURE_IDS, type FigureId } from './explainPlan';

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

describe('opening every figure of every drink of the book', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))(
    '%s: steps and sources, and never a figure that is none',
    (_id, drink) => {
      const second = { name: 'light', litres: 0.5, strengthX: 0.5, water: 'still' } as const;
      const result = planDrink(drink, { ...drink.defaults, second }, DEFAULT_KITCHEN);
      if (result.kind !== 'plan') throw new Error(result.message);
      const { plan } = result;
      const leaf = plan.brews[0].leaf.map((l): FigureId => `leaf:${l.ingredientId}`);
      for (const figure of [...FIGURE_IDS, ...leaf]) {
        const e = explain(plan, figure);
        expect(e.title).toMatch(/\S/);
        expect(e.exact).toMatch(/\S/);
        for (const c of e.constants) expect(c.source).toMatch(/\S/);
        expect(JSON.stringify(e)).not.toMatch(/NaN|undefined|Infinity|null/);
      }
    },
  );
  it('harshness is what its plants bring, masked by sugar', () => {
    const plan = aPlan();
    const { steps } = explain(plan, 'harsh');
    const brought = steps.slice(0, -1).reduce((sum, s) => sum + Number.parseInt(s.value!), 0);
    expect(brought).toBeGreaterThan(100 * plan.glass.figures.harsh);
    expect(steps.at(-1)!.value).toBe(`${(100 * plan.glass.figures.harsh).toFixed(0)} %`);
  });
  it('caffeine is what is drawn of all that the leaf holds, shared out over the glasses', () => {
    const drink = BOOK.find((d) => d.id === 'black-tea-currant-leaf')!;
    const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    const [leaf, drawn, glass] = explain(result.plan, 'caffeine').steps.map((s) => Number.parseFloat(s.value!));
    expect(leaf).toBe(15 * 28);
    expect(drawn).toBeLessThanOrEqual(leaf!);
    expect(drawn).toBeGreaterThan(0.6 * leaf!);
    expect(glass! * result.plan.glass.count).toBeLessThanOrEqual(drawn! * 1.02);
  });
});
