import fc from 'fast-check';
import { batchAfter } from '../batch/batch';
import { freezePlan } from '../batch/freeze';
import { BOOK } from '../drink/book';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink, Kitchen, PlanTarget, Stage } from '../drink/drink';
import { explain, FIGURE_IDS } from '../explain/explainPlan';
import { InputError } from '../quantity/errors';
import { shoppingList } from '../pantry/shopping';
import { factsOfPlan, findingsOf, findingsOfBatch, waysOut } from '../safety';
import { callsAt } from '../stove/calls';
import { layOutOf } from '../stove/layOut';
import { crystalRisk, thickness } from '../sugar/syrup';
import { START } from '../test/aBatch';
import { faultInWords } from '../words/inWords';
import { codeIn } from '../words/codeIn';
import { dipstick } from './dipstick';
import { planOrWhy } from './planOrWhy';
import { requireDrink } from './requireDrink';
import { steepMapOf } from './steepMapOf';
import { handsOnMinutes, totalMinutes } from './workTime';

// Whatever the contract lets in is worked out, or refused in words: no model's own range ends a page.

const edge = (min: number, max: number): fc.Arbitrary<number> =>
  fc.oneof(fc.constant(min), fc.constant(max), fc.double({ min, max, noNaN: true }));

/** Kitchens and targets to the ends of what the contract accepts. */
const kitchens = fc.record({
  altitudeM: edge(-430, 5000),
  roomC: edge(5, 45),
  tapC: edge(1, 35),
  fridgeC: edge(0, 12),
  freezerC: edge(-40, -2),
  watts: edge(200, 10_000),
  glassG: edge(20, 2000),
});
const anyWish = {
  litres: edge(0.2, 20),
  glassMl: edge(50, 1000),
  strengthX: edge(0.2, 3),
  sugarGPerL: edge(0, 250),
  steepMin: edge(1, 1440),
  iced: fc.boolean(),
  hot: fc.boolean(),
};
// What is not wished for is as the recipe has it, so that many wishes can be met.
const wishes = fc
  .tuple(fc.record(anyWish), fc.subarray(Object.keys(anyWish), { maxLength: 2 }))
  .map(([all, wished]) => Object.fromEntries(Object.entries(all).filter(([key]) => wished.includes(key))));
const recipes = fc.record({
  brix: edge(1, 80),
  grams: edge(0.01, 20_000),
  waterMl: edge(1, 50_000),
  stage: fc.constantFrom<Partial<Stage> & { kind: Stage['kind'] }>(
    { kind: 'dissolve', sweetener: 'honey', to: { brix: 80 } },
    { kind: 'dissolve', sweetener: 'white_sugar', to: { gPerMl: 3 } },
    { kind: 'reduce', to: { brix: 80 } },
    { kind: 'reduce', to: { share: 0.02 } },
    { kind: 'rinse', waterMl: 20_000 },
    { kind: 'cool', toC: 1, by: 'standing' },
    { kind: 'cool', toC: 100, by: 'ice-bath' },
    { kind: 'ferment', days: 60 },
    { kind: 'heat', to: 110 },
    { kind: 'hands', work: 'blend' },
  ),
  abv: edge(0.5, 96),
  change: fc.constantFrom('none', 'syrup', 'grams', 'water', 'stage', 'spirit'),
});

function changed(
  drink: Drink,
  r: { brix: number; grams: number; waterMl: number; stage: object; abv: number; change: string },
): Drink {
  const [brew, ...rest] = drink.brews;
  const [way, ...ways] = brew.ways;
  const withWay = (w: object): Drink => ({
    ...drink,
    brews: [{ ...brew, ways: [{ ...way!, ...w }, ...ways] }, ...rest],
  });
  switch (r.change) {
    case 'syrup':
      return {
        ...drink,
        mix: drink.mix.map((l) => (l.from.kind === 'syrup' ? { ...l, from: { ...l.from, brix: r.brix } } : l)),
      };
    case 'grams':
      return withWay({ ingredients: way!.ingredients.map((i) => ({ ...i, grams: r.grams })) });
    case 'water':
      return withWay({ waterMl: r.waterMl });
    case 'stage':
      return withWay({ stages: [...way!.stages, { id: 'more', lid: 'open', agitation: 'still', ...r.stage }] });
    case 'spirit':
      return {
        ...drink,
        mix: [
          ...drink.mix,
          { id: 'spirit', name: 'Spirit', from: { kind: 'spirit', name: 'Rum', abv: r.abv }, book: 40, at: 'jug' },
        ],
      };
    default:
      return drink;
  }
}

it('everything in the legal range is planned and shown, or refused in words', () => {
  let planned = 0;
  fc.assert(
    fc.property(fc.constantFrom(...BOOK), kitchens, wishes, recipes, (book, k, wish, recipe) => {
      const kitchen: Kitchen = { ...DEFAULT_KITCHEN, ...k, burner: { ...DEFAULT_KITCHEN.burner, watts: k.watts } };
      const drink = changed(book, recipe);
      const target: PlanTarget = { ...drink.defaults, ...wish };
      try {
        requireDrink(drink);
      } catch (error) {
        expect(error).toBeInstanceOf(InputError);
        expect(codeIn(faultInWords(error))).toBeUndefined();
        return;
      }
      const result = planOrWhy(drink, target, kitchen);
      if (result.kind === 'no-plan') {
        expect([result.message, codeIn(result.message)]).toEqual([result.message, undefined]);
        return;
      }
      planned++;
      const { plan } = result;
      const findings = findingsOf(...factsOfPlan(plan));
      const shown: unknown[] = FIGURE_IDS.map((figure) => explain(plan, figure));
      for (const brew of plan.brews) {
        for (const l of brew.leaf) shown.push(explain(plan, `leaf:${l.ingredientId}`, brew.brewId));
        shown.push(dipstick(brew.vessel, brew));
      }
      for (const s of plan.syrups) shown.push(thickness(s.brix, kitchen.fridgeC), crystalRisk(s.brix, kitchen.fridgeC));
      shown.push(shoppingList(plan, []), handsOnMinutes(plan), totalMinutes(plan));
      if (plan.brews[0].curve) shown.push(steepMapOf(plan, plan.brews[0]));
      for (const f of findings.slice(0, 1)) shown.push(waysOut(f, plan, '2026-07-05'));
      const frozen = freezePlan(plan);
      const batch = batchAfter([{ id: 'e', batchId: 'b', seq: 0, v: 2, at: START, type: 'started', plan: frozen }]);
      shown.push(
        layOutOf(frozen),
        callsAt(batch, Date.parse(START) + 60_000),
        findingsOfBatch(batch, Date.parse(START)),
      );
      const text = JSON.stringify(shown, (_key, v: unknown) => (typeof v === 'number' && Number.isNaN(v) ? 'NaN' : v));
      expect(text).not.toMatch(/NaN|undefined/);
    }),
    { seed: 23, numRuns: 90 },
  );
  expect(planned).toBeGreaterThan(20);
}, 120_000);
