import { compareWays } from '../plan/compareWays';
import { botanicalBySlug, botanicals } from '../reference/botanicals';
import { BOOK } from './book';
import { ROSELLE_COOLER } from './book/roselleCooler';
import { ASSAM_CURRANT_LEAF, ROOIBOS_QUINCE } from './book/teas';
import { DEFAULT_KITCHEN } from './defaultKitchen';
import type { Drink } from './drink';
import { doseLadder, hasLadder, SCHOOLS } from './schools';

const made = (drink: Drink, id: string) => {
  const school = SCHOOLS.find((s) => s.id === id)!;
  const applied = school.apply(drink, drink.defaults);
  if (!applied) throw new Error(`${id} does not apply`);
  const [column] = compareWays([{ id, name: school.name, ...applied }], DEFAULT_KITCHEN);
  if (column?.kind !== 'way') throw new Error(column?.message);
  return column;
};

describe('schools', () => {
  it('each either does not arise, or can be worked out with its reason, for every drink of the book', () => {
    for (const drink of BOOK)
      for (const school of SCHOOLS) {
        const applied = school.apply(drink, drink.defaults);
        if (!applied) continue;
        const [column] = compareWays([{ id: school.id, name: school.name, ...applied }], DEFAULT_KITCHEN);
        if (column?.kind === 'way') expect(column.strengthX).toBeGreaterThan(0.9);
        else expect(column!.message).toMatch(/\S.{10}/);
      }
  });
  it('calyx: boiling costs leaf and harshness, the cold is the smoothest and slowest', () => {
    const [boiled, rested, cold] = ['boiled', 'boil-and-rest', 'cold'].map((id) => made(ROSELLE_COOLER, id));
    expect(cold!.harsh).toBeLessThan(rested!.harsh * 0.6);
    expect(cold!.totalMin).toBeGreaterThan(boiled!.totalMin);
    expect(cold!.energyKWh).toBe(0);
  });
  it('leaf: long and cold needs more leaf and is hardly harsh', () => {
    const [hot, cold] = ['short-and-hot', 'long-and-cold'].map((id) => made(ASSAM_CURRANT_LEAF, id));
    expect(cold!.leafG).toBeGreaterThan(hot!.leafG);
    expect(cold!.harsh).toBeLessThan(hot!.harsh);
  });
  it('spices: late and off the heat give less than from the start', () => {
    const spice = (id: string): number =>
      made(ROOIBOS_QUINCE, id).plan.brews[0].concentrate.bodyG['ceylon_cinnamon_stick'] ?? 0;
    const perRooibos = (id: string): number =>
      spice(id) / made(ROOIBOS_QUINCE, id).plan.brews[0].concentrate.bodyG['rooibos_cut']!;
    expect(perRooibos('spice-late')).toBeLessThan(perRooibos('spice-first'));
    expect(perRooibos('spice-restrained')).toBeLessThan(perRooibos('spice-forward'));
  });
  it('no school steeps on the counter or in the sun', () => {
    for (const drink of BOOK)
      for (const school of SCHOOLS) {
        const ways = school.apply(drink, drink.defaults)?.drink.brews[0].ways ?? [];
        const places = ways.flatMap((w) => w.stages.flatMap((s) => (s.kind === 'steep' ? [s.place] : [])));
        expect(places.filter((p) => p === 'counter' || p === 'sun')).toEqual([]);
      }
  });
  it('a school stands beside the ways that are written, under an id of its own', () => {
    const applied = SCHOOLS[0]!.apply(ROSELLE_COOLER, ROSELLE_COOLER.defaults)!;
    expect(applied.drink.brews[0].ways.map((w) => w.id)).toEqual([
      'boil-then-steep',
      'fridge-overnight',
      'school-boiled',
    ]);
    expect(ROSELLE_COOLER.brews[0].ways).toHaveLength(2);
  });
});

describe('a dose as a ladder', () => {
  it('rises for every plant that has one, and turns above the boldest dose', () => {
    for (const b of botanicals().filter((x) => hasLadder(x))) {
      const rungs = doseLadder(b);
      expect(rungs.every((r, i) => i === 0 || r.gPerL >= rungs[i - 1]!.gPerL)).toBe(true);
    }
    expect(doseLadder(botanicalBySlug('lavender_dried')).at(-1)).toEqual({ gPerL: 3.75, word: 'turns soapy' });
    expect(hasLadder(botanicalBySlug('rooibos_cut'))).toBe(false);
  });
});
