import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { planDrink } from '../plan/planDrink';
import { CARD_KITCHEN, CARDS, drinkOf, part } from '../test/asMade';
import { brewLine } from './brewLine';

const lines = [
  ...BOOK.flatMap((drink) => {
    const result = planDrink(drink, { ...drink.defaults, asWritten: true }, DEFAULT_KITCHEN);
    return result.kind === 'plan' ? result.plan.brews.map((b) => [`${drink.name}, ${b.name}`, b] as const) : [];
  }),
  ...[CARDS.roseHip, CARDS.verbenaSyrup, CARDS.calyxApple, CARDS.watermelon].map((way, i) => {
    const drink = drinkOf(`card ${i}`, { pot: way }, [part('pot')]);
    const result = planDrink(drink, { ...drink.defaults, asWritten: true }, CARD_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return [`card ${i}`, result.plan.brews[0]] as const;
  }),
];

describe('a brew unrolled along its time', () => {
  it.each(lines)('%s: every stage is on it, one after the other, and it ends with what comes out', (_name, brew) => {
    const line = brewLine(brew);
    expect(line.stages.map((s) => s.stageId)).toEqual(brew.way.stages.map((s) => s.id));
    for (const [i, s] of line.stages.entries()) {
      expect(s.endMin).toBeGreaterThanOrEqual(s.startMin);
      if (i > 0) expect(s.startMin).toBeCloseTo(line.stages[i - 1]!.endMin, 6);
      for (const { ml, colour } of s.at) {
        expect(ml).toBeGreaterThanOrEqual(0);
        expect(colour).toMatch(/^#[0-9a-f]{6}$/);
      }
    }
    expect(line.stages.at(-1)!.at.at(-1)!.ml).toBeCloseTo(line.outMl, 6);
    expect(line.outMl).toBeCloseTo(brew.run.ledger.outMl * brew.pots, 6);
  });
  it('a plant is in from its moment until it is taken out or strained off', () => {
    for (const [, brew] of lines)
      for (const p of brewLine(brew).plants) {
        const i = brew.way.ingredients.find((x) => x.id === p.ingredientId)!;
        const start = brew.run.stages.find((s) => s.stageId === i.enters.stageId)!.startMin;
        expect(p.fromMin).toBeCloseTo(start + i.enters.atMin, 6);
        expect(p.toMin).toBeGreaterThanOrEqual(p.fromMin);
      }
  });
  it('falls while it boils down', () => {
    const [, brew] = lines.find(([name]) => name === 'card 0')!;
    const reduce = brewLine(brew).stages.find((s) => s.stageId === 'reduce')!;
    expect(reduce.at.at(-1)!.ml).toBeLessThan(0.6 * reduce.at[0]!.ml);
  });
});
