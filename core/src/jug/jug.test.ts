import { botanicalBySlug } from '../reference/botanicals';
import fc from 'fast-check';
import { DEFAULT_KITCHEN } from '../drink/defaultKitchen';
import { portionOfVolume, pourTogether, spiritOf, syrupOf, volumeMl, waterOf, type Liquid } from '../liquid/liquid';
import { strengthWeightLPerG, timesStandard } from '../liquid/strength';
import { borneGPerL } from '../reference/bearing';
import { InputError } from '../quantity/errors';
import { fillJug, LADLE_ML, type BenchPart, type BenchWish, type Filled } from './fillJug';
import { fixesFor, type Fixes, type FixSetup } from './fix';
import { toldFacts, toldLiquid } from './pourable';
import { asStored } from './pouredPart';
import { harshLoad } from '../liquid/harshness';
import { sweetGPerL } from '../liquid/sweetness';
import { colourDepthPerCm } from '../liquid/colour';
import { flavoursOf, shadeOf, SHADES } from './qualities';
import { goalsAfter, stateNote, type Taste } from './taste';

/** A litre of a liquor of a strength in times of the usual dose, a third of its limit of harshness at ×1. */
const liquor = (plant: string, x: number): Liquid => ({
  ...waterOf(1000),
  bodyG: { [plant]: x / strengthWeightLPerG(botanicalBySlug(plant)) },
  harshG: { [plant]: (borneGPerL(botanicalBySlug(plant)) / 3) * botanicalBySlug(plant).harshMax * x },
});
const syrup = (ml: number): Liquid =>
  toldLiquid({ kind: 'syrup', brix: 50, sweetener: 'white_sugar' }, ml, DEFAULT_KITCHEN);
const lemon = (ml: number): Liquid => toldLiquid({ kind: 'juice', juice: 'lemon' }, ml, DEFAULT_KITCHEN);
const part = (id: string, liquid: Liquid, more: Partial<BenchPart> = {}): BenchPart => ({
  id,
  name: id,
  liquid,
  ...more,
});
const water = part('water', waterOf(1000), { endless: true });
const filled = (f: Filled): Extract<Filled, { kind: 'filled' }> => {
  if (f.kind !== 'filled') throw new Error(f.message);
  return f;
};

const wish: BenchWish = { volumeMl: 1000, capacityMl: 1500, strengthX: 1, sweetGPerL: 60, standard: 1 };
const concentrate = (ml: number): Liquid => portionOfVolume(liquor('rooibos_cut', 3), ml);

describe('what is told ad hoc', () => {
  it('has the volume that is asked for, whatever it is', () => {
    for (const from of [
      { kind: 'made', made: { plant: 'rooibos_cut', grams: 30, waterMl: 1000, minutes: 10, place: 'off-heat' } },
      { kind: 'read', plant: 'black_tea_leaf', brix: 1.2 },
      { kind: 'syrup', brix: 60, sweetener: 'white_sugar' },
      { kind: 'sweetener', sweetener: 'honey' },
      { kind: 'juice', juice: 'orange' },
      { kind: 'water', water: 'sparkling' },
      { kind: 'spirit', name: 'rum', abv: 40 },
    ] as const)
      expect(volumeMl(toldLiquid(from, 250, DEFAULT_KITCHEN))).toBeCloseTo(250, 0);
  });
  it('reads a refractometer as all that is dissolved', () => {
    const l = toldLiquid({ kind: 'read', plant: 'roselle_dried_whole', brix: 4 }, 100, DEFAULT_KITCHEN);
    expect(l.acidG).toBeGreaterThan(0.3);
    expect(
      l.bodyG['roselle_dried_whole']! +
        l.harshG['roselle_dried_whole']! +
        l.acidG +
        (l.sugarG['own:roselle_dried_whole'] ?? 0),
    ).toBeCloseTo(4.06, 1);
  });
  it('refuses a reading that no drink has, naming what is accepted', () => {
    expect(() => toldLiquid({ kind: 'syrup', brix: 101, sweetener: 'white_sugar' }, 100, DEFAULT_KITCHEN)).toThrow(
      new InputError('toldLiquid', 'brix', 'a number, 1 to 80 °Bx', 101),
    );
    expect(() => toldLiquid({ kind: 'read', plant: 'rooibos_cut', brix: 0 }, 100, DEFAULT_KITCHEN)).toThrow(
      /0.1 to 30 °Bx/,
    );
  });
  it('tells the rules of its plants, in the amount that is poured', () => {
    const from = {
      kind: 'made',
      made: { plant: 'rooibos_cut', grams: 30, waterMl: 1000, minutes: 10, place: 'fridge' },
    } as const;
    expect(toldFacts(from, 500)).toMatchObject({
      ingredients: [{ slug: 'rooibos_cut', g: 15 }],
      stages: [{ kind: 'cold_steep' }],
    });
    expect(toldFacts({ kind: 'juice', juice: 'peach' }, 80).ingredients).toEqual([{ slug: 'peach_puree', g: 80 }]);
  });
  it('counts a sweetener by what it sweetens', () => {
    const honey = toldLiquid({ kind: 'sweetener', sweetener: 'honey' }, 100, DEFAULT_KITCHEN);
    const glucose = toldLiquid({ kind: 'sweetener', sweetener: 'glucose_syrup' }, 100, DEFAULT_KITCHEN);
    expect(sweetGPerL(honey)).toBeGreaterThan(1.8 * sweetGPerL(glucose));
  });
});

