import fc from 'fast-check';
import { aPlan, START } from '../test/aBatch';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { volumeMl } from '../liquid/liquid';
import { planDrink } from '../plan/planDrink';
import { batchAfter, concentrateOf, JUG, type Batch } from './batch';
import { EVENT_VERSION, type BatchEvent, type FrozenPlan } from './batchEvent';
import { freezePlan } from './freeze';
import { toldAfter, type KnownAfter, type ToldAfter } from './toldAfter';

const PLAN = freezePlan(aPlan());
const asBatch = (told: ToldAfter): Batch => {
  if (told.kind === 'not') throw new Error(told.why);
  return batchAfter(
    told.events.map(
      ({ at, body }, seq) => ({ id: `e${seq}`, batchId: 'b', seq, at, v: EVENT_VERSION, ...body }) as BatchEvent,
    ),
  );
};
const told = (known: KnownAfter = {}, plan: FrozenPlan = PLAN): Batch => asBatch(toldAfter(plan, START, known));
const leftMl = (batch: Batch): Record<string, number> =>
  Object.fromEntries(batch.vessels.map((v) => [v.id, Math.round(volumeMl(v.liquid))]).filter(([, ml]) => ml !== 0));

describe('a batch that is told of after it was made', () => {
  it('went as it was planned, was mixed, and is drunk', () => {
    const batch = told();
    expect(batch).toMatchObject({ phase: 'put-away', startedAt: START, unworked: [] });
    expect(batch.brews.every((b) => b.doneAt !== undefined)).toBe(true);
    expect(leftMl(batch)).toEqual({});
  });
  it('came out as is known, and the rest of it follows from that', () => {
    const [{ brewId }] = PLAN.brews;
    const less = told({ cameOutMl: 900 });
    expect(volumeMl(concentrateOf(less, brewId))).toBeCloseTo(900, 0);
    expect(volumeMl(less.jug!)).toBeLessThan(volumeMl(told().jug!));
  });
  it('has left of it what is left, of the drink or of what was bottled of a brew', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.boolean(), (ml, bottled) => {
        const [{ brewId }] = PLAN.brews;
        const batch = told({ left: [{ of: bottled ? { brewId } : 'drink', ml }] });
        expect(leftMl(batch)).toEqual({ [bottled ? 'concentrate' : JUG]: ml });
      }),
      { numRuns: 30 },
    );
  });
  it('cannot have more left than it makes, nor come out as more than went in; it says so and how much it makes', () => {
    expect(toldAfter(PLAN, START, { left: [{ of: 'drink', ml: 9000 }] })).toMatchObject({
      kind: 'not',
      why: expect.stringMatching(/9000 ml is more than this makes/) as string,
      madeShare: expect.closeTo(volumeMl(told().jug!) / 9000, 3) as number,
    });
    expect(toldAfter(PLAN, START, { cameOutMl: 9000 })).toMatchObject({
      kind: 'not',
      why: expect.stringMatching(/more than went into the pot/) as string,
    });
  });
  it('of every drink of the book can be told; a ferment whose pH nobody knows is not kept', () => {
    for (const drink of BOOK) {
      const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
      if (result.kind !== 'plan') continue;
      const answer = toldAfter(freezePlan(result.plan), START, {});
      const ferments = result.plan.brews.some((b) => b.way.stages.some((s) => s.kind === 'ferment'));
      const said = answer.kind === 'told' ? asBatch(answer).phase : answer.why;
      expect([drink.id, said]).toEqual([drink.id, ferments ? expect.stringMatching(/^FER-03/) : 'put-away']);
    }
  });
});
