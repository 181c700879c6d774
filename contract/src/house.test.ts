import { DEFAULT_KITCHEN, ownPlantId, ROSELLE_COOLER, type Kitchen } from '@steepsis/core';
import { check, drinkSchema, HOUSE_SCHEMAS, targetSchema } from './index';

const faults = (result: ReturnType<typeof check>): string[] =>
  result.ok ? [] : result.errors.map((e) => `${e.field}: ${e.accepted}, got ${e.got}`);
const kitchen = (change: object): string[] => faults(check(HOUSE_SCHEMAS.kitchen, { ...DEFAULT_KITCHEN, ...change }));

describe('checking a kitchen', () => {
  it('takes an ordinary one, and one with all that can be said of it', () => {
    expect(kitchen({})).toEqual([]);
    const whole: Partial<Kitchen> = {
      burners: 4,
      units: 'us',
      currency: 'kr',
      instruments: ['scale', 'ph-meter'],
      audience: ['child'],
      measures: { rooibos_cut: { tbspG: 5.4 } },
    };
    expect(kitchen(whole)).toEqual([]);
  });
  it.each([
    [{ altitudeM: 9000 }, 'altitudeM: a number of at most 5000, got 9000'],
    [{ fridgeC: '4' }, 'fridgeC: a number, got "4"'],
    [{ burner: { kind: 'campfire', watts: 900 } }, /^burner.kind: one of .*induction.*, got "campfire"$/],
    [{ currency: 'pieces of eight' }, /^currency: /],
    [{ units: 'stones' }, 'units: one of metric, us, imperial, got "stones"'],
    [{ instruments: ['scale', 'scale'] }, /^instruments.1: each of them only once/],
    [{ audience: ['king'] }, /^audience.0: one of/],
    [{ mood: 1 }, 'mood: no such field, got 1'],
  ])('names what is wrong with %j', (change, message) => {
    const [fault, ...more] = kitchen(change);
    expect(fault).toEqual(typeof message === 'string' ? message : expect.stringMatching(message));
    expect(more).toEqual([]);
  });
  it('names the vessel at fault, by its place', () => {
    const [first, ...rest] = DEFAULT_KITCHEN.vessels;
    expect(kitchen({ vessels: [{ ...first, capacityMl: 5 }, ...rest] })).toEqual([
      'vessels.0.capacityMl: a number of at least 50, got 5',
    ]);
    expect(kitchen({ vessels: [first, first] })[0]).toMatch(/^vessels.1: each of them only once/);
  });
});

describe('checking a pantry entry', () => {
  const entry = (change: object): string[] =>
    faults(check(HOUSE_SCHEMAS.pantry, { v: 1, plant: 'rooibos_cut', lots: [], ...change }));
  const lot = { id: 'a', got: '2026-05-01', from: '', leftG: 10, potency: 1 };
  it('takes words of any kind about where a lot is from', () =>
    expect(entry({ lots: [{ ...lot, from: 'Ünter <b> "ö" 中' }] })).toEqual([]));
  it.each([
    [{ lots: [{ ...lot, leftG: -1 }] }, 'lots.0.leftG: a number of at least 0, got -1'],
    [{ lots: [{ ...lot, potency: 9 }] }, 'lots.0.potency: a number of at most 3, got 9'],
    [{ lots: [{ ...lot, got: 'May' }] }, 'lots.0.got: a day or moment, got "May"'],
    [{ lots: [{ ...lot, ripeness: 'rotten' }] }, 'lots.0.ripeness: one of under-ripe, ripe, very ripe, got "rotten"'],
    [{ measures: { cupG: 0 } }, 'measures.cupG: a number of at least 0.1, got 0'],
    [{ plant: 'Rooibos!' }, /^plant: .* got "Rooibos!"$/],
  ])('refuses %j', (change, message) =>
    expect(entry(change)).toEqual([typeof message === 'string' ? message : expect.stringMatching(message)]),
  );
});

describe('checking a plant of one’s own', () => {
  const plant = (change: object): string[] =>
    faults(
      check(HOUSE_SCHEMAS.plants, {
        v: 1,
        id: ownPlantId('Mix', 1),
        name: 'Mix',
        parts: [{ plant: 'rooibos_cut', share: 1 }],
        strengthKnown: false,
        ...change,
      }),
    );
  it('takes one with parts, and refuses one without, or under a plant’s own name', () => {
    expect(plant({})).toEqual([]);
    expect(plant({ parts: [] })[0]).toMatch(/^parts: a list of at least 1/);
    expect(plant({ id: 'rooibos_cut' })[0]).toMatch(/^id: /);
    expect(plant({ name: '  ' })[0]).toMatch(/^name: /);
  });
});

describe('checking what a drink and a target may say since', () => {
  const target = (change: object): string[] => faults(check(targetSchema, { ...ROSELLE_COOLER.defaults, ...change }));
  it('a second drink, a time, hot, lots', () => {
    const second = { name: 'light', litres: 1, strengthX: 0.6, water: 'sparkling' };
    expect(target({ second, readyBy: '2026-07-01T12:00:00Z', hot: false, potency: { rooibos_cut: 0.8 } })).toEqual([]);
    expect(target({ second: { ...second, water: 'holy' } })).toEqual([
      'second.water: one of still, sparkling, got "holy"',
    ]);
    expect(target({ potency: { rooibos_cut: 0 } })).toEqual(['potency.rooibos_cut: a number of at least 0.2, got 0']);
  });
  it('how a plant is prepared, and what is kept of a way', () => {
    const [brew] = ROSELLE_COOLER.brews;
    const drink = (ingredient: object, way: object): string[] =>
      faults(
        check(drinkSchema, {
          ...ROSELLE_COOLER,
          brews: [
            {
              ...brew,
              ways: [
                {
                  ...brew.ways[0],
                  ...way,
                  ingredients: [{ ...brew.ways[0]!.ingredients[0], ...ingredient }],
                },
              ],
            },
          ],
        }),
      );
    expect(drink({ cut: 'crushed', written: '1 1/2 cups' }, { keepPulp: true, headroom: 0.2, restHours: 24 })).toEqual(
      [],
    );
    expect(drink({ cut: 'minced' }, {})).toEqual([
      'brews.0.ways.0.ingredients.0.cut: one of whole, sliced, crushed, torn, ground, zest, with-pith, pith-free, got "minced"',
    ]);
    expect(drink({}, { headroom: 0.9 })).toEqual(['brews.0.ways.0.headroom: a number of at most 0.6, got 0.9']);
  });
});