describe('a jug from any liquids', () => {
  const parts = [part('base', concentrate(600)), part('syrup', syrup(400)), water];

  it('comes to its volume, strength and sweetness', () => {
    const f = filled(fillJug(parts, wish));
    expect(f.missed).toEqual([]);
    expect(Math.abs(f.figures.volumeMl - 1000)).toBeLessThan(2);
    expect(f.figures.strengthX).toBeCloseTo(1, 2);
    expect(f.figures.sweetGPerL).toBeCloseTo(60, 0);
  });
  it('pours what is set and works the rest out round it', () => {
    const f = filled(
      fillJug([{ ...parts[0]!, setMl: 300 }, parts[1]!, water], {
        volumeMl: 1000,
        capacityMl: 1500,
        sweetGPerL: 60,
        standard: 1,
      }),
    );
    expect(f.mix['base']).toBe(300);
    expect(f.figures.sweetGPerL).toBeCloseTo(60, 0);
  });
  it('takes water before anything dearer where no wish decides', () => {
    expect(filled(fillJug(parts, { volumeMl: 1000, capacityMl: 1500, standard: 1 })).mix['water']).toBeCloseTo(1000, 0);
  });
  it('keeps to bounds', () => {
    const f = filled(fillJug([{ ...parts[0]!, maxMl: 200 }, { ...parts[1]!, minMl: 150 }, water], wish));
    expect(f.mix['base']).toBeLessThanOrEqual(200 + 1e-6);
    expect(f.mix['syrup']).toBeGreaterThanOrEqual(150 - 1e-6);
    expect(f.missed).toContain('strength');
  });
  it('says how much more of the short part would do', () => {
    const short = fillJug([part('base', concentrate(200)), parts[1]!, water], wish);
    expect(filled(short).missed).toEqual(['strength']);
    const more = filled(short).freeing.find((f) => f.kind === 'more-of');
    expect(more).toMatchObject({ part: 'base' });
    expect((more as { extraMl: number }).extraMl).toBeCloseTo(133 - 3, -1);
  });
  it('measures in cups and spoons, or in half ladles', () => {
    const cups = filled(fillJug(parts, wish, 'cups'));
    expect(Math.abs(cups.figures.strengthX - 1)).toBeLessThan(0.15);
    for (const ml of Object.values(cups.mix)) {
      const small = ml < 59 ? 14.787 / 6 : 59.147;
      expect(Math.abs(ml / small - Math.round(ml / small))).toBeLessThan(0.01);
    }
    const ladles = filled(fillJug(parts, wish, 'ladles'));
    expect(ladles.mix['base']! % (LADLE_ML / 2)).toBeCloseTo(0, 6);
  });
  it('can aim at a colour: pale, not deep', () => {
    const deep = [part('base', pourTogether(liquor('roselle_dried_whole', 4), lemon(100))), water];
    const free = { volumeMl: 1000, capacityMl: 2000, standard: 1 };
    expect(shadeOf(filled(fillJug(deep, { ...free, shade: 'pale' })).liquid)).toBe('pale');
    expect(shadeOf(filled(fillJug(deep, { ...free, shade: 'deep' })).liquid)).toBe('deep');
    const middle = colourDepthPerCm(filled(fillJug(deep, { ...free, shade: 'middle' })).liquid);
    expect(middle).toBeGreaterThanOrEqual(SHADES.middle.min);
    expect(middle).toBeLessThanOrEqual(SHADES.middle.max);
  });
});

