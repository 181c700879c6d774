import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { Drink, MixLine } from '../drink/drink';
import { massG, portionOf, pourTogether, volumeMl, type Liquid } from '../liquid/liquid';
import { harshness } from '../liquid/harshness';
import { strengthShares, weightedStrength } from '../liquid/strength';
import { planDrink } from '../plan/planDrink';
import { requireDrink } from '../plan/requireDrink';
import { factsOfPlan, firedRules, findingsOf } from '../safety';
import { botanicalBySlug } from './botanicals';
import { botanicalOf, isOwnPlantId, ownPlantId, type OwnPlant } from './ownPlants';

const mix = (change: Partial<OwnPlant> = {}): OwnPlant => ({
  v: 1,
  id: ownPlantId('Night mix', 1),
  name: 'Night mix',
  parts: [
    { plant: 'black_tea_leaf', share: 0.25 },
    { plant: 'liquorice_root_cut', share: 0.75 },
  ],
  strengthKnown: false,
  ...change,
});

describe('a plant of one’s own', () => {
  it('is the mean of its parts by mass, with the cautions of all and the pace of the largest', () => {
    const b = botanicalOf(mix());
    const [tea, root] = [botanicalBySlug('black_tea_leaf'), botanicalBySlug('liquorice_root_cut')];
    expect(b.caffeineMgPerG).toBeCloseTo(tea.caffeineMgPerG / 4, 6);
    expect(b.extractionClass).toBe(root.extractionClass);
    for (const key of [...tea.cautionKeys, ...root.cautionKeys]) expect(b.cautionKeys).toContain(key);
    expect(b.confidence).toBe('low');
  });
  it('names its ids by name and revision', () => {
    expect(ownPlantId('Señor Mix & Co', 2)).toBe('own-sen-or-mix-co-r2');
    expect(ownPlantId('№', 1)).toMatch(/^own-\S+-r1$/);
    expect([isOwnPlantId('own-a-r1'), isOwnPlantId('rooibos_cut')]).toEqual([true, false]);
  });
  it.each([
    [{ parts: [] }, 'parts must be shares that add up to 1'],
    [{ parts: [{ plant: 'black_tea_leaf', share: 0.5 }] }, 'parts must be shares that add up to 1'],
    [{ parts: [{ plant: 'no_such', share: 1 }] }, 'plant must be a plant of the table'],
    [{ id: 'black_tea_leaf' }, 'id must be an id like own-name-r1'],
  ])('refuses %j', (change, message) => expect(() => botanicalOf(mix(change))).toThrow(message));
});

describe('a drink that brings its own plants along', () => {
  const [brew] = ROSELLE_COOLER.brews;
  const drinkWith = (plant: OwnPlant): Drink => ({
    ...ROSELLE_COOLER,
    plants: [plant],
    brews: [
      {
        ...brew,
        ways: brew.ways.map((w) => ({
          ...w,
          ingredients: [{ id: 'own', plant: plant.id, grams: 12, enters: { stageId: 'steep', atMin: 0 } }],
        })),
      },
    ],
  });
  const planWith = (plant: OwnPlant) => {
    const result = planDrink(drinkWith(plant), ROSELLE_COOLER.defaults, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    return result.plan;
  };
  it('is planned, and its strength is unsure until it is known', () => {
    const unknown = planWith(mix());
    const known = planWith(mix({ id: ownPlantId('Night mix', 2), strengthKnown: true }));
    expect(unknown.brews[0].sigmaLnStrength).toBeGreaterThan(0.5);
    expect(known.brews[0].sigmaLnStrength).toBeLessThan(unknown.brews[0].sigmaLnStrength * 0.7);
  });
  it('meets the rules of what is in it', () => {
    const plan = planWith(mix());
    const pregnant = { ...plan, target: { ...plan.target, audience: ['pregnant'] as const } };
    const plain = new Set(findingsOf(...factsOfPlan(plan)).map((f) => f.id));
    const fired = factsOfPlan(pregnant).flatMap((f) => firedRules(f));
    expect(fired.some((id) => !plain.has(id))).toBe(true);
    const slugs = factsOfPlan(plan)[0]!.ingredients!.map((i) => i.slug);
    expect(slugs).toEqual(['black_tea_leaf', 'liquorice_root_cut']);
  });
  it('is worked out by its own figures, whatever was worked out before', () => {
    const [weak, strong] = [mix({ doseGPerL: 20 }), mix({ doseGPerL: 4 })];
    const alone = (plant: OwnPlant): string => JSON.stringify([planWith(plant).jug.figures, planWith(plant).standard]);
    const [first, second] = [alone(weak), alone(strong)];
    expect(second).not.toBe(first);
    expect([alone(strong), alone(weak), alone(strong)]).toEqual([second, first, second]);
  });
  it('is refused by its field when it does not bring them, even after another drink did', () => {
    requireDrink(drinkWith(mix()));
    const { plants: _left, ...without } = drinkWith(mix());
    expect(() => requireDrink(without)).toThrow(
      'plant must be a plant of the table, or one that the drink brings along, got "own-night-mix-r1"',
    );
  });
  it('gives liquids that can be judged by themselves, also after they went through a worker or a database', () => {
    const { liquid } = planWith(mix()).jug;
    const stored = JSON.parse(JSON.stringify(liquid)) as Liquid;
    expect(weightedStrength(stored)).toBeCloseTo(weightedStrength(liquid), 12);
    expect(harshness(portionOf(stored, 0.3))).toBeCloseTo(harshness(liquid), 12);
    expect(Object.keys(strengthShares(stored))).toEqual(['own-night-mix-r1']);
  });
  it('keeps its own figures in a jug with another plant of the same id', () => {
    const jugs = [mix({ doseGPerL: 20 }), mix({ doseGPerL: 4 })].map((plant) => planWith(plant).jug.liquid);
    const [a, b] = jugs as [Liquid, Liquid];
    const both = pourTogether(a, b);
    const brought = (l: Liquid): number => weightedStrength(l) * volumeMl(l);
    expect(brought(both)).toBeCloseTo(brought(a) + brought(b), 6);
    expect(brought(pourTogether(b, a))).toBeCloseTo(brought(both), 6);
    expect(massG(both)).toBeCloseTo(massG(a) + massG(b), 6);
    // Once apart, further pours of either find their own again.
    expect(Object.keys(pourTogether(both, a, b).bodyG)).toEqual(Object.keys(both.bodyG));
  });
  it('may be a juice of one’s own', () => {
    const juice = mix({ parts: [{ plant: 'lemon_juice', share: 1 }] });
    const line: MixLine = { id: 'sour', name: 'Sour', from: { kind: 'juice', plant: juice.id }, book: 30, at: 'jug' };
    const drink = { ...ROSELLE_COOLER, plants: [juice], mix: [...ROSELLE_COOLER.mix, line] };
    requireDrink(drink);
    const result = planDrink(drink, drink.defaults, DEFAULT_KITCHEN);
    expect(result.kind).toBe('plan');
    if (result.kind !== 'plan') return;
    expect(factsOfPlan(result.plan).flatMap((f) => f.ingredients?.map((i) => i.slug))).toContain('lemon_juice');
  });
});
