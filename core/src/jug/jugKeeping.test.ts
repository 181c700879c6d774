import { aBatch, MEASURED } from '../test/aBatch';
import { concentrateOf } from '../batch/batch';
import { addWater, apparentBrix, type Liquid } from '../liquid/liquid';
import { sweetenTo } from '../sugar/infusedSyrup';
import type { Facts } from '../safety/facts';
import { findingsOfJug, keepingOfJug, type JugForRules } from './jugFacts';

const DAY = 86_400_000;
const POURED = '2026-07-20T12:00:00.000Z';
const pouredMs = Date.parse(POURED);
const tea = concentrateOf(aBatch(MEASURED), 'concentrate');
const syrup = sweetenTo(tea, { brix: 67 }, 'white_sugar').liquid;
const jug = (liquid: Liquid, storage: Facts['storage'], madeDaysAgo: number): JugForRules => ({
  liquid,
  parts: [
    {
      ml: 500,
      madeAt: new Date(pouredMs - madeDaysAgo * DAY).toISOString(),
      facts: [
        {
          ingredients: [{ slug: 'roselle_dried_whole', g: 20 }],
          stages: [{ kind: 'hot_steep', temp_c: 98, minutes: 15 }],
          ...(storage ? { storage } : {}),
        },
      ],
    },
    { ml: 500, madeAt: POURED, facts: [] },
  ],
  glassMl: 250,
  audience: [],
  pouredAt: POURED,
});
const daysLeft = (j: JugForRules): number => (Date.parse(keepingOfJug(j, pouredMs).discardAfter) - pouredMs) / DAY;
const stopped = (j: JugForRules, daysOn: number): string[] =>
  findingsOfJug(j, pouredMs + daysOn * DAY).flatMap((f) => (f.level === 'block' ? [f.id] : []));

describe('a jug keeps as what it is now', () => {
  it('a syrup that is let down keeps as its drink, not as its bottle', () => {
    const bottle = { where: 'fridge', brix: 67 } as const;
    const thick = jug(syrup, bottle, 1);
    const thin = jug(addWater(syrup, 3 * 1000), bottle, 1);
    expect(apparentBrix(syrup)).toBeGreaterThan(65);
    expect(daysLeft(thick)).toBeGreaterThan(20);
    expect(daysLeft(thin)).toBeLessThan(8);
  });
  it('what was thawed is frozen no more: days, not months, and not over already', () => {
    const thawed = jug(tea, { where: 'freezer' }, 60);
    expect(daysLeft(thawed)).toBeLessThan(5);
    expect(daysLeft(thawed)).toBeGreaterThan(0);
    expect(stopped(thawed, 0)).toEqual([]);
    expect(stopped(thawed, 10)).toContain('KEEP-01');
  });
  it('a pH that was measured in the bottle says nothing of the jug', () => {
    const sour = { where: 'fridge', ph: 2.9, ph_method: 'meter' } as const;
    expect(daysLeft(jug(tea, sour, 0))).toBe(daysLeft(jug(tea, { where: 'fridge' }, 0)));
  });
});