describe('a jug that cannot be', () => {
  const base = part('Roselle base', concentrate(600));
  const says = (
    parts: readonly BenchPart[],
    more: Partial<BenchWish> = {},
  ): Extract<Filled, { kind: 'contradiction' }> => {
    const f = fillJug(parts, { ...wish, ...more });
    if (f.kind !== 'contradiction') throw new Error('it was filled');
    return f;
  };
  it('is over-full, and says what it holds', () => {
    expect(says([base, water], { volumeMl: 2000 })).toMatchObject({
      message: 'That is 2000 ml, and the jug holds 1500 ml.',
      freeing: [{ kind: 'other-volume', volumeMl: 1500 }],
    });
  });
  it('is asked for more than there is', () =>
    expect(says([{ ...base, setMl: 700 }, water]).message).toBe(
      'Roselle base: 700 ml is set, and only 600 ml is there.',
    ));
  it('has locks that come to more than the jug', () => {
    const f = says([{ ...base, setMl: 600 }, part('syrup', syrup(800), { setMl: 500 }), water]);
    expect(f.message).toBe('What is set comes to 1100 ml already, more than the 1000 ml wanted.');
    expect(f.freeing).toContainEqual({ kind: 'other-volume', volumeMl: 1100 });
    expect(f.freeing).toContainEqual(expect.objectContaining({ kind: 'less-of', part: 'syrup' }));
  });
  it('is over-full by what is set alone', () => {
    const f = says([
      { ...base, setMl: 600 },
      { ...water, setMl: 1000 },
    ]);
    expect(f.message).toBe('What is set comes to 1600 ml, and the jug holds 1500 ml.');
    expect(f.freeing.map((x) => x.kind)).toEqual(['less-of', 'less-of']);
  });
  it('has bounds that cross', () =>
    expect(says([{ ...base, minMl: 400, maxMl: 300 }, water]).message).toMatch(
      /at least 400 ml is asked for, and at most 300 ml/,
    ));
  it('has too little liquid and no water', () => {
    const f = says([base]);
    expect(f.message).toMatch(/All of it together is 600 ml/);
    expect(f.freeing).toEqual([{ kind: 'other-volume', volumeMl: expect.closeTo(600, 0) as number }]);
  });
});

const right: Taste = { state: 'chilled', strength: 0, sweet: 0, tart: 0, harsh: 1 };
const chilled = { state: 'chilled', thinning: 1 } as const;

describe('what a verdict asks for', () => {
  const jug = pourTogether(liquor('rooibos_cut', 1), syrup(100), lemon(60));
  const target = (
    taste: Partial<Taste>,
    id: string,
    drunk: { state: 'chilled' | 'iced'; thinning: number } = chilled,
  ): number => goalsAfter(jug, 1, { ...right, ...taste }, drunk).find((g) => g.id === id)!.target;
  const now = (id: string): number => goalsAfter(jug, 1, right, chilled).find((g) => g.id === id)!.now;

  it('is nothing when all is right as it is drunk', () => {
    for (const g of goalsAfter(jug, 1, right, chilled)) expect(g.target).toBeCloseTo(g.now, 9);
  });
  it('turns warm words into chilled ones: sweet enough warm is too little cold', () => {
    // The sweeter, the less warmth matters: a seventh here, next to nothing in a syrup.
    expect(target({ state: 'warm' }, 'sugar') / now('sugar')).toBeGreaterThan(1.1);
    expect(target({ state: 'warm' }, 'sugar') / now('sugar')).toBeLessThan(1.23);
    expect(stateNote('warm', chilled)).toBe('Chilled it will taste about 15 % less sweet.');
  });
  it('turns words without ice into words over it: right neat is weak once the ice has melted', () => {
    expect(target({ state: 'neat' }, 'strength', { state: 'iced', thinning: 1.25 })).toBeCloseTo(
      1.25 * now('strength'),
      6,
    );
    expect(target({ state: 'iced' }, 'strength', { state: 'iced', thinning: 1.25 })).toBeCloseTo(now('strength'), 6);
  });
  it('moves by a step that is just noticed, twice that for much', () => {
    expect(target({ strength: -1 }, 'strength') / now('strength')).toBeCloseTo(1.197, 3);
    expect(target({ strength: 2 }, 'strength') / now('strength')).toBeCloseTo(1 / 1.433, 3);
  });
});

