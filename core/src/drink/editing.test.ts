import { NO_OWN_PLANTS } from '../reference/plants';
import fc from 'fast-check';
import { runBrew } from '../brew/brewRun';
import { bookOf, writtenTarget } from '../plan/houseStandard';
import { planDrink } from '../plan/planDrink';
import { requireDrink } from '../plan/requireDrink';
import { BOOK } from './book';
import { ROSELLE_COOLER } from './book/roselleCooler';
import { DEFAULT_KITCHEN } from './defaultKitchen';
import { differencesBetween } from './differences';
import type { BrewWay, Drink, StageKind } from './drink';
import {
  addIngredient,
  addStage,
  blankWay,
  changeIngredient,
  changeStage,
  fitRatio,
  freeId,
  moveStage,
  named,
  nameOfWay,
  placeFor,
  removeIngredient,
  removeStage,
  splitStage,
  whyNotHere,
} from './editing';

const way = ROSELLE_COOLER.brews[0].ways[0]!;
const pot = DEFAULT_KITCHEN.vessels[1]!;
const ids = (w: BrewWay): string[] => w.stages.map((s) => s.id);
const strengthOf = (w: BrewWay): number => {
  const { concentrate } = runBrew({ way: w, scale: 1, vessel: pot, kitchen: DEFAULT_KITCHEN, plants: NO_OWN_PLANTS });
  return Object.values(concentrate.bodyG).reduce((sum, g) => sum + g, 0);
};

describe('a new stage', () => {
  const added = (kind: StageKind, w: BrewWay = way): string[] => ids(addStage(w, kind, placeFor(w, kind)));
  it('lands where it belongs', () => {
    expect(added('hold')).toEqual(['heat', 'hold', 'steep', 'strain']);
    expect(added('hands')).toEqual(['heat', 'steep', 'hands', 'strain']);
    expect(added('toast')[0]).toBe('toast');
    for (const kind of ['rinse', 'cool', 'dissolve', 'reduce', 'ferment', 'onto-ice'] as const)
      expect(added(kind).at(-1)).toBe(kind);
    expect(added('heat', removeStage(way, 'heat'))).toEqual(['heat', 'steep', 'strain']);
  });
  it('can be made there: no place it lands in has something against it', () => {
    for (const drink of BOOK)
      for (const w of drink.brews.flatMap((b) => b.ways))
        for (const kind of ['toast', 'heat', 'hold', 'hands', 'dissolve', 'cool', 'reduce', 'onto-ice'] as const) {
          const next = addStage(w, kind, placeFor(w, kind));
          const own = next.stages.find((s) => !w.stages.includes(s))!;
          expect([drink.id, kind, whyNotHere(next, own.id)]).toEqual([drink.id, kind, undefined]);
        }
  });
  it('says at once why it cannot be where it was moved to', () => {
    const rinsed = addStage(way, 'rinse', 0);
    expect(whyNotHere(rinsed, 'rinse')).toMatch(/belongs after the strain/);
    expect(whyNotHere(addStage(way, 'toast', 2), 'toast')).toMatch(/belongs before the water/);
    expect(whyNotHere(addStage(way, 'strain', 3), 'strain-2')).toMatch(/strained already/);
  });
});

describe('the name of a way', () => {
  it('is by its stages', () => {
    expect(nameOfWay(blankWay())).toEqual({ name: 'steeping off the heat', shortName: 'Steep off the heat' });
    expect(nameOfWay(addStage(blankWay(), 'hold', 1)).shortName).toBe('Simmer, then steep off the heat');
  });
  it('follows them until it is given one', () => {
    const blank = blankWay();
    const more = addStage(blank, 'hold', 1);
    expect(named(blank, more).name).toBe('simmering, then steeping off the heat');
    const own = { ...blank, shortName: 'As at home', name: 'as at home' };
    expect(named(own, addStage(own, 'hold', 1)).shortName).toBe('As at home');
    expect(named(blank, { ...blank, shortName: 'Mine' }).shortName).toBe('Mine');
  });
});

