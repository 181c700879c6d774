import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import type { Drink } from '../drink/drink';
import { planDrink } from '../plan/planDrink';
import { factsOfPlan, firedRules, findingsOf } from '../safety';
import { botanicalBySlug } from './botanicals';
import { botanicalOf, isOwnPlantId, knowPlants, ownPlantId, type OwnPlant } from './ownPlants';

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
    [{ parts: [{ plant: 'no_such', share: 1 }] }, 'slug must be a plant of the reference'],
    [{ id: 'black_tea_leaf' }, 'id must be an id like own-name-r1'],
  ])('refuses %j', (change, message) => expect(() => botanicalOf(mix(change))).toThrow(message));
  it('keeps the figures of an id for good', () => {
    knowPlants([mix()]);
    expect(() => knowPlants([mix()])).not.toThrow();
    expect(() => knowPlants([mix({ doseGPerL: 3 })])).toThrow('must be the figures that this id has');
  });
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
});