describe('a fix after a taste', () => {
  const jug = pourTogether(liquor('rooibos_cut', 0.8), syrup(80));
  const setup = (taste: Partial<Taste>, more: Partial<FixSetup> = {}): FixSetup => ({
    jug,
    roomMl: 600,
    onHand: [part('Base', concentrate(400)), part('Syrup', syrup(300)), part('Lemon', lemon(100)), water],
    taste: { ...right, ...taste },
    drunk: chilled,
    standard: 1,
    ...more,
  });
  const first = (s: FixSetup): Extract<ReturnType<typeof fixesFor>, { kind: 'fixes' }>['fixes'][number] => {
    const f = fixesFor(s);
    if (f.kind !== 'fixes') throw new Error(f.kind);
    return f.fixes[0]!;
  };

  it('is none for a jug that is right', () => expect(fixesFor(setup({}))).toEqual({ kind: 'right' }));
  it('adds concentrate to a weak jug, and keeps it as sweet', () => {
    const fix = first(setup({ strength: -1 }));
    expect(fix.additionsMl['Base']).toBeGreaterThan(50);
    expect(fix.after.figures.strengthX).toBeGreaterThan(0.85);
    expect(Math.abs(fix.after.figures.sweetGPerL - sweetGPerL(jug))).toBeLessThan(4);
  });
  it('thins a strong one and sweetens what it thins', () => {
    const fix = first(setup({ strength: 1 }));
    expect(fix.additionsMl['water']).toBeGreaterThan(100);
    expect(fix.additionsMl['Syrup']).toBeGreaterThan(0);
  });
  it('sharpens a flat one with juice', () =>
    expect(first(setup({ tart: -1 })).additionsMl['Lemon']).toBeGreaterThan(5));
  it('balances what is too sharp with sugar, where the sour comes with the strength', () => {
    const sour = pourTogether({ ...liquor('roselle_dried_whole', 1), acidG: 5 }, syrup(80));
    const found = fixesFor(
      setup(
        { tart: 1 },
        {
          jug: sour,
          onHand: [part('Syrup', syrup(300)), part('Other syrup', syrup(300)), part('Lemon', lemon(100)), water],
        },
      ),
    );
    if (found.kind !== 'fixes') throw new Error(found.kind);
    expect(Object.keys(found.fixes[0]!.additionsMl)).toContain('Syrup');
    // No lemon into what is too sharp, and the same drink is not offered twice.
    for (const fix of found.fixes) expect(fix.additionsMl['Lemon']).toBeUndefined();
    expect(found.fixes.filter((x) => x.additionsMl['Other syrup'])).toEqual([]);
    expect(found.fixes[0]!.after.figures.sweetGPerL).toBeGreaterThan(sweetGPerL(sour) + 5);
  });
  it('puts sweetener in by parts, with a stop', () => {
    const { byParts, additionsMl } = first(setup({ sweet: -1 }));
    expect(byParts!.partsMl.reduce((a, b) => a + b, 0)).toBeCloseTo(additionsMl['Syrup']!, 6);
    expect(byParts!.stopMl).toBeGreaterThanOrEqual(additionsMl['Syrup']!);
  });
  it('scales down to a glass to try it in', () => {
    const fix = first(setup({ strength: -1 }));
    expect(fix.inGlassMl['Base']).toBeCloseTo((100 * fix.additionsMl['Base']!) / volumeMl(jug), 6);
  });
  it('is offered only from what is there, in the room there is, in measures a cook owns', () => {
    const verdict = fc.record({
      strength: fc.constantFrom<Taste['strength'][]>(-2, -1, 0, 1, 2),
      sweet: fc.constantFrom<Taste['sweet'][]>(-1, 0, 1),
      tart: fc.constantFrom<Taste['tart'][]>(-1, 0, 1),
      harsh: fc.constantFrom<Taste['harsh'][]>(1, 2, 3),
      state: fc.constantFrom<Taste['state'][]>('warm', 'chilled', 'iced', 'neat'),
    });
    let offered = 0;
    fc.assert(
      fc.property(verdict, fc.integer({ min: 0, max: 900 }), (taste, roomMl) => {
        const s = setup(taste, { roomMl, drunk: { state: 'iced', thinning: 1.2 } });
        const result = fixesFor(s);
        if (result.kind === 'none') expect(result.why.length).toBeGreaterThan(10);
        if (result.kind !== 'fixes') return;
        offered++;
        for (const fix of result.fixes) {
          const all = Object.entries(fix.additionsMl);
          expect(all.length).toBeGreaterThan(0);
          expect(all.reduce((sum, [, ml]) => sum + ml, 0)).toBeLessThanOrEqual(roomMl + 1e-6);
          for (const [id, ml] of all) {
            const p = s.onHand.find((x) => x.id === id)!;
            expect(ml).toBeGreaterThan(0);
            if (!p.endless) expect(ml).toBeLessThanOrEqual(volumeMl(p.liquid) + 1e-6);
          }
        }
      }),
      { seed: 7, numRuns: 150 },
    );
    expect(offered).toBeGreaterThan(30);
  });
  it('offers another way that differs, and says how', () => {
    const found = fixesFor(
      setup(
        { strength: -1, sweet: -1 },
        {
          onHand: [
            part('Base', concentrate(400)),
            part('Old base', portionOfVolume(liquor('rooibos_cut', 2.2), 500)),
            part('Syrup', syrup(300)),
            water,
          ],
        },
      ),
    );
    if (found.kind !== 'fixes') throw new Error(found.kind);
    expect(found.fixes.length).toBeGreaterThan(1);
    expect(found.fixes[1]!.differs.length).toBeGreaterThan(0);
  });
  it('goes on from the jug as it is then: a second fix needs less', () => {
    const one = first(setup({ strength: -2 }));
    const two = fixesFor(setup({ strength: 0 }, { jug: one.after.liquid, roomMl: 600 - one.addedMl }));
    expect(two.kind).toBe('right');
  });
  it('goes into each glass where the jug is full', () => {
    const found = fixesFor(setup({ sweet: 0.5 }, { roomMl: 0 }));
    expect(found).toMatchObject({ kind: 'at-glass', why: expect.stringContaining('full') as string });
    const [fix] = (found as Extract<Fixes, { kind: 'at-glass' }>).fixes;
    expect(Object.keys(fix!.inGlassMl)).toEqual(['water']);
    expect(fix!.inGlassMl['water']).toBeLessThan(20);
  });
  it('is less for a bit than for the whole of a complaint, and tells what it costs', () => {
    const [bit, whole] = [first(setup({ sweet: 0.5 })), first(setup({ sweet: 1 }))];
    expect(bit.addedMl).toBeLessThan(whole.addedMl);
    expect(Object.keys(bit.additionsMl)).toEqual(['water']);
    expect(bit.after.figures.strengthX).toBeLessThan(timesStandard(jug, 1));
  });
  it('finds the lemon for what is flat and too sweet', () => {
    const found = fixesFor(
      setup({ sweet: 0.5, tart: -1 }, { onHand: [part('Lemon', lemon(100)), part('Syrup', syrup(300)), water] }),
    );
    if (found.kind !== 'fixes') throw new Error(found.kind);
    expect(Object.keys(found.fixes[0]!.additionsMl)).toContain('Lemon');
  });
  it('speaks of pouring off only where nothing else does it', () => {
    const none = fixesFor(setup({ strength: -2 }, { roomMl: 60 }));
    expect(none.kind).toBe('none');
    expect((none as unknown as { would: string[] }).would.join(' ')).toMatch(/Pour off \d+ ml first/);
  });
  it('says what would make one: nothing on hand is strong enough', () => {
    const none = fixesFor(setup({ strength: -1 }, { onHand: [part('Syrup', syrup(300)), water] }));
    expect(none).toMatchObject({ kind: 'none', why: expect.stringContaining('stronger') as string });
    expect((none as unknown as { would: string[] }).would.join(' ')).toMatch(
      /ml of a concentrate three times as strong/,
    );
  });
  it('reaches for another taste only where that was asked for and nothing of the same kind does, and says so', () => {
    const ginger = part('Ginger', portionOfVolume(liquor('ginger_fresh', 3), 400));
    const kin = first(setup({ strength: -1 }, { onHand: [ginger, part('Base', concentrate(400)), water] }));
    expect(Object.keys(kin.additionsMl)).toEqual(['Base']);
    expect(kin.brings).toEqual([]);
    const unasked = fixesFor(setup({ strength: -1 }, { onHand: [ginger, water] }));
    expect(unasked).toMatchObject({
      kind: 'none',
      would: expect.arrayContaining([expect.stringMatching(/^Another drink/)]) as string[],
    });
    const asked = setup({ strength: -1 }, { onHand: [ginger, water], otherDrinks: true });
    expect(first(asked).brings).toEqual(['Ginger']);
  });
  it('never thins with spirit', () => {
    const result = fixesFor(setup({ strength: 1 }, { onHand: [part('Rum', spiritOf(700, 40))] }));
    expect(result.kind).toBe('none');
  });
});