describe('editing the stages of a way', () => {
  it('adds a stage where it is put, under an id that is free', () => {
    const two = addStage(addStage(way, 'hands', 1), 'hands', 1);
    expect(ids(two)).toEqual(['heat', 'hands-2', 'hands', 'steep', 'strain']);
    expect(freeId('a', ['a', 'a-2'])).toBe('a-3');
  });
  it('moves a stage and keeps all of them', () => {
    expect(ids(moveStage(way, 0, 2))).toEqual(['steep', 'strain', 'heat']);
    expect(ids(moveStage(way, 0, 99))).toEqual(['steep', 'strain', 'heat']);
    expect(moveStage(way, 7, 0)).toBe(way);
  });
  it('takes a stage out, and what went in at it goes in at its neighbour', () => {
    const without = removeStage(way, 'heat');
    expect(without.ingredients.map((i) => i.enters.stageId)).toEqual(['steep', 'steep']);
    const only = { ...way, stages: [way.stages[1]!] };
    expect(removeStage(only, 'steep')).toBe(only);
  });
  it('splits a steep in two halves that give as much as the whole', () => {
    const split = splitStage(way, 'steep');
    expect(ids(split)).toEqual(['heat', 'steep', 'steep-2', 'strain']);
    expect(strengthOf(split) / strengthOf(way)).toBeCloseTo(1, 2);
    expect(splitStage(way, 'strain')).toBe(way);
  });
  it('moves a late addition into the half it falls in', () => {
    const late = changeIngredient(way, { ...way.ingredients[1]!, enters: { stageId: 'steep', atMin: 12 } });
    expect(splitStage(late, 'steep').ingredients[1]!.enters).toEqual({ stageId: 'steep-2', atMin: 4.5 });
  });
  it('leaves a way that names only stages it has, whatever is done to it', () => {
    const kinds: StageKind[] = ['toast', 'heat', 'hold', 'cool', 'steep', 'hands', 'strain', 'dissolve', 'reduce'];
    const step = fc.oneof(
      fc.tuple(fc.constant('add' as const), fc.constantFrom(...kinds), fc.nat(6)),
      fc.tuple(fc.constant('move' as const), fc.nat(6), fc.nat(6)),
      fc.tuple(fc.constant('remove' as const), fc.nat(6), fc.constant(0)),
      fc.tuple(fc.constant('split' as const), fc.nat(6), fc.constant(0)),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        const done = steps.reduce((w, [what, a, b]) => {
          const at = w.stages[(a as number) % w.stages.length]?.id ?? '';
          if (what === 'add') return addStage(w, a, b);
          if (what === 'move') return moveStage(w, a % w.stages.length, b);
          return what === 'remove' ? removeStage(w, at) : splitStage(w, at);
        }, way);
        const known = ids(done);
        expect(new Set(known).size).toBe(known.length);
        for (const i of done.ingredients) {
          expect(known).toContain(i.enters.stageId);
          if (i.leaves) expect(known).toContain(i.leaves.stageId);
        }
      }),
      { seed: 5, numRuns: 60 },
    );
  });
});

describe('editing what goes in', () => {
  it('adds a plant at the main stage and widens the range of ratios to hold it', () => {
    const more = addIngredient(way, 'ginger_fresh', 400);
    expect(more.ingredients.at(-1)).toMatchObject({ plant: 'ginger_fresh', enters: { stageId: 'steep', atMin: 0 } });
    const ratio = (1000 * 464) / way.waterMl;
    expect(more.liquorRatio.max).toBeGreaterThan(ratio);
    expect(removeIngredient(more, 'ginger_fresh').ingredients).toEqual(way.ingredients);
    expect(fitRatio(way)).toBe(way);
  });
  it('begins from water, a steep and a strain', () => {
    expect(ids(blankWay())).toEqual(['heat', 'steep', 'strain']);
    const empty: Drink = {
      ...ROSELLE_COOLER,
      brews: [{ ...ROSELLE_COOLER.brews[0], ways: [{ ...blankWay(), id: 'boil-then-steep' }] }],
    };
    expect(() => requireDrink(empty)).toThrow('brews must be at least one plant that gives taste');
  });
});

describe('the drink as written', () => {
  it.each(BOOK.map((d) => [d.id, d] as const))('%s: planned as written it is what is written', (_id, drink) => {
    const target = writtenTarget(drink);
    const result = planDrink(drink, target, DEFAULT_KITCHEN);
    if (result.kind !== 'plan') throw new Error(result.message);
    expect(result.plan.glass.figures.strengthX).toBeCloseTo(1, 1);
    expect(Math.abs(result.plan.glass.figures.sugarGPerL - target.sugarGPerL)).toBeLessThan(4);
    expect(bookOf(drink).glass.waterG).toBeGreaterThan(0);
  });
});

describe('what changed between two versions', () => {
  it('says nothing of the same', () => expect(differencesBetween(ROSELLE_COOLER, ROSELLE_COOLER)).toEqual([]));
  it('names amounts, stages, order, parts and names, each in a line', () => {
    const [brew] = ROSELLE_COOLER.brews;
    const changed = moveStage(
      changeStage(
        changeIngredient(removeIngredient(way, 'rose-hip'), { ...way.ingredients[0]!, grams: 60, cut: 'crushed' }),
        { ...way.stages[1]!, minutes: 20 } as (typeof way.stages)[1],
      ),
      0,
      1,
    );
    const after: Drink = {
      ...ROSELLE_COOLER,
      name: 'Cooler',
      brews: [{ ...brew, ways: [{ ...changed, waterMl: 1500 }, ...brew.ways.slice(1)] }],
      mix: [
        ...ROSELLE_COOLER.mix.slice(0, 2),
        { id: 'lemon', name: 'Lemon juice', from: { kind: 'juice', plant: 'lemon_juice' }, book: 30, at: 'jug' },
      ],
    };
    const lines = differencesBetween(ROSELLE_COOLER, after);
    expect(lines).toEqual([
      'name: Roselle and rose hip cooler → Cooler',
      'Boil, then steep off the heat, water: 1300 ml → 1500 ml',
      'Boil, then steep off the heat, ingredient taken out: Rose hip, dried cut shells',
      'Boil, then steep off the heat, Roselle (hibiscus, sorrel), dried whole calyx: 50 g → 60 g',
      'Boil, then steep off the heat, Roselle (hibiscus, sorrel), dried whole calyx prepared: as usual → crushed',
      expect.stringMatching(/steep: 15 min off the heat, under a lid, .* → 20 min off the heat/),
      'Boil, then steep off the heat, stages in another order',
      'part of the mix taken out: Cold water',
      'part of the mix added: Lemon juice',
    ]);
    expect(differencesBetween(after, ROSELLE_COOLER)).toHaveLength(lines.length);
  });
});
