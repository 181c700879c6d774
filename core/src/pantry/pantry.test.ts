import fc from 'fast-check';
import { BUTTERFLY_PEA_LIME } from '../drink/book/flowers';
import { SPRUCE_SODA } from '../drink/book/roots';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { Drink } from '../drink/drink';
import { planDrink, type Plan } from '../plan/planDrink';
import { botanicalBySlug, botanicals } from '../reference/botanicals';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import {
  currentLot,
  drawnDown,
  putBack,
  entryOf,
  measureByWeighing,
  measuresOf,
  onHandG,
  potencyOf,
  type PantryEntry,
} from './pantry';
import { pickingOf } from './picking';
import { costOf, shoppingForAll, shoppingList } from './shopping';
import { substitutesFor } from './substitutes';

const roselle: PantryEntry = {
  v: 1,
  plant: 'roselle_dried_whole',
  lots: [
    { id: 'new', got: '2026-06-01', from: 'market', leftG: 200, potency: 1 },
    { id: 'old', got: '2026-02-01', from: 'market', leftG: 30, potency: 0.8 },
    { id: 'gone', got: '2025-01-01', from: 'market', leftG: 0, potency: 0.5 },
  ],
  pricePerKg: 20,
  measures: { cupG: 31 },
};
const planOf = (drink: Drink): Plan => {
  const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
  if (result.kind !== 'plan') throw new Error(result.message);
  return result.plan;
};

describe('the pantry', () => {
  it('uses the oldest lot of which there is some', () => {
    expect(currentLot(roselle)!.id).toBe('old');
    expect(onHandG(roselle)).toBe(230);
    expect(potencyOf([roselle])).toEqual({ roselle_dried_whole: 0.8 });
    // 30 g of the weak lot and 30 g of the good one.
    expect(potencyOf([roselle], { roselle_dried_whole: 60 })).toEqual({ roselle_dried_whole: 0.9 });
    expect(potencyOf([{ ...roselle, lots: [] }], { roselle_dried_whole: 60 })).toEqual({});
    expect(measuresOf([roselle])).toEqual({ roselle_dried_whole: { cupG: 31 } });
    expect([currentLot(undefined), onHandG(undefined), entryOf([roselle], 'x')]).toEqual([undefined, 0, undefined]);
  });
  it('draws down the oldest first, all of it and no more', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 400, noNaN: true }), (grams) => {
        const { entry: after, drawn } = drawnDown(roselle, grams);
        expect(onHandG(after)).toBeCloseTo(Math.max(0, 230 - grams), 0);
        expect(after.lots.every((l) => l.leftG >= 0)).toBe(true);
        const [fresh, old] = after.lots;
        expect(old!.leftG === 0 || fresh!.leftG === 200).toBe(true);
        // What was taken says from where, and goes back to the gram.
        expect(drawn.reduce((sum, d) => sum + d.g, 0)).toBeCloseTo(230 - onHandG(after), 6);
        expect(putBack(after, drawn)).toEqual(roselle);
      }),
      { seed: 3 },
    );
  });
  it('puts nothing back into a lot that is no longer kept, and nothing of another plant', () => {
    const { entry: after, drawn } = drawnDown(roselle, 60);
    const without = { ...after, lots: after.lots.filter((l) => l.id !== 'old') };
    expect(onHandG(putBack(without, drawn))).toBe(200);
    expect(putBack({ ...after, plant: 'linden_dried' }, drawn).lots).toEqual(after.lots);
  });
  it('takes a measure from one weighing', () => {
    expect(measureByWeighing('cupG', 2, 63)).toEqual({ cupG: 31.5 });
    expect(() => measureByWeighing('cupG', 0, 63)).toThrow('count must be more than 0');
    expect(() => measureByWeighing('tspG', 1, -1)).toThrow('grams must be more than 0 g');
  });
});