describe('one flavour by itself', () => {
  const mixed = pourTogether(liquor('rooibos_cut', 0.7), portionOfVolume(liquor('clove_whole', 1), 400));
  it('can be named if it is there', () => {
    expect([...flavoursOf(mixed)].sort()).toEqual(['clove_whole', 'rooibos_cut']);
    expect(flavoursOf(pourTogether(waterOf(500), lemon(100)))).toEqual(['lemon_juice']);
  });
  const setup = (wants: 'more' | 'less', onHand: BenchPart[]): FixSetup => ({
    jug: mixed,
    roomMl: 1500,
    onHand,
    taste: { ...right, flavour: { of: 'clove_whole', wants } },
    drunk: chilled,
    standard: 1,
  });
  it('is thinned by more of the rest', () => {
    const fix = fixesFor(setup('less', [part('Base', concentrate(900)), water]));
    if (fix.kind !== 'fixes') throw new Error(fix.kind);
    expect(fix.fixes[0]!.additionsMl['Base']).toBeGreaterThan(50);
  });
  it('is raised by what has it', () => {
    const fix = fixesFor(setup('more', [part('Clove water', portionOfVolume(liquor('clove_whole', 4), 300)), water]));
    if (fix.kind !== 'fixes') throw new Error(fix.kind);
    expect(fix.fixes[0]!.additionsMl['Clove water']).toBeGreaterThan(20);
  });
  it('cannot be raised by what lacks it', () =>
    expect(fixesFor(setup('more', [part('Syrup', syrupOf({ sugarG: 100, waterG: 100 })), water])).kind).toBe('none'));
});

describe('a liquid that an earlier release stored', () => {
  it('has the oils it was stored without, as far out as what was bitter in it', () => {
    const {
      oilG: _oil,
      cookedG: _cooked,
      pulpG: _pulp,
      saltG: _salt,
      milkMl: _milk,
      ...older
    } = liquor('clove_whole', 1);
    const read = asStored(older as Liquid);
    expect(read.oilG['clove_whole']).toBeCloseTo(
      older.harshG['clove_whole']! / botanicalBySlug('clove_whole').harshMax,
      9,
    );
    expect(harshLoad(read)).toBeGreaterThan(0);
    // One of today is left as it is.
    const today = liquor('clove_whole', 1);
    expect(asStored(today)).toBe(today);
  });
});
