import { DEFAULT_KITCHEN, ownPlantId, ROSELLE_COOLER, type OwnPlant } from '@steepsis/core';
import { blankDrink, drinkId, tryDrink, withWay } from './draft';
import { beginCopy, NEW, useRecipes } from './recipeStore';

const { edit, undo, redo, drop, rebase } = useRecipes.getState();
const key = ROSELLE_COOLER.id;
const draft = () => useRecipes.getState().drafts[key];
const named = (name: string) => ({ ...ROSELLE_COOLER, name });
afterEach(() => useRecipes.setState({ drafts: {} }));

describe('a recipe that is being written', () => {
  it('takes every step back, and forward again', () => {
    edit(key, ROSELLE_COOLER, named('A'), 'name');
    edit(key, named('A'), { ...named('A'), note: 'x' }, 'note');
    undo(key);
    expect(draft()!.present).toEqual(named('A'));
    undo(key);
    expect(draft()!.present).toEqual(ROSELLE_COOLER);
    undo(key);
    redo(key);
    expect(draft()!.present.name).toBe('A');
    redo(key);
    redo(key);
    expect(draft()!.present.note).toBe('x');
  });
  it('counts more of the same as one step, and a new step ends what could be redone', () => {
    edit(key, ROSELLE_COOLER, named('A'), 'name');
    edit(key, named('A'), named('Ab'), 'name');
    expect(draft()!.past).toHaveLength(1);
    undo(key);
    edit(key, ROSELLE_COOLER, named('B'), 'name');
    expect(draft()!.future).toEqual([]);
  });
  it('knows the version it was begun from, goes on top of another when told, and forgets when told', () => {
    edit(key, ROSELLE_COOLER, named('A'), 'name');
    expect(draft()!.base).toBe(1);
    rebase(key, 4);
    expect(draft()!.base).toBe(4);
    drop(key);
    expect(draft()).toBeUndefined();
    rebase(key, 5);
    expect(draft()).toBeUndefined();
  });
  it('begins a copy as a new drink, and what was being written is one step back', () => {
    beginCopy(named('Copy'));
    const begun = () => useRecipes.getState().drafts[NEW]!;
    expect(begun()).toMatchObject({ base: 0, present: { id: NEW, version: 1, name: 'Copy' } });
    beginCopy(named('Another'));
    undo(NEW);
    expect(begun().present.name).toBe('Copy');
  });
  it('survives a reload of its own tab, and no other tab sees it', () => {
    edit(key, ROSELLE_COOLER, named('A'), 'name');
    expect(sessionStorage.getItem('steepsis.recipes')).toContain('"name":"A"');
    expect(localStorage.getItem('steepsis.recipes')).toBeNull();
  });
});

describe('trying a draft', () => {
  it('says what is missing of an empty one', () =>
    expect(tryDrink(blankDrink(), { kitchen: DEFAULT_KITCHEN }, [])).toEqual({
      kind: 'not-yet',
      message: 'Add a plant, and the figures follow.',
      where: 'pot',
    }));
  it('works out the target that it is as written', () => {
    const tried = tryDrink(ROSELLE_COOLER, { kitchen: DEFAULT_KITCHEN }, []);
    if (tried.kind !== 'drink') throw new Error(tried.message);
    expect(tried.drink.defaults).toMatchObject({ litres: 2.4, strengthX: 1, steepMin: 15 });
    expect(tried.result.kind).toBe('plan');
  });
  it('names what cannot be, in words', () => {
    const way = ROSELLE_COOLER.brews[0].ways[0]!;
    const said = (waterMl: number, jugMl = 2400) =>
      tryDrink(
        withWay({ ...ROSELLE_COOLER, book: { ...ROSELLE_COOLER.book, jugMl } }, 'concentrate', { ...way, waterMl }),
        { kitchen: DEFAULT_KITCHEN },
        [],
      );
    expect(said(1)).toEqual({
      kind: 'not-yet',
      message: 'It would boil dry: more water, less time, or the lid on.',
      where: 'pot',
    });
    expect(said(120)).toMatchObject({
      message: expect.stringMatching(
        /^Nothing would come out: more than the plants hold, \d+ ml, is needed, and \d+ ml is there/,
      ) as string,
    });
    // A jug is the sum of its parts: too small a figure for it is no fault.
    expect(said(1300, 500).kind).toBe('drink');
  });
  it('brings along the plants of one’s own that it uses, and drops those it no longer does', () => {
    const own: OwnPlant = {
      v: 1,
      id: ownPlantId('Shed mix', 1),
      name: 'Shed mix',
      parts: [{ plant: 'nettle_dried', share: 1 }],
      strengthKnown: true,
    };
    const way = ROSELLE_COOLER.brews[0].ways[0]!;
    const added = { id: 'own', plant: own.id, grams: 3, enters: { stageId: 'steep', atMin: 0 } };
    const using = withWay(ROSELLE_COOLER, 'concentrate', { ...way, ingredients: [...way.ingredients, added] });
    const tried = tryDrink(using, { kitchen: DEFAULT_KITCHEN }, [own]);
    if (tried.kind !== 'drink') throw new Error(tried.message);
    expect(tried.drink.plants).toEqual([own]);
    const without = tryDrink({ ...ROSELLE_COOLER, plants: [own] }, { kitchen: DEFAULT_KITCHEN }, [own]);
    expect(without.kind === 'drink' && without.drink.plants).toBeUndefined();
  });
  it('names a drink by its name, and never twice', () => {
    expect(drinkId('Été, à la menthe!', [])).toBe('e-te-a-la-menthe');
    expect(drinkId('Tea', ['tea', 'tea-2'])).toBe('tea-3');
    expect(drinkId('…', [])).toBe('drink');
  });
});