describe('what to get', () => {
  it('asks for what is missing only, in packets, and knows what the plan costs', () => {
    const plan = planOf(ROSELLE_COOLER);
    const lines = shoppingList(plan, [roselle]);
    const of = (plant: string) => lines.find((l) => l.plant === plant)!;
    expect(of('roselle_dried_whole').buy).toBeUndefined();
    expect(of('rosehip_dried_cut').buy).toEqual({ grams: 25, text: 'a packet of 25 g', spare: false });
    expect(of('white_sugar').buy!.grams).toBeGreaterThanOrEqual(of('white_sugar').needG);
    expect(costOf(lines, plan.glass.count)).toMatchObject({ total: 1, unknown: 2 });
  });
  it('of several plans has each thing once, against all that is there of it', () => {
    const plans = [planOf(BUTTERFLY_PEA_LIME), planOf(SPRUCE_SODA)];
    const all = shoppingForAll(plans, []);
    expect(new Set(all.map((l) => l.plant)).size).toBe(all.length);
    for (const line of all) {
      const apart = plans.flatMap((plan) => shoppingList(plan, []).filter((l) => l.plant === line.plant));
      expect(line.needG).toBeCloseTo(
        apart.reduce((sum, l) => sum + l.needG, 0),
        6,
      );
    }
    const sugar = all.find((l) => l.plant === 'white_sugar')!;
    const lot = { id: 'a', got: '2026-07-01', leftG: sugar.needG - 1, from: 'shop', potency: 1 };
    const [short] = shoppingForAll(plans, [{ v: 1, plant: 'white_sugar', lots: [lot] }]).filter(
      (l) => l.plant === 'white_sugar',
    );
    expect(short!.buy).toBeDefined();
  });
  it('buys as many whole fruits as are counted, one to spare among several, and uses the packet of the house', () => {
    const lines = shoppingList(planOf(BUTTERFLY_PEA_LIME), [{ v: 1, plant: 'white_sugar', lots: [], packG: 1000 }]);
    const of = (plant: string) => lines.find((l) => l.plant === plant)!.buy!;
    // 60 ml of juice at 30 ml a lime.
    expect(of('lime_juice')).toMatchObject({ text: '2 × lime', spare: false });
    expect(of('white_sugar').text).toBe('a packet of 1000 g');
  });
  it('never asks for less than is missing', () => {
    for (const drink of [ROSELLE_COOLER, BUTTERFLY_PEA_LIME, SPRUCE_SODA])
      for (const line of shoppingList(planOf(drink), []))
        expect(line.buy!.grams).toBeGreaterThanOrEqual(line.plant.endsWith('_juice') ? 0 : line.needG * 0.95);
  });
  it('says when and how what grows wild is picked, and to rule out yew', () => {
    const spruce = shoppingList(planOf(SPRUCE_SODA), []).find((l) => l.plant === 'spruce_tip_fresh')!;
    expect(spruce.picking!.how).toContain('rule out yew');
    expect(pickingOf('white_sugar')).toBeUndefined();
  });
});

describe('what instead', () => {
  it('names what is like it, weighed to count as much, never the plant itself', () => {
    const [first] = substitutesFor(botanicalBySlug('ginger_fresh'), 30);
    expect(first!.plant).toBe('ginger_dried_cut');
    const { dose } = botanicalBySlug('ginger_dried_cut');
    expect(first!.grams).toBeCloseTo((30 * dose.typical) / botanicalBySlug('ginger_fresh').dose.typical, 1);
    for (const b of botanicals()) expect(substitutesFor(b, 10).map((s) => s.plant)).not.toContain(b.slug);
  });
  it('says what changes: caffeine, acid, colour, pace', () => {
    const changes = (plant: string, instead: string): readonly string[] | undefined =>
      substitutesFor(botanicalBySlug(plant), 10).find((s) => s.plant === instead)?.changes;
    expect(changes('black_tea_leaf', 'black_tea_bag')).toEqual(['another pace: watch the time']);
    expect(changes('rosehip_dried_cut', 'roselle_fresh')).toContain('sharper');
    expect(changes('lavender_dried', 'jasmine_dried')).toEqual(['another colour', 'can turn bitter']);
  });
});
