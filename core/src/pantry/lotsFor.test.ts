import { ROSELLE_COOLER } from '../drink/book/roselleCooler';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import type { PlanTarget } from '../drink/drink';
import { leafOf } from '../plan/planDrink';
import { planFromLots } from './lotsFor';
import { potencyOf, type PantryEntry } from './pantry';

const ROSELLE = 'roselle_dried_whole';
const lots = (old: number, potency: number): PantryEntry[] => [
  {
    v: 1,
    plant: ROSELLE,
    lots: [
      { id: 'old', got: '2026-01-01', from: 'x', leftG: old, potency },
      { id: 'new', got: '2026-06-01', from: 'x', leftG: 1000, potency: 1 },
    ],
  },
];
const settled = (pantry: PantryEntry[], change: Partial<PlanTarget>) => {
  const target = { ...ROSELLE_COOLER.defaults, ...change };
  const made = planFromLots(pantry, { drink: ROSELLE_COOLER, target, kitchen: DEFAULT_KITCHEN, learned: undefined });
  if (made.result.kind !== 'plan') throw new Error(made.result.message);
  const grams = leafOf(made.result.plan).find((l) => l.plant === ROSELLE)!.grams;
  return { potency: made.target.potency?.[ROSELLE] ?? 1, grams };
};

describe('the lots that a plan draws on', () => {
  it.each([0.6, 1, 1.8, 2.4, 4, 8])('for %d L are those that it was worked out for', (litres) => {
    for (const [old, potency] of [
      [30, 0.7],
      [20, 1.4],
      [60, 0.8],
    ] as const) {
      const pantry = lots(old, potency);
      const { potency: taken, grams } = settled(pantry, { litres });
      expect(taken).toBeCloseTo(potencyOf(pantry, { [ROSELLE]: grams })[ROSELLE] ?? 1, 1);
    }
  });
  it('weigh out more of a weak lot, and nothing more where all are as they should be', () => {
    expect(settled(lots(500, 0.8), {}).grams).toBeGreaterThan(settled(lots(500, 1), {}).grams);
    expect(settled(lots(500, 1), {}).potency).toBe(1);
  });
  it('of other plants are no matter of this drink', () =>
    expect(settled([...lots(500, 1), { ...lots(500, 0.5)[0]!, plant: 'linden_dried' }], {})).toEqual(
      settled(lots(500, 1), {}),
    ));
});
